/** Gates: what a rung and the rungs of other ladders have to show before the next one. */
import type { Catalog } from '../catalog/index.js';
import { ladderOf, rungsOnLadder, type Gate, type Ladder, placeKey } from '../catalog/ladders.js';
import { worse, type CautionId, type CrossGate, type Rung } from '../formats/catalog.js';
import { governing } from '../statics/load.js';
import { daysBetween, type Day } from '../days.js';
import { byTime, heldEasier, type LoggedHold } from './holds.js';

/**
 * The gate of a rung: its target in clean seconds, cut to the method's cap, or its target in clean reps. With a low-back caution the
 * gate of a lever is doubled: in seconds as far as the cap allows, else, and for reps, in days.
 */
export function gateFor(ladder: Ladder, rung: Rung, cap: number, cautions: readonly CautionId[] = []): Gate {
  const doubled = cautions.includes('low-back') && governing(rung.family) !== null;
  const { worst, notFelt } = { worst: 'slight' as const, notFelt: ladder.notFelt };
  if (rung.counted)
    return { sets: 1, seconds: rung.target, reps: rung.counted.target, worst, days: doubled ? 2 : 1, notFelt };
  const wanted = rung.target * (doubled ? 2 : 1);
  const seconds = Math.min(wanted, cap);
  return { sets: 1, seconds, reps: null, worst, days: doubled && seconds < wanted ? 2 : 1, notFelt };
}

/** What is still missing at a gate. */
export type Missing =
  | { is: 'seconds'; more: number; wanted: number }
  | { is: 'reps'; more: number; wanted: number }
  | { is: 'felt'; site: string }
  | { is: 'worst'; worst: Gate['worst'] }
  | { is: 'sets'; more: number; wanted: number }
  | { is: 'days'; more: number; wanted: number }
  /** Held long enough, but on a set-up that is lighter than the version's own. */
  | { is: 'set-up' }
  /** Held long enough, but a measure that decides the position was not judged. */
  | { is: 'undecided' }
  /** It was passed, and a gross fault or an early break since speaks against it, or it is too long ago. */
  | { is: 'reopened' }
  | { is: 'expired' }
  /** A version of another ladder that was not held yet, or a measure that was not reached. */
  | { is: 'held'; gate: CrossGate }
  | { is: 'measure'; gate: CrossGate };

export interface GateStatus {
  passed: boolean;
  /** Days that reached it, and best clean seconds or reps at this rung, whatever the set-up. */
  days: number;
  best: number;
  /** Load of the hardest set-up that reached it, against the version's own; 1 where none was set. */
  share: number;
  /** Empty when passed. */
  missing: Missing[];
}

/** A gate counts for six weeks. */
export const GATE_DAYS = 42;
/** A break before half of the working time is early. */
export const EARLY = 0.5;
/** Seconds by which a clock may miss. */
export const SLACK = 0.05;

/** What of a hold counts at a gate: its clean reps or its clean seconds; nothing where a counted version was only timed. */
const reached = (gate: Pick<Gate, 'reps'>, hold: LoggedHold): number =>
  gate.reps === null ? hold.clean : (hold.reps?.clean ?? 0);
const wanted = (gate: Pick<Gate, 'reps' | 'seconds'>): number => gate.reps ?? gate.seconds;

type Asked = Pick<Gate, 'seconds' | 'reps' | 'worst' | 'notFelt'>;
const longEnough = (gate: Asked, hold: LoggedHold): boolean =>
  reached(gate, hold) >= wanted(gate) - (gate.reps === null ? SLACK : 0);
const reaches = (gate: Asked, hold: LoggedHold): boolean =>
  longEnough(gate, hold) &&
  !hold.pain &&
  !heldEasier(hold) &&
  !hold.undecided &&
  // What came after the clean part has no bearing on the gate.
  (!worse(hold.worst, gate.worst === 'none' ? null : gate.worst) || hold.broke) &&
  !(hold.felt !== null && (gate.notFelt as readonly string[]).includes(hold.felt));

/** Whether a hold speaks against a gate that was passed before it: a gross fault, pain, or a break before half of the working time. */
function speaksAgainst(gate: Asked, hold: LoggedHold): boolean {
  if (reaches(gate, hold)) return false;
  const target = gate.reps === null ? (hold.target ?? gate.seconds) : (hold.reps?.target ?? gate.reps);
  const early = gate.reps === null || hold.reps !== null ? reached(gate, hold) < EARLY * target : false;
  return hold.pain || hold.worst === 'gross' || (hold.broke && early);
}

