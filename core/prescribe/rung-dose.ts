/** A version's dose for a person: below today's usual break, half of the unloaded one's where it is newly loaded. */
import type { Catalog } from '../catalog/index.js';
import { placeKey } from '../catalog/ladders.js';
import type { CautionId, Drill, Method, Rung } from '../formats/catalog.js';
import type { Dose, Level } from '../formats/dose.js';
import { amountOf, byTime, type LoggedHold } from '../ladder/holds.js';
import { median } from '../statistics.js';
import { rungAsDrill, UNLOADED, versionOf } from './assignable.js';
import { doseBelow, doseOf, unitOf } from './dose.js';

/** Sets that tell the usual break. */
const LAST_SETS = 3;
/** A banded or newly loaded version starts with this share of the unloaded one. */
const NEWLY_LOADED = 0.5;

/** Clean seconds or reps that are usual at a version: the middle of the last three sets; null where it was not done. */
export function usualAt(rung: Rung, holds: readonly LoggedHold[]): number | null {
  const sets = holds
    .filter((h) => h.place === placeKey(rung))
    .sort(byTime)
    .slice(-LAST_SETS);
  const done = sets.flatMap((h) => amountOf(rung, h).clean ?? []);
  return done.length > 0 ? median(done) : null;
}

/**
 * A version's dose for a person. One that is newly loaded and was never done starts at half of what is usual at the unloaded one.
 * @param holds of this person, any order
 * @param wanted seconds or reps that are aimed at
 */
export function rungDose(
  catalog: Pick<Catalog, 'families' | 'doses' | 'rungs'>,
  rung: Rung,
  {
    method,
    cautions,
    level,
    holds,
    wanted,
  }: {
    method: Method;
    cautions: readonly CautionId[];
    level: Level;
    holds: readonly LoggedHold[];
    wanted: number;
  },
): Dose {
  const dose = doseOf(catalog, rungAsDrill(catalog, rung), method, cautions, level);
  const usual = usualAt(rung, holds);
  const bare = usual === null ? catalog.rungs.find((r) => placeKey(r) === UNLOADED[placeKey(rung)]) : undefined;
  const unloaded = bare ? usualAt(bare, holds) : null;
  return doseBelow(dose, rung, usual, unloaded === null ? wanted : Math.min(wanted, NEWLY_LOADED * unloaded));
}

/**
 * Dose of a drill that is a version under another name, where the person has done that version of late: below today's usual break, and
 * no more than the drill's own.
 * @returns null where it is no version, or was not done
 */
export function doseToday(
  catalog: Pick<Catalog, 'families' | 'doses' | 'rungs'>,
  drill: Drill,
  person: { method: Method; cautions: readonly CautionId[]; level: Level; holds: readonly LoggedHold[] },
): Dose | null {
  const place = versionOf(drill);
  const rung = place === null ? undefined : catalog.rungs.find((r) => placeKey(r) === place);
  const usual = rung ? usualAt(rung, person.holds) : null;
  const own = doseOf(catalog, drill, person.method, person.cautions, person.level);
  if (!rung || usual === null || own.amount === null || own.unit !== unitOf(rung)) return null;
  const { amount } = doseBelow(own, rung, usual, own.amount[1]);
  return { ...own, amount };
}
