/**
 * A body seen from the front, the rear or above: left and right landmarks of a pose with chosen departures. A frontal-plane
 * stand-in for the linked figure: templates, the simulated camera's other views and the tests of their measures use it.
 */
import { add, clamp, radians, rotate, scale, subtract, type Degrees, type Metres, type Point } from '../geometry.js';
import type { BaseLandmark, LandmarkName, View } from '../landmarks.js';
import type { Body } from './anthropometry.js';
import { placeFigure } from './figure.js';
import type { Pose } from './pose.js';

/** What a family looks like across its plane. */
export type AcrossShape = 'side-lying' | 'four-points' | 'on-the-back' | 'standing' | 'seated' | 'squat' | 'single-leg';

/** Departures from the good shape; degrees, signed as the measures are. */
export interface AcrossFaults {
  sideLine?: Degrees;
  depthLine?: Degrees;
  shoulders?: Degrees;
  pelvis?: Degrees;
  /** both knees */
  kneeIn?: Degrees;
  /** by how much more the left knee goes in than the right */
  uneven?: Degrees;
  toeOut?: Degrees;
  sideLean?: Degrees;
  /** hands off the chest's centre line, % of the shoulders' width */
  armLead?: number;
  /** turn of the chest in a twist */
  turn?: Degrees;
}

const SHAPES: Readonly<Record<string, AcrossShape>> = {
  'side-plank': 'side-lying',
  edge: 'side-lying',
  'bird-dog': 'four-points',
  'front-plank': 'four-points',
  'dead-bug': 'on-the-back',
  'partner-tuck': 'on-the-back',
  carry: 'standing',
  rotation: 'seated',
  'overhead-squat': 'squat',
  'single-leg-squat': 'single-leg',
};

/** The shape of a family across its plane. @throws RangeError for a family that is looked at from the side only */
export function acrossShape(family: string): AcrossShape {
  const shape = SHAPES[family];
  if (!shape) throw new RangeError(`${family} is looked at from the side only`);
  return shape;
}

/** Somebody who bends both legs alike. */
export const evenLegged = (family: string): boolean => SHAPES[family] === 'squat';
/** Somebody who lies on a side: what is the body's own side for all others is its front. */
export const liesOnItsSide = (family: string): boolean => SHAPES[family] === 'side-lying';

type Points = Partial<Record<LandmarkName, Point>>;

/** A pair `width` apart about `centre`; `tilt` raises the person's right. Seen from the front the person's left is on the picture's right. */
function pair(base: BaseLandmark, centre: Point, width: Metres, tilt: Degrees, leftAt: 1 | -1): Points {
  const half = rotate([(width / 2) * leftAt, 0], -tilt * leftAt);
  return { [`${base}-l`]: add(centre, half), [`${base}-r`]: subtract(centre, half) };
}

/** Hip off the chord shoulder–end by the bend `angle`, square to the chord, on the side that `to` points to. */
function bent(shoulder: Point, end: Point, share: number, angle: Degrees, to: Point): Point {
  const chord = subtract(end, shoulder);
  const length = Math.hypot(chord[0], chord[1]);
  // The offset whose two slopes add to the bend, by a few steps of Newton's method.
  let h = 0;
  for (let i = 0; i < 12; i += 1) {
    const f = Math.atan(h / (share * length)) + Math.atan(h / ((1 - share) * length)) - radians(Math.abs(angle));
    const slope =
      (share * length) / ((share * length) ** 2 + h ** 2) +
      ((1 - share) * length) / (((1 - share) * length) ** 2 + h ** 2);
    h -= f / slope;
  }
  const square: Point = [-chord[1] / length, chord[0] / length];
  const side = Math.sign(square[0] * to[0] + square[1] * to[1]) * Math.sign(angle);
  return add(add(shoulder, scale(chord, share)), scale(square, side * h));
}

