import { describe, expect, test } from '@jest/globals';
import type { Point } from '../geometry.js';
import { DETECTED_POINTS, type DetectedPerson } from './detected.js';
import { clipFrames, FOLLOWED, nearerOf, rawFrameSchema, withCloser, type RawFrame } from './raw.js';

const person = (left: number) =>
  Array.from({ length: 33 }, (_, i) => ({ at: [i, 2 * i] as Point, visible: i % 2 === 1 ? left : 0.5 }));
const frames: RawFrame[] = [
  { t: 0, person: person(0.9), moved: {} },
  { t: 0.1, moved: { 23: [1, 0], 24: [9, 9], 25: null } },
  { t: 0.2, person: null, moved: {} },
];

test('the side that was seen better over the clip is nearer; motion goes by its names', () => {
  expect(nearerOf(frames)).toBe('left');
  expect(nearerOf([{ t: 0, person: person(0.1), moved: {} }])).toBe('right');
  const left = clipFrames(frames, 'side', 'left');
  expect(left[0]!.found!.points.hip).toEqual([23, 46]);
  expect(left[1]).toEqual({ t: 0.1, moved: { hip: [1, 0] } });
  expect(left[2]!.found).toBeNull();
  expect(clipFrames(frames, 'side', 'right')[1]!.moved.hip).toEqual([9, 9]);
  expect(clipFrames(frames, 'front', 'left')[1]!.moved).toEqual({ 'hip-l': [1, 0], 'hip-r': [9, 9] });
});
test('what is followed is what landmarks are read from, and what was read survives being kept', () => {
  expect(FOLLOWED).toContain(0);
  expect(FOLLOWED).toHaveLength(21);
  const again = frames.map((f) => rawFrameSchema.parse(JSON.parse(JSON.stringify(f))));
  expect(clipFrames(again, 'side', 'left')).toEqual(clipFrames(frames, 'side', 'left'));
});

describe('a closer look', () => {
  const person = (x: number): DetectedPerson =>
    Array.from({ length: DETECTED_POINTS }, (_, i) => ({ at: [x + i, i] as const, visible: 1 }));
  const frames: RawFrame[] = Array.from({ length: 10 }, (_, i) => ({
    t: i / 15,
    moved: {},
    ...(i % 5 === 0 ? { person: person(100) } : {}),
  }));
  test('fills the frames on which nobody had been looked for, and leaves the others', () => {
    const closer = frames.slice(2, 6).map((f) => ({ t: f.t + 0.004, moved: {}, person: person(103) }));
    const after = withCloser(frames, closer);
    expect(after.map((f) => f.person?.[0]!.at[0] ?? null)).toEqual([
      100,
      null,
      103,
      103,
      103,
      100,
      null,
      null,
      null,
      null,
    ]);
    expect(frames[2]!.person).toBeUndefined();
  });
  test('takes nobody else, nobody at all, and nothing of other times', () => {
    const closer: RawFrame[] = [
      { t: 1 / 15, moved: {}, person: person(400) },
      { t: 2 / 15, moved: {}, person: null },
      { t: 2.5 / 15, moved: {}, person: person(101) },
    ];
    expect(withCloser(frames, closer)).toEqual(frames);
    expect(withCloser([], closer)).toEqual([]);
  });
});
