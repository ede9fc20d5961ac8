import { assignableRecord, versionOf } from '../prescribe/assignable.js';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyOf } from '../body/anthropometry.js';
import { DEFAULT_CAMERA, simulatePicture, withFaults } from '../body/simulate.js';
import { record, rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { OBSERVER_RELIABILITY } from '../eye/eye.js';
import { METHOD_IDS } from '../formats/catalog.js';
import { observationSchema, type Observation } from '../formats/observation.js';
import { InputError } from '../formats/problems.js';
import { resolveObservation } from './resolve.js';
import { seededRandom } from '../statistics.js';
import { nobody, judgedBy } from '../person/circumstance.js';
import { evaluated, watchedPlank } from '../testing.js';

/** Versions that are looked at from the side, where pictures are measured. */
const sideRungs = catalog.rungs.filter((rung) => record(catalog.families, rung.family).views.includes('side'));
const athlete = { stature: 1.72, mass: 68, sex: 'female' as const };
const body = bodyOf(athlete);

function pictured(
  faults: Parameters<typeof withFaults>[1],
  position = 'front-plank',
  rung = 'forearm',
  extra: Partial<Observation> = {},
  camera = DEFAULT_CAMERA,
): Observation {
  const shot = simulatePicture(withFaults(rungOf(catalog, position, rung).pose, faults, body), body, camera);
  return observationSchema.parse({
    format: 'upright-anchor/observation',
    version: 1,
    position,
    rung,
    view: 'side',
    athlete,
    picture: shot.picture,
    floor: shot.floor,
    frames: [{ t: 0, points: shot.points }],
    ...extra,
  });
}
const watched = watchedPlank;
const evaluate = evaluated;

describe('evaluation', () => {
  test('a still with 12° of sag: clear sag, no hold, two to four drills', () => {
    const e = evaluate(pictured({ hipLine: 12 }));
    expect(e.findings[0]).toMatchObject({ fault: 'hip-sag', severity: 'clear', measure: 'hip-line', from: 'measured' });
    expect(e.findings[0]!.probability).toBeGreaterThan(0.8);
    expect(e.hold).toBeNull();
    expect(e.usable).toBe(true);
    expect(e.choice.chosen.length).toBeGreaterThanOrEqual(2);
    expect(e.choice.chosen.length).toBeLessThanOrEqual(4);
    expect(e.choice.chosen[0]!.dose).toHaveProperty('sets');
    // It broke at the forearm plank: nothing above it on the ladder is work for today.
    const given = e.choice.chosen.map((c) => versionOf(assignableRecord(catalog, c.drill)));
    for (const place of ['front-plank/elbows-ahead', 'front-plank/squeezed', 'front-plank/long-lever'])
      expect(given).not.toContain(place);
  });
  test('good poses of every rung have no stated fault by their own method', () => {
    for (const rung of sideRungs) {
      const found = evaluate(pictured({}, rung.family, rung.id)).findings.filter((f) => f.probability >= 0.8);
      expect({ rung: rung.id, found }).toEqual({ rung: rung.id, found: [] });
    }
  });
  test('an arched low back on the floor is found, in centimetres', () => {
    const e = evaluate(pictured({ arch: 30 }, 'hollow', 'straight'));
    expect(e.measures.find((m) => m.id === 'low-back-gap')!.value).toBeGreaterThan(3);
    expect(e.findings.some((f) => f.fault === 'low-back-arch')).toBe(true);
  });
  test('among faults as sure and as bad, the one that went first leads', () => {
    const events = (first: string, then: string) => [
      { t: 12, fault: first, state: 'on' as const },
      { t: 20, fault: then, state: 'on' as const },
    ];
    for (const [first, then] of [
      ['hip-sag', 'breath-held'],
      ['breath-held', 'hip-sag'],
    ] as const)
      expect(evaluated(watchedPlank({ events: events(first, then) })).findings.map((f) => f.fault)).toEqual([
        first,
        then,
      ]);
    // A gross fault that came later goes before a clear one that came first only when it is that much worse.
    const worse = watchedPlank({
      events: [...events('breath-held', 'hip-sag'), { t: 25, fault: 'hip-sag', state: 'on' }],
    });
    expect(evaluated(worse).findings[0]!.fault).toBe('breath-held');
  });
  test('a watched hold: clean seconds, what went first, seen by the coach', () => {
    const e = evaluate(watched());
    expect(e.hold).toMatchObject({
      total: 40,
      clean: 21.4,
      firstToGo: { fault: 'hip-sag', t: 21.4 },
      endedBy: 'target',
    });
    expect(e.findings).toMatchObject([
      { fault: 'hip-sag', severity: 'clear', from: 'observed', probability: OBSERVER_RELIABILITY, measure: null },
    ]);
    expect(e).toMatchObject({ picture: null, measures: [] });
  });
  test('a dip is no finding; what broke is, and once', () => {
    const sags = (on: number, off: number) => [
      { t: on, fault: 'hip-sag', state: 'on' as const },
      { t: off, fault: 'hip-sag', state: 'off' as const },
    ];
    const dip = evaluate(watched({ events: sags(9, 9.5) }));
    expect([dip.findings, dip.hold!.firstToGo, dip.hold!.clean]).toEqual([[], null, 40]);
    expect(evaluate(watched({ events: [...sags(9, 9.5), ...sags(15, 18), ...sags(22, 24)] })).findings).toHaveLength(1);
  });
  test('a series: breaks measured, medians of the settled part, findings of both', () => {
    const frames = Array.from({ length: 90 }, (_, i) => ({
      t: i / 3,
      points: simulatePicture(withFaults(rungOf(catalog, 'front-plank').pose, { hipLine: i < 45 ? 1 : 13 }, body), body)
        .points,
    }));
    const e = evaluate(
      watched({
        frames: frames as Observation['frames'],
        events: [],
        ended: undefined,
        picture: { width: 1280, height: 720 },
      }),
    );
    expect(e.hold!.firstToGo).toMatchObject({ fault: 'hip-sag' });
    expect(e.hold!.clean).toBeCloseTo(15, 0);
    expect(e.findings[0]).toMatchObject({ fault: 'hip-sag', from: 'measured', severity: 'clear' });
  });
  test('a picture far off the side gives measures with a warning and no verdict', () => {
    const far = evaluate(pictured({ hipLine: 20 }, 'front-plank', 'forearm', {}, { ...DEFAULT_CAMERA, offSquare: 45 }));
    expect(far.usable).toBe(false);
    expect(far.findings).toEqual([]);
    expect(far.warnings).toContain('too-far-off');
  });
  test('pain ends the search: no drills', () => {
    expect(evaluate(watched({ ended: { t: 22, reason: 'pain' } })).choice.chosen).toEqual([]);
  });
  test('another method judges anew and leaves the record as it was', () => {
    const record = pictured({ hipLine: 6.5, neck: 16 }, 'front-plank', 'forearm', {
      landmarkSd: 1,
      method: 'straight',
    });
    const before = JSON.stringify(record);
    const asked = (method: string) => ({ methods: judgedBy(nobody(), method).methods });
    const by = (method: string) => evaluate(record, asked(method)).findings.map((f) => `${f.fault} ${f.severity}`);
    expect(by('straight')).not.toEqual(by('hollow'));
    expect(by('quiet')).not.toContain('chin-poke slight');
    for (const method of METHOD_IDS)
      expect(JSON.stringify(evaluate(record, asked(method)))).toBe(JSON.stringify(evaluate(record, asked(method))));
    expect(JSON.stringify(record)).toBe(before);
  });
  test('the declared elbow distance is not a fault', () => {
    expect(
      evaluate(pictured({ ahead: 0.2 }, 'front-plank', 'forearm', { setup: { elbowAhead: 0.2 }, landmarkSd: 1 }))
        .findings,
    ).toEqual([]);
    expect(evaluate(pictured({ ahead: 0.2 }, 'front-plank', 'forearm', { landmarkSd: 1 })).findings[0]).toMatchObject({
      fault: 'elbows-ahead',
      severity: 'gross',
    });
  });
  test.each([
    [{ position: 'headspin' }, 'position', /known: front-plank, hollow, side-plank/],
    [{ rung: 'ceiling' }, 'rung', /no version of front-plank/],
    [{ view: 'above' as const }, 'view', /side, rear/],
    [{ events: [{ t: 1, fault: 'rocket', state: 'on' as const }] }, 'events[0].fault', /no fault of front-plank/],
  ])('%j is refused at its place when it comes in', (change, path, message) => {
    let error: unknown;
    try {
      resolveObservation(watched(change), catalog);
    } catch (e) {
      error = e;
    }
    expect(error).toBeInstanceOf(InputError);
    const [problem] = (error as InputError).problems;
    expect(problem).toMatchObject({ path });
    expect(problem!.message).toMatch(message);
  });
  test('what is stored is judged also where the catalogue was narrowed since; a fault that left it is passed over', () => {
    const taps = [
      { t: 5, fault: 'swing', state: 'on' as const },
      { t: 9, fault: 'gone-for-good', state: 'on' as const },
    ];
    const found = evaluate(watched({ events: taps }));
    expect(found.findings.map((f) => f.fault)).toContain('swing');
    expect(found.hold!.clean).toBe(5);
    const none = evaluate(watched({ events: taps.slice(1) }));
    expect([none.hold!.clean, none.findings]).toEqual([40, []]);
    expect(() => evaluate(watched({ rung: 'ceiling' }))).toThrow(/no version of front-plank/);
  });
  test('any noisy picture gives finite numbers and probabilities', () => {
    fc.assert(
      fc.property(
        fc.integer(),
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: -40, max: 40, noNaN: true }),
        fc.constantFrom(...sideRungs),
        (seed, noise, hipLine, rung) => {
          const shot = simulatePicture(
            withFaults(rung.pose, rung.family === 'front-plank' ? { hipLine } : {}, body),
            body,
            DEFAULT_CAMERA,
            noise,
            seededRandom(seed),
          );
          const e = evaluate(
            pictured({}, rung.family, rung.id, { frames: [{ t: 0, points: shot.points }] as Observation['frames'] }),
          );
          for (const m of e.measures) expect(Number.isFinite(m.value) && Number.isFinite(m.sd) && m.sd >= 0).toBe(true);
          for (const f of e.findings) expect(f.probability >= 0.4 && f.probability <= 1).toBe(true);
        },
      ),
      { numRuns: 80 },
    );
  });
});
