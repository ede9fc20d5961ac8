import { describe, expect, test } from '@jest/globals';
import type { Point } from '../geometry.js';
import {
  crossedIn,
  DETECTED_POINTS,
  largestFirst,
  meant,
  middleOf,
  nearerSide,
  pointsOf,
  problemsOfFound,
  type DetectedPerson,
} from './detected.js';

const picture = { width: 640, height: 360 };
/** Points in a row; the right ones are the even numbers from 8 on. */
const person = (visible: (i: number) => number = () => 1, by: Point = [0, 0]): DetectedPerson =>
  Array.from({ length: DETECTED_POINTS }, (_, i) => ({
    at: [100 + 10 * i + by[0], 200 + i + by[1]] as Point,
    visible: visible(i),
  }));
const rightSeen = (i: number): number => (i >= 7 && i % 2 === 1 ? 0.2 : 0.99);

describe('what a detector found', () => {
  test('from the side the better seen side alone counts, by plain names; the nose is everybody’s', () => {
    const found = pointsOf(person(rightSeen), 'side');
    expect(found.side).toBe('right');
    expect(found.points.hip).toEqual([340, 224]);
    expect(found.points.nose).toEqual([100, 200]);
    expect(Object.keys(found.points).some((name) => name.endsWith('-l'))).toBe(false);
    expect(pointsOf(person(rightSeen), 'side', 'left').points.hip).toEqual([330, 223]);
    expect(nearerSide(person())).toBe('left');
  });
  test('from the rear both sides, the person’s own', () => {
    const { points, side } = pointsOf(person(), 'rear');
    expect([points['knee-l'], points['knee-r'], side]).toEqual([[350, 225], [360, 226], null]);
  });
  test('who faces the camera has the left on the picture’s right, who turns the back on its left: what was taken for one another is put right', () => {
    const front = pointsOf(person(), 'front').points;
    expect([front['knee-l'], front['shoulder-r']]).toEqual([
      [360, 226],
      [210, 211],
    ]);
    // A back that was taken for a chest, on legs that were not.
    const turned = person().map((p, i, all) => (i >= 7 && i < 23 ? all[i % 2 === 1 ? i + 1 : i - 1]! : p));
    expect(crossedIn([turned], 'rear')).toEqual({ arms: true, legs: false });
    expect(pointsOf(turned, 'rear').points).toEqual(pointsOf(person(), 'rear').points);
    // Of a clip, what most say; from elsewhere nothing, nor of shoulders that stand over one another.
    expect(crossedIn([turned, person(), person()], 'rear')).toEqual({ arms: false, legs: false });
    for (const view of ['side', 'above'] as const)
      expect(crossedIn([turned], view)).toEqual({ arms: false, legs: false });
    const upended = turned.map(({ at: [x, y], visible }) => ({ at: [y, x] as Point, visible }));
    expect(crossedIn([upended], 'rear')).toEqual({ arms: false, legs: false });
  });
  test('the largest comes first, and who was meant is meant still', () => {
    const small = person().map(({ at, visible }) => ({ at: [at[0] / 2, at[1] / 2] as Point, visible }));
    expect(largestFirst([small, person()])).toEqual([person(), small]);
    const [here, there] = [person(), person(undefined, [300, 0])];
    expect(meant([here, there], middleOf(person(undefined, [290, 4])))).toBe(there);
    expect(meant([here, there], null)).toBe(here);
    expect(meant([], [0, 0])).toBeNull();
  });
  test('says what stands against it: nobody, several, a half person, one who is cut off', () => {
    expect(problemsOfFound([], 'side', picture)).toEqual(['nobody']);
    expect(problemsOfFound([person()], 'side', picture)).toEqual([]);
    expect(problemsOfFound([person(), person(undefined, [0, 130])], 'side', picture)).toEqual(['several']);
    // The same person found twice is one.
    expect(problemsOfFound([person(), person(undefined, [5, 4])], 'side', picture)).toEqual([]);
    expect(problemsOfFound([person((i) => (i >= 25 ? 0.05 : 1))], 'side', picture)).toEqual(['half']);
    expect(problemsOfFound([person(undefined, [300, 0])], 'side', picture)).toEqual(['cut-off']);
  });
});
