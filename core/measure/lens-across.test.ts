import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyOf } from '../body/anthropometry.js';
import type { AcrossFaults } from '../body/across.js';
import { DEFAULT_CAMERA, simulateAcross, type Camera } from '../body/simulate.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { see } from '../evaluate/see.js';
import { observationSchema } from '../formats/observation.js';
import { add, type Point } from '../geometry.js';
import { baseOf, type LandmarkName, type View } from '../landmarks.js';
import { gaussian, seededRandom } from '../statistics.js';
import { uprightFrame } from './frame.js';
import { measureDefinition } from './measures.js';
import { DEPTH_SD, depthsAcross } from './lens-across.js';

const athlete = { stature: 1.72, mass: 68 };
const body = bodyOf(athlete);
type Place = readonly [family: string, view: Exclude<View, 'side'>];
interface Shooting {
  faults?: AcrossFaults;
  camera?: Partial<Camera>;
  /** px, 1 SD, and what it is drawn with */
  noise?: number;
  random?: () => number;
  nearer?: Partial<Record<string, number>>;
  floor?: boolean;
}
function shot([family, view]: Place, { faults = {}, camera = {}, noise = 0, random, nearer = {} }: Shooting) {
  const rung = rungOf(catalog, family);
  const { of } = depthsAcross(family, view, rung.pose, body, rung.chordEnd);
  const depthOf = (name: LandmarkName): number => of(name) + (nearer[baseOf(name)] ?? 0);
  const taken = simulateAcross(
    family,
    view,
    body,
    faults,
    rung.chordEnd,
    { ...DEFAULT_CAMERA, ...camera },
    depthOf,
    rung.pose,
  );
  const off = (p: Point): Point => (random ? add(p, [gaussian(random) * noise, gaussian(random) * noise]) : p);
  return {
    ...taken,
    points: Object.fromEntries(Object.entries(taken.points).map(([name, p]) => [name, off(p)])),
  };
}
function measured(place: Place, of: Shooting, told?: Camera['lens']) {
  const [family, view] = place;
  const { picture, points, floor } = shot(place, of);
  const observation = observationSchema.parse({
    format: 'upright-anchor/observation',
    version: 1,
    position: family,
    rung: rungOf(catalog, family).id,
    view,
    side: 'left',
    athlete,
    picture,
    ...(floor && of.floor !== false ? { floor } : {}),
    landmarkSd: Math.max(of.noise ?? 0, 0.5),
    ...(told ? { camera: told } : {}),
    frames: [{ t: 0, points }],
  });
  return see({ observation }, catalog).picture!;
}
const valueOf = (of: ReturnType<typeof measured>, id: string) => of.measures.find((m) => m.id === id)!;
const away = fc.double({ min: 2, max: 5, noNaN: true });
const up = fc.double({ min: 0.3, max: 1.6, noNaN: true });

const PLACES: readonly (readonly [Place, AcrossFaults, measure: string, value: number])[] = [
  [['side-plank', 'front'], { sideLine: 9 }, 'side-line', 9],
  [['side-plank', 'above'], { depthLine: -13 }, 'depth-line', -13],
  [['bird-dog', 'rear'], { pelvis: 8 }, 'level-pelvis', 8],
  [['dead-bug', 'front'], { pelvis: -6 }, 'level-pelvis', -6],
  [['carry', 'front'], { sideLean: 7 }, 'side-lean', 7],
  [['overhead-squat', 'front'], { kneeIn: 12 }, 'knee-track', 12],
  [['single-leg-squat', 'front'], { kneeIn: -12 }, 'knee-track', -12],
  [['overhead-squat', 'front'], { toeOut: 22 }, 'toe-out', 22],
];

