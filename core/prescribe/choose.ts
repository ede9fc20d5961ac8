/** Two to four drills for the fault that matters most. */
import type { Catalog } from '../catalog/index.js';
import { record } from '../catalog/index.js';
import { causeNames } from '../catalog/causes.js';
import type { CautionId, CauseId, Dose, Drill } from '../formats/catalog.js';

export interface ChosenDrill {
  drill: string;
  dose: Dose;
  why: string;
  /** What the person's cautions change about it. */
  changes: string[];
}

export interface DrillChoice {
  chosen: ChosenDrill[];
  /** Drills that would have served but are excluded by a caution. */
  leftOut: { drill: string; caution: CautionId }[];
}

/** A second and third drill on the same cause count half and a quarter. */
const DIMINISH = 0.5;

/** The role's default dose with the drill's own fields on top. */
export const doseOf = (catalog: Catalog, drill: Drill): Dose => ({ ...catalog.doses[drill.role]!, ...drill.dose });

/**
 * Drills for a fault: the causes it points to count 1, 1/2, 1/3 … in their order; each drill covers them by its weight,
 * with diminishing return for causes already covered; what a caution excludes is left out and named.
 * @param count how many at most, 2–4
 * @throws RangeError for an unknown fault
 */
export function drillsForFault(
  catalog: Catalog,
  faultId: string,
  family: string,
  cautions: readonly CautionId[],
  count = 3,
): DrillChoice {
  const fault = record(catalog.faults, faultId);
  const weight = new Map<CauseId, number>(fault.causes.map((cause, i) => [cause, 1 / (i + 1)]));
  const serving = catalog.drills.filter(
    (drill) => drill.families.includes(family) && Object.keys(drill.causes).some((c) => weight.has(c as CauseId)),
  );
  const barred = (drill: Drill): CautionId | undefined =>
    drill.excludedBy.find((caution) => cautions.includes(caution));
  const left = serving.filter((drill) => !barred(drill));
  const chosen: ChosenDrill[] = [];
  const gain = (drill: Drill): number =>
    Object.entries(drill.causes).reduce((sum, [cause, w]) => sum + (weight.get(cause as CauseId) ?? 0) * w, 0);
  while (chosen.length < count && left.length > 0) {
    left.sort((a, b) => gain(b) - gain(a) || a.id.localeCompare(b.id));
    const best = left.shift()!;
    if (gain(best) <= 0) break;
    const reasons = (Object.keys(best.causes) as CauseId[])
      .filter((cause) => fault.causes.includes(cause))
      .sort((a, b) => best.causes[b]! - best.causes[a]!);
    chosen.push({
      drill: best.id,
      dose: doseOf(catalog, best),
      why: `For ${fault.name.toLowerCase()}: answers “${causeNames[reasons[0]!]}”${reasons[1] ? ` and “${causeNames[reasons[1]]}”` : ''}.`,
      changes: cautions.flatMap((caution) => best.changedBy[caution] ?? []),
    });
    for (const cause of Object.keys(best.causes) as CauseId[]) {
      const w = weight.get(cause);
      if (w !== undefined) weight.set(cause, w * DIMINISH);
    }
  }
  return {
    chosen,
    leftOut: serving.flatMap((drill) => (barred(drill) ? [{ drill: drill.id, caution: barred(drill)! }] : [])),
  };
}
