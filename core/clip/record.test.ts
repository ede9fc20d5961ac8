import { describe, expect, test } from '@jest/globals';
import { bodyOf } from '../body/anthropometry.js';
import { faultsAt, STILL, stretchesOver, type Course } from '../body/course.js';
import { DEFAULT_CAMERA, simulatePicture, withFaults } from '../body/simulate.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { judge } from '../evaluate/judge.js';
import { see } from '../evaluate/see.js';
import { OBSERVATION_FORMAT, observationSchema } from '../formats/observation.js';
import { SIDE_LANDMARKS, type LandmarkName } from '../landmarks.js';
import type { Point } from '../geometry.js';
import { nobody } from '../person/circumstance.js';
import { gaussian, seededRandom } from '../statistics.js';
import { cleanRange } from './range.js';
import { clipError, clipFloor, clipRecord } from './record.js';
import { detectedShare, follow, type ClipFrame } from './follow.js';

const body = bodyOf({ stature: 1.7 });
const { pose } = rungOf(catalog, 'front-plank', 'forearm');
const picture = { width: DEFAULT_CAMERA.width, height: DEFAULT_CAMERA.height };

/** A clip of a plank that does what a course says, found with the detector's error about four times a second and followed between. */
function clip(course: Course, length: number, seed = 1): ClipFrame[] {
  const random = seededRandom(seed);
  const names: LandmarkName[] = [...SIDE_LANDMARKS];
  const wrong = new Map<LandmarkName, Point>();
  let before: Partial<Record<LandmarkName, Point>> | null = null;
  return Array.from({ length: Math.round(15 * length) + 1 }, (_, i): ClipFrame => {
    const t = i / 15;
    const { points } = simulatePicture(withFaults(pose, faultsAt(course, t), body), body, DEFAULT_CAMERA);
    const unit = Math.hypot(points.shoulder![0] - points.ankle![0], points.shoulder![1] - points.ankle![1]);
    const off = (name: LandmarkName): Point => {
      const sd = 0.35 * detectedShare(name) * unit;
      return [sd * gaussian(random), sd * gaussian(random)];
    };
    // What it is wrong by all the time is no part of this: it shifts angles and no course of them.
    for (const name of names) wrong.set(name, wrong.get(name) ?? [0, 0]);
    const moved = Object.fromEntries(
      names.flatMap((name) => {
        const [a, b] = [before?.[name], points[name]!];
        return a && random() > 0.1
          ? [[name, [b[0] - a[0] + 0.2 * gaussian(random), b[1] - a[1] + 0.2 * gaussian(random)]]]
          : [];
      }),
    );
    before = points;
    const found =
      i % 4 === 0
        ? {
            found: {
              points: Object.fromEntries(
                names.map((name) => [name, [0, 1].map((k) => points[name]![k]! + off(name)[k]!)]),
              ),
              visible: {},
            },
          }
        : {};
    return { t, moved, ...found };
  });
}
function judged(frames: ClipFrame[]) {
  const followed = follow(frames);
  const floor = clipFloor(followed, pose, body, picture);
  const observation = observationSchema.parse({
    format: OBSERVATION_FORMAT,
    version: 1,
    position: 'front-plank',
    rung: 'forearm',
    view: 'side',
    athlete: { stature: 1.7 },
    ...clipRecord(followed, { picture, error: clipError(frames, []), floor, view: 'side' }),
  });
  return judge(see({ observation }, catalog), catalog, nobody());
}
const sagAt = (from: number, mended: number | null): Course => ({
  ...STILL,
  sags: [{ from, rate: 8, most: 22, mended }],
});