describe('a lens in front of a body, behind it or over it', () => {
  test.each(PLACES)(
    '%j with %j: told where it stands, %s is what a camera far away sees',
    (place, faults, id, value) => {
      fc.assert(
        fc.property(away, up, fc.double({ min: -6, max: 6, noNaN: true }), (distance, height, roll) => {
          const lens = { distance, height: place[1] === 'above' ? 1.7 + height / 2 : height };
          const seen = valueOf(
            measured(place, { faults, camera: { lens, roll: place[1] === 'above' ? 0 : roll } }, lens),
            id,
          );
          expect(Math.abs(seen.value - value)).toBeLessThan(0.6);
        }),
        { numRuns: 12 },
      );
    },
  );
  test('a knee a foot ahead of the hip is seen too far out by a phone in the hall; the usual camera is reckoned with where nobody tells', () => {
    const place: Place = ['overhead-squat', 'front'];
    const camera = { lens: { distance: 2.6, height: 0.5 } };
    const { points, floor } = shot(place, { camera });
    const rung = rungOf(catalog, place[0]);
    const context = { chordEnd: rung.chordEnd, support: rung.support, stack: rung.stack, body, statureKnown: true };
    // What the picture itself shows.
    const plain = measureDefinition('knee-track').compute(uprightFrame(points, floor, 'upright'), context)!;
    expect(plain).toBeLessThan(-4);
    for (const laid of [true, false]) {
      const usual = valueOf(measured(place, { camera, floor: laid }), 'knee-track').value;
      expect(Math.abs(usual)).toBeLessThan(Math.abs(plain) / 3);
    }
  });
  test('which knee it is is said, and its error is that knee’s', () => {
    const seen = valueOf(
      measured(
        ['single-leg-squat', 'front'],
        { faults: { uneven: -20 }, camera: { lens: { distance: 3, height: 0.9 } } },
        { distance: 3, height: 0.9 },
      ),
      'knee-track',
    );
    expect(seen.side).toBeDefined();
    const other = valueOf(
      measured(
        ['single-leg-squat', 'front'],
        { faults: { kneeIn: 2, uneven: 20 }, camera: { lens: { distance: 3, height: 0.9 } } },
        { distance: 3, height: 0.9 },
      ),
      'knee-track',
    );
    expect(other).toMatchObject({ side: 'left' });
    expect(other.value).toBeCloseTo(12, 0);
  });
  test('legs that look uneven tell how far off square it looked, and most of the turn is taken out', () => {
    const lens = { distance: 3, height: 0.9 };
    for (const offSquare of [-12, -6, 6, 12]) {
      const squat = measured(['overhead-squat', 'front'], { camera: { lens, offSquare } }, lens);
      expect(Math.abs(squat.yaw! - offSquare)).toBeLessThan(2.5);
      const knee = valueOf(squat, 'knee-track');
      // On one leg nothing tells it, and the error says so.
      const single = valueOf(
        measured(['single-leg-squat', 'front'], { camera: { lens, offSquare } }, lens),
        'knee-track',
      );
      expect(Math.abs(knee.value)).toBeLessThan(0.85 * Math.abs(single.value));
      expect(Math.abs(knee.value)).toBeLessThan(1.96 * knee.sd);
      expect(Math.abs(single.value)).toBeLessThan(2.5 * single.sd);
    }
  });
  test('a knee that is really further in than the other stays so, in part: the camera is the likelier reason', () => {
    const lens = { distance: 3, height: 0.9 };
    const seen = valueOf(
      measured(['overhead-squat', 'front'], { faults: { kneeIn: 10, uneven: 14 }, camera: { lens } }, lens),
      'knee-track',
    );
    expect(seen.side).toBe('left');
    expect(seen.value).toBeGreaterThan(10);
    expect(seen.value).toBeLessThan(17);
    expect(Math.abs(seen.value - 17)).toBeLessThan(1.96 * seen.sd);
  });
  test('what nobody can know widens: the camera’s height and turn, and a joint nearer to the lens', () => {
    const place: Place = ['side-plank', 'front'];
    const lens = { distance: 3, height: 1.4 };
    const told = valueOf(measured(place, { camera: { lens } }, lens), 'side-line').sd;
    const low = valueOf(
      measured(place, { camera: { lens: { ...lens, height: 0.3 } } }, { ...lens, height: 0.3 }),
      'side-line',
    ).sd;
    expect(told).toBeGreaterThan(1.5 * low);
    // Without a floor line the camera may have been tilted by a degree or two.
    expect(
      valueOf(measured(['carry', 'front'], { camera: { lens }, floor: false }, lens), 'side-lean').sd,
    ).toBeGreaterThan(2);
    const held = valueOf(measured(place, { camera: { lens }, nearer: { hip: DEPTH_SD } }, lens), 'side-line').value;
    expect(Math.abs(held)).toBeGreaterThan(1);
    expect(Math.abs(held)).toBeLessThan(1.5 * told);
  });
  test('the stated 95 % hold the body’s own value in nine of ten and more, over unknown cameras and placing, told or not', () => {
    const random = seededRandom(31);
    const between = (low: number, high: number): number => low + random() * (high - low);
    const held = { told: 0, not: 0 };
    let count = 0;
    for (const [place, faults, id, value] of PLACES) {
      for (let i = 0; i < 40; i += 1) {
        const above = place[1] === 'above';
        const lens = { distance: between(2.2, 4), height: above ? between(1.7, 2.6) : between(0.4, 1.4) };
        const nearer = Object.fromEntries(
          ['shoulder', 'hip', 'knee', 'toe'].map((b) => [b, DEPTH_SD * gaussian(random)]),
        );
        const noise = 6;
        const of: Shooting = { faults, camera: { lens, offSquare: between(-12, 12) }, noise, random, nearer };
        count += 1;
        for (const [key, camera] of [
          ['told', lens],
          ['not', undefined],
        ] as const) {
          const seen = valueOf(measured(place, of, camera), id);
          if (Math.abs(seen.value - value) <= 1.96 * seen.sd) held[key] += 1;
        }
      }
    }
    expect(held.told / count).toBeGreaterThan(0.9);
    expect(held.not / count).toBeGreaterThan(0.9);
  });
});

