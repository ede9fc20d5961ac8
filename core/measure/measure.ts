/** Landmarks to measures with error figures. */
import type { Orientation } from '../body/pose.js';
import type { Pixels, Point, Seconds } from '../geometry.js';
import { uprightFrame, type Facing, type FloorLine } from './frame.js';
import { MEASURES, type MeasureContext, type MeasureDefinition, type MeasureUnit } from './measures.js';
import type { LandmarkName, Landmarks } from './landmarks.js';
import { defaultLandmarkSd, viewCheck, type ViewCheck } from './view.js';

export interface Measure {
  id: string;
  value: number;
  /** one standard deviation, same unit */
  sd: number;
  unit: MeasureUnit;
  t: Seconds;
}

export interface MeasuredPicture {
  view: ViewCheck;
  measures: Measure[];
  facing: Facing;
  landmarkSd: Pixels;
}

export interface PictureInput {
  points: Landmarks;
  floor?: FloorLine;
  orientation: Orientation;
  /** 1 SD in px; default {@link defaultLandmarkSd} */
  landmarkSd?: Pixels;
  t?: Seconds;
}

const computable = (
  definition: MeasureDefinition,
  has: (name: LandmarkName) => boolean,
  floor: boolean,
  context: MeasureContext,
): boolean => (floor || !definition.needsFloor) && definition.needs(context).every(has);

/**
 * Values of the wanted measures, without errors: the quick path for series.
 * Measures whose landmarks, floor line or scale are missing are left out.
 */
export function measureValues(
  input: PictureInput,
  context: MeasureContext,
  wanted: readonly MeasureDefinition[],
  facing?: Facing,
): Map<string, number> {
  const frame = uprightFrame(input.points, input.floor, input.orientation, facing);
  const values = new Map<string, number>();
  for (const definition of wanted) {
    if (!computable(definition, frame.has, frame.hasFloor, context)) continue;
    const value = definition.compute(frame, context);
    if (value !== null && Number.isFinite(value)) values.set(definition.id, value);
  }
  return values;
}

/**
 * All measures that one picture allows, each with its error by first-order covariance: the derivative with respect to
 * every landmark coordinate (and floor point), times the landmark error, summed in squares; widened by the view check.
 * @returns measures in the catalogue's order; those that lack landmarks, floor or scale are left out
 */
export function measurePicture(input: PictureInput, context: MeasureContext): MeasuredPicture {
  const base = uprightFrame(input.points, input.floor, input.orientation);
  const facing: Facing = { head: base.head, belly: base.belly };
  const names = Object.keys(input.points) as LandmarkName[];
  const landmarkSd = input.landmarkSd ?? defaultLandmarkSd(base, names);
  const view = viewCheck(base, context.body, landmarkSd);
  const step = Math.max(landmarkSd * 0.02, 1e-4);

  const valueAt = (definition: MeasureDefinition, points: Landmarks, floor: FloorLine | undefined): number | null =>
    definition.compute(uprightFrame(points, floor, input.orientation, facing), context);
  const nudge = (p: Point, axis: 0 | 1, by: number): Point => (axis === 0 ? [p[0] + by, p[1]] : [p[0], p[1] + by]);

  const measures: Measure[] = [];
  for (const definition of MEASURES) {
    if (!computable(definition, base.has, base.hasFloor, context)) continue;
    const value = definition.compute(base, context);
    if (value === null || !Number.isFinite(value)) continue;
    let variance = 0;
    const addDerivative = (at: (by: number) => number | null): void => {
      const slopes = [step, -step].map((by) => {
        const difference = Math.abs((at(by) ?? value) - value);
        return (definition.unit === 'deg' && difference > 180 ? 360 - difference : difference) / step;
      });
      // The steeper of both sides: an unsigned angle has a kink at 180°, where the central difference would be nought.
      variance += (Math.max(...slopes) * landmarkSd) ** 2;
    };
    for (const name of definition.needs(context)) {
      for (const axis of [0, 1] as const) {
        addDerivative((by) =>
          valueAt(definition, { ...input.points, [name]: nudge(input.points[name]!, axis, by) }, input.floor),
        );
      }
    }
    if (input.floor) {
      const [a, b] = input.floor;
      for (const axis of [0, 1] as const) {
        addDerivative((by) => valueAt(definition, input.points, [nudge(a, axis, by), b]));
        addDerivative((by) => valueAt(definition, input.points, [a, nudge(b, axis, by)]));
      }
    }
    measures.push({
      id: definition.id,
      value,
      sd: Math.sqrt(variance) * view.widen,
      unit: definition.unit,
      t: input.t ?? 0,
    });
  }
  return { view, measures, facing, landmarkSd };
}
