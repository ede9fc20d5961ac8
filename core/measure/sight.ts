/** What one picture shows of a body, and what it may show as well: the camera and what is not known of it. */
import type { Body } from '../body/anthropometry.js';
import type { Orientation } from '../body/pose.js';
import { DEFAULT_PLACING } from '../eye/eye.js';
import { rotate, type Degrees, type Metres, type Pixels, type Point, type Seconds } from '../geometry.js';
import { baseOf, type FloorLine, type LandmarkName, type Landmarks } from '../landmarks.js';
import type { MeasureContext } from './definition.js';
import { uprightFrame, type Facing, type UprightFrame } from './frame.js';
import {
  BODY_SD,
  depthsBeside,
  FITTED_YAW_SD,
  fittedYaw,
  LENS_SD,
  rectified,
  YAW_SD,
  type Depths,
  type Lens,
  type LensDoubt,
} from './lens.js';
import { DEPTH_SD, UNEVEN_SD } from './lens-across.js';
import { unevenness } from './measures-across.js';
import { placingUnit } from './view.js';

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
  /** How far off square another picture of the series told that the lens looked; null where nothing told. */
  yaw?: Degrees | null;
  t?: Seconds;
}

/** A frame and the side on which its floor lies. */
type Framed = UprightFrame & { facing: Facing };
export interface Sight {
  /** As a camera far away would have seen the body, as far as the camera is known. */
  frame: Framed;
  /** Where it stood, if somebody told it and it can be reckoned with. */
  lens: Lens | null;
  /** How far off square it was found to look, degrees; null where nothing tells. */
  yaw: Degrees | null;
  /** What it would be, were one thing otherwise by a standard deviation (the body too), and what that is compared with. */
  perhaps: readonly { then: UprightFrame; now: UprightFrame; of?: MeasureContext }[];
  /** Where points tell the turn: the frame seen a degree further off square, and by how much the turn follows when points lie elsewhere. */
  turned?: { further: UprightFrame; follows: (frame: UprightFrame) => Degrees };
  /** Error of a point, px, 1 SD. */
  sdOf: (name: LandmarkName) => Pixels;
}

/** Where a phone usually stands, and by how much it usually stands elsewhere, 1 SD. Assumptions: propped on the floor or held, some steps away. */
const USUAL = { distance: 3, height: 0.6 } as const;
const USUAL_SD = { distance: 0.7, height: 0.45 } as const;
/** Overhead it is held at arm's length, or from a chair. Assumption. */
const USUAL_OVERHEAD: Metres = 2.1;

/** Steps along and against each axis, in pairs. */
export const MOVES: readonly Point[] = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
];
/** The frame with one point elsewhere. */
export function withMoved(frame: UprightFrame, name: LandmarkName, move: Point, step: Pixels): UprightFrame {
  const p = frame.at(name);
  const to: Point = [p[0] + move[0] * step, p[1] + move[1] * step];
  return { ...frame, at: (other) => (other === name ? to : frame.at(other)) };
}

export const isBeside = ({ view = 'side' }: MeasureContext): boolean => view === 'side';
const depthsOf = (context: MeasureContext): Depths => context.depths ?? depthsBeside(context.body);
/** The camera can be reckoned with. Beside a body only a floor line tells how far it looked down; across it, else the lowest point does. */
const canBeCarried = ({ floor }: PictureInput, context: MeasureContext): boolean =>
  isBeside(context) ? floor !== undefined : context.depths !== undefined;
/** How far a camera is tilted that is held level by eye, 1 SD: where no floor line tells. Assumption. */
const ROLL_SD: Degrees = 2;
/** The frame with the floor under its lowest point, where no floor line was laid. */
function grounded(frame: UprightFrame, names: readonly LandmarkName[]): UprightFrame {
  if (frame.hasFloor || names.length === 0) return frame;
  const lowest = Math.min(...names.map((name) => frame.at(name)[1]));
  const raised = ([x, y]: Point): Point => [x, y - lowest];
  return { ...frame, at: (name) => raised(frame.at(name)), of: (p) => raised(frame.of(p)), hasFloor: true };
}
/** What a picture without a floor line shows were it tilted; none that looks down has an upright. */
const tiltedPerhaps = (frame: UprightFrame, { floor }: PictureInput, { depths }: MeasureContext): Sight['perhaps'] => {
  if (floor || depths?.down) return [];
  const tilted: UprightFrame = {
    ...frame,
    at: (name) => rotate(frame.at(name), ROLL_SD),
    of: (p) => rotate(frame.of(p), ROLL_SD),
  };
  return [{ then: tilted, now: frame }];
};
/** A lens that looks down is as far away as it stands above the floor. */
const turnedDown = (lens: Lens, { down }: Depths): Lens =>
  down ? { ...lens, distance: lens.height, height: 0 } : lens;
