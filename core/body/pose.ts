/** Joint angles of a position, and how it meets the floor. Poses are data; {@link placeFigure} turns them into points. */
import type { Degrees, Metres } from '../geometry.js';
import type { CONTACT_POINTS, KitPiece } from '../formats/kit-piece.js';

/** Which side of the body faces the floor when the trunk lies level. Upright poses face right. */
export type Orientation = 'prone' | 'supine' | 'upright';

export type ContactPoint = (typeof CONTACT_POINTS)[number];

/** Limb angles; 0 is the anatomical standing posture, positive is flexion (forward), `ankle` is 90 when standing. */
export interface LimbAngles {
  shoulder: Degrees;
  elbow: Degrees;
  hip: Degrees;
  knee: Degrees;
  ankle: Degrees;
}

export interface Pose extends LimbAngles {
  orientation: Orientation;
  /** Direction hip→shoulder from the floor with the head to the right: 0 lying, 90 upright. Solved when two contacts are given. */
  trunk: Degrees;
  /** Flexion between lower and middle, and middle and upper trunk; negative arches. */
  lumbar: Degrees;
  thoracic: Degrees;
  /** Direction shoulder→ear against hip→shoulder, positive back. */
  neck: Degrees;
  /** Forward tilt of the pelvis beyond its usual 10°, negative tucked. */
  pelvicTilt: Degrees;
  /** Mid back's distance from the shoulder–hip line, % of trunk, positive on the back side. */
  bladePush: number;
  /** The far limbs where they differ. */
  far?: Partial<LimbAngles>;
  /** Points that touch, with the height of what they touch. One: the figure is lowered onto it. Two: the trunk angle is solved. */
  contacts: readonly { at: ContactPoint; height?: Metres }[];
  /** Supporting arm in the room instead of against the trunk: this joint stands `ahead` metres forward of the shoulder. */
  support?: { joint: 'elbow' | 'wrist'; ahead: Metres };
  /** What is drawn with it, beside boxes and bars under contacts. */
  kit?: KitPiece[];
}

/** A straight body; spread it and change what differs. */
export const STRAIGHT: Pose = {
  orientation: 'prone',
  trunk: 0,
  lumbar: 0,
  thoracic: 0,
  neck: 0,
  shoulder: 0,
  elbow: 0,
  hip: 0,
  knee: 0,
  ankle: 90,
  pelvicTilt: 0,
  bladePush: 10,
  contacts: [],
};
