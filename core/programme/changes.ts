/** What is different between two programmes, day by day: so that nobody has to compare two boards by eye. */
import type { Day } from '../days.js';
import type { SetsOf } from '../formats/programme.js';
import type { PlannedItem, PlannedWhy } from './item.js';
import type { Programme } from './plan.js';

export type PlanChange =
  | { is: 'added'; day: Day; item: string; why: PlannedWhy }
  | { is: 'removed'; day: Day; item: string }
  | { is: 'moved'; day: Day; item: string; from: Day }
  | { is: 'changed'; day: Day; item: string; before: SetsOf; after: SetsOf };

const weekOf = (weeks: Programme['weeks'], k: number): Map<Day, readonly PlannedItem[]> =>
  new Map((weeks[k]?.days ?? []).map((d) => [d.day, d.items]));
const setsOf = ({ sets, seconds, reps, breaths, steps, rest }: SetsOf): SetsOf => ({
  sets,
  seconds,
  reps,
  breaths,
  steps,
  rest,
});
const same = (a: PlannedItem, b: PlannedItem): boolean =>
  JSON.stringify([setsOf(a), a.split]) === JSON.stringify([setsOf(b), b.split]);

/**
 * Changes from one programme to another, by day. An item that left one day and came to another of the same week has moved.
 * @example changesBetween({ weeks: [] }, { weeks: [] }) // => []
 */
export function changesBetween(before: Pick<Programme, 'weeks'>, after: Pick<Programme, 'weeks'>): PlanChange[] {
  const changes: PlanChange[] = [];
  for (let k = 0; k < Math.max(before.weeks.length, after.weeks.length); k += 1) {
    const [old, now] = [weekOf(before.weeks, k), weekOf(after.weeks, k)];
    const gone: { day: Day; item: string }[] = [];
    const come: { day: Day; item: string; why: PlannedWhy }[] = [];
    for (const day of new Set([...old.keys(), ...now.keys()])) {
      const [was, is] = [old.get(day) ?? [], now.get(day) ?? []];
      for (const item of was) if (!is.some((i) => i.item === item.item)) gone.push({ day, item: item.item });
      for (const item of is) {
        const known = was.find((i) => i.item === item.item);
        if (!known) come.push({ day, item: item.item, why: item.why });
        else if (!same(known, item))
          changes.push({ is: 'changed', day, item: item.item, before: setsOf(known), after: setsOf(item) });
      }
    }
    for (const c of come) {
      const from = gone.findIndex((g) => g.item === c.item);
      if (from < 0) changes.push({ is: 'added', ...c });
      else changes.push({ is: 'moved', day: c.day, item: c.item, from: gone.splice(from, 1)[0]!.day });
    }
    changes.push(...gone.map((g) => ({ is: 'removed' as const, ...g })));
  }
  return changes.sort((a, b) => a.day.localeCompare(b.day) || a.item.localeCompare(b.item));
}
