/** A hold to try the tool on: a drawn body whose line breaks at a known second; nobody's, and kept nowhere. */
import { record, rungOf, type Catalog } from '../catalog/index.js';
import type { HoldItem, TappedHold } from '../formats/eye.js';
import { OBSERVATION_FORMAT, type Observation } from '../formats/observation.js';
import type { Circumstance } from '../person/circumstance.js';
import type { Random } from '../statistics.js';
import { deal, dealable, padsOf, truthOfHold } from './deal.js';

/** A fault of a trial shows by so much of its drawn example at least: somebody who never looked before sees it. */
const PLAIN = 0.7;
/** So many rounds are dealt for a hold that breaks plainly; a round has six holds, two thirds of them with a fault. */
const DEALS = 40;

/**
 * Deals one hold of a version in which one fault of the position's pads comes plainly and stays.
 * @param random 0–1, as `Math.random`
 * @returns null where no fault of the version can be drawn
 * @throws RangeError when the position or version is not in the catalogue
 */
export function trialHold(
  place: { family: string; rung: string },
  catalog: Catalog,
  circumstance: Circumstance,
  random: Random,
): HoldItem | null {
  const rung = rungOf(catalog, record(catalog.families, place.family).id, place.rung);
  const pads = padsOf(catalog, rung.family).map((p) => p.id);
  const faults = dealable(rung, catalog, circumstance).filter((f) => pads.includes(f));
  const known = [{ family: rung.family, rungs: [{ rung: rung.id, faults }] }];
  for (let i = 0; i < DEALS; i += 1) {
    const dealt = deal(known, { kind: 'holds' }, catalog, random);
    if (dealt?.kind !== 'holds') return null;
    const plain = dealt.items.find((item) => {
      const [first, ...more] = item.faults;
      return (
        first &&
        more.length === 0 &&
        first.share >= PLAIN &&
        first.mended === null &&
        // What bends one place can carry another over its limit first: such a hold teaches nothing yet.
        truthOfHold(item, catalog, circumstance).first === first.fault
      );
    });
    if (plain) return plain;
  }
  return null;
}

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
