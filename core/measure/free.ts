/** Free angles and distances that a coach lays on a frame, with what they may be off. */
import type { Body } from '../body/anthropometry.js';
import { DEFAULT_PLACING } from '../eye/eye.js';
import { angleAt, distance, type Pixels, type Point } from '../geometry.js';
import type { FloorLine, Landmarks } from '../landmarks.js';
import type { Orientation } from '../body/pose.js';
import { bodyScale, uprightFrame } from './frame.js';
import { BODY_SD } from './lens.js';

export interface FreeMeasure {
  value: number;
  /** 1 SD, same unit. */
  sd: number;
  /** `share`: % of the stature, where that is not known. */
  unit: 'deg' | 'cm' | 'share';
}
/** What the points lie on. */
export interface FreeFrame {
  points: Landmarks;
  floor?: FloorLine;
  orientation: Orientation;
  /** 1 SD of a point, px: by where it comes from, a finding or a hand. */
  sdOf: (p: Point) => Pixels;
  body: Body;
  /** The stature was told, not assumed. */
  statureKnown: boolean;
  pixelsPerMetre?: number;
}

/** Nearer than this a place is a point of the frame itself, px: what is kept is rounded. */
const ON_A_POINT: Pixels = 0.2;
/**
 * How far off a place may be: one that lies on a point is as sure as that point, any other as a hand that placed it.
 * @param pointSd 1 SD of the frame's points, px; null where they are a hand's
 * @param width of the picture, px: by half of it errors are counted where shoulder and ankle are not known
 */
export function placeSd(points: Landmarks, pointSd: Pixels | null, width: Pixels): (p: Point) => Pixels {
  const { shoulder, ankle } = points;
  const hand = DEFAULT_PLACING * (shoulder && ankle ? distance(shoulder, ankle) : width / 2);
  return (p) => (Object.values(points).some((at) => distance(at, p) < ON_A_POINT) ? (pointSd ?? hand) : hand);
}

/**
 * A lens near by and a body a little off its plane turn what is drawn between two points of a picture by so much, 1 SD: held by tests over
 * lenses 2.5 to 4 m away, up to 1.4 m up and 12° off square.
 */
const PICTURE_TURNS = 2.7;
const PICTURE_STRETCHES = 0.045;
/** A scale that was told is right to this share. Assumption. */
const TOLD_SCALE = 0.02;

/** The error of a value that hangs on points which are each off by their own, by first order. */
function spread(
  points: readonly Point[],
  sdOf: FreeFrame['sdOf'],
  value: (points: readonly Point[]) => number,
): number {
  const variance = points.flatMap((point, i) => {
    const sd = sdOf(point);
    const step = Math.max(0.05, sd / 4);
    return ([0, 1] as const).map((axis) => {
      const moved = (by: number): readonly Point[] =>
        points.map((p, k): Point => (k === i ? [p[0] + (axis === 0 ? by : 0), p[1] + (axis === 1 ? by : 0)] : p));
      return (((value(moved(step)) - value(moved(-step))) / (2 * step)) * sd) ** 2;
    });
  });
  return Math.sqrt(variance.reduce((a, b) => a + b, 0));
}

/**
 * The angle at the middle of three points, or the distance of two, in the plane in which the body lies.
 * @param points px
 * @returns null where the points of an angle fall together, or nothing tells the scale of a distance
 */
export function freeMeasure(
  kind: 'angle' | 'distance',
  points: readonly Point[],
  frame: FreeFrame,
): FreeMeasure | null {
  if (kind === 'angle') {
    const [a, v, b] = points;
    if (!a || !v || !b || distance(a, v) < 1 || distance(b, v) < 1) return null;
    const angle = ([p, q, r]: readonly Point[]): number => angleAt(p!, q!, r!);
    return {
      value: angle(points),
      sd: Math.hypot(spread(points, frame.sdOf, angle), PICTURE_TURNS),
      unit: 'deg',
    };
  }
  const [a, b] = points;
  if (!a || !b) return null;
  const scale = bodyScale(uprightFrame(frame.points, frame.floor, frame.orientation), frame.body);
  const told = frame.pixelsPerMetre;
  if (!told && !scale) return null;
  const perPixel = told
    ? 100 / told
    : (scale!.ofStature * (frame.statureKnown ? 100 * frame.body.stature : 100)) / scale!.pixels;
  const length = distance(a, b);
  const ofScale = Math.hypot(told ? TOLD_SCALE : BODY_SD.length, PICTURE_STRETCHES);
  return {
    value: length * perPixel,
    sd: Math.hypot(frame.sdOf(a) * perPixel, frame.sdOf(b) * perPixel, length * perPixel * ofScale),
    unit: told || frame.statureKnown ? 'cm' : 'share',
  };
}
