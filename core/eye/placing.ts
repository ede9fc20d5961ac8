/** Own placing error: how far a coach's points lie from the body's own, and from themselves when placed again. */
import type { Catalog } from '../catalog/index.js';
import type { PictureItem, PlacedTwice } from '../formats/eye.js';
import { distance, dot, subtract, type Point } from '../geometry.js';
import { SIDE_LANDMARKS } from '../landmarks.js';
import { pictureOf } from './deal.js';
import { DEFAULT_PLACING, type Eye } from './eye.js';
import { spreadWithin } from './rates.js';
import type { Day } from '../days.js';

/** A point that a placing check asks for. */
export type CheckedPoint = (typeof SIDE_LANDMARKS)[number];

/** A point placed twice on one picture, in shares of the shoulder–ankle distance from where the body has it: towards the head, and up. */
export interface TwoPlacings {
  point: CheckedPoint;
  first: [number, number];
  again: [number, number];
}

/** Points of two passes that can be held against the truth; what was placed in one of them alone tells nothing. */
export function placingsOf(item: PictureItem, [first, again]: PlacedTwice, catalog: Catalog): TwoPlacings[] {
  const { points } = pictureOf(item, catalog);
  const unit = distance(points.shoulder!, points.ankle!);
  const [along, across] = subtract(points.shoulder!, points.ankle!);
  const head: Point = [along / unit, across / unit];
  // Across the body, away from the floor; of a body that stands upright, to the right.
  const away: Point =
    Math.abs(head[0]) > 0.5 ? (head[0] > 0 ? [head[1], -head[0]] : [-head[1], head[0]]) : [-head[1], head[0]];
  return SIDE_LANDMARKS.flatMap((point): TwoPlacings[] => {
    const [a, b, truth] = [first[point], again[point], points[point]];
    if (!a || !b || !truth) return [];
    const off = (p: readonly number[]): [number, number] => {
      const d = subtract(p as unknown as Point, truth);
      return [dot(d, head) / unit, dot(d, away) / unit];
    };
    return [{ point, first: off(a), again: off(b) }];
  });
}

export interface PointError {
  point: CheckedPoint;
  /** Pictures on which it was placed twice. */
  pictures: number;
  /** 1 SD of one axis about the truth, as a share of the shoulder–ankle distance: drawn towards the others' where there are few. */
  share: number;
  /** Interval that holds it nineteen times in twenty. */
  within: readonly [number, number];
  /** The same between two placings alone: how steady the hand is. */
  again: number;
  /** Where it lies on average, towards the head and up, as shares. */
  mean: Point;
}

export interface Placing {
  points: PointError[];
  /** Error of points that were not placed: that of all together. */
  rest: number;
  pictures: number;
}

/** Degrees of freedom that the other points speak with, and the default before any. */
const OTHERS = 2;
const squares = (p: readonly [number, number]): number => p[0] ** 2 + p[1] ** 2;
const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);

/**
 * A coach's own error by point from pictures placed twice.
 *
 * The error about the truth counts what both placings share (a joint that is always looked for too high) as well as what they do not: its
 * variance an axis is the mean squared distance over two axes. Two placings of one picture share much, so a picture counts as two degrees
 * of freedom (its axes), not four. Few pictures are drawn towards all points together, and those towards {@link DEFAULT_PLACING}, each
 * with the weight of two degrees.
 * @returns null where nothing was placed twice
 */
export function placingFrom(list: readonly TwoPlacings[], pictures: number): Placing | null {
  if (list.length === 0) return null;
  const variance = (of: readonly TwoPlacings[]): number =>
    sum(of.map((p) => squares(p.first) + squares(p.again))) / (4 * of.length);
  const df = (of: readonly TwoPlacings[]): number => 2 * of.length;
  const towards = (of: readonly TwoPlacings[], before: number): number =>
    (df(of) * variance(of) + OTHERS * before) / (df(of) + OTHERS);
  const all = towards(list, DEFAULT_PLACING ** 2);
  const points = SIDE_LANDMARKS.flatMap((point): PointError[] => {
    const own = list.filter((p) => p.point === point);
    if (own.length === 0) return [];
    const share = Math.sqrt(towards(own, all));
    const [low, high] = spreadWithin(df(own));
    const steady = Math.sqrt(sum(own.map((p) => squares(subtract(p.again, p.first)))) / (4 * own.length));
    const mean = (axis: 0 | 1): number => sum(own.map((p) => (p.first[axis] + p.again[axis]) / 2)) / own.length;
    return [
      {
        point,
        pictures: own.length,
        share,
        within: [low * share, high * share],
        again: steady,
        mean: [mean(0), mean(1)],
      },
    ];
  });
  return { points, rest: Math.sqrt(all), pictures };
}

/** The placing as every verdict takes it. */
export const placingInForce = ({ points, rest }: Placing, day: Day): NonNullable<Eye['placing']> => ({
  day,
  share: Object.fromEntries(points.map((p) => [p.point, p.share])),
  rest,
});
