/** The load of a week kept to its limit. */
import type { Weekday } from '../formats/programme.js';
import { addWork, minutesOf, noWork, type PlannedItem, type Work } from './item.js';
import type { Strand } from './strands.js';

/** Load of a week may rise by so much over the last ordinary one. Practice: no faster than about a fifth. */
export const RISE = 1.2;
/** An easier week is about half of the last ordinary one, and no more than this of it. */
export const EASY = 0.6;
/** One step less of an item: a set first, then of its amount. Null where nothing is left to take. */
function less(item: PlannedItem, fromSets: boolean): PlannedItem | null {
  const cut = (change: Partial<PlannedItem>): PlannedItem => {
    const next = { ...item, ...change };
    return { ...next, minutes: minutesOf(next) };
  };
  if (fromSets) return item.sets > 1 ? cut({ sets: item.sets - 1 }) : null;
  if (item.split)
    return item.split.hard > 1
      ? cut({ split: { ...item.split, hard: item.split.hard - 1 }, seconds: item.split.hard - 1 + item.split.easy })
      : null;
  for (const unit of ['seconds', 'reps', 'breaths', 'steps'] as const)
    if (item[unit] !== null) return item[unit] > 1 ? cut({ [unit]: item[unit] - 1 }) : null;
  return null;
}

export type WeekItems = ReadonlyMap<Weekday, { strand: Strand; item: PlannedItem; fixed: boolean }[]>;

/**
 * Cuts a week to its limit: sets first, of what has the smallest set that is enough, else the largest; then seconds or reps of what loads
 * most. An item is cut on all of its days alike. Items whose numbers the coach set are left.
 */
export function cutTo(week: WeekItems, limit: Work, work: (item: PlannedItem, strand: Strand) => Work): WeekItems {
  const list = [...week.values()].flat();
  const total = (): Work => list.reduce((sum, { item, strand }) => addWork(sum, work(item, strand)), noWork());
  const strands = [...new Set(list.filter((e) => !e.fixed).map((e) => e.strand))];
  const own = (s: Strand): typeof list => list.filter((e) => e.strand === s && !e.fixed);
  for (const kind of ['moment', 'weight'] as const)
    for (const fromSets of [true, false])
      for (;;) {
        const over = total()[kind] - limit[kind];
        if (over <= 1e-6) break;
        const cuts = strands.flatMap((s) => {
          const after = own(s).map((e) => less(e.item, fromSets));
          if (after.length === 0 || after.some((a) => a === null)) return [];
          const saved = own(s).reduce((sum, e, k) => sum + work(e.item, s)[kind] - work(after[k]!, s)[kind], 0);
          return saved > 1e-9 ? [{ s, after, saved }] : [];
        });
        const enough = cuts.filter((c) => c.saved >= over).sort((a, b) => a.saved - b.saved)[0];
        const cut = enough ?? [...cuts].sort((a, b) => b.saved - a.saved)[0];
        if (!cut) break;
        own(cut.s).forEach((e, k) => (e.item = cut.after[k]!));
      }
  return week;
}
