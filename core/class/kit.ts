/** What of the room's kit a version takes. Mats are everybody's own and are counted once for the class. */
import type { KitCount } from '../formats/class.js';
import type { Rung } from '../formats/catalog.js';
import { placeKey } from '../catalog/ladders.js';

/** What a banded block takes, one a member. */
export const BAND = 'band';

/** Kit of the shipped versions that take some; the others need a mat at most. */
const KIT_OF: Readonly<Record<string, KitCount>> = {
  'front-plank/raised': { box: 1 },
  'front-plank/feet-raised': { box: 1 },
  'front-plank/banded': { band: 1 },
  'side-plank/knees-banded': { band: 1 },
  'side-plank/feet-raised': { box: 1 },
  'all-fours/raised-hands': { box: 1 },
  'all-fours/wedges': { wedges: 1 },
  'bird-dog/banded': { band: 1 },
  'dead-bug/loaded': { weights: 1 },
  'edge/on-the-block': { box: 1 },
  'edge/half': { box: 1 },
  'edge/full': { box: 1 },
  'hanging/angled-board': { board: 1 },
  'compression/slide-through': { box: 1 },
  'handstand/wall-plank': { wall: 1 },
  'handstand/chest-to-wall': { wall: 1 },
  'handstand/toe-pulls': { wall: 1 },
  'rotation/loaded': { weights: 1 },
  'carry/both-hands': { weights: 2 },
  'carry/one-side': { weights: 1 },
  'carry/overhead': { weights: 1 },
  'partner-tuck/light-pull': { 'soft-ball': 1 },
  'partner-tuck/to-lost-shape': { 'soft-ball': 1 },
  'class-moves/knee-drive-raised': { box: 1 },
  'push-up/raised': { box: 1 },
};
/** Positions of which every version takes the same. */
const OF_FAMILY: Readonly<Record<string, KitCount>> = {
  hanging: { bar: 1 },
  'front-lever': { bar: 1 },
  'dragon-flag': { bench: 1 },
  rollers: { roller: 2 },
};

/**
 * Kit of a version by the catalogue's kit ids. A hall's own version with hands or feet on something takes a box.
 * @example kitOf(rungOf(catalog, 'front-plank', 'raised')) // => { box: 1 }
 */
export function kitOf(rung: Rung): KitCount {
  const known = KIT_OF[placeKey(rung)] ?? OF_FAMILY[rung.family];
  if (known) return known;
  return rung.stands && rung.pose.contacts.some((c) => c.height) ? { box: 1 } : {};
}
/** Every kit id that some version takes. */
export const KIT_TAKEN: readonly string[] = [
  ...new Set([...Object.values(KIT_OF), ...Object.values(OF_FAMILY)].flatMap((k) => Object.keys(k))),
];
