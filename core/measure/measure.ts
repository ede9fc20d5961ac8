/** Landmarks to measures with error figures. */
import type { Orientation } from '../body/pose.js';
import { DEFAULT_PLACING } from '../eye/eye.js';
import type { Pixels, Point, Seconds } from '../geometry.js';
import { BODY_SD, FITTED_YAW_SD, fittedYaw, LENS_SD, rectified, YAW_SD, type Lens, type LensDoubt } from './lens.js';
import { uprightFrame, type Facing, type UprightFrame } from './frame.js';
import { MEASURES, seenFrom, type MeasureContext, type MeasureDefinition, type MeasureUnit } from './measures.js';
import type { FloorLine, LandmarkName, Landmarks } from '../landmarks.js';
import { placingUnit, viewCheck, viewTold, type ViewCheck } from './view.js';

export interface Measure {
  id: string;
  value: number;
  /** one standard deviation, same unit */
  sd: number;
  unit: MeasureUnit;
  t: Seconds;
  /** Told from other points, since its own was not placed: it can show a fault, but never that there is none. */
  estimated?: true;
}

export interface MeasuredPicture {
  view: ViewCheck;
  measures: Measure[];
  facing: Facing;
  /** 1 SD of a point, px: of all together where each has its own. */
  landmarkSd: Pixels;
  /** Points that lie far below the floor line: line or picture are not as they should be. */
  below: LandmarkName[];
  /** Turn of the camera that far points told, degrees; null where the lens or the points are not. */
  yaw: number | null;
}

export interface PictureInput {
  points: Landmarks;
  floor?: FloorLine;
  orientation: Orientation;
  /** 1 SD of every point in px, where the record says so; it stands before `placing`. */
  landmarkSd?: Pixels;
  /** 1 SD of a point as a share of the shoulder–ankle distance, by who placed it; {@link DEFAULT_PLACING} when left out. */
  placing?: (name: LandmarkName) => number;
  /** Where the lens stood, if somebody told it: near points are carried to the middle plane then. */
  lens?: Lens;
  /** The picture's size, px, where nobody told it: what a lens at a usual place would change stands in the errors then. */
  unsure?: Lens['picture'];
  /** How far off square another picture of the series told that the lens looked, degrees. */
  yaw?: number;
  t?: Seconds;
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
  const frame = asSeen(input, context, facing, { yaw: input.yaw ?? 0 });
  const values = new Map<string, number>();
  for (const definition of wanted) {
    if (!computable(definition, frame.has, frame.hasFloor, context) || !(definition.better ?? []).every(frame.has))
      continue;
    const value = definition.compute(frame, context);
    if (value !== null && Number.isFinite(value)) values.set(definition.id, value);
  }
  return values;
}

/** The upright frame, with the lens' perspective undone where it is known and the view is from the side. */
function asSeen(input: PictureInput, context: MeasureContext, facing?: Facing, doubt?: LensDoubt) {
  const plain = uprightFrame(input.points, input.floor, input.orientation, facing);
  const lens = lensOf(input, context);
  return lens ? { ...rectified(plain, context.body, lens, doubt), facing: plain.facing } : plain;
}
const lensOf = (input: PictureInput, context: MeasureContext): Lens | null =>
  input.lens && input.floor && (context.view ?? 'side') === 'side' ? input.lens : null;
/** What is not known of the lens and the body, one standard deviation each, about the turn that was found. */
const doubtsAbout = (yaw: number | null): LensDoubt[] => {
  const turned = yaw ?? 0;
  return [
    { yaw: turned, distance: LENS_SD.distance },
    { yaw: turned, height: LENS_SD.height },
    { yaw: turned, breadth: BODY_SD.breadth },
    { yaw: turned, length: BODY_SD.length },
    { yaw: turned + (yaw === null ? YAW_SD : FITTED_YAW_SD) },
  ];
};

/** Where a phone usually stands, and by how much it usually stands elsewhere, 1 SD. Assumptions: propped on the floor or held, some steps away. */
const USUAL = { distance: 3, height: 0.6 } as const;
const USUAL_SD = { distance: 0.7, height: 0.45 } as const;
/** Cameras that may have taken a picture of which nobody told: the usual one, then one nearer and one higher by a standard deviation. */
function camerasPerhaps(input: PictureInput, context: MeasureContext, plain: UprightFrame): UprightFrame[] {
  if (input.lens || !input.unsure || !input.floor || (context.view ?? 'side') !== 'side') return [];
  const lens = { ...USUAL, picture: input.unsure };
  return [{}, { distance: -USUAL_SD.distance }, { height: USUAL_SD.height }].map((doubt) =>
    rectified(plain, context.body, lens, doubt),
  );
}

