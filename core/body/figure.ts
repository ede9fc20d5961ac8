/** The linked figure: joint angles and a body's proportions to points in metres, x right, y up, floor at y = 0. */
import { closeIn, type Bracket } from '../roots.js';
import { add, clamp, degrees, radians, rotate, scale, turn, unit, type Degrees, type Point } from '../geometry.js';
import { PELVIS_AT_REST, type BaseLandmark } from '../landmarks.js';
import type { Body } from './anthropometry.js';
import type { ContactPoint, LimbAngles, Pose } from './pose.js';

export interface FigurePoints extends Record<BaseLandmark, Point> {
  vertex: Point;
  /** joints between lower, middle and upper trunk */
  lumbar: Point;
  thorax: Point;
  far: Pick<
    Record<BaseLandmark, Point>,
    'shoulder' | 'elbow' | 'wrist' | 'fingertip' | 'hip' | 'knee' | 'ankle' | 'heel' | 'toe'
  >;
}

/** Flesh between a joint's centre and what it rests on, share of stature. Modelling assumption. */
const CONTACT_DEPTH: Record<ContactPoint, number> = {
  elbow: 0.02,
  wrist: 0.025,
  knee: 0.028,
  toe: 0.008,
  heel: 0,
  lowback: 0,
  hip: 0.055,
};
/** Toward the head along the floor. */
const LEVEL: Point = [1, 0];
const HEEL_BEHIND_ANKLE = 0.25;
const MIDBACK_UP_THE_TRUNK = 0.72;

/** +1 when the belly lies clockwise of hip→shoulder (y up, head right: belly down), −1 otherwise. */
const handedness = (pose: Pose): 1 | -1 => (pose.orientation === 'supine' ? -1 : 1);

/**
 * Hip flexion that makes the line shoulder–hip–ankle bend by `hipLine` for this body and knee flexion.
 * @param hipLine degrees, positive on the belly side (sag)
 * @param knee knee flexion in degrees
 * @returns hip flexion in degrees
 */
export function hipForLine(hipLine: Degrees, knee: Degrees, body: Body): Degrees {
  const { thigh, shank } = body.lengths;
  const behind = degrees(Math.atan2(shank * Math.sin(radians(knee)), thigh + shank * Math.cos(radians(knee))));
  return behind - hipLine;
}

function limbs(
  pose: LimbAngles,
  shoulder: Point,
  hip: Point,
  up: Point,
  s: 1 | -1,
  body: Body,
  level: { forearm: boolean; hand: boolean },
) {
  const { lengths } = body;
  const down = scale(up, -1);
  const upperArm = rotate(down, pose.shoulder * s);
  const forearm = level.forearm ? LEVEL : rotate(upperArm, pose.elbow * s);
  const hand = level.hand ? LEVEL : forearm;
  const thigh = rotate(down, pose.hip * s);
  const shank = rotate(thigh, -pose.knee * s);
  const foot = rotate(shank, (180 - pose.ankle) * s);
  const sole = rotate(foot, -90 * s);
  const elbow = add(shoulder, scale(upperArm, lengths.upperArm));
  const wrist = add(elbow, scale(forearm, lengths.forearm));
  const knee = add(hip, scale(thigh, lengths.thigh));
  const ankle = add(knee, scale(shank, lengths.shank));
  const heel = add(add(ankle, scale(sole, body.ankleHeight)), scale(foot, -HEEL_BEHIND_ANKLE * lengths.foot));
  return {
    shoulder,
    elbow,
    wrist,
    fingertip: add(wrist, scale(hand, body.fingertip)),
    hip,
    knee,
    ankle,
    heel,
    toe: add(heel, scale(foot, lengths.foot)),
  };
}

