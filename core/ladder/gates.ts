/** Gates: what a rung and the rungs of other ladders have to show before the next one. */
import type { Catalog } from '../catalog/index.js';
import { ladderOf, rungsOnLadder, type Gate, type Ladder, placeKey } from '../catalog/ladders.js';
import { worse, type CautionId, type CrossGate, type Rung } from '../formats/catalog.js';
import { governing } from '../statics/load.js';
import type { LoggedHold } from './holds.js';

/**
 * The gate of a rung: its target in clean seconds, cut to the method's cap. With a low-back caution the gate of a lever is doubled: in
 * seconds as far as the cap allows, else in days.
 */
export function gateFor(ladder: Ladder, rung: Rung, cap: number, cautions: readonly CautionId[] = []): Gate {
  const doubled = cautions.includes('low-back') && governing(rung.family) !== null;
  const wanted = rung.target * (doubled ? 2 : 1);
  const seconds = Math.min(wanted, cap);
  return { sets: 1, seconds, worst: 'slight', days: doubled && seconds < wanted ? 2 : 1, notFelt: ladder.notFelt };
}

/** What is still missing at a gate. */
export type Missing =
  | { is: 'seconds'; more: number; wanted: number }
  | { is: 'felt'; site: string }
  | { is: 'worst'; worst: Gate['worst'] }
  | { is: 'sets'; more: number; wanted: number }
  | { is: 'days'; more: number; wanted: number }
  /** A version of another ladder that was not held yet, or a measure that was not reached. */
  | { is: 'held'; gate: CrossGate }
  | { is: 'measure'; gate: CrossGate };

export interface GateStatus {
  passed: boolean;
  /** Days that reached it, and best clean seconds at this rung. */
  days: number;
  best: number;
  /** Empty when passed. */
  missing: Missing[];
}

const reaches = (hold: LoggedHold, seconds: number, worst: Gate['worst'], notFelt: readonly string[]): boolean =>
  hold.clean >= seconds - 0.05 &&
  !hold.pain &&
  // What came after the clean part has no bearing on the gate.
  (!worse(hold.worst, worst === 'none' ? null : worst) || (hold.broke && hold.clean >= seconds - 0.05)) &&
  !(hold.felt !== null && notFelt.includes(hold.felt));

/** Days on which at least `sets` holds reach it. */
function daysReached(holds: readonly LoggedHold[], sets: number, fits: (hold: LoggedHold) => boolean): string[] {
  const byDay = new Map<string, number>();
  for (const hold of holds) if (fits(hold)) byDay.set(hold.day, (byDay.get(hold.day) ?? 0) + 1);
  return [...byDay].filter(([, n]) => n >= sets).map(([day]) => day);
}

/** @param holds of this rung */
export function gateStatus(gate: Gate, holds: readonly LoggedHold[]): GateStatus {
  const fits = (hold: LoggedHold): boolean => reaches(hold, gate.seconds, gate.worst, gate.notFelt);
  const days = daysReached(holds, gate.sets, fits).length;
  const best = Math.max(0, ...holds.map((h) => h.clean));
  const missing: Missing[] = [];
  if (days < gate.days) {
    const most = Math.max(
      0,
      ...[...new Set(holds.map((h) => h.day))].map((d) => holds.filter((h) => h.day === d && fits(h)).length),
    );
    if (best < gate.seconds - 0.05) missing.push({ is: 'seconds', more: gate.seconds - best, wanted: gate.seconds });
    else if (!holds.some(fits)) {
      const felt = holds.find(
        (h) => h.clean >= gate.seconds - 0.05 && h.felt && (gate.notFelt as readonly string[]).includes(h.felt),
      );
      missing.push(felt ? { is: 'felt', site: felt.felt! } : { is: 'worst', worst: gate.worst });
    } else if (most < gate.sets) missing.push({ is: 'sets', more: gate.sets - most, wanted: gate.sets });
    if (gate.days > 1) missing.push({ is: 'days', more: gate.days - days, wanted: gate.days });
  }
  return { passed: days >= gate.days, days, best, missing };
}

export interface CrossStatus {
  gate: CrossGate;
  passed: boolean;
  best: number;
  missing: Missing[];
}

/** A rung and the harder ones on its ladder: who holds a harder one holds it as well. Sideways rungs prove nothing of it. */
function atOrAbove(catalog: Pick<Catalog, 'rungs'>, place: string): Set<string> {
  const rung = catalog.rungs.find((r) => placeKey(r) === place);
  const ladder = rung && ladderOf(catalog, rung);
  if (!ladder) return new Set([place]);
  const way = rungsOnLadder(catalog, ladder)
    .filter((r) => r.family === rung.family)
    .map(placeKey);
  return new Set(way.slice(way.indexOf(place)).filter((p) => p === place || !ladder.sideways.includes(p)));
}

/**
 * Cross gates of a rung. They are a test on a test day: the method's cap does not cut them, and a harder version of the same position
 * held as long passes them too.
 * @param holds of every rung of this person
 */
export function crossStatus(
  catalog: Pick<Catalog, 'rungs' | 'crossGates'>,
  place: string,
  holds: readonly LoggedHold[],
): CrossStatus[] {
  return catalog.crossGates
    .filter((g) => g.to === place && !g.off)
    .map((gate): CrossStatus => {
      const proves = atOrAbove(catalog, gate.from);
      const own = holds.filter((h) => proves.has(h.place));
      const fits = (h: LoggedHold): boolean => reaches(h, gate.seconds, 'slight', []);
      const held = daysReached(own, gate.sets, fits).length > 0;
      const best = Math.max(0, ...own.map((h) => h.clean));
      const { measure } = gate;
      const measured = !measure || holds.some((h) => (h.values[measure.id] ?? -Infinity) >= measure.atLeast);
      return {
        gate,
        passed: held && measured,
        best,
        missing: [
          ...(held ? [] : [{ is: 'held' as const, gate }]),
          ...(measured ? [] : [{ is: 'measure' as const, gate }]),
        ],
      };
    });
}

/** The rung after and before a place on its ladder, sideways rungs passed over. */
export function neighbours(
  ladder: Ladder,
  rungs: readonly Rung[],
  place: string,
): { next: Rung | null; before: Rung | null } {
  const onWay = rungs.filter((r) => placeKey(r) === place || !ladder.sideways.includes(placeKey(r)));
  const at = onWay.findIndex((r) => placeKey(r) === place);
  return { next: onWay[at + 1] ?? null, before: at > 0 ? onWay[at - 1]! : null };
}

/** A version by `family/rung`. @throws RangeError for an unknown one */
export function rungAt(catalog: Pick<Catalog, 'rungs'>, place: string): Rung {
  const found = catalog.rungs.find((r) => placeKey(r) === place);
  if (!found) throw new RangeError(`there is no version ${place}`);
  return found;
}
