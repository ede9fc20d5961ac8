/** A drawn position told in angles, for who cannot see the figure. */
import type { KitPiece } from '../core/formats/kit-piece.js';
import type { Pose } from '../core/body/pose.js';

const LYING: Record<Pose['orientation'], string> = { prone: 'face down', supine: 'on the back', upright: 'upright' };
const JOINTS = ['hip', 'knee', 'shoulder', 'elbow'] as const;
const KIT: Record<KitPiece['kind'], string> = {
  wall: 'a wall',
  post: 'a support',
  box: 'a box',
  roller: 'a roller',
  ball: 'a ball',
  'soft-ball': 'a soft ball',
  weights: 'a weight',
  bar: 'a bar',
  'stick-end': 'a stick',
  'long-roller': 'a long roller',
  pad: 'a pad',
  towel: 'a towel',
  wedges: 'wedges',
  sliders: 'sliders',
  sheet: 'a sheet',
  tape: 'a line of tape',
  band: 'a band',
  strap: 'a strap',
  loop: 'a band',
  stick: 'a stick',
  board: 'a sloping board',
  partner: 'a partner’s hand',
};
/** Angles nearer to straight than this are not told, degrees. */
const STRAIGHT_WITHIN = 5;
const degrees = (value: number): string => `${Math.round(value)}°`.replace('-', '−');

/**
 * The angles of a pose, 0° straight, positive forward; of a movement, from and to. Then the kit that is drawn with it.
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
  const kit = [...new Set((pose.kit ?? []).map(({ kind }) => KIT[kind]))];
  return [
    LYING[pose.orientation],
    ...(angles.length > 0 ? angles : ['straight']),
    ...(kit.length > 0 ? [`with ${kit.join(' and ')}`] : []),
  ].join(', ');
}
