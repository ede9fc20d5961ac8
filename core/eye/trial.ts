/** A hold to try the tool on: a drawn body whose line breaks at a known second; nobody's, and kept nowhere. */
import { bodyOf } from '../body/anthropometry.js';
import { faultPose } from '../body/fault-pose.js';
import { record, rungOf, type Catalog } from '../catalog/index.js';
import type { HoldItem, TappedHold } from '../formats/eye.js';
import { OBSERVATION_FORMAT, type Observation } from '../formats/observation.js';
import type { Circumstance } from '../person/circumstance.js';
import type { Random } from '../statistics.js';
import { deal, padsOf, truthOfHold } from './deal.js';

/** A fault of a trial shows by so much of its drawn example at least: somebody who never looked before sees it. */
const PLAIN = 0.7;
/** So many rounds are dealt for one fault before the next is tried: of six holds about two come plainly and stay. */
const DEALS = 4;

/**
 * Deals one hold of a version in which one fault of the position's pads comes plainly and stays.
 * @param random 0–1, as `Math.random`
 * @returns seconds and shares as a dealt hold has them; null where no fault of the version can be drawn
 * @throws RangeError when the position or version is not in the catalogue
 */
export function trialHold(
  place: { family: string; rung: string },
  catalog: Catalog,
  circumstance: Circumstance,
  random: Random,
): HoldItem | null {
  const rung = rungOf(catalog, record(catalog.families, place.family).id, place.rung);
  const drawn = padsOf(catalog, rung.family)
    .filter((f) => faultPose(rung.pose, f.id, bodyOf()) !== null)
    .map(({ id }) => ({ id, turn: random() }))
    .sort((a, b) => a.turn - b.turn);
  for (const { id } of drawn) {
    const known = [{ family: rung.family, rungs: [{ rung: rung.id, faults: [id] }] }];
    for (let i = 0; i < DEALS; i += 1) {
      const dealt = deal(known, { kind: 'holds' }, catalog, random);
      const plain = dealt?.kind === 'holds' && dealt.items.find(comesAndStays);
      if (!plain) continue;
      if (truthOfHold(plain, catalog, circumstance).first === id) return plain;
      // What bends one place carried another over its limit first: such a hold teaches nothing yet, and another of it would not.
      break;
    }
  }
  return null;
}
/** Its first fault is plain to see and is not mended. */
const comesAndStays = ({ faults: [first] }: HoldItem): boolean =>
  first !== undefined && first.share >= PLAIN && first.mended === null;

/** A trial's taps as the record of a watched hold that ended at its target; seconds as they were tapped. */
export const trialRecord = (item: HoldItem, { events }: TappedHold): Observation => ({
  format: OBSERVATION_FORMAT,
  version: 1,
  position: item.family,
  rung: item.rung,
  view: 'side',
  athlete: item.athlete,
  frames: [],
  events,
  ended: { t: item.seconds, reason: 'target' },
  target: item.seconds,
});
