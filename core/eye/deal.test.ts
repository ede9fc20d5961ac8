import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyOf } from '../body/anthropometry.js';
import { placeFigure } from '../body/figure.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { dealtSchema, type HeldFault, type HoldItem, type PictureItem } from '../formats/eye.js';
import { SIDE_LANDMARKS } from '../landmarks.js';
import { nobody } from '../person/circumstance.js';
import { seededRandom } from '../statistics.js';
import {
  deal,
  dealable,
  padsOf,
  pictureOf,
  poseOfHold,
  practisable,
  readMeasure,
  ROUND,
  shareAt,
  truthOfHold,
  truthOfPicture,
  type Practisable,
} from './deal.js';

const athlete = { stature: 1.72, mass: 70, sex: 'unspecified' as const };
const camera = { distance: 3, height: 0.6, offSquare: 0, roll: 0, pixelsPerMetre: 440 };
const sags = (change: Partial<HeldFault> = {}): HoldItem => ({
  family: 'front-plank',
  rung: 'forearm',
  athlete,
  seconds: 20,
  breath: 0,
  faults: [{ fault: 'hip-sag', share: 1, from: 8, rise: 2, mended: null, ...change }],
});
const picture = (faults: PictureItem['faults'], rung = 'forearm'): PictureItem => ({
  family: 'front-plank',
  rung,
  athlete,
  camera,
  faults,
});

let known: Practisable[];
beforeAll(() => {
  known = practisable(catalog, nobody());
});

describe('what can be dealt', () => {
  test('planks, hollows and handstands are among it, each version with two faults or more, all of its position', () => {
    expect(known.map((f) => f.family)).toEqual(expect.arrayContaining(['front-plank', 'hollow', 'handstand']));
    for (const { family, rungs } of known)
      for (const { rung, faults } of rungs) {
        expect(rungOf(catalog, family, rung).pose.far).toBeUndefined();
        expect(faults.length).toBeGreaterThan(1);
        // What is dealt can be tapped.
        for (const id of faults) expect(padsOf(catalog, family).map((f) => f.id)).toContain(id);
      }
  });
  test.each(catalog.methods.map((m) => m.id))('what is dealt is judged a fault by the method in force: %s', (asked) => {
    const by = { ...nobody(), methods: { ...nobody().methods, asked } };
    for (const id of dealable(rungOf(catalog, 'hollow', 'straight'), catalog, by)) {
      const item = { ...picture([{ fault: id, share: 1 }]), family: 'hollow', rung: 'straight' };
      expect(truthOfPicture(item, catalog, by).there).toContain(id);
    }
  });
});

describe('the truth', () => {
  test('a plank that sags after eight seconds breaks after it, and is clean until then', () => {
    const truth = truthOfHold(sags(), catalog, nobody());
    expect(truth.first).toBe('hip-sag');
    expect(truth.clean).toBeGreaterThan(8);
    expect(truth.clean).toBeLessThan(10);
    expect(truth.breaks[0]).toMatchObject({ fault: 'hip-sag', t: truth.clean });
  });
  test('a fault that is mended ends, one that only comes near is either answer, and nothing is nothing', () => {
    const mended = truthOfHold(sags({ mended: 13 }), catalog, nobody());
    expect(mended.breaks[0]!.t + mended.breaks[0]!.length).toBeLessThan(14.1);
    const near = truthOfHold(sags({ share: 0.35 }), catalog, nobody());
    expect([near.breaks, near.open, near.first]).toEqual([[], ['hip-sag'], null]);
    const clean = truthOfHold({ ...sags(), faults: [] }, catalog, nobody());
    expect([clean.breaks, clean.open, clean.clean]).toEqual([[], [], 20]);
  });
  test('property: the share of a fault never leaves its bounds, is nought before it begins and after it is mended', () => {
    fc.assert(
      fc.property(
        fc.record({
          fault: fc.constant('hip-sag'),
          share: fc.double({ min: 0, max: 1.2, noNaN: true }),
          from: fc.double({ min: 0, max: 20, noNaN: true }),
          rise: fc.double({ min: 0.1, max: 5, noNaN: true }),
          mended: fc.option(fc.double({ min: 0, max: 30, noNaN: true })),
        }),
        fc.double({ min: 0, max: 40, noNaN: true }),
        (fault, t) => {
          const share = shareAt(fault, t);
          expect(share).toBeGreaterThanOrEqual(0);
          expect(share).toBeLessThanOrEqual(fault.share + 1e-9);
          if (t <= fault.from || (fault.mended !== null && t >= fault.mended + 1)) expect(share).toBeCloseTo(0, 9);
        },
      ),
    );
  });
  test('a picture’s truth is the body’s own, whatever its camera does', () => {
    const faults = [{ fault: 'hip-sag', share: 1 }];
    const truth = truthOfPicture(picture(faults), catalog, nobody());
    const turned = { ...picture(faults), camera: { ...camera, offSquare: 8, height: 1.2, roll: 4 } };
    expect(truth.there).toContain('hip-sag');
    expect(truthOfPicture(turned, catalog, nobody())).toEqual(truth);
    expect(readMeasure(picture(faults), truth, catalog)).toEqual({
      id: 'hip-line',
      value: truth.values.get('hip-line'),
    });
    expect(truth.values.get('hip-line')).toBeCloseTo(17, 0);
    // Through a lens near by the points lie elsewhere than the far camera has them.
    expect(pictureOf(turned, catalog).points.hip).not.toEqual(pictureOf(picture(faults), catalog).points.hip);
  });
});

