/** What can be added to a list by hand: drills, and the versions of every ladder, those of the position first. */
import { offered } from '../../core/catalog/index.js';
import { placeKey } from '../../core/catalog/ladders.js';
import type { CautionId } from '../../core/formats/catalog.js';
import { assignableRungs } from '../../core/prescribe/assignable.js';
import { catalog } from './catalogue.js';
import { placeName } from './names.js';

export interface ToAdd {
  id: string;
  name: string;
  note: 'version' | 'drill';
}

/**
 * @param taken what stands in the list already
 * @param cautions in force: what they exclude is not offered
 */
export function toAdd(family: string, taken: readonly string[], cautions: readonly CautionId[]): ToAdd[] {
  const barred = (excluded: readonly CautionId[]): boolean => excluded.some((c) => cautions.includes(c));
  return [
    ...assignableRungs(catalog)
      .filter((r) => !barred(r.excludedBy))
      .map((r) => ({
        id: placeKey(r),
        name: placeName(placeKey(r)),
        note: 'version' as const,
        own: r.family === family,
      })),
    ...offered(catalog, 'drills')
      .filter((d) => !barred(d.excludedBy))
      .map((d) => ({ id: d.id, name: d.name, note: 'drill' as const, own: d.families.includes(family) })),
  ]
    .filter((c) => !taken.includes(c.id))
    .sort((a, b) => Number(b.own) - Number(a.own))
    .map(({ own: _own, ...choice }) => choice);
}
