import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyOf } from '../body/anthropometry.js';
import { DEFAULT_CAMERA, simulatePicture, withFaults } from '../body/simulate.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { rotate, type Point } from '../geometry.js';
import { gaussian, seededRandom } from '../statistics.js';
import type { FloorLine, LandmarkName, Landmarks } from '../landmarks.js';
import { measurePicture, measureValues, type PictureInput } from './measure.js';
import { MEASURES, type MeasureContext } from './measures.js';

const body = bodyOf({ stature: 1.75, mass: 70 });
const context: MeasureContext = { chordEnd: 'ankle', support: 'elbow', stack: 'floor', body, statureKnown: true };
const plank = rungOf(catalog, 'front-plank', 'forearm');
const hollow = rungOf(catalog, 'hollow', 'overhead');

const shot = (faults: Parameters<typeof withFaults>[1], rung = plank, camera = DEFAULT_CAMERA): PictureInput => {
  const picture = simulatePicture(withFaults(rung.pose, faults, body), body, camera);
  return { points: picture.points, floor: picture.floor, orientation: rung.pose.orientation };
};
const map = (input: PictureInput, f: (p: Point) => Point): PictureInput => ({
  ...input,
  points: Object.fromEntries(Object.entries(input.points).map(([name, p]) => [name, f(p)])),
  floor: input.floor && (input.floor.map(f) as unknown as FloorLine),
});
const valuesOf = (input: PictureInput): Map<string, number> => measureValues(input, context, MEASURES);
const expectSame = (a: Map<string, number>, b: Map<string, number>): void => {
  expect([...b.keys()]).toEqual([...a.keys()]);
  // An angle at 180° moves with the square root of rounding: a millionth of a radian there is 1e-6.
  for (const [id, value] of a) expect(Math.abs(b.get(id)! - value)).toBeLessThan(1e-4);
};
const anyFaults = fc.record({
  hipLine: fc.double({ min: -30, max: 30, noNaN: true }),
  knee: fc.double({ min: 140, max: 179, noNaN: true }),
  neck: fc.double({ min: -40, max: 40, noNaN: true }),
  pelvicTilt: fc.double({ min: -30, max: 30, noNaN: true }),
  bladePush: fc.double({ min: -5, max: 30, noNaN: true }),
});

