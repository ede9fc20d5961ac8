import type { Pose } from '../../core/body/pose.js';

/** One of a list to choose from. */
export interface Choice {
  id: string;
  name: string;
  /** Said beside the name. */
  note?: string;
  /** Drawn before the name, where a list is searched. */
  pose?: Pose;
}