/** Trunk and near limbs with the hip at the origin, before the figure meets the floor: what contacts are found with. */
function chain(pose: Pose, body: Body) {
  const s = handedness(pose);
  const { lengths } = body;
  const links = [lengths.lowerTrunk, lengths.middleTrunk, lengths.upperTrunk] as const;
  // Chain with the lower trunk along x, then turned so that hip→shoulder points where the pose says.
  const bend = [0, -pose.lumbar * s, -(pose.lumbar + pose.thoracic) * s] as const;
  const nodes: Point[] = [[0, 0]];
  links.forEach((link, i) => nodes.push(add(nodes[i]!, scale(unit(bend[i]!), link))));
  const align = pose.trunk - turn([1, 0], nodes[3]!);
  const [, lumbar, thorax, shoulder] = nodes.map((node) => rotate(node, align)) as [Point, Point, Point, Point];
  const hip: Point = [0, 0];
  const up = unit(pose.trunk);
  const belly = rotate(up, -90 * s);

  let own: LimbAngles = pose;
  const level = {
    forearm: pose.support?.joint === 'elbow' || pose.contacts.some((c) => c.at === 'elbow'),
    hand: pose.support?.joint === 'wrist' || pose.contacts.some((c) => c.at === 'wrist'),
  };
  if (pose.support) {
    const { joint, ahead } = pose.support;
    const reach = joint === 'elbow' ? lengths.upperArm : lengths.upperArm + lengths.forearm;
    const world = rotate([0, -1], degrees(Math.asin(clamp(ahead / reach, -0.95, 0.95))));
    own = { ...pose, shoulder: turn(scale(up, -1), world) * s };
  }
  const lowback = add(lumbar, scale(belly, -body.backDepth));
  return {
    s,
    up,
    belly,
    shoulder,
    hip,
    lumbar,
    thorax,
    lowback,
    own,
    level,
    near: limbs(own, shoulder, hip, up, s, body, level),
  };
}

/** Points with the hip at the origin, before the figure meets the floor. */
function unplaced(pose: Pose, body: Body): FigurePoints {
  const { s, up, belly, shoulder, hip, lumbar, thorax, lowback, own, level, near } = chain(pose, body);
  const { lengths } = body;
  const far = limbs(
    { ...own, ...pose.far },
    shoulder,
    hip,
    up,
    s,
    body,
    pose.far?.shoulder === undefined ? level : { forearm: false, hand: false },
  );

  const neckDirection = rotate(up, pose.neck * s);
  const ear = add(shoulder, scale(neckDirection, body.neck));
  const vertex = add(shoulder, scale(neckDirection, body.neck + 0.55 * lengths.head));
  const midback = add(scale(up, MIDBACK_UP_THE_TRUNK * body.trunk), scale(belly, (-pose.bladePush / 100) * body.trunk));
  const pelvis = rotate(belly, -(pose.pelvicTilt + PELVIS_AT_REST) * s);
  return {
    ...near,
    ear,
    vertex,
    lumbar,
    thorax,
    lowback,
    midback,
    asis: add(scale(up, 0.05 * body.stature), scale(pelvis, 0.05 * body.stature)),
    psis: add(scale(up, 0.05 * body.stature), scale(pelvis, -0.05 * body.stature)),
    ribs: add(lumbar, add(scale(up, 0.3 * lengths.middleTrunk), scale(belly, 0.06 * body.stature))),
    nose: add(ear, scale(rotate(neckDirection, -90 * s), 0.055 * body.stature)),
    far,
  };
}

/** Contacts above this are a bar or rings, metres. */
export const BAR_FROM = 1.2;
/** The tallest body that the bar of the poses leaves room under, metres; for a taller one it hangs higher. */
const BAR_FITS = 2;

/** Height of what a contact touches, metres: as the pose says, and for a bar at least so high that this body hangs free. */
export const heightOf = (contact: Pose['contacts'][number], body: Body): number => {
  const height = contact.height ?? 0;
  return height > BAR_FROM ? height * Math.max(1, body.stature / BAR_FITS) : height;
};

