/** A drawn position told in angles, for who cannot see the figure. */
import type { Pose } from '../core/body/pose.js';

const LYING: Record<Pose['orientation'], string> = { prone: 'face down', supine: 'on the back', upright: 'upright' };
const JOINTS = ['hip', 'knee', 'shoulder', 'elbow'] as const;
/** Angles nearer to straight than this are not told, degrees. */
const STRAIGHT_WITHIN = 5;
const degrees = (value: number): string => `${Math.round(value)}°`.replace('-', '−');

/**
 * The angles of a pose, 0° straight, positive forward; of a movement, from and to.
 * @param pose angles in degrees
 * @param to the other end of a movement
 * @example
 * poseText({ ...STRAIGHT, orientation: 'supine', hip: 90, knee: 90 }) // => 'on the back, hip 90°, knee 90°'
 */
export function poseText(pose: Pose, to?: Pose): string {
  const angles = JOINTS.flatMap((joint) => {
    const [from, end] = [pose[joint], to?.[joint] ?? pose[joint]];
    if (Math.max(Math.abs(from), Math.abs(end)) < STRAIGHT_WITHIN) return [];
    return [
      Math.abs(end - from) < STRAIGHT_WITHIN
        ? `${joint} ${degrees(from)}`
        : `${joint} ${degrees(from)} to ${degrees(end)}`,
    ];
  });
  return [LYING[pose.orientation], ...(angles.length > 0 ? angles : ['straight'])].join(', ');
}
