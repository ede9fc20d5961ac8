import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Point } from '../geometry.js';
import { gaussian, seededRandom } from '../statistics.js';
import { bodyLength, detectedShare, follow, followAfter, type ClipFrame } from './follow.js';

/** A body of 400 px whose hip sinks by 2 px a frame from the tenth frame on. */
const hipAt = (i: number): Point => [300, 200 + 2 * Math.max(0, i - 10)];
const still = { shoulder: [500, 180] as Point, ankle: [100, 180] as Point };
const seen = { shoulder: 1, hip: 1, ankle: 1 };
const far = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** Found on every n-th frame, off by a bias and a scatter; followed between. */
function clip(
  length: number,
  { every = 4, bias = [0, 0] as Point, scatter = 0, lost = false, drift = 0, seed = 1 } = {},
): ClipFrame[] {
  const random = seededRandom(seed);
  return Array.from({ length }, (_, i): ClipFrame => {
    const hip = hipAt(i);
    const by: Point = i === 0 ? [0, 0] : [0, hip[1] - hipAt(i - 1)[1] + drift * gaussian(random)];
    const at: Point = [hip[0] + bias[0] + scatter * gaussian(random), hip[1] + bias[1] + scatter * gaussian(random)];
    return {
      t: i / 15,
      ...(i % every === 0 ? { found: { points: { ...still, hip: at }, visible: seen } } : {}),
      moved: lost || i === 0 ? {} : { hip: by, shoulder: [0, 0], ankle: [0, 0] },
    };
  });
}

describe('landmarks over a clip', () => {
  test('what is found and followed without error is the truth on every frame', () => {
    const followed = follow(clip(41));
    followed.forEach((frame, i) => expect(far(frame.points.hip!, hipAt(i))).toBeLessThan(0.05));
    expect(followed.map((f) => f.t)[15]).toBe(1);
  });
  test('scatter of single findings is smoothed away, without lag', () => {
    const scatter = 5;
    const off = follow(clip(121, { scatter, seed: 3 })).map((f, i) => f.points.hip![1] - hipAt(i)[1]);
    const rms = Math.sqrt(off.reduce((sum, d) => sum + d * d, 0) / off.length);
    expect(rms).toBeLessThan(0.55 * scatter);
    // While it sinks the error is not all to one side: that would be lag.
    const sinking = off.slice(20);
    expect(Math.abs(sinking.reduce((a, b) => a + b, 0) / sinking.length)).toBeLessThan(0.4 * scatter);
  });
  test('where points are lost between, the course goes from finding to finding, and says that it is less sure', () => {
    const [held, lost] = [follow(clip(41)), follow(clip(41, { lost: true }))];
    expect(far(lost[22]!.points.hip!, hipAt(22))).toBeLessThan(6);
    expect(lost[22]!.sd.hip!).toBeGreaterThan(1.5 * held[22]!.sd.hip!);
  });
  test('one finding that is far off counts for little', () => {
    const frames = clip(41);
    frames[20]!.found!.points.hip = [380, 90];
    expect(far(follow(frames)[20]!.points.hip!, hipAt(20))).toBeLessThan(4);
  });
  test('a hand’s point stands where it was set, and mends what the detector is wrong by on the other frames too', () => {
    const frames = clip(61, { bias: [6, -12] });
    const anchored = follow(frames, [{ frame: 20, name: 'hip', at: hipAt(20) }]);
    expect(far(anchored[20]!.points.hip!, hipAt(20))).toBeLessThan(0.6);
    for (const i of [4, 22, 40, 60]) expect(far(anchored[i]!.points.hip!, hipAt(i))).toBeLessThan(1.5);
    // Only that point: the others are what they were.
    expect(anchored[20]!.points.shoulder).toEqual(follow(frames)[20]!.points.shoulder);
  });
  test('two hand-set points: in proportion between', () => {
    const frames = clip(41);
    const [a, b]: Point[] = [
      [hipAt(8)[0] + 10, hipAt(8)[1]],
      [hipAt(32)[0] - 10, hipAt(32)[1]],
    ];
    const followed = follow(frames, [
      { frame: 8, name: 'hip', at: a! },
      { frame: 32, name: 'hip', at: b! },
    ]);
    expect(followed[20]!.points.hip![0]).toBeCloseTo(300, 0);
    expect(followed[0]!.points.hip![0]).toBeGreaterThan(305);
  });
  test('nobody there for long: those frames have no points, and the ends of the gap do', () => {
    const frames = clip(121).map((f, i) => (i > 30 && i < 90 ? { t: f.t, found: null, moved: {} } : f));
    const followed = follow(frames);
    expect(followed[60]!.points).toEqual({});
    expect(followed[28]!.points.hip).toBeDefined();
    expect(followed[92]!.points.hip).toBeDefined();
  });
  test('nobody anywhere is no error; a hand may lay points none the less; an anchor beyond the end is', () => {
    const empty: ClipFrame[] = [0, 1, 2].map((i) => ({ t: i / 15, moved: {} }));
    expect(follow(empty).every((f) => Object.keys(f.points).length === 0)).toBe(true);
    const laid = follow(empty, [
      { frame: 0, name: 'hip', at: [10, 10] },
      { frame: 0, name: 'shoulder', at: [210, 10] },
    ]);
    expect(far(laid[1]!.points.hip!, [10, 10])).toBeLessThan(1);
    expect(() => follow(empty, [{ frame: 9, name: 'hip', at: [0, 0] }])).toThrow('there is no frame 9');
  });
  test('the stated scatter holds: about as often as it says, over seeds', () => {
    const share = detectedShare('hip') * 400 * 0.35;
    let [within, all] = [0, 0];
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        follow(clip(81, { scatter: share, drift: 0.35, seed })).forEach((f, i) => {
          const off = Math.abs(f.points.hip![1] - hipAt(i)[1]);
          within += Number(off < 1.96 * f.sd.hip!);
          all += 1;
        });
      }),
      { numRuns: 30, seed: 11 },
    );
    expect(within / all).toBeGreaterThan(0.9);
    expect(within / all).toBeLessThan(0.999);
  });
  test('errors are counted in the body’s own length', () => {
    expect(bodyLength(clip(5))).toBe(400);
    expect(bodyLength([])).toBeNull();
  });
});

test('after a point is set only its own course is worked out anew, and all is as if it had been from the start', () => {
  const at = (x: number): ClipFrame['found'] => ({
    points: { shoulder: [x, 0], hip: [x + 50, 4], ankle: [x + 100, 0] },
    visible: {},
  });
  const frames: ClipFrame[] = Array.from({ length: 30 }, (_, i) => ({
    t: i / 15,
    ...(i % 4 === 0 ? { found: at(i) } : {}),
    moved: i === 0 ? {} : { shoulder: [1, 0], hip: [1, 0], ankle: [1, 0] },
  }));
  const first = followAfter(null, frames, []);
  const anchors = [{ frame: 8, name: 'hip' as const, at: [60, 9] as const }];
  const second = followAfter(first, frames, anchors);
  expect(second.frames).toEqual(follow(frames, anchors));
  expect(second.courses.get('shoulder')!.course).toBe(first.courses.get('shoulder')!.course);
  expect(second.courses.get('hip')!.course).not.toBe(first.courses.get('hip')!.course);
  // Other frames are other courses.
  expect(followAfter(second, [...frames], anchors).courses.get('shoulder')!.course).not.toBe(
    second.courses.get('shoulder')!.course,
  );
});
