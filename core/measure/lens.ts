/**
 * A camera is near and stands somewhere: near points carried to the body's middle plane. Every ray from the lens through a placed point
 * is met with the plane in which that point of the body lies, so that the picture's perspective is undone for all of them at once.
 * `lens-across.ts` says in which plane that is from the front, the rear and above.
 */
import type { Body } from '../body/anthropometry.js';
import {
  distance as between,
  radians,
  scale,
  subtract,
  add,
  type Degrees,
  type Metres,
  type Pixels,
  type Point,
} from '../geometry.js';
import { baseOf, type BaseLandmark, type LandmarkName } from '../landmarks.js';
import type { UprightFrame } from './frame.js';

/** Where the lens stands, and the picture's size: the lens looks through its middle. */
export interface Lens {
  /** To the body's middle plane, and above the floor. */
  distance: Metres;
  height: Metres;
  picture: { width: Pixels; height: Pixels };
}

/** How well somebody who tells it knows where the lens stood, 1 SD. Assumptions: paced out, held against the thigh. */
export const LENS_SD = { distance: 0.15, height: 0.08 } as const;
/** How far off square somebody stands who tries to stand square, 1 SD: few beyond twelve degrees. Assumption. */
export const YAW_SD: Degrees = 7;
/** How far a yaw that far points tell is off, 1 SD: widths of people and placing. Assumption, tested. */
export const FITTED_YAW_SD: Degrees = 4;
/** Breadths of bodies scatter about the table's, and lengths too, as shares (1 SD). Modelling assumptions. */
export const BODY_SD = { breadth: 0.15, length: 0.03 } as const;
/** Half the breadth of a head, as a share of the stature: about 15 cm at 1.72 m. Tabulated head breadths. */
const HALF_HEAD = 0.044;
/** Rounds of settling pitch and tilt, which hang on one another. */
const AIM_ROUNDS = 4;
/** Rounds of settling the focal length; each brings it nearer by a factor of ten or more. */
const ROUNDS = 6;

const middle = (points: readonly Point[]): Point =>
  scale(
    points.reduce((sum, p) => add(sum, p), [0, 0] as Point),
    1 / points.length,
  );

const ARM: ReadonlySet<string> = new Set(['shoulder', 'elbow', 'wrist', 'fingertip']);
const MIDDLE: ReadonlySet<string> = new Set(['nose', 'midback', 'lowback', 'ribs']);
/** How far a point lies from the body's middle plane, towards the lens, metres; far-side points lie beyond it. */
export function towardsLens(name: LandmarkName, body: Body): Metres {
  const base = baseOf(name);
  const half = MIDDLE.has(base)
    ? 0
    : base === 'ear'
      ? HALF_HEAD * body.stature
      : (ARM.has(base) ? body.shoulderWidth : body.hipWidth) / 2;
  return name === base ? half : -half;
}

/** What may be otherwise than it was told, as factors and metres: for the errors. */
export interface LensDoubt {
  distance?: Metres;
  height?: Metres;
  breadth?: number;
  length?: number;
  /** Camera turned about the body's upright, degrees. */
  yaw?: Degrees;
  /** Camera that looks down on the body turned about the picture's level, degrees. */
  pitch?: Degrees;
  /** A joint nearer to the lens than it was taken to be, metres. */
  nearer?: { of: BaseLandmark; by: Metres };
}

/** How a body stands before the lens. */
export interface Depths {
  /** How far a point lies from the plane to which the lens' distance is told, towards the lens, metres. */
  of: (name: LandmarkName) => Metres;
  /** Lines from the middle of some points to the middle of others, metres in that plane: they tell the picture's scale. */
  known: readonly { from: readonly LandmarkName[]; to: readonly LandmarkName[]; long: Metres }[];
  /** The lens looks straight down, and its distance is its height above the floor. */
  down?: boolean;
  /** Both legs do the same: where they look otherwise, the camera may have stood off square. */
  even?: boolean;
}

/** A body beside the lens: near joints half a breadth towards it, far ones beyond, trunk and leg as long as they are. */
export function depthsBeside(body: Body): Depths {
  return {
    of: (name) => towardsLens(name, body),
    known: [
      { from: ['shoulder'], to: ['hip'], long: body.trunk },
      { from: ['hip'], to: ['knee'], long: body.lengths.thigh },
      { from: ['knee'], to: ['ankle'], long: body.lengths.shank },
    ],
  };
}

type KnownLines = Depths['known'];
const placedLines = (frame: UprightFrame, { known }: Depths): KnownLines =>
  known.filter(({ from, to }) => [...from, ...to].every(frame.has));
/** How long known lines are where their ends lie at the given places. */
const longIn = (lines: KnownLines, at: (name: LandmarkName) => Point): number =>
  lines.reduce((sum, { from, to }) => sum + between(middle(from.map(at)), middle(to.map(at))), 0);
const metresOf = (lines: KnownLines): Metres => lines.reduce((sum, { long }) => sum + long, 0);
/** Pixels per metre that lines of known length tell; null where none of them is placed. */
export function scaleOf(frame: UprightFrame, depths: Depths): number | null {
  const lines = placedLines(frame, depths);
  const pixels = longIn(lines, frame.at);
  return pixels > 0 ? pixels / metresOf(lines) : null;
}

/**
 * The frame as a camera far away would have seen the body's middle plane, in pixels of that plane.
 * @param frame with a floor line: it tells how far the camera looked down. The line is taken to lie in the middle plane
 * @param depths in which plane each point lies, and what tells the scale
 * @returns the frame itself where the floor (the lens looks along it) or the body's scale is not known, or where no such camera can have taken it
 */