const toldLens = (input: PictureInput, context: MeasureContext): Lens | null =>
  input.lens && canBeCarried(input, context) ? turnedDown(input.lens, depthsOf(context)) : null;
const usualLens = (picture: Lens['picture'], depths: Depths): Lens =>
  turnedDown({ ...USUAL, ...(depths.down ? { height: USUAL_OVERHEAD } : {}), picture }, depths);
/**
 * The camera that points are carried for. Beside a body, one that somebody told. Across it the usual one where nobody did: a knee a foot nearer to
 * the lens than the hip is seen too far out by any phone in a hall.
 */
const lensFor = (input: PictureInput, context: MeasureContext): Lens | null =>
  toldLens(input, context) ??
  (!isBeside(context) && input.unsure && canBeCarried(input, context)
    ? usualLens(input.unsure, depthsOf(context))
    : null);

/** The upright frame, with the lens' perspective undone where it is known. */
export function asSeen(input: PictureInput, context: MeasureContext, facing?: Facing, yaw: Degrees = 0): Framed {
  const plain = uprightFrame(input.points, input.floor, input.orientation, facing);
  const lens = lensFor(input, context);
  return lens ? { ...carried(plain, input, context, lens, { yaw }), facing: plain.facing } : plain;
}
/** The frame as a camera far away would have seen it. A floor that was only supposed measures no height. */
function carried(
  plain: UprightFrame,
  { points }: PictureInput,
  context: MeasureContext,
  lens: Lens,
  doubt: LensDoubt,
): UprightFrame {
  const stands = isBeside(context) ? plain : grounded(plain, Object.keys(points) as LandmarkName[]);
  return { ...rectified(stands, depthsOf(context), lens, doubt), hasFloor: plain.hasFloor };
}

/** What a picture shows, with all that may be otherwise. */
export function sightOf(input: PictureInput, context: MeasureContext): Sight {
  const plain = uprightFrame(input.points, input.floor, input.orientation);
  const unit = placingUnit(plain, Object.keys(input.points) as LandmarkName[]);
  const sdOf = (name: LandmarkName): Pixels => input.landmarkSd ?? (input.placing?.(name) ?? DEFAULT_PLACING) * unit;
  const seen = isBeside(context) ? seenBeside(plain, input, context) : seenAcross(plain, input, context, sdOf);
  return { ...seen, frame: { ...seen.frame, facing: plain.facing }, sdOf };
}
type Seen = Omit<Sight, 'frame' | 'sdOf'> & { frame: UprightFrame };

function seenBeside(plain: UprightFrame, input: PictureInput, context: MeasureContext): Seen {
  const depths = depthsOf(context);
  const lens = toldLens(input, context);
  if (lens) {
    const yaw = fittedYaw(plain, context.body, lens);
    const turned = yaw ?? 0;
    const seen = (doubt: LensDoubt): UprightFrame => rectified(plain, depths, lens, { yaw: turned, ...doubt });
    const frame = seen({});
    const doubts: LensDoubt[] = [
      { distance: LENS_SD.distance },
      { height: LENS_SD.height },
      { breadth: BODY_SD.breadth },
      { length: BODY_SD.length },
      { yaw: turned + (yaw === null ? YAW_SD : FITTED_YAW_SD) },
    ];
    return { frame, lens, yaw, perhaps: doubts.map((doubt) => ({ then: seen(doubt), now: frame })) };
  }
  if (!input.unsure || !canBeCarried(input, context))
    return { frame: plain, lens, yaw: null, perhaps: tiltedPerhaps(plain, input, context) };
  // Nobody told: what the usual camera would change, then one nearer, one higher and one off square beside it.
  const perhapsBy = (doubt: LensDoubt): UprightFrame =>
    rectified(plain, depths, usualLens(input.unsure!, depths), doubt);
  const usual = perhapsBy({});
  return {
    frame: plain,
    lens,
    yaw: null,
    perhaps: [
      { then: usual, now: plain },
      { then: perhapsBy({ distance: -USUAL_SD.distance }), now: usual },
      { then: perhapsBy({ height: USUAL_SD.height }), now: usual },
      { then: perhapsBy({ yaw: YAW_SD }), now: usual },
    ],
  };
}