describe('a deal', () => {
  test('is what its schema says, of the length of a short round, and the same for the same chance', () => {
    for (const kind of ['placing', 'holds', 'pictures'] as const) {
      const dealt = deal(known, { kind }, catalog, seededRandom(4))!;
      expect(dealtSchema.parse(dealt)).toEqual(dealt);
      expect(dealt.items).toHaveLength(ROUND[kind]);
      expect(deal(known, { kind }, catalog, seededRandom(4))).toEqual(dealt);
    }
  });
  test('keeps to the positions and faults that are wished for; null where there are none', () => {
    const wish = { kind: 'holds' as const, families: ['hollow'], faults: ['low-back-arch'] };
    const dealt = deal(known, wish, catalog, seededRandom(1))!;
    for (const item of dealt.items) {
      expect(item.family).toBe('hollow');
      for (const f of item.faults) expect(f.fault).toBe('low-back-arch');
    }
    expect(deal(known, { kind: 'holds', faults: ['nothing-such'] }, catalog, seededRandom(1))).toBeNull();
  });
  test('over many: some holds are clean, most are not, and every one can be drawn without a jump', () => {
    const random = seededRandom(8);
    const items = Array.from(
      { length: 12 },
      () => deal(known, { kind: 'holds' }, catalog, random)!.items as HoldItem[],
    ).flat();
    const broken = items.map((i) => truthOfHold(i, catalog, nobody()).breaks.length > 0);
    const share = broken.filter(Boolean).length / items.length;
    expect(share).toBeGreaterThan(0.4);
    expect(share).toBeLessThan(0.85);
    for (const item of items) {
      const body = bodyOf(item.athlete);
      let before = placeFigure(poseOfHold(item, 0, catalog), body).hip;
      for (let t = 0.1; t <= item.seconds; t += 0.1) {
        const { hip } = placeFigure(poseOfHold(item, t, catalog), body);
        expect(Math.hypot(hip[0] - before[0], hip[1] - before[1])).toBeLessThan(0.12);
        before = hip;
      }
    }
  });
  test('property: every joint that is asked for lies in the picture, whatever the body, the position and the lens', () => {
    fc.assert(
      fc.property(fc.integer(), (seed) => {
        for (const item of deal(known, { kind: 'placing' }, catalog, seededRandom(seed))!.items as PictureItem[]) {
          const { points, picture: size } = pictureOf(item, catalog);
          for (const name of SIDE_LANDMARKS) {
            const [x, y] = points[name]!;
            const inside = x > 8 && x < size.width - 8 && y > 8 && y < size.height - 8;
            expect([item.family, name, inside]).toEqual([item.family, name, true]);
          }
        }
      }),
      { numRuns: 60 },
    );
  });
  test('property: two faults that undo one another are never dealt together', () => {
    fc.assert(
      fc.property(fc.integer(), (seed) => {
        const dealt = deal(known, { kind: 'pictures', families: ['front-plank'] }, catalog, seededRandom(seed))!;
        for (const item of dealt.items) {
          const ids = item.faults.map((f) => f.fault);
          expect(ids.includes('hip-sag') && ids.includes('hip-pike')).toBe(false);
          expect(ids.includes('chin-poke') && ids.includes('head-drop')).toBe(false);
        }
      }),
      { numRuns: 60 },
    );
  });
});
