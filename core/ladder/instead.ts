/** A caution changes the version first: what is done instead of a version that it leaves out. */
import type { Catalog } from '../catalog/index.js';
import { easierBy, type Operator } from '../catalog/easier.js';
import { ladderOf, rungsOnLadder, placeKey } from '../catalog/ladders.js';
import type { Body } from '../body/anthropometry.js';
import type { CautionId, Rung } from '../formats/catalog.js';
import { loadOf } from '../statics/load.js';
import { rungAt } from './gates.js';

export interface Instead {
  rung: Rung;
  operators: readonly Operator[];
  /** The caution that asked for it. */
  caution: CautionId;
}

const fits = (rung: Rung, cautions: readonly CautionId[]): boolean =>
  !rung.excludedBy.some((c) => cautions.includes(c));

/**
 * The version to do instead of one that cautions leave out: by the table of class moves, else the nearest one of its own ladder that
 * is no heavier for this body and that nothing leaves out, harder ones in the ladder's order last.
 * @returns null where the version is not left out, or where nothing is left: then it is left out, and the caution says why
 */
export function insteadOf(catalog: Catalog, rung: Rung, cautions: readonly CautionId[], body: Body): Instead | null {
  const caution = rung.excludedBy.find((c) => cautions.includes(c));
  if (!caution) return null;
  // The reason that leads to a version which every caution allows comes first.
  for (const c of cautions.filter((x) => rung.excludedBy.includes(x))) {
    const by = easierBy(rung, c);
    const to = by && catalog.rungs.find((r) => placeKey(r) === by.to);
    if (by && to && fits(to, cautions)) return { rung: rungAt(catalog, by.to), operators: by.operators, caution: c };
  }
  const ladder = ladderOf(catalog, rung);
  const family = ladder ? rungsOnLadder(catalog, ladder) : catalog.rungs.filter((r) => r.family === rung.family);
  const at = family.findIndex((r) => placeKey(r) === placeKey(rung));
  const own = loadOf(rung, body);
  const near = family
    .map((r, i) => ({ r, away: Math.abs(i - at), load: loadOf(r, body) }))
    .filter(
      ({ r, load }) =>
        r !== rung &&
        fits(r, cautions) &&
        (!own || !load || load.governs !== own.governs || load.value <= own.value * 1.01),
    )
    .sort((a, b) => a.away - b.away);
  const found = near[0];
  return found ? { rung: found.r, operators: [], caution } : null;
}