describe('the record of a clip', () => {
  test('the second at which a sag crosses the clear limit, to half a second', () => {
    const course = sagAt(9, null);
    const { hold, limits } = judged(clip(course, 20));
    const clear = limits.find((l) => l.fault === 'hip-sag')!.limits[1];
    const [over] = stretchesOver(course, clear, 20);
    expect(hold!.firstToGo?.fault).toBe('hip-sag');
    expect(Math.abs(hold!.clean + hold!.settled! - over!.from)).toBeLessThan(0.5);
  });
  test('a dip is no lasting break; one that recovers is marked recovered; a clean clip has none', () => {
    const dip: Course = { ...STILL, sags: [{ from: 8, rate: 60, most: 18, mended: 8.45 }] };
    expect(judged(clip(dip, 14)).hold!.breaks.filter((b) => b.fault === 'hip-sag')).toEqual([]);
    const back = judged(clip(sagAt(6, 10), 20)).hold!;
    expect(back.breaks.find((b) => b.fault === 'hip-sag')).toMatchObject({ recovered: true });
    const clean = judged(clip({ ...STILL, breath: 0.6 }, 20)).hold!;
    expect(clean.breaks).toEqual([]);
    expect(clean.clean).toBeGreaterThan(18.5);
  });
  test('the floor lies under the contacts', () => {
    const floor = clipFloor(follow(clip(STILL, 2)), pose, body, picture)!;
    const truth = simulatePicture(pose, body, DEFAULT_CAMERA).floor;
    for (const [i, p] of floor.entries()) expect(Math.abs(p[1] - truth[i]![1])).toBeLessThan(8);
    // One contact alone: level, under it.
    const hollow = rungOf(catalog, 'hollow', 'straight').pose;
    const shot = simulatePicture(hollow, body, DEFAULT_CAMERA);
    const level = clipFloor([{ points: shot.points }], hollow, body, picture)!;
    for (const p of level) expect(Math.abs(p[1] - shot.floor[0][1])).toBeLessThan(4);
    // Who hangs touches the floor nowhere.
    const hang = rungOf(catalog, 'hanging').pose;
    expect(clipFloor(follow(clip(STILL, 2)), hang, body, picture)).toBeNull();
  });
  test('a lens near by shows a near hip lower than the middle of the body: the floor is under the middle; bent knees do not lower it', () => {
    const hollow = rungOf(catalog, 'hollow', 'straight').pose;
    for (const lens of [
      { distance: 2.4, height: 1.2 },
      { distance: 3, height: 0.5 },
    ])
      for (const [held, faults] of [
        [hollow, {}],
        [hollow, { knee: 150 }],
        [pose, { hipLine: 12 }],
      ] as const) {
        const shot = simulatePicture(withFaults(held, faults, body), body, { ...DEFAULT_CAMERA, lens });
        const of = [{ points: shot.points }];
        const floor = clipFloor(of, held, body, picture, lens)!;
        const middle = (line: readonly (readonly number[])[]): number => (line[0]![1]! + line[1]![1]!) / 2;
        expect(Math.abs(middle(floor) - middle(shot.floor))).toBeLessThan(6);
        const plain = middle(clipFloor(of, held, body, picture)!) - middle(shot.floor);
        if (lens.height > 1) expect(plain).toBeGreaterThan(9);
      }
  });
  test('what is hardly seen, and an ear behind a raised arm, are no points of the record until a hand sets them', () => {
    const seen = (visible: Partial<Record<LandmarkName, number>>, of = pose, anchors: LandmarkName[] = []) => {
      const { points } = simulatePicture(of, body, DEFAULT_CAMERA);
      const found: ClipFrame = { t: 0, found: { points, visible }, moved: {} };
      const by = anchors.map((name) => ({ frame: 0, name, at: points[name]! }));
      const record = clipRecord([{ t: 0, points, sd: {} }], {
        picture,
        error: 5,
        floor: null,
        view: 'side',
        found: [found],
        anchors: by,
      });
      return Object.keys(record.frames[0]!.points);
    };
    expect(seen({})).toEqual(expect.arrayContaining(['ear', 'knee', 'wrist']));
    expect(seen({ knee: 0.3, wrist: 0.9 })).not.toContain('knee');
    expect(seen({ knee: 0.3 }, pose, ['knee'])).toContain('knee');
    const overhead = rungOf(catalog, 'hollow', 'overhead').pose;
    expect(seen({}, overhead)).not.toContain('ear');
    expect(seen({}, overhead, ['ear'])).toContain('ear');
  });
  test('a hand makes the points surer, and nobody found has no error', () => {
    const frames = clip(STILL, 2);
    const by = (['shoulder', 'hip', 'knee', 'ankle'] as const).map((name) => ({ frame: 0, name, at: [0, 0] as Point }));
    expect(clipError(frames, by)!).toBeLessThan(0.9 * clipError(frames, [])!);
    expect(clipError([{ t: 0, moved: {} }], [])).toBeNull();
  });
  test('heels, toes and fingertips are too rough to be measured by, until a hand sets one', () => {
    const followed = follow(clip(STILL, 1));
    const of = { picture, error: 4, floor: null, view: 'side' as const };
    expect(Object.keys(clipRecord(followed, of).frames[0]!.points).sort()).toEqual(
      ['ankle', 'ear', 'elbow', 'hip', 'knee', 'shoulder', 'wrist'].sort(),
    );
    const anchors = [{ frame: 0, name: 'toe' as const, at: [1, 1] as Point }];
    expect(clipRecord(followed, { ...of, anchors }).frames[0]!.points).toHaveProperty('toe');
  });
  test('frames on which little is known are left out', () => {
    const { frames } = clipRecord([{ t: 0, points: { hip: [1, 2] }, sd: {} }], {
      picture,
      error: null,
      floor: null,
      view: 'side',
    });
    expect(frames).toEqual([]);
  });
});

describe('the range of clean seconds', () => {
  test('holds them, narrows when hands set the points, and is none of a still', () => {
    const frames = clip(sagAt(9, null), 20);
    const found = judged(frames);
    const range = cleanRange(found)!;
    expect(range.low).toBeLessThanOrEqual(found.hold!.clean);
    expect(range.high).toBeGreaterThanOrEqual(found.hold!.clean);
    expect(range.high - range.low).toBeGreaterThan(0.1);
    const sharper = cleanRange({ ...found, measures: found.measures.map((m) => ({ ...m, sd: m.sd / 10 })) })!;
    expect(sharper.high - sharper.low).toBeLessThan(0.8 * (range.high - range.low));
    expect(cleanRange({ ...found, samples: found.samples.slice(0, 1) })).toBeNull();
    expect(cleanRange({ ...found, usable: false })).toBeNull();
  });
});
