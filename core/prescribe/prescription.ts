/** What is read off a stored prescription today: warnings, drills used of late, balance of kinds. */
import type { Catalog } from '../catalog/index.js';
import { daysBetween } from '../days.js';
import { assignable } from './assignable.js';
import type { CautionId, Drill } from '../formats/catalog.js';
import type { AnyDose } from '../formats/dose.js';

export interface PrescribedDrill {
  drill: string;
  dose: AnyDose;
  why: string;
  /** What cautions changed about it when it was assigned. */
  changes: readonly string[];
  minutes: number;
}

/** What no longer fits about a drill on a sheet: it left the library, a caution excludes it, or a caution asks for a change. */
export type PrescriptionWarning =
  | { drill: string; kind: 'gone' }
  | { drill: string; kind: 'excluded'; caution: CautionId }
  | { drill: string; kind: 'change'; caution: CautionId; change: string };

/**
 * What no longer fits: drills that a caution in force now excludes, changes that it asks for and that are not on the sheet, and
 * drills that are no longer in the catalogue. Derived whenever it is read, so an edited caution shows at once.
 */
export function prescriptionWarnings(
  catalog: Catalog,
  items: readonly Pick<PrescribedDrill, 'drill' | 'changes'>[],
  cautions: readonly CautionId[],
): PrescriptionWarning[] {
  return items.flatMap((item): PrescriptionWarning[] => {
    const drill = assignable(catalog, item.drill);
    if (!drill || catalog.retired.has(`drills:${drill.id}`)) return [{ drill: item.drill, kind: 'gone' }];
    const by = drill.excludedBy.find((c) => cautions.includes(c));
    if (by) return [{ drill: drill.id, kind: 'excluded', caution: by }];
    return cautions.flatMap((caution): PrescriptionWarning[] => {
      const change = drill.changedBy[caution];
      return change && !item.changes.includes(change) ? [{ drill: drill.id, kind: 'change', caution, change }] : [];
    });
  });
}

/** Drills of this many days past count as recent. */
const RECENT_DAYS = 14;

/** Drills of prescriptions that ran within the two weeks before `today` (ISO days), each once. */
export function recentDrills(
  prescriptions: readonly { startsOn: string; endedOn: string | null; items: readonly { drill: string }[] }[],
  today: string,
): string[] {
  const ran = prescriptions.filter(
    (p) => p.startsOn <= today && (p.endedOn === null || daysBetween(p.endedOn, today) <= RECENT_DAYS),
  );
  return [...new Set(ran.flatMap((p) => p.items.map((i) => i.drill)))];
}

/** Kinds of trunk work that a week is balanced over. */
export const KINDS = ['fold', 'hold', 'shape-change', 'brace-and-breathe', 'turn'] as const;

/** How often each kind of trunk work stands in a week's drills, and the kinds that are missing. */
export function kindBalance(
  catalog: Catalog,
  drills: readonly string[],
): { counts: Partial<Record<Drill['kind'], number>>; missing: Drill['kind'][] } {
  const counts: Partial<Record<Drill['kind'], number>> = {};
  for (const id of drills) {
    const kind = assignable(catalog, id)?.kind;
    if (kind) counts[kind] = (counts[kind] ?? 0) + 1;
  }
  return { counts, missing: KINDS.filter((kind) => !counts[kind]) };
}