const SQUARE: ViewCheck = { offSquareDegrees: 0, usable: true, widen: 1, warning: null };

/** One step along and against each axis, in pairs. */
const MOVES: readonly Point[] = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
];

/**
 * All measures that one picture allows, each with its error by first-order covariance: the derivative with respect to
 * every landmark coordinate (and floor point), times that point's error, summed in squares; widened by the view check.
 * @returns measures in the catalogue's order; those that lack landmarks, floor or scale are left out
 */
export function measurePicture(input: PictureInput, context: MeasureContext): MeasuredPicture {
  const lens = lensOf(input, context);
  const yaw = lens ? fittedYaw(uprightFrame(input.points, input.floor, input.orientation), context.body, lens) : null;
  const turned: LensDoubt = { yaw: yaw ?? 0 };
  const base = asSeen(input, context, undefined, turned);
  const { facing } = base;
  const names = Object.keys(input.points) as LandmarkName[];
  const unit = placingUnit(base, names);
  const sdOf = (name: LandmarkName): Pixels => input.landmarkSd ?? (input.placing?.(name) ?? DEFAULT_PLACING) * unit;
  const landmarkSd = names.length > 0 ? Math.sqrt(names.reduce((s, n) => s + sdOf(n) ** 2, 0) / names.length) : 0;
  // The check compares side-view proportions; the other views tell nothing of how square they are.
  const side = (context.view ?? 'side') === 'side';
  const view = lens ? viewTold(yaw) : side ? viewCheck(base, context.body, landmarkSd) : SQUARE;
  const step = Math.max(landmarkSd * 0.02, 1e-4);

  // A placing error has no direction of its own, so a point may as well be moved in the upright frame.
  const moved = new Map(
    names.map((name) => [
      name,
      MOVES.map((move): UprightFrame => {
        const p = base.at(name);
        const to: Point = [p[0] + move[0] * step, p[1] + move[1] * step];
        return { ...base, at: (other) => (other === name ? to : base.at(other)) };
      }),
    ]),
  );
  const floorMoved: UprightFrame[] = input.floor
    ? [0, 1].flatMap((end) =>
        MOVES.map((move) => {
          const floor = input.floor!.map((p, i) => (i === end ? [p[0] + move[0] * step, p[1] + move[1] * step] : p));
          return asSeen({ ...input, floor: floor as unknown as FloorLine }, context, facing, turned);
        }),
      )
    : [];

  const [usual, ...otherwise] = camerasPerhaps(input, context, base);
  const doubted = lens ? doubtsAbout(yaw).map((doubt) => asSeen(input, context, facing, doubt)) : [];

  const measures: Measure[] = [];
  for (const definition of MEASURES) {
    if (!computable(definition, base.has, base.hasFloor, context)) continue;
    const value = definition.compute(base, context);
    if (value === null || !Number.isFinite(value)) continue;
    /** How far a frame's value lies from one, the short way round. */
    const apart = (frame: UprightFrame, from = value): number => {
      const difference = Math.abs((definition.compute(frame, context) ?? from) - from);
      return definition.unit === 'deg' && difference > 180 ? 360 - difference : difference;
    };
    const slope = (frame: UprightFrame): number => apart(frame) / step;
    // The steeper of both sides: an unsigned angle has a kink at 180°, where the central difference would be nought.
    const squares = (frames: readonly UprightFrame[]): number => {
      let sum = 0;
      for (let i = 0; i < frames.length; i += 2) sum += Math.max(slope(frames[i]!), slope(frames[i + 1]!)) ** 2;
      return sum;
    };
    const better = definition.better ?? [];
    const estimated = !better.every(base.has);
    const variance = [...definition.needs(context), ...(estimated ? [] : better)].reduce(
      (sum, name) => sum + squares(moved.get(name)!) * sdOf(name) ** 2,
      squares(floorMoved) * landmarkSd ** 2,
    );
    const there = usual && (definition.compute(usual, context) ?? value);
    const unknown = [
      ...doubted.map((frame) => apart(frame)),
      ...(usual ? [apart(usual)] : []),
      ...otherwise.map((frame) => apart(frame, there)),
    ].reduce((sum, by) => sum + by ** 2, 0);
    const sd = Math.sqrt(variance + unknown) * view.widen;
    measures.push({
      id: definition.id,
      value,
      sd: estimated ? Math.hypot(sd, definition.estimateSd ?? 0) : sd,
      unit: definition.unit,
      t: input.t ?? 0,
      ...(estimated ? { estimated } : {}),
    });
  }
  const below = base.hasFloor ? names.filter((name) => base.at(name)[1] < -FAR_BELOW * unit) : [];
  return { view, measures, facing, landmarkSd, below, yaw };
}
