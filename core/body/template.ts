/** A figure laid on a picture by two clicks: shoulder and ankle. The coach then drags what is off. */
import { distance, rotate, subtract, turn, type Point } from '../geometry.js';
import {
  EXTRA_LANDMARKS,
  SIDE_LANDMARKS,
  type BaseLandmark,
  type LandmarkName,
  type Landmarks,
  type View,
} from '../landmarks.js';
import { acrossAnchors, acrossPoints } from './across.js';
import type { Body } from './anthropometry.js';
import { placeFigure, type FigurePoints } from './figure.js';
import type { Pose } from './pose.js';

/**
 * The pose's landmarks turned, scaled and, where needed, mirrored so that its shoulder and ankle lie on the two clicks.
 * The picture's up decides about mirroring: belly down for prone, belly up for supine poses.
 * @param shoulder click, px (y down)
 * @param ankle click, px
 * @param extras also place the optional points
 * @throws RangeError when the clicks lie on each other
 */
export function layTemplate(
  pose: Pose,
  body: Body,
  shoulder: Point,
  ankle: Point,
  extras: readonly BaseLandmark[] = [],
): Landmarks {
  if (distance(shoulder, ankle) < 5) throw new RangeError('shoulder and ankle must lie apart');
  const figure = placeFigure(pose, body);
  // Figures have the head to the right; a head on the left is the mirror image.
  const mirror = pose.orientation !== 'upright' && shoulder[0] < ankle[0];
  const side = (p: Point): Point => [mirror ? -p[0] : p[0], -p[1]];
  const from = side(figure.ankle);
  const line = subtract(side(figure.shoulder), from);
  const wanted = subtract(shoulder, ankle);
  const k = Math.hypot(wanted[0], wanted[1]) / Math.hypot(line[0], line[1]);
  const angle = turn(line, wanted);
  const lay = (p: Point): Point => {
    const r = rotate(subtract(side(p), from), angle);
    return [ankle[0] + r[0] * k, ankle[1] + r[1] * k];
  };
  return Object.fromEntries(
    [...SIDE_LANDMARKS, ...extras.filter((e) => (EXTRA_LANDMARKS as readonly string[]).includes(e))].map((name) => [
      name,
      lay(figure[name as keyof FigurePoints] as Point),
    ]),
  );
}

/**
 * The left and right landmarks of a view across the body, turned and scaled so that its two anchor points lie on the clicks.
 * The picture is not mirrored: left and right are the person's own.
 * @param family one that is looked at from this view
 * @throws RangeError when the clicks lie on each other, or for a family that is looked at from the side only
 */
export function layAcross(
  family: string,
  view: View,
  body: Body,
  first: Point,
  second: Point,
  end: 'ankle' | 'knee' = 'ankle',
  pose?: Pose,
): Landmarks {
  if (distance(first, second) < 5) throw new RangeError('the two clicks must lie apart');
  const points = acrossPoints(family, view, body, {}, end, pose);
  const [a, b] = acrossAnchors(family);
  const down = (p: Point): Point => [p[0], -p[1]];
  const from = down(points[a]!);
  const line = subtract(down(points[b]!), from);
  const wanted = subtract(second, first);
  const k = Math.hypot(wanted[0], wanted[1]) / Math.hypot(line[0], line[1]);
  const angle = turn(line, wanted);
  return Object.fromEntries(
    Object.entries(points).map(([name, p]): [LandmarkName, Point] => {
      const r = rotate(subtract(down(p), from), angle);
      return [name as LandmarkName, [first[0] + r[0] * k, first[1] + r[1] * k]];
    }),
  );
}
