import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { record, rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { normalCdf } from '../statistics.js';
import { judgeMeasures, limitsFor, probabilityBeyond, severityOf } from './judge.js';

const forearm = rungOf(catalog, 'front-plank', 'forearm');
const method = (id: string) => record(catalog.methods, id);
const hipLine = (value: number, sd: number) => ({ id: 'hip-line', value, sd, unit: 'deg' as const, t: 0 });

describe('verdicts', () => {
  test('worked: 9.3° ± 1.2° of sag is clear by the straight method, P(> 8°) = Φ(1.083)', () => {
    const [sag] = judgeMeasures([hipLine(9.3, 1.2)], limitsFor(catalog, forearm, method('straight')));
    expect(sag).toMatchObject({ fault: 'hip-sag', severity: 'clear', stated: true });
    expect(sag!.probability).toBeCloseTo(0.8606, 3);
  });
  test('worked: the same picture by another method', () => {
    const verdictBy = (id: string, value: number) =>
      judgeMeasures([hipLine(value, 0.5)], limitsFor(catalog, forearm, method(id)))[0];
    expect(verdictBy('straight', 6)).toMatchObject({ fault: 'hip-sag', severity: 'slight' });
    expect(verdictBy('hollow', 6)).toMatchObject({ fault: 'hip-sag', severity: 'clear' });
    expect(verdictBy('straight', -13)).toMatchObject({ fault: 'hip-pike', severity: 'clear' });
    expect(verdictBy('hollow', -13)).toBeUndefined();
  });
  test('worked: between 0.4 and 0.8 is borderline, below says nothing', () => {
    const limits = limitsFor(catalog, forearm, method('straight'));
    const [even] = judgeMeasures([hipLine(4, 2)], limits);
    expect(even).toMatchObject({ severity: 'slight', stated: false });
    expect(even!.probability).toBeCloseTo(0.5, 6);
    expect(judgeMeasures([hipLine(3.4, 2)], limits)).toHaveLength(0);
  });
  test('over-correction is a fault too', () => {
    const limits = limitsFor(catalog, forearm, method('straight'));
    expect(judgeMeasures([{ ...hipLine(-20, 1), id: 'pelvic-tilt' }], limits)[0]).toMatchObject({
      fault: 'excess-tuck',
      severity: 'clear',
    });
    expect(judgeMeasures([{ ...hipLine(26, 1), id: 'blade-push', unit: '%' }], limits)[0]).toMatchObject({
      fault: 'upper-back-crunch',
      severity: 'clear',
    });
  });
  test('knees are not judged on the knees, shoulders overhead only overhead, blades only where the rung lifts them', () => {
    const ids = (family: string, rung: string) =>
      limitsFor(catalog, rungOf(catalog, family, rung), method('straight')).map((l) => `${l.measure}:${l.fault}`);
    expect(ids('front-plank', 'knees')).not.toContain('knee:soft-knees');
    expect(ids('hollow', 'straight')).not.toContain('shoulder:shoulders-closed');
    expect(ids('hollow', 'overhead')).toContain('shoulder:shoulders-closed');
    expect(ids('hollow', 'knees-in')).not.toContain('shoulder-clearance:blades-down');
  });
  test('the head is not judged by a method that supports it, the declared distance shifts the stack', () => {
    expect(limitsFor(catalog, forearm, method('quiet')).some((l) => l.measure === 'neck')).toBe(false);
    const stack = limitsFor(catalog, forearm, method('straight'), { declared: 40 }).find(
      (l) => l.fault === 'elbows-ahead',
    );
    expect(stack?.limits).toEqual([55, 65, 80]);
  });
  test('a hollow-shaped rung is judged as hollow by every method', () => {
    const shaped = rungOf(catalog, 'front-plank', 'hollow-shaped');
    expect(judgeMeasures([hipLine(6, 0.1)], limitsFor(catalog, shaped, method('straight')))[0]).toMatchObject({
      severity: 'clear',
    });
  });
  test('probabilities: between 0 and 1, rising with the value, falling from slight to gross', () => {
    const number = fc.double({ min: -60, max: 60, noNaN: true });
    fc.assert(
      fc.property(number, fc.double({ min: 0, max: 10, noNaN: true }), number, (value, sd, limit) => {
        const p = probabilityBeyond(value, sd, limit, 'above');
        expect(p).toBeGreaterThanOrEqual(0);
        expect(p).toBeLessThanOrEqual(1);
        expect(probabilityBeyond(value + 1, sd, limit, 'above')).toBeGreaterThanOrEqual(p - 1e-6);
        expect(p + probabilityBeyond(value, sd, limit, 'below')).toBeCloseTo(1, 5);
        for (const verdict of judgeMeasures([hipLine(value, sd)], limitsFor(catalog, forearm, method('straight')))) {
          expect(verdict.beyond.slight).toBeGreaterThanOrEqual(verdict.beyond.clear - 1e-6);
          expect(verdict.beyond.clear).toBeGreaterThanOrEqual(verdict.beyond.gross - 1e-6);
        }
      }),
    );
  });
  test('stated before borderline, then the worse, then the surer; whatever the order of measures', () => {
    const limits = limitsFor(catalog, forearm, method('straight'));
    const [sag] = judgeMeasures([hipLine(20, 0.5)], limits);
    const clear = { ...hipLine(150, 0.5), id: 'knee' };
    const [knee] = judgeMeasures([clear], limits);
    expect([sag!.severity, knee!.severity]).toEqual(['gross', expect.stringMatching(/clear|gross/)]);
    const slight = { ...hipLine(170, 0.5), id: 'knee' };
    for (const order of [
      [hipLine(20, 0.5), slight],
      [slight, hipLine(20, 0.5)],
    ])
      expect(judgeMeasures(order, limits).map((v) => v.fault)).toEqual(['hip-sag', knee!.fault]);
    // A gross fault that is not sure enough to be stated comes after a slight one that is.
    const unsure = judgeMeasures([hipLine(4, 2), slight], limits);
    expect(unsure.map((v) => v.stated)).toEqual([true, false]);
  });
  test('a limit that counts from what is declared counts from nothing where nothing is; one from the pose falls away without it', () => {
    const forearm = rungOf(catalog, 'front-plank', 'forearm');
    const straight = record(catalog.methods, 'straight');
    const of = (rung: typeof forearm, origins: Parameters<typeof limitsFor>[3], from: string) =>
      limitsFor(catalog, rung, straight, origins).filter((l) =>
        catalog.tolerances.some(
          (t) =>
            t.fault === l.fault &&
            t.measure === l.measure &&
            t.side === l.side &&
            t.family === rung.family &&
            t.from === from,
        ),
      );
    const declared = of(forearm, { declared: 0.2 }, 'declared');
    const plain = of(forearm, {}, 'declared');
    expect(plain.length).toBeGreaterThan(0);
    expect(declared.map((l) => l.limits)).toEqual(plain.map((l) => l.limits.map((v) => v + 0.2)));
    const reach = catalog.rungs.find((r) => r.family === 'all-fours')!;
    expect(of(reach, {}, 'pose')).toEqual([]);
    const pose = new Map(catalog.tolerances.filter((t) => t.from === 'pose').map((t) => [t.measure, 90]));
    const posed = of(reach, { pose }, 'pose');
    expect(posed.length).toBeGreaterThan(0);
    for (const limit of posed) {
      const shipped = catalog.tolerances.find(
        (t) =>
          t.fault === limit.fault && t.measure === limit.measure && t.side === limit.side && t.family === 'all-fours',
      )!;
      expect(limit.limits).toEqual((shipped.limits.any ?? Object.values(shipped.limits)[0])!.map((v) => v + 90));
    }
  });
  test('severity of one sample is the worst limit passed', () => {
    const limit = {
      fault: 'x',
      measure: 'y',
      side: 'below' as const,
      limits: [172, 165, 155] as [number, number, number],
    };
    expect([173, 170, 160, 150].map((v) => severityOf(v, limit))).toEqual([null, 'slight', 'clear', 'gross']);
  });
  test('the normal distribution at known places', () => {
    expect(normalCdf(0)).toBeCloseTo(0.5, 6);
    expect(normalCdf(1.96)).toBeCloseTo(0.975, 4);
    expect(normalCdf(-1)).toBeCloseTo(0.158655, 5);
  });
});
