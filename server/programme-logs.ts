/** What may be logged of a programme: items that stand on their day, up to today. */
import type { ItemLogInput } from '../api/programmes.js';
import { placeKey } from '../core/catalog/ladders.js';
import type { Catalog } from '../core/catalog/index.js';
import type { Day } from '../core/days.js';
import type { Problem } from '../core/formats/problems.js';
import type { Programme } from '../core/programme/plan.js';
import { versionOf } from '../core/prescribe/assignable.js';

/** What is wrong with logs, a line each. */
export function logProblems(
  planned: Pick<Programme, 'weeks'>,
  logs: readonly Pick<ItemLogInput, 'day' | 'item'>[],
  today: Day,
): Problem[] {
  const days = new Map(planned.weeks.flatMap((w) => w.days.map((d) => [d.day, d.items] as const)));
  return logs.flatMap((l, i): Problem[] => {
    const items = days.get(l.day);
    if (!items) return [{ path: `logs[${i}].day`, message: 'is no training day of this programme' }];
    if (l.day > today) return [{ path: `logs[${i}].day`, message: 'is still to come' }];
    return items.some((p) => p.item === l.item)
      ? []
      : [{ path: `logs[${i}].item`, message: 'does not stand on that day' }];
  });
}

/** The position of an item: a version's own, or the first that a drill is made for. */
export function familyIn(catalog: Catalog): (item: string) => string {
  const drills = new Map(catalog.drills.map((d) => [d.id, d]));
  const places = new Set(catalog.rungs.map(placeKey));
  return (item) => {
    const drill = drills.get(item);
    const version = places.has(item) ? item : drill ? versionOf(drill) : null;
    return version?.split('/')[0] ?? drill?.families[0] ?? item.split('/')[0]!;
  };
}
