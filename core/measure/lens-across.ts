/**
 * How far each point of a body that is seen from the front, the rear or above lies towards the lens: what a lens near by shows too large,
 * and what a turn of the camera moves sideways. Depths come from the version's own pose, seen from its side.
 */
import type { Body } from '../body/anthropometry.js';
import { acrossPoints, evenLegged, liesOnItsSide } from '../body/across.js';
import { placeFigure } from '../body/figure.js';
import type { Pose } from '../body/pose.js';
import type { Degrees, Metres } from '../geometry.js';
import { baseOf, type BaseLandmark, type LandmarkName, type View } from '../landmarks.js';
import type { Depths } from './lens.js';

/** A joint lies nearer or further than the version's pose has it, 1 SD: nobody holds it exactly. Assumption, tested. */
export const DEPTH_SD: Metres = 0.05;
/** Half the depth of a head: the nose before the ear. Modelling assumption. */
const NOSE: Metres = 0.1;
/** Knees of a squat that bends both legs are as far in as one another, and its feet as far out, within this, 1 SD. Assumption. */
export const UNEVEN_SD: Degrees = 8;
/** A line that lies mostly along the lens' own line tells little of the scale: at least this share of it must lie across. */
const ACROSS_ENOUGH = 0.5;

type FarPoint = keyof ReturnType<typeof placeFigure>['far'];

/**
 * Depths of a family's version before a lens in front of it, behind it or over it. From the front stands: before the face of somebody upright,
 * before the head of somebody prone, at the feet of somebody supine, before the belly of somebody who lies on a side.
 * @param pose as the version was set
 * @param chordEnd where the line of a side plank ends
 * @returns towards the lens, from the plane through the ankles of somebody upright and through the hips of somebody who lies (where the floor
 *   line is laid, and to which the distance is told); from above, from the floor
 */
export function depthsAcross(
  family: string,
  view: Exclude<View, 'side'>,
  pose: Pose,
  body: Body,
  chordEnd: 'ankle' | 'knee' = 'ankle',
): Depths {
  const of = liesOnItsSide(family)
    ? view === 'above'
      ? overTheFloor(family, body, chordEnd)
      : (name: LandmarkName): Metres => (name === 'nose' ? NOSE : 0) * (view === 'rear' ? -1 : 1)
    : alongTheBody(view, pose, body);
  const both = (base: BaseLandmark): LandmarkName[] => [`${base}-l`, `${base}-r`];
  const chain = [
    [both('shoulder'), both('hip'), body.trunk],
    ...(['l', 'r'] as const).flatMap((side): [LandmarkName[], LandmarkName[], Metres][] => [
      [[`hip-${side}`], [`knee-${side}`], body.lengths.thigh],
      // Knees that somebody on a side lies on are bent: how far back the shanks reach is not known.
      ...(liesOnItsSide(family) && chordEnd === 'knee'
        ? []
        : ([[[`knee-${side}`], [`ankle-${side}`], body.lengths.shank]] as [LandmarkName[], LandmarkName[], Metres][])),
    ]),
  ] as const;
  const depthOf = (names: readonly LandmarkName[]): Metres =>
    names.reduce((sum, name) => sum + of(name), 0) / names.length;
  const lengthwise = chain.flatMap(([from, to, long]) => {
    const across = Math.sqrt(Math.max(0, long ** 2 - (depthOf(from) - depthOf(to)) ** 2));
    return across >= ACROSS_ENOUGH * long ? [{ from: [...from], to: [...to], long: across }] : [];
  });
  return {
    of,
    known:
      lengthwise.length > 0
        ? lengthwise
        : [
            { from: ['shoulder-l'], to: ['shoulder-r'], long: body.shoulderWidth },
            { from: ['hip-l'], to: ['hip-r'], long: body.hipWidth },
          ],
    ...(view === 'above' ? { down: true } : {}),
    ...(evenLegged(family) && view === 'front' ? { even: true } : {}),
  };
}

/** Heights of somebody who lies on a side, as the front shows them. */
function overTheFloor(family: string, body: Body, end: 'ankle' | 'knee'): Depths['of'] {
  const points = acrossPoints(family, 'front', body, {}, end);
  return (name) => points[name]?.[1] ?? 0;
}

/** How far a point of the pose lies along the way to the lens, near and far limb taken together: which is left is not known. */
function alongTheBody(view: Exclude<View, 'side'>, pose: Pose, body: Body): Depths['of'] {
  const figure = placeFigure(pose, body);
  if (view === 'above') return (name) => figure[baseOf(name)][1];
  const upright = pose.orientation === 'upright';
  const ahead = upright
    ? Math.sign(figure.toe[0] - figure.heel[0])
    : Math.sign(figure.shoulder[0] - figure.hip[0]) * (pose.orientation === 'supine' ? -1 : 1);
  const towards = (ahead || 1) * (view === 'rear' ? -1 : 1);
  const along = (base: BaseLandmark): Metres => {
    const far = figure.far[base as FarPoint] as (typeof figure.far)[FarPoint] | undefined;
    return far ? (figure[base][0] + far[0]) / 2 : figure[base][0];
  };
  const from = along(upright ? 'ankle' : 'hip');
  return (name) => (along(baseOf(name)) - from) * towards;
}
