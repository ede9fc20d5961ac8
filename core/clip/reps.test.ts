import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyOf } from '../body/anthropometry.js';
import { courseLength, endsOf, poseBetween, shareAt, type RepCourse } from '../body/moves.js';
import { DEFAULT_CAMERA, simulateAcross, simulatePicture } from '../body/simulate.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { judge } from '../evaluate/judge.js';
import { see } from '../evaluate/see.js';
import { OBSERVATION_FORMAT, observationSchema } from '../formats/observation.js';
import type { Landmarks } from '../landmarks.js';
import { depthsAcross } from '../measure/lens-across.js';
import { nobody } from '../person/circumstance.js';
import { gaussian, seededRandom } from '../statistics.js';
import { brokenBy, faultsIn, judgedReps, NO_REP, recordedReps, repsOfRecord } from './judged-reps.js';
import { offTempo, repsOf } from './reps.js';

/** Frames of somebody who moves; points off by `noise` px, with what a tracker leaves. */
function filmed(
  family: string,
  rung: string,
  course: RepCourse,
  { rate = 15, noise = 0, seed = 1, until = Infinity } = {},
) {
  const body = bodyOf({ stature: 1.7 });
  const ends = endsOf(rungOf(catalog, family, rung))!;
  const random = seededRandom(seed);
  const length = Math.min(until, courseLength(course));
  return Array.from({ length: Math.floor(length * rate) + 1 }, (_, i): { t: number; points: Landmarks } => {
    const t = i / rate;
    const { points } = simulatePicture(poseBetween(ends, shareAt(course, t)), body);
    const off = Object.entries(points).map(([name, p]) => [
      name,
      [p[0] + noise * gaussian(random), p[1] + noise * gaussian(random)],
    ]);
    return { t, points: Object.fromEntries(off) as Landmarks };
  });
}
const even: RepCourse = { tempo: [1, 1, 2], rest: 0.6, reps: 5 };

