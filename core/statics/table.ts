/** Every version's load for a body, ladder by ladder, with the exceptions to a rising order named. */
import type { Body } from '../body/anthropometry.js';
import type { Catalog } from '../catalog/index.js';
import { ladders, rungsOnLadder, placeKey } from '../catalog/ladders.js';
import { loadOf, type Load } from './load.js';

export interface LadderLoad {
  ladder: string;
  /** `family/rung`. */
  place: string;
  load: Load | null;
  /** Load against the version before it; null for the first and where there is none. */
  step: number | null;
  /** Why it does not rise, where it does not. */
  exception: string | null;
}

/** A load may fall short of the one before by this share and still count as the same. */
export const SAME = 0.03;

/** Loads of all ladders for a body. Versions of different governing moments on one ladder are not compared. */
export function ladderLoads(catalog: Catalog, body: Body): LadderLoad[] {
  return ladders.flatMap((ladder) => {
    let before: Load | null = null;
    return rungsOnLadder(catalog, ladder).map((rung): LadderLoad => {
      const load = loadOf(rung, body);
      const place = placeKey(rung);
      const step = load && before && before.governs === load.governs ? load.value / before.value : null;
      before = load;
      return { ladder: ladder.id, place, load, step, exception: ladder.exceptions[place] ?? null };
    });
  });
}