function seenAcross(plain: UprightFrame, input: PictureInput, context: MeasureContext, sdOf: Sight['sdOf']): Seen {
  const depths = depthsOf(context);
  const lens = lensFor(input, context);
  const told = toldLens(input, context);
  if (!lens) return { frame: plain, lens: null, yaw: null, perhaps: tiltedPerhaps(plain, input, context) };
  const seenBy = (doubt: LensDoubt): UprightFrame => carried(plain, input, context, lens, doubt);
  const turn = depths.even ? evenTurn(seenBy, input, context, sdOf) : null;
  const yaw = turn?.yaw ?? 0;
  const frame = seenBy({ yaw });
  const sd = told ? LENS_SD : USUAL_SD;
  const seen = (doubt: LensDoubt): UprightFrame => seenBy({ yaw, ...doubt });
  // What a turn and a joint nearer to the lens change is the more the higher the lens stands.
  const higher = seen({ height: sd.height });
  const fromHigher: LensDoubt[] = [
    { yaw: yaw + (turn?.sd ?? YAW_SD) },
    // Nor is it known which joint is held nearer to the lens than the version has it, nor how plumb a camera overhead is.
    ...[...new Set((Object.keys(input.points) as LandmarkName[]).map(baseOf))].map((of) => ({
      nearer: { of, by: DEPTH_SD },
    })),
    ...(depths.down ? [{ pitch: YAW_SD }] : []),
  ];
  return {
    frame,
    lens: told,
    yaw: turn ? yaw : null,
    perhaps: [
      { then: higher, now: frame },
      { then: seen({ distance: -(depths.down ? sd.height : sd.distance) }), now: frame },
      { then: seen({ breadth: BODY_SD.breadth }), now: frame },
      { then: seen({ length: BODY_SD.length }), now: frame },
      ...tiltedPerhaps(frame, input, context),
      ...fromHigher.map((doubt) => ({ then: seen({ height: sd.height, ...doubt }), now: higher })),
      // Both ways: what cannot be wider than it is has no room on one of them.
      ...[1, -1].map((way) => ({ then: frame, now: frame, of: { ...context, body: broader(context.body, way) } })),
    ],
    ...(turn ? { turned: { further: seen({ yaw: yaw + 1 }), follows: turn.follows(frame) } } : {}),
  };
}

/** Somebody of the same stature who is broader (or narrower) by a standard deviation. */
const broader = (body: Body, way: number): Body => ({
  ...body,
  shoulderWidth: body.shoulderWidth * (1 + way * BODY_SD.breadth),
  hipWidth: body.hipWidth * (1 + way * BODY_SD.breadth),
});

/** Rounds of finding the turn; it is nearly in proportion to what tells it. */
const TURN_ROUNDS = 2;

/**
 * How far off square the camera looked at legs that do the same: turned so that they look alike, as far as people are even and points are
 * sure, with a prior on how square people stand. Linear and Gaussian about the best turn.
 * @returns degrees, what is left of its doubt beside that of the points (1 SD), and how it follows the points; null where nothing tells
 */
function evenTurn(
  seenBy: (doubt: LensDoubt) => UprightFrame,
  { points }: PictureInput,
  context: MeasureContext,
  sdOf: Sight['sdOf'],
) {
  const at = (yaw: Degrees): { frame: UprightFrame; uneven: Degrees[] } => {
    const frame = seenBy({ yaw });
    return { frame, uneven: unevenness(frame, context) };
  };
  let yaw: Degrees = 0;
  let gains: Degrees[] = [];
  let known = 0;
  const square = at(yaw);
  if (square.uneven.length === 0) return null;
  // Points of knees and feet are other points but for the hips: what they tell is taken as told apart.
  const variances = square.uneven.map(() => UNEVEN_SD ** 2);
  for (const name of Object.keys(points) as LandmarkName[])
    for (const move of [MOVES[0]!, MOVES[2]!])
      unevenness(withMoved(square.frame, name, move, sdOf(name)), context).forEach((u, i) => {
        variances[i]! += (u - square.uneven[i]!) ** 2;
      });
  for (let round = 0; round < TURN_ROUNDS; round += 1) {
    const { uneven } = round === 0 ? square : at(yaw);
    const rises = at(yaw + 1).uneven.map((u, i) => u - uneven[i]!);
    const precision = rises.reduce((sum, rise, i) => sum + rise ** 2 / variances[i]!, 1 / YAW_SD ** 2);
    gains = rises.map((rise, i) => -rise / variances[i]! / precision);
    known = -rises.reduce((sum, rise, i) => sum + gains[i]! * rise, 0);
    // From here nought unevenness lies at yaw + Σ gain × (uneven − rise × yaw).
    yaw = rises.reduce((sum, rise, i) => sum + gains[i]! * (uneven[i]! - rise * yaw), 0);
  }
  const sd = Math.hypot((1 - known) * YAW_SD, ...gains.map((gain) => gain * UNEVEN_SD));
  const follows = (base: UprightFrame): ((frame: UprightFrame) => Degrees) => {
    const from = unevenness(base, context);
    const before = new WeakMap<UprightFrame, Degrees>();
    return (frame) => {
      const by =
        before.get(frame) ?? unevenness(frame, context).reduce((sum, u, i) => sum + gains[i]! * (u - from[i]!), 0);
      before.set(frame, by);
      return by;
    };
  };
  return { yaw, sd, follows };
}