describe('reps cut out of a series', () => {
  test('from the front and the rear a squat is told by how far the hips rise, whatever the elbows seem to do', () => {
    const body = bodyOf({ stature: 1.7 });
    const rung = rungOf(catalog, 'overhead-squat', 'free');
    const ends = endsOf(rung)!;
    for (const view of ['front', 'rear'] as const) {
      const frames = Array.from({ length: Math.floor(courseLength(even) * 15) + 1 }, (_, i) => {
        const t = i / 15;
        const pose = poseBetween(ends, shareAt(even, t));
        const { of } = depthsAcross(rung.family, view, pose, body);
        const { points } = simulateAcross(rung.family, view, body, {}, 'ankle', DEFAULT_CAMERA, of, pose);
        // Elbows that are hardly seen wander more than anything moves.
        for (const name of ['elbow-l', 'elbow-r'] as const)
          points[name] = [points[name]![0] + 90 * Math.sin(0.9 * t), points[name]![1]];
        return { t, points };
      });
      const told = repsOf(frames)!;
      expect(told.of).toBe('rise');
      expect(told.reps).toHaveLength(5);
      for (const rep of told.reps) expect(Math.abs(rep.down - 2)).toBeLessThan(0.4);
    }
  });
  test('a hanging raise is told by its hips, a squat by its knees, a rock by its trunk, each with range and tempo', () => {
    const raise = repsOf(filmed('hanging', 'half', even))!;
    expect(raise.of).toBe('hip');
    expect(raise.reps).toHaveLength(5);
    expect(raise.range).toBeCloseTo(90, -1);
    expect(raise.period).toBeCloseTo(4.6, 1);
    for (const rep of raise.reps) {
      expect(rep.up).toBeCloseTo(1, 0);
      expect(Math.abs(rep.pause - 1)).toBeLessThan(0.25);
      expect(Math.abs(rep.down - 2)).toBeLessThan(0.25);
    }
    expect(Math.abs(raise.reps[0]!.from - 0.6)).toBeLessThan(0.2);
    expect(Math.abs(raise.reps[4]!.to - courseLength(even) + 0.6)).toBeLessThan(0.2);
    expect(repsOf(filmed('overhead-squat', 'free', even))!.reps).toHaveLength(5);
    const rock = repsOf(filmed('hollow', 'rock', { tempo: [0.6, 0, 0.6], rest: 0, reps: 8 }))!;
    expect(rock.reps).toHaveLength(8);
    expect(rock.period).toBeCloseTo(1.2, 1);
    expect(Math.abs(rock.range - 18)).toBeLessThan(1);
  });
  test('whatever the tempo, the rate and the noise, every rep is found once, in its order, and none beside', () => {
    fc.assert(
      fc.property(
        fc.record({
          up: fc.double({ min: 0.5, max: 3, noNaN: true }),
          pause: fc.double({ min: 0, max: 2, noNaN: true }),
          down: fc.double({ min: 0.5, max: 5, noNaN: true }),
          rest: fc.double({ min: 0, max: 2, noNaN: true }),
          reps: fc.integer({ min: 1, max: 8 }),
          noise: fc.double({ min: 0, max: 3, noNaN: true }),
          rate: fc.constantFrom(8, 12.5, 15, 30),
          seed: fc.integer({ min: 1, max: 1e6 }),
          what: fc.constantFrom(
            ['hanging', 'half'],
            ['hanging', 'tuck'],
            ['overhead-squat', 'free'],
            ['class-moves', 'v-up'],
          ),
        }),
        ({ up, pause, down, rest, reps, noise, rate, seed, what }) => {
          const motion = repsOf(
            filmed(what[0], what[1], { tempo: [up, pause, down], rest, reps }, { rate, noise, seed }),
          )!;
          expect(motion.reps).toHaveLength(reps);
          motion.reps.forEach((rep, i) => {
            expect(rep.from).toBeLessThan(rep.turns);
            expect(rep.turns).toBeLessThan(rep.to);
            if (i > 0) expect(rep.from).toBeGreaterThanOrEqual(motion.reps[i - 1]!.to - 0.5);
            expect(Math.abs(rep.up + rep.pause + rep.down - (up + pause + down))).toBeLessThan(
              0.35 + 0.15 * (up + down),
            );
          });
        },
      ),
      { numRuns: 60 },
    );
  });
  test('what is cut off on its way is not counted, what holds still has no reps, nor what nobody was found in', () => {
    const cut = repsOf(filmed('hanging', 'half', even, { until: 0.6 + 4.6 * 3 + 1.5 }))!;
    expect(cut.reps).toHaveLength(3);
    const still = filmed('hanging', 'half', { ...even, reps: 0, rest: 8 }, { noise: 2 });
    expect(repsOf(still)).toBeNull();
    expect(repsOf(still.map(({ t }) => ({ t, points: {} })))).toBeNull();
    expect(repsOf([])).toBeNull();
  });
  test('a gap takes the rep that lies in it, and no other', () => {
    const frames = filmed('hanging', 'half', even).filter(({ t }) => t < 6 || t > 8);
    expect(repsOf(frames)!.reps).toHaveLength(4);
  });
  test('a tempo that is not kept says by how much', () => {
    const off = offTempo(repsOf(filmed('hanging', 'half', even))!.reps, [1, 0, 4])!;
    expect(off.pause).toBeCloseTo(1, 0);
    expect(off.down).toBeCloseTo(-2, 0);
    expect(offTempo([], [1, 0, 1])).toBeNull();
  });
  test('what a coach says of a rep stays with it while points are set right, and what was none is left out', () => {
    const { reps } = repsOf(filmed('hanging', 'half', even))!;
    const said = [
      { turns: reps[1]!.turns + 0.2, is: NO_REP },
      { turns: reps[3]!.turns - 0.2, is: 'swing' },
      { turns: reps[4]!.turns, is: null },
    ];
    const judged = judgedReps(reps, [null, 'swing', 'swing', null, 'swing'], said);
    expect(judged.map((r) => r.is)).toEqual([null, NO_REP, 'swing', 'swing', null]);
    expect(judged.map((r) => r.byHand)).toEqual([false, true, false, true, true]);
    const recorded = recordedReps(judged);
    expect(recorded.map(({ clean, fault }) => fault ?? clean)).toEqual([true, 'swing', 'swing', true]);
    expect(recorded[1]!.t).toBeCloseTo(reps[2]!.to, 1);
  });
  test('a rep is broken by what stays beyond its clear limit', () => {
    const frames = filmed('hanging', 'half', even);
    const observation = observationSchema.parse({
      format: OBSERVATION_FORMAT,
      version: 1,
      position: 'hanging',
      rung: 'half',
      view: 'side',
      picture: { width: DEFAULT_CAMERA.width, height: DEFAULT_CAMERA.height },
      frames,
    });
    const judged = judge(see({ observation }, catalog), catalog, nobody());
    const { reps } = repsOf(frames)!;
    const limit = { ...judged.limits[0]!, measure: 'hang-line', fault: 'swing', side: 'above' as const };
    const samples = frames.map(({ t }) => ({
      t,
      values: new Map([['hang-line', t > reps[2]!.from && t < reps[2]!.from + 1.5 ? 90 : 0]]),
    }));
    const of = { samples, limits: [{ ...limit, limits: [5, 10, 20] as [number, number, number] }], usable: true };
    expect(brokenBy(reps, of)).toEqual([null, null, 'swing', null, null]);
    expect(brokenBy(reps, { ...of, usable: false })).toEqual([null, null, null, null, null]);
    // Kept with what was called and dropped, it is cut again the same.
    const kept = recordedReps(judgedReps(reps, brokenBy(reps, of), [{ turns: reps[0]!.turns, is: NO_REP }]));
    const again = repsOfRecord({ observation: { ...observation, reps: kept } });
    expect(again.map((r) => r.is)).toEqual([null, 'swing', null, null]);
    expect(again.map((r) => r.from)).toEqual(reps.slice(1).map((r) => r.from));
    expect(repsOfRecord({ observation })).toEqual([]);
    expect(faultsIn(reps, { ...of, limits: [...of.limits, { ...of.limits[0]!, fault: 'sway' }] })[2]).toEqual([
      'swing',
      'sway',
    ]);
  });
});
test('what does not move in the plane has no ends', () => {
  expect(endsOf(rungOf(catalog, 'front-plank', 'forearm'))).toBeNull();
  expect(endsOf(rungOf(catalog, 'rotation', 'heels-off'))).toBeNull();
  expect(endsOf(rungOf(catalog, 'single-leg-squat', 'free'))!.rest.knee).toBe(0);
});
