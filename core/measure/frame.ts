/** From picture pixels to an upright frame in which y points away from the floor: camera roll is gone, the sides are named. */
import { cross, distance, dot, rotate, scale, subtract, type Pixels, type Point } from '../geometry.js';
import type { Orientation } from '../body/pose.js';
import type { Body } from '../body/anthropometry.js';
import type { FloorLine, LandmarkName, Landmarks } from '../landmarks.js';

export interface UprightFrame {
  /** pixels, y up; y is the height above the floor line when one was given */
  at: (name: LandmarkName) => Point;
  /** Any point of the picture, px y down, in this frame. */
  of: (p: Point) => Point;
  has: (name: LandmarkName) => boolean;
  hasFloor: boolean;
  /** +1 when the head is to the right of the hip, −1 to the left */
  head: 1 | -1;
  /** +1 when the belly lies clockwise of hip→shoulder, −1 otherwise */
  belly: 1 | -1;
}

/** Which way the person faces and on which side of the floor line they are; found once per picture and kept while errors are propagated. */
export interface Facing extends Pick<UprightFrame, 'head' | 'belly'> {
  /** Whether "up" is to the left (1) or the right (−1) of the floor line's direction. */
  floorSide: 1 | -1;
}

const flip = (p: Point): Point => [p[0], -p[1]];

/** The picture's up is up; only of a line steeper than 45°, as in a picture that lies on its side, the points tell. */
function sideOfFloor(points: Landmarks, floor: FloorLine): 1 | -1 {
  const all = Object.values(points);
  const line = subtract(flip(floor[1]), flip(floor[0]));
  if (Math.abs(line[0]) >= Math.abs(line[1])) return line[0] < 0 ? -1 : 1;
  const total = all.reduce((sum, p) => sum + cross(line, subtract(flip(p), flip(floor[0]))), 0);
  return total < 0 ? -1 : 1;
}

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
): UprightFrame & { facing: Facing } {
  const floorSide = facing?.floorSide ?? (floor ? sideOfFloor(points, floor) : 1);
  let origin: Point = [0, 0];
  let along: Point = [1, 0];
  if (floor) {
    origin = flip(floor[0]);
    const line = subtract(flip(floor[1]), origin);
    along = scale(line, floorSide / Math.hypot(line[0], line[1]));
  }
  const of = (p: Point): Point => {
    const relative = subtract(flip(p), origin);
    return [dot(relative, along), cross(along, relative)];
  };
  const known = new Map<LandmarkName, Point>();
  const at = (name: LandmarkName): Point => {
    const before = known.get(name);
    if (before) return before;
    const p = points[name];
    if (!p) throw new RangeError(`the landmark ${name} is missing`);
    const upright = of(p);
    known.set(name, upright);
    return upright;
  };
  const has = (name: LandmarkName): boolean => points[name] !== undefined;
  const sides = facing ?? { ...findFacing(at, has, orientation), floorSide };
  return { at, of, has, hasFloor: floor !== undefined, head: sides.head, belly: sides.belly, facing: sides };
}

/** Head side from shoulder and hip; belly side from the family's orientation, or from toes, nose or knee when upright. */
function findFacing(
  at: UprightFrame['at'],
  has: UprightFrame['has'],
  orientation: Orientation,
): Pick<UprightFrame, 'head' | 'belly'> {
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
