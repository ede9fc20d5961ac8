/** Names of the catalogue's records; an id of another studio is shown rather than lost. */
import type { Catalog } from '../core/catalog/index.js';
import { CLASS_MOVES } from '../core/class/kinds.js';

type Named = readonly { readonly id: string; readonly name: string }[];
const nameIn = (records: Named, id: string): string => records.find((r) => r.id === id)?.name ?? id;

export const familyName = (catalog: Pick<Catalog, 'families'>, id: string): string => nameIn(catalog.families, id);
export const faultName = (catalog: Pick<Catalog, 'faults'>, id: string): string => nameIn(catalog.faults, id);
/** A drill's name, or that of a version that is given like one. */
export const drillName = (catalog: Pick<Catalog, 'drills' | 'families' | 'rungs'>, id: string): string =>
  id.includes('/') ? placeName(catalog, id) : nameIn(catalog.drills, id);
export const testName = (catalog: Pick<Catalog, 'tests'>, id: string): string => nameIn(catalog.tests, id);
export const methodName = (catalog: Pick<Catalog, 'methods'>, id: string): string => nameIn(catalog.methods, id);
export const causeName = (catalog: Pick<Catalog, 'causes'>, id: string): string => nameIn(catalog.causes, id);
export const cautionName = (catalog: Pick<Catalog, 'cautions'>, id: string): string => nameIn(catalog.cautions, id);

/** A version's own name, without its position. */
export const rungName = (catalog: Pick<Catalog, 'rungs'>, family: string, id: string): string =>
  nameIn(
    catalog.rungs.filter((r) => r.family === family),
    id,
  );

/**
 * A version with its position.
 * @param place `family/rung`
 * @example placeName(catalog, 'hollow/straight') // => 'Hollow hold, Straight legs, arms beside'
 */
export function placeName(catalog: Pick<Catalog, 'families' | 'rungs'>, place: string): string {
  const [family, rung] = place.split('/') as [string, string];
  return `${familyName(catalog, family)}, ${rungName(catalog, family, rung)}`;
}

/** A version within its own position, and a mat move, need no position before them. @param within what the column or the screen is headed with */
export function nameWithin(catalog: Pick<Catalog, 'families' | 'rungs'>, version: string, within: string): string {
  const [family, rung] = version.split('/') as [string, string];
  return family === CLASS_MOVES || familyName(catalog, family) === within
    ? rungName(catalog, family, rung)
    : placeName(catalog, version);
}

/** First names; with the first letter of the last where two would be the same. */
export function shortNames(people: readonly { id: string; name: string }[]): Map<string, string> {
  const first = (name: string): string => name.split(/\s+/)[0]!;
  return new Map(
    people.map(({ id, name }) => {
      const twice = people.filter((p) => first(p.name) === first(name)).length > 1;
      const last = name.split(/\s+/).at(-1)!;
      return [id, twice && last !== name ? `${first(name)} ${last[0]}.` : first(name)];
    }),
  );
}
