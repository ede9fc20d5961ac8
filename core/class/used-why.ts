/** Why somebody held a version in a class. */
import type { AssignedWhy } from './plan.js';

/** Why the plan of a run gave a version, or that the coach changed it while the class ran. */
export type UsedWhy = AssignedWhy['is'] | 'swapped';
export const USED_WHYS = [
  'place',
  'lighter',
  'next',
  'instead',
  'kit',
  'pinned',
  'swapped',
] as const satisfies readonly UsedWhy[];
