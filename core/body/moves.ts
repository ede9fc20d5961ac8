/** A simulated person who moves: to and fro between a position's rest and its far end, by a tempo. */
import type { Seconds } from '../geometry.js';
import { BAR_FROM } from './figure.js';
import type { LimbAngles, Pose } from './pose.js';

export interface RepCourse {
  /** Seconds up or out, of the pause, down or back. */
  tempo: readonly [Seconds, Seconds, Seconds];
  /** Still at rest before the first rep and after every one. */
  rest: Seconds;
  reps: number;
}
/** A position's two ends. */
export interface Ends {
  rest: Pose;
  far: Pose;
}

/** Less than this bends at the knee or the hip and nothing moves, °. */
const BENT = 20;
/** A rock goes so far to either side of its pose, °. */
const ROCKS = 9;

/**
 * Where a moving version rests, and where it goes to: a raise from the long hang, a squat from standing, a crunch from lying. What does not
 * move, or moves in a way that the plane of the side view does not show, has no ends.
 */
export function endsOf(rung: { family: string; id: string; pose: Pose }): Ends | null {
  const { pose } = rung;
  if (rung.id === 'rock')
    return { rest: { ...pose, trunk: pose.trunk - ROCKS }, far: { ...pose, trunk: pose.trunk + ROCKS } };
  const [contact] = pose.contacts;
  const hangs = contact?.at === 'wrist' && (contact.height ?? 0) >= BAR_FROM;
  const long: Partial<Pose> = { hip: 0, knee: 0, pelvicTilt: 0, thoracic: 0 };
  if (hangs && pose.orientation === 'upright' && pose.hip > BENT)
    return { rest: { ...pose, ...long, trunk: 90 }, far: pose };
  if (contact?.at === 'heel' && pose.orientation === 'upright' && pose.knee > BENT)
    return { rest: { ...pose, ...long, trunk: 90, ankle: 90 }, far: pose };
  if (rung.family !== 'class-moves' || pose.orientation !== 'supine' || pose.far) return null;
  const curls = pose.thoracic > 0 || pose.trunk > BENT;
  const lying: Partial<Pose> = { trunk: 0, thoracic: 0, neck: 0 };
  if (curls) return { rest: { ...pose, ...lying, ...(pose.knee < BENT ? { hip: 0 } : {}) }, far: pose };
  return pose.knee < BENT ? { rest: { ...pose, hip: 85 }, far: pose } : null;
}

const LIMBS = ['shoulder', 'elbow', 'hip', 'knee', 'ankle'] as const satisfies readonly (keyof LimbAngles)[];
const TRUNK = ['trunk', 'lumbar', 'thoracic', 'neck', 'pelvicTilt', 'bladePush'] as const;

/** A pose on the way. @param share 0 at rest, 1 at the far end */
export function poseBetween({ rest, far }: Ends, share: number): Pose {
  const mix = (a: number, b: number): number => a + (b - a) * share;
  const angles = [...LIMBS, ...TRUNK].map((key) => [key, mix(rest[key], far[key])] as const);
  const farLimbs = far.far && {
    far: Object.fromEntries(LIMBS.map((key) => [key, mix(rest.far?.[key] ?? rest[key], far.far?.[key] ?? far[key])])),
  };
  return { ...far, ...Object.fromEntries(angles), ...(farLimbs ?? {}) };
}

/** How long the whole course takes, s. */
export const courseLength = ({ tempo, rest, reps }: RepCourse): Seconds =>
  rest + reps * (tempo.reduce((a, b) => a + b, 0) + rest);

/** How far out the person is at a second, 0–1; each way begins and ends without a jerk, as half a cosine. */
export function shareAt({ tempo: [up, pause, down], rest, reps }: RepCourse, t: Seconds): number {
  const whole = up + pause + down + rest;
  const since = t - rest;
  if (since < 0 || since >= reps * whole) return 0;
  const within = since % whole;
  const way = (part: number): number => (1 - Math.cos(Math.PI * part)) / 2;
  if (within < up) return way(within / up);
  if (within < up + pause) return 1;
  return within < up + pause + down ? way(1 - (within - up - pause) / down) : 0;
}