function sideLying(view: View, faults: AcrossFaults, body: Body, end: 'ankle' | 'knee'): Points {
  const { lengths } = body;
  const leg = lengths.thigh + (end === 'ankle' ? lengths.shank : 0);
  const long = body.trunk + leg;
  const up = lengths.upperArm + 0.02 * body.stature + body.shoulderWidth / 2;
  // Head to the right, on the left elbow: from the front the belly faces the camera, from above the picture's lower edge.
  const front = view !== 'above';
  const shoulder: Point = front ? [0, up] : [0, 0];
  const foot: Point = front ? [-Math.sqrt(Math.max(0.01, long ** 2 - (up - 0.05) ** 2)), 0.05] : [-long, 0];
  const hip = bent(
    shoulder,
    foot,
    body.trunk / long,
    (front ? faults.sideLine : faults.depthLine) ?? 0,
    front ? [0, -1] : [0, 1],
  );
  const legAt = (length: Metres): Point => {
    const d = subtract(foot, hip);
    return add(hip, scale(d, length / Math.hypot(d[0], d[1])));
  };
  const knee = end === 'knee' ? foot : legAt(lengths.thigh);
  const ankle = end === 'knee' ? add(foot, front ? [-0.05, 0.02] : [-0.1, 0.25]) : foot;
  const spread = (base: BaseLandmark, centre: Point, width: Metres): Points =>
    front
      ? { [`${base}-l`]: add(centre, [0, -width / 2]), [`${base}-r`]: add(centre, [0, width / 2]) }
      : { [`${base}-l`]: add(centre, [0, -0.004]), [`${base}-r`]: add(centre, [0, 0.004]) };
  return {
    ...spread('shoulder', shoulder, body.shoulderWidth),
    ...spread('hip', hip, body.hipWidth),
    ...spread('knee', knee, 0.03),
    ...spread('ankle', ankle, 0.03),
    'elbow-l': front ? [0, 0.02 * body.stature] : [0, -0.04],
    'wrist-l': front ? [lengths.forearm * 0.4, 0.02 * body.stature] : [lengths.forearm * 0.6, -0.2],
    'ear-l': add(shoulder, front ? [body.neck * 0.9, 0.06] : [body.neck, 0]),
    nose: add(shoulder, front ? [body.neck, 0.02] : [body.neck, -0.09]),
  };
}

/** Heights of the joints as a pose has them, near and far limb taken together, metres: what the front shows of a squat's depth. */
function heightsOf(pose: Pose, body: Body): Record<'shoulder' | 'hip' | 'knee' | 'ankle', Metres> {
  const { far, ...near } = placeFigure(pose, body);
  const of = (name: keyof typeof far): Metres => (near[name][1] + far[name][1]) / 2;
  return { shoulder: of('shoulder'), hip: of('hip'), knee: of('knee'), ankle: of('ankle') };
}
/** However deep a squat is, its knee lies some way between hip and ankle in the picture. */
const KNEE_BETWEEN = [0.15, 0.85] as const;

