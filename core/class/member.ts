/** A person as a class takes them: body, cautions, today's places, and what the last looks found. */
import type { Catalog } from '../catalog/index.js';
import { ladderOf, ladders, placeKey } from '../catalog/ladders.js';
import { explain } from '../evaluate/explain.js';
import { judge } from '../evaluate/judge.js';
import { see, type LookRecord } from '../evaluate/see.js';
import { isStated } from '../formats/catalog.js';
import type { ClassMember } from '../formats/class.js';
import type { LoggedHold } from '../ladder/holds.js';
import { placeOn, type TakenStep } from '../ladder/places.js';
import type { Circumstance } from '../person/circumstance.js';

/** Causes below this probability are not worth planning by. Assumption. */
const WORTH = 0.2;
/** Holds whose first faults count, and as many faults and causes as are taken at most. Assumption. */
const LAST = 5;

/** Newest clean seconds at a place; one that a coach decided on and nobody has held yet is nought seconds. */
const cleanAt = (holds: readonly LoggedHold[], place: string): number =>
  holds.find((h) => h.place === place)?.clean ?? 0;

/**
 * @param holds newest first; clean seconds
 * @param taken steps that a coach accepted or changed
 * @param look the newest look at the person; null where there is none
 * @throws InputError where the look's position is not in the catalogue
 */
export function memberFrom(
  catalog: Catalog,
  id: string,
  circumstance: Circumstance,
  { holds, taken, look }: { holds: readonly LoggedHold[]; taken: readonly TakenStep[]; look: LookRecord | null },
): ClassMember {
  const places: ClassMember['places'] = {};
  const known = new Map(catalog.rungs.map((r) => [placeKey(r), r]));
  for (const ladder of ladders) {
    const place = placeOn(catalog, ladder, holds, taken);
    const rung = place && known.get(place);
    if (rung) places[rung.family] = { rung: rung.id, clean: cleanAt(holds, place) };
  }
  // Positions on no ladder stand where they were held last.
  for (const hold of [...holds].reverse()) {
    const rung = known.get(hold.place);
    if (rung && !ladderOf(catalog, rung)) places[rung.family] = { rung: rung.id, clean: hold.clean };
  }
  const judged = look && judge(see(look, catalog), catalog, circumstance);
  const found = judged?.findings.filter(isStated).map((f) => f.fault) ?? [];
  const ranking = judged ? explain(judged, catalog, circumstance).ranking : [];
  return {
    id,
    athlete: circumstance.athlete,
    cautions: [...circumstance.cautions],
    places,
    faults: [...new Set([...found, ...holds.slice(0, LAST).flatMap((h) => h.first ?? [])])].slice(0, LAST),
    causes: ranking
      .filter((r) => r.probability >= WORTH)
      .slice(0, LAST)
      .map(({ cause, probability }) => ({ cause, probability })),
  };
}