export function rectified(frame: UprightFrame, depths: Depths, lens: Lens, doubt: LensDoubt = {}): UprightFrame {
  const lines = placedLines(frame, depths);
  const pixels = longIn(lines, frame.at);
  if (!(frame.hasFloor || depths.down) || !(pixels > 0)) return frame;
  const distance = lens.distance + (doubt.distance ?? 0);
  const height = depths.down ? 0 : Math.max(0, lens.height + (doubt.height ?? 0));
  const breadth = 1 + (doubt.breadth ?? 0);
  const expected = metresOf(lines) * (1 + (doubt.length ?? 0));
  const { nearer } = doubt;
  const depthOf = (name: LandmarkName): Metres =>
    breadth * depths.of(name) + (nearer && baseOf(name) === nearer.of ? nearer.by : 0);
  const centre = frame.of([lens.picture.width / 2, lens.picture.height / 2]);
  const down = Math.atan2(height, distance);
  const yaw = radians(doubt.yaw ?? 0);
  /**
   * Pitch, and how far the camera's own level is turned against the floor line: a line that runs away from a camera which looks down
   * does not lie level in the picture.
   */
  const aimAt = (focal: Pixels): { pitch: number; tilt: number } => {
    if (depths.down) return { pitch: radians(doubt.pitch ?? 0), tilt: 0 };
    let [pitch, tilt] = [0, 0];
    for (let round = 0; round < (yaw === 0 ? 1 : AIM_ROUNDS); round += 1) {
      pitch = down - Math.atan2(centre[1], focal * Math.cos(tilt));
      const [up, away] = [
        distance * Math.sin(pitch) - height * Math.cos(pitch),
        height * Math.sin(pitch) + distance * Math.cos(pitch),
      ];
      const [rises, recedes] = [-Math.sin(yaw) * Math.sin(pitch), -Math.sin(yaw) * Math.cos(pitch)];
      tilt = Math.atan2(rises * away - up * recedes, Math.cos(yaw) * away);
    }
    return { pitch, tilt };
  };
  const metresAt = (name: LandmarkName, focal: Pixels, { pitch, tilt } = aimAt(focal)): Point | null => {
    // The floor line is seen so far under the middle of the picture; the rest of the angle to it is the camera's pitch.
    const [level, plumb] = subtract(frame.at(name), centre);
    const u = level * Math.cos(tilt) - plumb * Math.sin(tilt);
    const v = level * Math.sin(tilt) + plumb * Math.cos(tilt);
    const ahead = (v / focal) * Math.sin(pitch) + Math.cos(pitch);
    const away = distance - depthOf(name);
    if (ahead <= 0.05 || away <= 0.05) return null;
    // The point's own plane, turned by the yaw about the body's upright, met by the ray.
    const near = distance - away;
    const slope = u / focal / ahead;
    const x =
      (slope * (distance - near * Math.cos(yaw)) + near * Math.sin(yaw)) / (Math.cos(yaw) + slope * Math.sin(yaw));
    const t = (distance - near * Math.cos(yaw) - x * Math.sin(yaw)) / ahead;
    return [x, height + t * ((v / focal) * Math.cos(pitch) - Math.sin(pitch))];
  };
  const ends = lines.flatMap(({ from, to }) => [...from, ...to]);
  let focal = (pixels / expected) * distance;
  for (let round = 0; round < ROUNDS; round += 1) {
    const aim = aimAt(focal);
    if (ends.some((name) => metresAt(name, focal, aim) === null)) return frame;
    const long = longIn(lines, (name) => metresAt(name, focal, aim)!);
    if (!(long > 0)) return frame;
    focal *= long / expected;
  }
  const perMetre = focal / distance;
  const aim = aimAt(focal);
  const carried = new Map<LandmarkName, Point>();
  return {
    ...frame,
    at: (name) => {
      const before = carried.get(name);
      if (before) return before;
      const p = metresAt(name, focal, aim) ?? [0, 0];
      const at: Point = [centre[0] + p[0] * perMetre, p[1] * perMetre];
      carried.set(name, at);
      return at;
    },
  };
}

/** Joints whose far side tells the yaw: both sides of them lie on one line across the body. */
const PAIRS = ['shoulder', 'hip'] as const;
/** Farthest that a camera is looked for off square, degrees, and halvings of that range. */
const FARTHEST: Degrees = 60;
const HALVINGS = 12;

/**
 * How far the camera was turned off square, told by near and far points of shoulder and hip: with the right turn both sides of a joint lie
 * at one place along the body.
 * @returns degrees, positive and negative for the two sides; null where no far point is placed, or the picture tells nothing
 */
export function fittedYaw(frame: UprightFrame, body: Body, lens: Lens): Degrees | null {
  const pairs = PAIRS.flatMap((near) =>
    (['l', 'r'] as const)
      .map((side): LandmarkName => `${near}-${side}`)
      .filter((far) => frame.has(near) && frame.has(far))
      .map((far) => [near, far] as const),
  );
  if (pairs.length === 0 || !frame.hasFloor) return null;
  /** Near ahead of far along the body, px: falls to nought at the right turn, and rises and falls with it. */
  const apart = (yaw: Degrees): number => {
    const turned = rectified(frame, depthsBeside(body), lens, { yaw });
    return pairs.reduce((sum, [near, far]) => sum + turned.at(near)[0] - turned.at(far)[0], 0);
  };
  let [low, high] = [-FARTHEST, FARTHEST];
  const [atLow, atHigh] = [apart(low), apart(high)];
  if (Math.sign(atLow) === Math.sign(atHigh)) return null;
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (low + high) / 2;
    if (Math.sign(apart(middle)) === Math.sign(atLow)) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
