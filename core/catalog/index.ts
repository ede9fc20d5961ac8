/** A catalogue in one object, as every computation takes it, and what is asked of it. What ships is in `shipped.ts`. */
import type {
  Caution,
  Cause,
  CrossGate,
  EvidenceRow,
  QuickTest,
  Drill,
  Family,
  Fault,
  Method,
  Pads,
  Rung,
  Tolerance,
} from '../formats/catalog.js';
import type { Dose } from '../formats/dose.js';

export interface Catalog {
  families: readonly Family[];
  rungs: readonly Rung[];
  tolerances: readonly Tolerance[];
  faults: readonly Fault[];
  drills: readonly Drill[];
  methods: readonly Method[];
  cautions: readonly Caution[];
  doses: Readonly<Record<string, Dose>>;
  causes: readonly Cause[];
  evidence: readonly EvidenceRow[];
  tests: readonly QuickTest[];
  crossGates: readonly CrossGate[];
  /** Orders of the fault pads by position; the families have them too. */
  pads: readonly Pads[];
  /** Entries that were taken away while something used them, as `kind:key`: still read, not offered any more. */
  retired: ReadonlySet<string>;
}

/** The drills, methods or faults that are offered: all but those that were taken away. */
export const offered = <K extends 'drills' | 'methods' | 'faults'>(source: Catalog, kind: K): Catalog[K][number][] =>
  source[kind].filter((r: { id: string }) => !source.retired.has(`${kind}:${r.id}`));

/** The record with this id. @throws RangeError naming the id when there is none */
export function record<T extends { id: string }>(records: readonly T[], id: string): T {
  const found = records.find((entry) => entry.id === id);
  if (!found) throw new RangeError(`the catalogue has no ${id}`);
  return found;
}

/** Everything that a hall or a person may have for drills and tests, by id, in the order of the alphabet. */
export const kitItems = ({ drills, tests }: Pick<Catalog, 'drills' | 'tests'>): string[] =>
  [...new Set([...drills, ...tests].flatMap((r) => r.kit))].sort();

/** Rungs of a family, easiest first. */
export const rungsOf = (source: Catalog, family: string): Rung[] =>
  source.rungs.filter((rung) => rung.family === family);

/** Rungs of a family that are offered, easiest first. */
export const offeredRungs = (source: Catalog, family: string): Rung[] =>
  rungsOf(source, family).filter((r) => !source.retired.has(`rungs:${family}.${r.id}`));

/** A rung of a family; its base rung when `id` is not given. @throws RangeError for unknown ids */
export function rungOf(source: Catalog, family: string, id?: string): Rung {
  const wanted = id ?? record(source.families, family).baseRung;
  return record(rungsOf(source, family), wanted);
}

/** Whether a version has straight knees: on the knees and with bent knees nothing is asked of them. */
export const hasStraightKnees = (rung: Pick<Rung, 'chordEnd'>): boolean => rung.chordEnd === 'ankle';

/**
 * Faults that can be seen at a version: the position's pads, likeliest first, and all others of the position.
 * @param rung as it is set
 * @param method the one in force; what it wants is no fault
 */
export function faultsOf(
  source: Catalog,
  family: Pick<Family, 'id' | 'pads'>,
  rung: Pick<Rung, 'chordEnd'>,
  method?: Pick<Method, 'axes'>,
): { pads: Fault[]; more: Fault[] } {
  const all = offered(source, 'faults').filter(
    (f) =>
      f.families.includes(family.id) &&
      (!f.when || hasStraightKnees(rung)) &&
      // Where the method stands hip width, feet apart are no fault.
      !(f.id === 'feet-apart' && method?.axes.base === 'hip-width'),
  );
  const pads = family.pads.flatMap((id) => all.find((f) => f.id === id) ?? []);
  return { pads, more: all.filter((f) => !pads.includes(f)) };
}