/** Height of a contact point above what it should touch, before placing. */
function gap(points: Record<ContactPoint, Point>, contact: Pose['contacts'][number], body: Body): number {
  return points[contact.at][1] - CONTACT_DEPTH[contact.at] * body.stature - heightOf(contact, body);
}

/** The figure moved as a whole, metres. */
export function shifted(points: FigurePoints, by: Point): FigurePoints {
  const move = <T extends object>(part: T): T =>
    Object.fromEntries(
      Object.entries(part).map(([name, p]) => [
        name,
        Array.isArray(p) ? add(p as unknown as Point, by) : move(p as object),
      ]),
    ) as T;
  return move(points);
}

/**
 * The five-degree stretch of trunk angles nearest to the pose's own in which `f` changes its sign, −75° to 75°, searched outward from
 * the pose; with the values at its ends.
 */
function bracketNear(trunk: Degrees, f: (trunk: Degrees) => number): Bracket | null {
  const start = clamp(trunk, -75, 75);
  let [low, high] = [start, start];
  let [atLow, atHigh] = [f(start), f(start)];
  while (low > -75 || high < 75) {
    if (high < 75) {
      const next = Math.min(75, high + 5);
      const value = f(next);
      if (value * atHigh <= 0) return { low: high, high: next, atLow: atHigh, atHigh: value };
      [high, atHigh] = [next, value];
    }
    if (low > -75) {
      const next = Math.max(-75, low - 5);
      const value = f(next);
      if (value * atLow <= 0) return { low: next, high: low, atLow: value, atHigh: atLow };
      [low, atLow] = [next, value];
    }
  }
  return null;
}

/** A root farther from the pose's own trunk than this is looked for in order of distance instead, degrees. */
const NEAR = 40;

/**
 * The trunk angle nearest to the pose's own at which `f` is zero: by secants, which take half a dozen evaluations where the contacts
 * nearly fit, else by a bracket and regula falsi with the Illinois step.
 * @throws RangeError when there is none between −75° and 75°
 */
function rootNear(trunk: Degrees, f: (trunk: Degrees) => number): Degrees {
  let [x0, x1] = [clamp(trunk, -75, 75), clamp(trunk + 6, -75, 75)];
  let [f0, f1] = [f(x0), f(x1)];
  if (Math.abs(f0) < 1e-12) return x0;
  for (let i = 0; i < 9 && f1 !== f0; i += 1) {
    const x2 = x1 - (f1 * (x1 - x0)) / (f1 - f0);
    if (!(Math.abs(x2 - trunk) < NEAR && Math.abs(x2) <= 75)) break;
    [x0, f0] = [x1, f1];
    [x1, f1] = [x2, f(x2)];
    if (Math.abs(f1) < 1e-11) return x1;
  }
  const bracket = bracketNear(trunk, f);
  if (!bracket) throw new RangeError('the contacts of this pose cannot both touch');
  return closeIn(bracket, f);
}

/**
 * The figure in a pose, standing on its contacts: x right, y up, metres, floor at y = 0, hip above x = 0.
 * With two contacts the trunk angle nearest to the pose's own is found at which both touch; with one the figure is lowered onto it;
 * with none the lowest landmark touches the floor.
 * @throws RangeError when no trunk angle between −75° and 75° brings both contacts down
 */
export function placeFigure(pose: Pose, body: Body): FigurePoints {
  const [first, second] = pose.contacts;
  let solved = pose;
  if (first && second) {
    const difference = (trunk: Degrees): number => {
      const { near, lowback } = chain({ ...pose, trunk }, body);
      const points = { ...near, lowback };
      return gap(points, first, body) - gap(points, second, body);
    };
    solved = { ...pose, trunk: rootNear(pose.trunk, difference) };
  }
  const points = unplaced(solved, body);
  const lowest = Math.min(
    ...[points.toe, points.heel, points.wrist, points.lowback, points.hip, points.shoulder].map((p) => p[1]),
  );
  return shifted(points, [0, -(first ? gap(points, first, body) : lowest)]);
}
