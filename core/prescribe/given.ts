/** Items of a list that a coach changes by hand: what is added, with the dose and the changes that it would have been chosen with. */
import type { Catalog } from '../catalog/index.js';
import type { CautionId, Drill, Method } from '../formats/catalog.js';
import type { Dose } from '../formats/dose.js';
import { assignableRecord } from './assignable.js';
import { doseOf } from './dose.js';

/** What a person's cautions change about a drill, in words, in the order of the cautions. */
export const changesBy = (drill: Pick<Drill, 'changedBy'>, cautions: readonly CautionId[]): string[] =>
  cautions.flatMap((caution) => drill.changedBy[caution] ?? []);

/** An item with its own dose: minutes as its record has them. */
export interface GivenItem {
  drill: string;
  dose: Dose;
  changes: string[];
  /** min */
  minutes: number;
}
/**
 * A drill or a version as it is added to a list by hand.
 * @param method under which the list was made; none where it left the catalogue
 * @throws RangeError naming an unknown id
 * @example given(catalog, 'bridge', [], undefined).drill // => 'bridge'
 */
export function given(
  catalog: Catalog,
  id: string,
  cautions: readonly CautionId[],
  method: Method | undefined,
): GivenItem {
  const drill = assignableRecord(catalog, id);
  return {
    drill: drill.id,
    dose: doseOf(catalog, drill, method, cautions),
    changes: changesBy(drill, cautions),
    minutes: drill.minutes,
  };
}
