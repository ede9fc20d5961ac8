/** Landmarks to measures with error figures. */
import type { Pixels, Seconds } from '../geometry.js';
import type { FloorLine, LandmarkName } from '../landmarks.js';
import type { Facing, UprightFrame } from './frame.js';
import { MEASURES, seenFrom, type MeasureContext, type MeasureDefinition, type MeasureUnit } from './measures.js';
import { asSeen, isBeside, MOVES, sightOf, withMoved, type PictureInput } from './sight.js';
import { placingUnit, viewCheck, viewTold, type ViewCheck } from './view.js';

export type { PictureInput } from './sight.js';

export interface Measure {
  id: string;
  value: number;
  /** one standard deviation, same unit */
  sd: number;
  unit: MeasureUnit;
  t: Seconds;
  /** Told from other points, since its own was not placed: it can show a fault, but never that there is none. */
  estimated?: true;
  /** Whose it is, where it is that of the side that is further off. */
  side?: 'left' | 'right';
}

export interface MeasuredPicture {
  view: ViewCheck;
  measures: Measure[];
  facing: Facing;
  /** 1 SD of a point, px: of all together where each has its own. */
  landmarkSd: Pixels;
  /** Points that lie far below the floor line: line or picture are not as they should be. */
  below: LandmarkName[];
  /** Turn of the camera that far points, or legs that do the same, told, degrees; null where the lens or the points are not. */
  yaw: number | null;
}

/** Placing errors put a point no further under the floor line than this share of the shoulder–ankle distance. Assumption: five of them. */
const FAR_BELOW = 0.06;

const computable = (
  definition: MeasureDefinition,
  has: (name: LandmarkName) => boolean,
  floor: boolean,
  context: MeasureContext,
): boolean =>
  seenFrom(definition, context.view) && (floor || !definition.needsFloor) && definition.needs(context).every(has);

/**
 * Values of the wanted measures, without errors: the quick path for series.
 * Measures whose landmarks, floor line or scale are missing are left out, and so are estimates, which are nothing without their error.
 */
export function measureValues(
  input: PictureInput,
  context: MeasureContext,
  wanted: readonly MeasureDefinition[],
  facing?: Facing,
): Map<string, number> {
  const frame = asSeen(input, context, facing, input.yaw ?? 0);
  const values = new Map<string, number>();
  for (const definition of wanted) {
    if (!computable(definition, frame.has, frame.hasFloor, context) || !(definition.better ?? []).every(frame.has))
      continue;
    const value = definition.compute(frame, context);
    if (value !== null && Number.isFinite(value)) values.set(definition.id, value);
  }
  return values;
}

const SQUARE: ViewCheck = { offSquareDegrees: 0, usable: true, widen: 1, warning: null };

/**
 * All measures that one picture allows, each with its error by first-order covariance: the derivative with respect to
 * every landmark coordinate (and floor point), times that point's error, summed in squares; widened by the view check.
 * @returns measures in the catalogue's order; those that lack landmarks, floor or scale are left out
 */
export function measurePicture(input: PictureInput, context: MeasureContext): MeasuredPicture {
  const side = isBeside(context);
  const { frame: base, lens, yaw, perhaps, turned, sdOf } = sightOf(input, context);
  const { facing } = base;
  const names = Object.keys(input.points) as LandmarkName[];
  const unit = placingUnit(base, names);
  const landmarkSd = names.length > 0 ? Math.sqrt(names.reduce((s, n) => s + sdOf(n) ** 2, 0) / names.length) : 0;
  // The check compares side-view proportions; the other views tell nothing of how square they are.
  const view = !side ? SQUARE : lens ? viewTold(yaw) : viewCheck(base, context.body, landmarkSd);
  // Across, lines are short and some measures have ends that they cannot pass: there a step is as long as a point's error.
  const step = Math.max(landmarkSd * (side ? 0.02 : 1), 1e-4);

  // A placing error has no direction of its own, so a point may as well be moved in the upright frame.
  const moved = new Map(names.map((name) => [name, MOVES.map((move) => withMoved(base, name, move, step))]));
  const floorMoved: UprightFrame[] = input.floor
    ? [0, 1].flatMap((end) =>
        MOVES.map((move) => {
          const floor = input.floor!.map((p, i) => (i === end ? [p[0] + move[0] * step, p[1] + move[1] * step] : p));
          return asSeen({ ...input, floor: floor as unknown as FloorLine }, context, facing, yaw ?? 0);
        }),
      )
    : [];

  const measures: Measure[] = [];
  for (const definition of MEASURES) {
    if (!computable(definition, base.has, base.hasFloor, context)) continue;
    const value = definition.compute(base, context);
    if (value === null || !Number.isFinite(value)) continue;
    const { ofSide } = definition;
    const whose = ofSide && (ofSide(base, context, 'l') === value ? 'l' : 'r');
    const valueIn = (frame: UprightFrame, of = context): number | null =>
      ofSide && whose ? ofSide(frame, of, whose) : definition.compute(frame, of);
    /** How far a frame's value lies above another's, the short way round. */
    const above = (then: UprightFrame, now: UprightFrame = base, of = context): number => {
      const from = now === base ? value : (valueIn(now) ?? value);
      const by = (valueIn(then, of) ?? from) - from;
      return definition.unit === 'deg' && Math.abs(by) > 180 ? by - 360 * Math.sign(by) : by;
    };
    /** By a degree more off square than was found. */
    const byTurn = turned ? above(turned.further) : 0;
    const slope = (frame: UprightFrame): number =>
      Math.abs(above(frame) + (turned ? byTurn * turned.follows(frame) : 0)) / step;
    // The steeper of both sides: an unsigned angle has a kink at 180°, where the central difference would be nought.
    const squares = (frames: readonly UprightFrame[]): number => {
      let sum = 0;
      for (let i = 0; i < frames.length; i += 2) sum += Math.max(slope(frames[i]!), slope(frames[i + 1]!)) ** 2;
      return sum;
    };
    const better = definition.better ?? [];
    const estimated = !better.every(base.has);
    // What tells the turn moves every measure with it.
    const rests = turned ? names : [...definition.needs(context), ...(estimated ? [] : better)];
    const variance = rests.reduce(
      (sum, name) => sum + squares(moved.get(name)!) * sdOf(name) ** 2,
      squares(floorMoved) * landmarkSd ** 2,
    );
    const unknown = perhaps.reduce((sum, { then, now, of }) => sum + above(then, now, of) ** 2, 0);
    const sd = Math.sqrt(variance + unknown) * view.widen;
    measures.push({
      id: definition.id,
      value,
      sd: estimated ? Math.hypot(sd, definition.estimateSd ?? 0) : sd,
      unit: definition.unit,
      t: input.t ?? 0,
      ...(estimated ? { estimated } : {}),
      ...(whose ? { side: whose === 'l' ? 'left' : 'right' } : {}),
    });
  }
  const below = base.hasFloor ? names.filter((name) => base.at(name)[1] < -FAR_BELOW * unit) : [];
  return { view, measures, facing, landmarkSd, below, yaw };
}