/** Days on which at least `sets` holds reach it. */
function daysReached(holds: readonly LoggedHold[], sets: number): string[] {
  const byDay = new Map<string, number>();
  for (const hold of holds) byDay.set(hold.day, (byDay.get(hold.day) ?? 0) + 1);
  return [...byDay].filter(([, n]) => n >= sets).map(([day]) => day);
}

/**
 * How a gate stands.
 * @param holds of this rung, any order
 * @param today the hall's day; a gate that was reached more than {@link GATE_DAYS} days before does not count. Not asked where left out
 */
export function gateStatus(gate: Gate, holds: readonly LoggedHold[], today?: Day): GateStatus {
  const inOrder = [...holds].sort(byTime);
  const against = inOrder.findLastIndex((h) => speaksAgainst(gate, h));
  const fits = inOrder.filter((h) => reaches(gate, h));
  const lately = inOrder.slice(against + 1).filter((h) => reaches(gate, h));
  const counts = today === undefined ? lately : lately.filter((h) => daysBetween(h.day, today) <= GATE_DAYS);
  const days = daysReached(counts, gate.sets).length;
  const best = Math.max(0, ...holds.map((h) => reached(gate, h)));
  const passed = days >= gate.days;
  const share = Math.max(1, ...counts.map((h) => h.share ?? 1));
  const before = (of: readonly LoggedHold[]): boolean => daysReached(of, gate.sets).length >= gate.days;
  return {
    passed,
    days,
    best,
    share,
    missing: passed
      ? []
      : before(fits) && !before(lately)
        ? [{ is: 'reopened' }]
        : before(lately)
          ? [{ is: 'expired' }]
          : missingAt(gate, holds, counts, best, days),
  };
}

/** The gate of a version on its ladder, and how it stands by somebody's holds. */
export interface GateAt {
  gate: Gate;
  status: GateStatus;
}
/**
 * @param cap longest useful hold of the version by the method in force, s
 * @param holds of any version
 * @param today the hall's day; as in {@link gateStatus}
 */
export function gateAt(
  ladder: Ladder,
  rung: Rung,
  { cap, cautions, today }: { cap: number; cautions: readonly CautionId[]; today?: Day | undefined },
  holds: readonly LoggedHold[],
): GateAt {
  const gate = gateFor(ladder, rung, cap, cautions);
  const place = placeKey(rung);
  const here = holds.filter((h) => h.place === place);
  return { gate, status: gateStatus(gate, here, today) };
}

function missingAt(
  gate: Gate,
  holds: readonly LoggedHold[],
  counts: readonly LoggedHold[],
  best: number,
  days: number,
): Missing[] {
  const most = Math.max(0, ...counts.map((h) => counts.filter((o) => o.day === h.day).length));
  const missing: Missing[] = [];
  const long = holds.filter((h) => longEnough(gate, h));
  if (long.length === 0)
    missing.push({ is: gate.reps === null ? 'seconds' : 'reps', more: wanted(gate) - best, wanted: wanted(gate) });
  else if (counts.length === 0) {
    const felt = long.find((h) => h.felt && (gate.notFelt as readonly string[]).includes(h.felt));
    missing.push(
      long.every(heldEasier)
        ? { is: 'set-up' }
        : long.every((h) => h.undecided)
          ? { is: 'undecided' }
          : felt
            ? { is: 'felt', site: felt.felt! }
            : { is: 'worst', worst: gate.worst },
    );
  } else if (most < gate.sets) missing.push({ is: 'sets', more: gate.sets - most, wanted: gate.sets });
  if (gate.days > 1) missing.push({ is: 'days', more: gate.days - days, wanted: gate.days });
  return missing;
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
 * @param today the hall's day, see {@link gateStatus}
 */
export function crossStatus(
  catalog: Pick<Catalog, 'rungs' | 'crossGates'>,
  place: string,
  holds: readonly LoggedHold[],
  today?: Day,
): CrossStatus[] {
  return catalog.crossGates
    .filter((g) => g.to === place && !g.off)
    .map((gate): CrossStatus => {
      const proves = atOrAbove(catalog, gate.from);
      const own = holds.filter((h) => proves.has(h.place));
      const asked: Gate = { sets: gate.sets, seconds: gate.seconds, reps: null, worst: 'slight', days: 1, notFelt: [] };
      const { passed: held, best } = gateStatus(asked, own, today);
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
