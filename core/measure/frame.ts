/** From picture pixels to an upright frame in which y points away from the floor: camera roll is gone, the sides are named. */
import { distance, dot, rotate, scale, subtract, type Pixels, type Point } from '../geometry.js';
import type { Orientation } from '../body/pose.js';
import type { Body } from '../body/anthropometry.js';
import type { LandmarkName, Landmarks } from './landmarks.js';

export type FloorLine = readonly [Point, Point];

export interface UprightFrame {
  /** pixels, y up; y is the height above the floor line when one was given */
  at: (name: LandmarkName) => Point;
  has: (name: LandmarkName) => boolean;
  hasFloor: boolean;
  /** +1 when the head is to the right of the hip, −1 to the left */
  head: 1 | -1;
  /** +1 when the belly lies clockwise of hip→shoulder, −1 otherwise */
  belly: 1 | -1;
}

/** Which way the person faces; found once per picture and kept while errors are propagated. */
export type Facing = Pick<UprightFrame, 'head' | 'belly'>;

const centroid = (points: readonly Point[]): Point => {
  const sum = points.reduce<[number, number]>((total, p) => [total[0] + p[0], total[1] + p[1]], [0, 0]);
  return [sum[0] / points.length, sum[1] / points.length];
};

/**
 * Turns picture points (px, y down) upright.
 * @param points landmarks in pixels
 * @param floor two points on the floor; without it the picture's vertical is taken as gravity
 * @param orientation of the position family; decides on which side the belly is when the trunk lies level
 * @param facing keep a facing found earlier instead of finding it again
 */
export function uprightFrame(
  points: Landmarks,
  floor: FloorLine | undefined,
  orientation: Orientation,
  facing?: Facing,
): UprightFrame {
  const flip = (p: Point): Point => [p[0], -p[1]];
  let origin: Point = [0, 0];
  let up: Point = [0, 1];
  if (floor) {
    origin = flip(floor[0]);
    const line = subtract(flip(floor[1]), origin);
    up = scale(rotate(line, 90), 1 / Math.hypot(line[0], line[1]));
    const all = Object.values(points);
    if (all.length > 0 && dot(subtract(flip(centroid(all)), origin), up) < 0) up = scale(up, -1);
  }
  const along = rotate(up, -90);
  const at = (name: LandmarkName): Point => {
    const p = points[name];
    if (!p) throw new RangeError(`the landmark ${name} is missing`);
    const relative = subtract(flip(p), origin);
    return [dot(relative, along), dot(relative, up)];
  };
  const has = (name: LandmarkName): boolean => points[name] !== undefined;
  return { at, has, hasFloor: floor !== undefined, ...(facing ?? findFacing(at, has, orientation)) };
}

/** Head side from shoulder and hip; belly side from the family's orientation, or from toes, nose or knee when upright. */
function findFacing(at: UprightFrame['at'], has: UprightFrame['has'], orientation: Orientation): Facing {
  const head: 1 | -1 = has('shoulder') && has('hip') && at('shoulder')[0] < at('hip')[0] ? -1 : 1;
  if (orientation === 'prone') return { head, belly: head };
  if (orientation === 'supine') return { head, belly: head === 1 ? -1 : 1 };
  if (has('shoulder') && has('hip')) {
    const up = subtract(at('shoulder'), at('hip'));
    const clockwise = rotate(up, -90);
    for (const [from, to] of [
      ['heel', 'toe'],
      ['ear', 'nose'],
      ['hip', 'knee'],
    ] as const) {
      if (has(from) && has(to)) return { head, belly: dot(subtract(at(to), at(from)), clockwise) < 0 ? -1 : 1 };
    }
  }
  return { head, belly: 1 };
}

/** Longest chain of trunk, thigh and shank that the landmarks give, as pixels and the same in shares of stature. */
export function bodyScale(frame: UprightFrame, body: Body): { pixels: Pixels; ofStature: number } | null {
  const chain: [LandmarkName, LandmarkName, number][] = [
    ['shoulder', 'hip', body.trunk],
    ['hip', 'knee', body.lengths.thigh],
    ['knee', 'ankle', body.lengths.shank],
  ];
  let pixels = 0;
  let metres = 0;
  for (const [a, b, expected] of chain) {
    if (!frame.has(a) || !frame.has(b)) continue;
    pixels += distance(frame.at(a), frame.at(b));
    metres += expected;
  }
  return metres > 0 && pixels > 0 ? { pixels, ofStature: metres / body.stature } : null;
}
