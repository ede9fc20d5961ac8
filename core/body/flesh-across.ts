/** The body in the flesh as somebody in front of it, behind it or over it sees it. */
import type { Metres, Point } from '../geometry.js';
import type { BaseLandmark, LandmarkName, View } from '../landmarks.js';
import type { Body } from './anthropometry.js';
import { fleshAround, type Joint, type Limb, type Tube } from './flesh.js';

/** From wrist to fingertip, along the foot, from ear to crown and to the nose's tip, shares of stature. Modelling assumptions, for pictures only. */
const HAND = 0.1;
const FOOT = 0.11;
const CROWN = 0.085;
const FACE = 0.06;

const sum = (a: Joint, b: Joint, k = 1): Joint => [a[0] + k * b[0], a[1] + k * b[1], a[2] + k * b[2]];
const middle = (a: Joint, b: Joint): Joint => sum(a, sum(b, a, -1), 0.5);
/** The way from one joint to another, one metre long. */
const way = (from: Joint, to: Joint): Joint => {
  const d = sum(to, from, -1);
  const long = Math.hypot(...d) || 1;
  return [d[0] / long, d[1] / long, d[2] / long];
};

/**
 * Everything to be seen of a body across its plane, in the room that {@link simulateAcross} looks into: x right, y up (from above: across the
 * mat), z toward the camera, metres.
 * @param points left and right landmarks, metres
 * @param depthOf how far each lies toward the camera, metres
 * @returns tubes round shoulders, hips, knees and ankles, which must all be among the points; other joints are supposed where they are not
 */
export function fleshAcross(
  view: Exclude<View, 'side'>,
  points: Partial<Record<LandmarkName, Point>>,
  depthOf: (name: LandmarkName) => Metres,
  body: Body,
): Tube[] {
  const tall = body.stature;
  /** Where the face looks, as far as a picture shows it: towards the lens, away from it, or down the picture. */
  const face: Joint = view === 'above' ? [0, -1, 0] : [0, 0, view === 'front' ? 1 : -1];
  const found = (base: BaseLandmark, side: 'l' | 'r'): Joint | null => {
    const name: LandmarkName = `${base}-${side}`;
    const p = points[name];
    return p ? [p[0], p[1], depthOf(name)] : null;
  };
  const limb = (side: 'l' | 'r'): Limb => {
    const must = (base: BaseLandmark): Joint => found(base, side)!;
    const [shoulder, hip, knee, ankle] = [must('shoulder'), must('hip'), must('knee'), must('ankle')];
    // An arm that no point tells of lies along the body.
    const elbow = found('elbow', side) ?? sum(shoulder, way(shoulder, hip), body.lengths.upperArm);
    const wrist = found('wrist', side) ?? sum(elbow, way(elbow, hip), body.lengths.forearm);
    const heel = found('heel', side) ?? sum(ankle, way(knee, ankle), body.ankleHeight);
    return {
      shoulder,
      elbow,
      wrist,
      fingertip: sum(wrist, way(elbow, wrist), HAND * tall),
      hip,
      knee,
      ankle,
      heel,
      toe: found('toe', side) ?? sum(heel, face, FOOT * tall),
    };
  };
  const [near, far] = [limb('r'), limb('l')];
  const hip = middle(near.hip, far.hip);
  const shoulder = middle(near.shoulder, far.shoulder);
  const trunk = way(hip, shoulder);
  const ears = [found('ear', 'r'), found('ear', 'l')].filter((e) => e !== null);
  const ear = ears.length === 2 ? middle(ears[0]!, ears[1]!) : (ears[0] ?? sum(shoulder, trunk, body.neck));
  const up = way(shoulder, ear);
  const third = (k: number): Joint => sum(hip, sum(shoulder, hip, -1), k / 3);
  return fleshAround(
    {
      near,
      far,
      middle: {
        hip,
        lumbar: third(1),
        thorax: third(2),
        shoulder,
        ear,
        vertex: sum(ear, up, CROWN * tall),
        nose: sum(ear, face, FACE * tall),
      },
      broad: way(far.shoulder, near.shoulder),
    },
    body,
  );
}