describe('how far points lie towards the lens', () => {
  const of = (family: string, view: Exclude<View, 'side'>, rungId?: string) => {
    const rung = rungOf(catalog, family, rungId);
    return depthsAcross(family, view, rung.pose, body, rung.chordEnd);
  };
  test('a squat’s knees are ahead of its ankles and its hips behind them; from the rear it is the other way round', () => {
    const [front, rear] = [of('overhead-squat', 'front').of, of('overhead-squat', 'rear').of];
    expect(front('ankle-l')).toBeCloseTo(0, 9);
    expect(front('knee-l')).toBeGreaterThan(0.1);
    expect(front('hip-r')).toBeLessThan(-0.1);
    for (const name of ['knee-l', 'hip-r', 'toe-l'] as const) expect(rear(name)).toBeCloseTo(-front(name), 9);
  });
  test('a plank from the rear shows feet before shoulders, a dead bug from the front the same; who lies on a side is flat', () => {
    expect(of('front-plank', 'rear').of('ankle-l')).toBeGreaterThan(of('front-plank', 'rear').of('shoulder-l') + 1);
    expect(of('dead-bug', 'front').of('shoulder-l')).toBeLessThan(-0.3);
    expect(of('side-plank', 'front').of('hip-l')).toBe(0);
    expect(of('side-plank', 'above').of('shoulder-r')).toBeGreaterThan(of('side-plank', 'above').of('ankle-r'));
  });
  test('lines that lie mostly along the lens’ line tell no scale; where none other is, breadths do', () => {
    const known = (place: Parameters<typeof of>) => of(...place).known.map((k) => k.from[0]);
    expect(known(['overhead-squat', 'front'])).not.toContain('hip-l');
    expect(known(['front-plank', 'rear', 'forearm'])).toEqual(['shoulder-l', 'hip-l']);
    expect(of('front-plank', 'rear', 'forearm').known[0]!.long).toBeCloseTo(body.shoulderWidth, 9);
    // Bent knees of somebody on a side: how far back the shanks reach is not known.
    expect(known(['side-plank', 'front', 'knees'])).not.toContain('knee-l');
    expect(known(['side-plank', 'front', 'stacked'])).toContain('knee-l');
  });
});
