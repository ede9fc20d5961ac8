import { describe, expect, test } from '@jest/globals';
import { bodyOf } from '../body/anthropometry.js';
import type { Pose } from '../body/pose.js';
import { DEFAULT_CAMERA, simulatePicture } from '../body/simulate.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import type { Observation } from '../formats/observation.js';
import { SIDE_LANDMARKS, type LandmarkName } from '../landmarks.js';
import { evaluated } from '../testing.js';

const body = bodyOf({ stature: 1.75, mass: 70, sex: 'male' });
const CAMERA = { ...DEFAULT_CAMERA, pixelsPerMetre: 250 };

/** A series (or a still) of one version from poses a quarter of a second apart. */
function filmed(position: string, rung: string, poses: readonly Partial<Pose>[]): Observation {
  const base = rungOf(catalog, position, rung).pose;
  const shots = poses.map((p) => simulatePicture({ ...base, ...p }, body, CAMERA));
  return {
    format: 'upright-anchor/observation',
    version: 1,
    position,
    rung,
    view: 'side',
    athlete: { stature: 1.75, mass: 70, sex: 'male' },
    picture: { width: 1280, height: 720 },
    floor: shots[0]!.floor as [[number, number], [number, number]],
    landmarkSd: 1,
    frames: shots.map(({ points }, i) => ({
      t: i / 4,
      points: Object.fromEntries(SIDE_LANDMARKS.map((n) => [n, points[n as LandmarkName]!])) as never,
    })),
  };
}
const stated = (o: Observation): string[] =>
  evaluated(o)
    .findings.filter((f) => f.probability >= 0.8)
    .map((f) => `${f.fault} ${f.severity}`);
const value = (o: Observation, id: string): number | undefined => evaluated(o).measures.find((m) => m.id === id)?.value;
const many = <T>(n: number, f: (i: number) => T): T[] => Array.from({ length: n }, (_, i) => f(i));

describe('hollow', () => {
  test('blades on the floor are a fault that a picture shows: lying flat reads nought at the back of the shoulder', () => {
    expect(value(filmed('dead-bug', 'legs', [{}]), 'shoulder-clearance')).toBeCloseTo(0, 0);
    const flat = filmed('hollow', 'straight', [{ trunk: 0, lumbar: 0, thoracic: 0, neck: 0 }]);
    // A lens that stands where nobody tells may see a shoulder higher than it is; one that is told away does not.
    expect(stated(flat).join()).toContain('blades-down');
    expect(stated({ ...flat, camera: { distance: 40, height: 0.5 } })).toContain('blades-down gross');
    expect(stated(filmed('hollow', 'straight', [{}])).join()).not.toContain('blades-down');
    expect(value(filmed('hollow', 'straight', [{}]), 'shoulder-clearance')).toBeGreaterThan(15);
  });
});

describe('all-fours and bird dog', () => {
  const fours = rungOf(catalog, 'all-fours', 'floor').pose;
  test('the natural rise to the shoulders is no fault; hips above shoulders, and a shut hip, are', () => {
    expect(stated(filmed('all-fours', 'floor', [{}]))).toEqual([]);
    expect(stated(filmed('all-fours', 'floor', [{ trunk: -12, hip: 102 }]))).toContain('base-off-square clear');
    expect(value(filmed('all-fours', 'floor', [{ trunk: -12, hip: 102 }]), 'trunk-level')).toBeCloseTo(-12, 4);
  });
  test('bird dog is compared with its own start frame', () => {
    const opens = filmed('bird-dog', 'leg-slides', [
      ...many(4, () => ({})),
      ...many(28, () => ({ hip: fours.hip - 12 })),
    ]);
    expect(value(opens, 'hip-line-change')).toBeCloseTo(12, 1);
    expect(stated(opens)).toContain('back-changes clear');
    const still = filmed(
      'bird-dog',
      'leg-slides',
      many(32, () => ({})),
    );
    expect(value(still, 'hip-line-change')).toBeCloseTo(0, 6);
    expect(value(filmed('bird-dog', 'leg-slides', [{}]), 'hip-line-change')).toBeUndefined();
  });
  test('arm and leg above the trunk line are told from long ones', () => {
    const near = (shoulder: number, hip: number) =>
      filmed('bird-dog', 'opposite', [{ shoulder, elbow: 0, support: undefined, hip, knee: 0 }]);
    expect(value(near(180, 0), 'arm-over')).toBeCloseTo(0, 4);
    expect(value(near(180, 0), 'leg-over')).toBeCloseTo(0, 4);
    expect(value(near(192, -13), 'arm-over')).toBeCloseTo(12, 4);
    expect(stated(near(192, -13))).toEqual(expect.arrayContaining(['arm-too-high clear', 'leg-kicked-high clear']));
  });
});

