/** What a ladder shows of each of its versions: how far its load reaches, and how its gate stands. */
import type { RungStanding } from '../../data/on-ladders.js';

/** A gate as a knot: tied when it is passed, loose while it is worked on, shut when nothing was held there or it is left out. */
export type Knot = 'tied' | 'loose' | 'shut';

export const knotOf = ({ status, barred }: Pick<RungStanding, 'status' | 'barred'>): Knot =>
  barred.length > 0 ? 'shut' : status.passed ? 'tied' : status.best > 0 ? 'loose' : 'shut';

/** Share of the gate that the best hold has reached, 0 to 1. */
export const gateShare = ({ gate, status }: Pick<RungStanding, 'gate' | 'status'>): number =>
  Math.min(1, status.best / Math.max(1, gate.reps ?? gate.seconds));

/**
 * Loads as lengths: shares of the heaviest on the ladder that is of the same kind, 0 to 1.
 * @returns by version, null where no lever shows or where the load is of another joint than the ladder's usual one
 */
export function loadLengths(standings: readonly Pick<RungStanding, 'load'>[]): (number | null)[] {
  const kinds = standings.flatMap(({ load }) => (load ? [load.governs] : []));
  const count = (kind: string): number => kinds.filter((k) => k === kind).length;
  const usual = [...new Set(kinds)].sort((a, b) => count(b) - count(a))[0];
  const most = Math.max(0, ...standings.map(({ load }) => (load?.governs === usual ? load!.value : 0)));
  return standings.map(({ load }) => (load && load.governs === usual && most > 0 ? load.value / most : null));
}