describe('measures', () => {
  test('a picture by hand: a hip 10 px below the chord of 200 px is 5 % and twice atan(1/10) off the line', () => {
    const points: Landmarks = { shoulder: [300, 100], hip: [200, 110], ankle: [100, 100] };
    const values = measureValues({ points, orientation: 'prone' }, context, MEASURES);
    expect(values.get('hip-line')).toBeCloseTo(2 * ((Math.atan(0.1) * 180) / Math.PI), 6);
    expect(values.get('hip-offset')).toBeCloseTo(5, 6);
    const piked = measureValues({ points: { ...points, hip: [200, 90] }, orientation: 'prone' }, context, MEASURES);
    expect(piked.get('hip-line')).toBeCloseTo(-11.42, 2);
  });

  test('by hand: ear straight ahead is neck 0, above the line is positive; supine turns the sides round', () => {
    const at = (ear: Point, orientation: 'prone' | 'supine'): number =>
      measureValues(
        { points: { hip: [0, 0], shoulder: [100, 0], ear: [...ear] as Point }, orientation },
        context,
        MEASURES,
      ).get('neck')!;
    expect(at([130, 0], 'prone')).toBeCloseTo(0, 9);
    expect(at([130, -30], 'prone')).toBeCloseTo(45, 9);
    expect(at([130, -30], 'supine')).toBeCloseTo(-45, 9);
  });

  test('by hand: 42 px over the floor at 420 px a metre is a gap of 10 cm, and none is given without a scale', () => {
    const input: PictureInput = {
      points: { lowback: [200, 458], shoulder: [300, 480], hip: [200, 470], knee: [100, 400] },
      floor: [
        [0, 500],
        [600, 500],
      ],
      orientation: 'supine',
    };
    expect(measureValues(input, { ...context, pixelsPerMetre: 420 }, MEASURES).get('low-back-gap')).toBeCloseTo(10, 6);
    expect(measureValues(input, { ...context, statureKnown: false }, MEASURES).has('low-back-gap')).toBe(false);
    expect(measureValues({ ...input, floor: undefined }, context, MEASURES).has('low-back-gap')).toBe(false);
  });

  test('measured equals the chosen faults on a square picture', () => {
    fc.assert(
      fc.property(anyFaults, (faults) => {
        const values = valuesOf(shot(faults));
        expect(values.get('hip-line')).toBeCloseTo(faults.hipLine, 5);
        expect(values.get('knee')).toBeCloseTo(faults.knee, 5);
        expect(values.get('neck')).toBeCloseTo(faults.neck, 5);
        expect(values.get('pelvic-tilt')).toBeCloseTo(faults.pelvicTilt, 5);
        expect(values.get('blade-push')).toBeCloseTo(faults.bladePush, 5);
        expect(values.get('shoulder-stack')).toBeCloseTo(0, 5);
      }),
      { numRuns: 60 },
    );
  });

  test.each([
    ['front-plank', plank],
    ['hollow', hollow],
  ] as const)('mirrored, turned and scaled pictures of %s give the same measures', (_name, rung) => {
    fc.assert(
      fc.property(
        anyFaults,
        // As far as a picture can lie on its side: one that stands on its head is warned of, not turned over.
        fc.double({ min: -134, max: 134, noNaN: true }),
        fc.double({ min: 0.2, max: 5, noNaN: true }),
        fc.boolean(),
        (faults, angle, k, mirror) => {
          const input = shot(faults, rung);
          const moved = map(input, (p) => {
            const q: Point = [mirror ? 1280 - p[0] : p[0], p[1]];
            const r = rotate(q, angle);
            return [r[0] * k + 31, r[1] * k - 17];
          });
          expectSame(valuesOf(input), valuesOf(moved));
        },
      ),
      { numRuns: 40 },
    );
  });

  test('camera roll is removed by the floor line', () => {
    fc.assert(
      fc.property(anyFaults, fc.double({ min: -25, max: 25, noNaN: true }), (faults, roll) => {
        expectSame(valuesOf(shot(faults)), valuesOf(shot(faults, plank, { ...DEFAULT_CAMERA, roll })));
      }),
      { numRuns: 30 },
    );
  });

  test('the error figures agree with Monte Carlo', () => {
    const random = seededRandom(7);
    for (const [rung, faults] of [
      [plank, { hipLine: 9, knee: 165, neck: 14 }],
      [hollow, { knee: 160 }],
    ] as const) {
      const input = { ...shot(faults, rung), landmarkSd: 4 };
      const exact = measurePicture(input, context);
      const draws = new Map<string, number[]>();
      for (let i = 0; i < 3000; i += 1) {
        const noisy = map(input, (p) => [p[0] + 4 * gaussian(random), p[1] + 4 * gaussian(random)]);
        for (const [id, value] of measureValues(noisy, context, MEASURES, exact.facing))
          draws.set(id, [...(draws.get(id) ?? []), value]);
      }
      for (const measure of exact.measures) {
        const values = draws.get(measure.id)!;
        const mean = values.reduce((a, b) => a + b, 0) / values.length;
        const sd = Math.sqrt(values.reduce((a, b) => a + (b - mean) ** 2, 0) / values.length);
        // Angles folded at 180° and distances folded at 0 scatter less than their unfolded error; the figure must not be smaller.
        const folded =
          (measure.unit === 'deg' && measure.value > 165 && measure.id !== 'hip-line') ||
          measure.id === 'ear-to-arm' ||
          measure.id === 'shoulder-stack';
        expect(measure.sd / sd).toBeGreaterThan(0.9);
        expect(measure.sd / sd).toBeLessThan(folded ? 12 : 1.12);
      }
    }
  });

  test('a camera that stands off widens every error by the factor of the view check, and nothing else', () => {
    const { points, ...rest } = shot({ hipLine: 9 });
    const near = Object.entries(points).filter(([name]) => !/-[lr]$/.test(name));
    const input = { ...rest, points: Object.fromEntries(near), landmarkSd: 4 };
    // The same points on a body of other proportions: the check sees another angle, the measures read the same.
    const lengths = { ...body.lengths, upperArm: body.lengths.upperArm * 0.82 };
    const other = { ...context, body: { ...body, lengths } };
    const [square, off] = [measurePicture(input, context), measurePicture(input, other)];
    expect(square.view.widen).toBe(1);
    expect(off.view.widen).toBeGreaterThan(1.2);
    for (const id of ['hip-line', 'hip-offset', 'knee']) {
      const sd = (m: typeof square): number => m.measures.find((x) => x.id === id)!.sd;
      expect(sd(off) / sd(square)).toBeCloseTo(off.view.widen, 6);
    }
  });
  test('worked: the factor is 1 up to 12°, 1.5 at 21° and 2 at 30°', () => {
    const seen = (offSquare: number): ReturnType<typeof measurePicture>['view'] => {
      const camera = { ...DEFAULT_CAMERA, offSquare };
      return measurePicture({ ...shot({}, plank, camera), landmarkSd: 0.1 }, context).view;
    };
    for (const angle of [0, 6, 16, 21, 26]) {
      const view = seen(angle);
      expect(view.widen).toBeCloseTo(Math.min(2, Math.max(1, 1 + (view.offSquareDegrees - 12) / 18)), 9);
    }
    expect(seen(26).widen).toBeGreaterThan(seen(16).widen);
  });
  test('a floor line is as uncertain as the points it is laid through: its error goes into what is read against it', () => {
    const input = { ...shot({}), landmarkSd: 4 };
    const sdBy = (floor: FloorLine): number =>
      measurePicture({ ...input, floor }, context).measures.find((m) => m.id === 'shoulder-stack')!.sd;
    const [a, b] = input.floor!;
    // A quarter as far apart, the two points leave four times the angle open.
    const short: FloorLine = [a, [a[0] + (b[0] - a[0]) / 4, a[1] + (b[1] - a[1]) / 4]];
    expect(sdBy(short)).toBeGreaterThan(sdBy(input.floor!) * 1.05);
  });

  test('a missing landmark leaves out what needs it and nothing else', () => {
    const input = shot({ hipLine: 5 });
    for (const name of ['ear', 'elbow', 'knee', 'midback', 'asis'] as LandmarkName[]) {
      const { [name]: _gone, ...points } = input.points;
      const values = valuesOf({ ...input, points });
      for (const measure of MEASURES) {
        if (!valuesOf(input).has(measure.id)) continue;
        expect(values.has(measure.id)).toBe(!measure.needs(context).includes(name));
      }
    }
  });
});

