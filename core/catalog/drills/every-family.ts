import { families } from '../families.js';

/** For drills that serve whatever position was looked at. */
export const everyFamily: string[] = families.map((family) => family.id);
