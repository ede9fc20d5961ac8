/** What stands out about a programme as a whole. */
import type { Catalog } from '../catalog/index.js';
import { addDays } from '../days.js';
import type { Drill } from '../formats/catalog.js';
import { KINDS } from '../prescribe/prescription.js';
import type { PlannedWeek, PlanWarning } from './planned.js';
import type { Strand } from './strands.js';

/** Days with heavy work the day after heavy work: only pins make them. */
export function rowsOfHeavy(weeks: readonly PlannedWeek[], heavy: (item: string) => boolean): PlanWarning[] {
  const days = weeks.flatMap((w) => w.days).filter((d) => d.items.some((i) => heavy(i.item)));
  return days
    .filter((d, i) => days[i - 1]?.day === addDays(d.day, -1))
    .map(({ day }) => ({ is: 'heavy-in-a-row', day }));
}

/** Kinds of trunk work that nothing of the first ordinary week is, though there is something of them that could be given. */
export function missingKinds(
  catalog: Catalog,
  weeks: readonly PlannedWeek[],
  strands: readonly Strand[],
): Drill['kind'][] {
  const drills = new Map(strands.flatMap((s) => s.course.weeks.map((w) => [w.done.item, s.drill] as const)));
  const there = new Set(weeks.flatMap((w) => w.days.flatMap((d) => d.items.map((i) => drills.get(i.item)?.kind))));
  return KINDS.filter((k) => !there.has(k) && strands.some((s) => s.drill.kind === k));
}