describe('hanging', () => {
  test('a swing of 24° between reps is found; the raise itself is none', () => {
    const swinging = filmed(
      'hanging',
      'half',
      many(40, (i) => ({ trunk: 90 + 12 * Math.sin(i), hip: 0 })),
    );
    expect(value(swinging, 'swing')!).toBeGreaterThan(20);
    expect(stated(swinging)).toContain('swing clear');
    const raising = filmed(
      'hanging',
      'half',
      many(40, (i) => ({ hip: i % 8 < 4 ? 0 : 90 })),
    );
    expect(value(raising, 'swing')).toBeCloseTo(0, 6);
    expect(stated(raising)).not.toContain('swing clear');
    expect(value(filmed('hanging', 'half', [{ hip: 0 }]), 'swing')).toBeUndefined();
  });
  test('feet behind the plumb line are judged at the bottom only', () => {
    expect(value(filmed('hanging', 'half', [{ hip: -14 }]), 'feet-behind')).toBeCloseTo(14, 4);
    expect(stated(filmed('hanging', 'half', [{ hip: -14 }]))).toContain('feet-behind clear');
    expect(value(filmed('hanging', 'half', [{ hip: 90 }]), 'feet-behind')).toBeUndefined();
  });
  test('bent elbows and a lean back are a pull', () => {
    expect(stated(filmed('hanging', 'half', [{ hip: 0, elbow: 25 }])).join()).toContain('pulls-in-hang');
    expect(stated(filmed('hanging', 'half', [{ hip: 0, trunk: 110, shoulder: 158 }]))).toContain('pulls-in-hang clear');
  });
});

describe('squat from the side, carry, handstand', () => {
  test('trunk beyond shins, arms off the trunk line, heel off the floor', () => {
    const good = filmed('overhead-squat', 'free', [{}]);
    expect(value(good, 'arm-drop')).toBeCloseTo(8, 4);
    expect(value(good, 'trunk-lean')).toBeCloseTo(28, 4);
    expect(stated(good)).toEqual([]);
    expect(stated(filmed('overhead-squat', 'free', [{ shoulder: 150 }]))).toContain('arms-forward clear');
    expect(stated(filmed('overhead-squat', 'free', [{ trunk: 38, hip: 124 }])).join()).toContain('forward-lean');
    expect(stated(filmed('overhead-squat', 'free', [{ ankle: 80, contacts: [{ at: 'toe' }] }])).join()).toContain(
      'heels-rise',
    );
  });
  test('a chest that drops under load', () => {
    expect(stated(filmed('carry', 'both-hands', [{}]))).toEqual([]);
    expect(stated(filmed('carry', 'both-hands', [{ trunk: 74, hip: 16 }]))).toContain('chest-drops clear');
  });
  test('handstand: shoulders, line and feet over the hands', () => {
    expect(stated(filmed('handstand', 'free', [{}]))).toEqual([]);
    expect(stated(filmed('handstand', 'free', [{ shoulder: 158, trunk: -80 }]))).toContain('shoulders-closed clear');
    expect(stated(filmed('handstand', 'free', [{ hip: -16 }]))).toContain('arched-line clear');
    const over = value(filmed('handstand', 'free', [{ trunk: -84 }]), 'hand-plumb')!;
    expect(Math.abs(over)).toBeGreaterThan(5);
  });
});

describe('advanced families on their ladders', () => {
  test('a full raise is told by how near the ankles came to the hands', () => {
    const up = many(40, (i) => ({ hip: 75 * (1 - Math.cos(i / 4)) }));
    const nearest = value(filmed('hanging', 'full', up), 'hand-to-ankle')!;
    const level = value(
      filmed(
        'hanging',
        'full',
        up.map((p) => ({ hip: Math.min(90, p.hip) })),
      ),
      'hand-to-ankle',
    )!;
    expect(nearest).toBeLessThan(32);
    expect(level).toBeGreaterThan(nearest + 15);
    expect(value(filmed('front-plank', 'forearm', [{}]), 'hand-to-ankle')).toBeUndefined();
  });
  test('dragon flag: hips folding on the way up, and an arched line, on the same movement', () => {
    const flag = (hip: (i: number) => number) =>
      filmed(
        'dragon-flag',
        'full',
        many(24, (i) => ({ trunk: -70 + 2 * i, hip: hip(i) })),
      );
    expect(stated(flag(() => 0))).toEqual([]);
    expect(stated(flag(() => 20))).toContain('folds-going-up clear');
    expect(stated(flag(() => -18))).toContain('arched-line clear');
    expect(stated(filmed('dragon-flag', 'tuck', [{}])).join()).not.toContain('folds-going-up');
  });
  test('edge hold and roller shape: one line, arched or folded', () => {
    for (const [family, rung] of [
      ['edge', 'full'],
      ['rollers', 'wider'],
    ] as const) {
      const own = rungOf(catalog, family, rung).pose.hip;
      expect([family, stated(filmed(family, rung, [{}]))]).toEqual([family, []]);
      expect(stated(filmed(family, rung, [{ hip: own - 18 }])).join()).toContain('arched-line');
      expect(stated(filmed(family, rung, [{ hip: own + 20 }])).join()).toContain('slack');
    }
  });
  test('what a series says rests on the ladder: a clean handstand line is a hold with clean seconds', () => {
    const evaluation = evaluated({
      ...filmed(
        'handstand',
        'chest-to-wall',
        many(60, () => ({})),
      ),
      target: 14,
      ended: { t: 14.75, reason: 'target' },
    });
    expect(evaluation.hold!.clean).toBeGreaterThan(14);
    expect(evaluation.step).toMatchObject({ rule: 7, kind: 'lengthen' });
  });
});