describe('view check', () => {
  const angleSeen = (offSquare: number, far: boolean, seed: number): ReturnType<typeof measurePicture>['view'] => {
    const picture = simulatePicture(plank.pose, body, { ...DEFAULT_CAMERA, offSquare }, 3, seededRandom(seed));
    const { 'shoulder-l': _s, 'hip-l': _h, ...near } = picture.points;
    return measurePicture({ points: far ? picture.points : near, floor: picture.floor, orientation: 'prone' }, context)
      .view;
  };
  test.each([0, 10, 20, 35, 45])('with the far side placed, %i° is found within 8°', (angle) => {
    for (let seed = 1; seed <= 10; seed += 1)
      expect(Math.abs(angleSeen(angle, true, seed).offSquareDegrees - angle)).toBeLessThan(8);
  });
  test('a square picture is usable without a warning, a picture far off is refused', () => {
    for (let seed = 1; seed <= 10; seed += 1) {
      expect(angleSeen(0, false, seed).usable).toBe(true);
      expect(angleSeen(45, false, seed)).toMatchObject({ usable: false, widen: 2 });
      expect(angleSeen(45, true, seed).warning).toBe('too-far-off');
    }
    expect(angleSeen(0, true, 3)).toMatchObject({ widen: 1, warning: null });
  });
});