function upright(shape: AcrossShape, view: View, faults: AcrossFaults, body: Body, pose?: Pose): Points {
  const { lengths } = body;
  const leftAt = view === 'rear' ? -1 : 1;
  const low = shape === 'seated';
  const lying = shape === 'on-the-back';
  const four = shape === 'four-points';
  const squat = shape === 'squat' || shape === 'single-leg';
  const legs = lengths.thigh + lengths.shank + body.ankleHeight;
  const own = pose && (squat || low) ? heightsOf(pose, body) : null;
  const hipHeight = own?.hip ?? (low ? 0.1 : lying ? 0.1 : four ? lengths.thigh + 0.05 : squat ? 0.62 * legs : legs);
  const hip: Point = [0, hipHeight];
  // Straight on, a trunk that leans away from the camera shows shorter.
  const trunk = own ? own.shoulder - own.hip : body.trunk * (four || lying ? 0.24 : squat ? 0.85 : 1);
  const lean = radians(faults.sideLean ?? 0);
  // The person's right is where leftAt is not.
  const shoulder = add(hip, [-leftAt * trunk * Math.sin(lean), trunk * Math.cos(lean)]);
  const turn = radians(faults.turn ?? 0);
  const shoulderWidth = body.shoulderWidth * Math.cos(turn);
  const points: Points = {
    ...pair('shoulder', shoulder, shoulderWidth, faults.shoulders ?? 0, leftAt),
    ...pair('hip', hip, body.hipWidth, faults.pelvis ?? 0, leftAt),
    ...pair('ear', add(shoulder, [0, four || lying ? 0.05 : body.neck]), 0.15, 0, leftAt),
  };
  const arm = lengths.upperArm + lengths.forearm;
  const lead =
    0.2 * body.stature * Math.sin(turn) +
    (Math.sign(faults.armLead ?? 0) * Math.abs(faults.armLead ?? 0) * body.shoulderWidth) / 100;
  const hands: [Point, number] = low
    ? [add(shoulder, [lead, -0.22]), 0.06]
    : four
      ? [[0, 0.05], body.shoulderWidth]
      : squat && shape === 'squat'
        ? [add(shoulder, [0, arm * 0.95]), body.shoulderWidth]
        : lying
          ? [add(shoulder, [0, arm * 0.9]), body.shoulderWidth]
          : [add(shoulder, [0, -arm]), body.shoulderWidth * 1.5];
  Object.assign(points, pair('wrist', hands[0], hands[1], 0, leftAt));
  Object.assign(
    points,
    pair('elbow', scale(add(shoulder, hands[0]), 0.5), (shoulderWidth + hands[1]) / 2 + 0.06, 0, leftAt),
  );
  const toeOut = radians(faults.toeOut ?? 0);
  for (const [side, at] of [
    ['l', leftAt],
    ['r', -leftAt],
  ] as const) {
    const out = at * (body.hipWidth / 2);
    const ankle: Point = [out, own?.ankle ?? (lying ? hipHeight + 0.3 : low ? 0.06 : four ? 0.08 : body.ankleHeight)];
    const top = points[`hip-${side}`]!;
    const kneeIn = (faults.kneeIn ?? 0) + ((side === 'l' ? 1 : -1) * (faults.uneven ?? 0)) / 2;
    const share = own
      ? clamp((own.hip - own.knee) / (own.hip - own.ankle), ...KNEE_BETWEEN)
      : lengths.thigh / (lengths.thigh + lengths.shank);
    const knee = low ? top : bent(top, ankle, share, kneeIn, [-Math.sign(out), 0]);
    Object.assign(points, {
      [`knee-${side}`]: low
        ? [out * 2, own?.knee ?? 0.3]
        : four
          ? [out, 0.05]
          : lying
            ? [out, hipHeight + lengths.thigh * 0.9]
            : knee,
      [`ankle-${side}`]: ankle,
      [`heel-${side}`]: [out, 0.01],
      [`toe-${side}`]: [out + Math.sign(out) * lengths.foot * Math.sin(toeOut), -0.02],
    });
  }
  return points;
}

/**
 * Left and right landmarks of a family across its plane, metres, x right, y up; the floor at y = 0 except from above.
 * @param end where the chord of a side plank ends
 * @param pose of the version: how deep a squat is, how a seated trunk leans; about as deep as usual where left out
 * @throws RangeError for a family that is looked at from the side only
 */
export function acrossPoints(
  family: string,
  view: View,
  body: Body,
  faults: AcrossFaults = {},
  end: 'ankle' | 'knee' = 'ankle',
  pose?: Pose,
): Points {
  const shape = acrossShape(family);
  return shape === 'side-lying' ? sideLying(view, faults, body, end) : upright(shape, view, faults, body, pose);
}

/** The two points that lay a template across: the first two clicks. */
export function acrossAnchors(family: string): readonly [LandmarkName, LandmarkName] {
  const shape = acrossShape(family);
  if (shape === 'side-lying') return ['shoulder-r', 'ankle-r'];
  if (shape === 'squat' || shape === 'single-leg') return ['shoulder-l', 'ankle-l'];
  return ['shoulder-l', 'hip-r'];
}
