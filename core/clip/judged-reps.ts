/** What is made of reps that were cut out of a clip: what each shows, what a coach says of it, and how a record holds it. */
import type { Judged } from '../evaluate/judge.js';
import type { Seconds } from '../geometry.js';
import { LASTING, smoothed, stretchesBeyond } from '../hold/breaks.js';
import { repsOf, type Rep } from './reps.js';

/**
 * What each rep shows: measures beyond their *clear* limit for at least 0.8 s of it, or for a third of a shorter one; the longest first.
 * @returns faults, in the order of the reps; none of a clean one
 */
export function faultsIn(
  reps: readonly Pick<Rep, 'from' | 'to'>[],
  { samples, limits, usable }: Pick<Judged, 'samples' | 'limits' | 'usable'>,
): string[][] {
  if (!usable) return reps.map(() => []);
  const series = new Map([...new Set(limits.map((l) => l.measure))].map((id) => [id, smoothed(samples, id)]));
  const beyond = stretchesBeyond(series, limits);
  return reps.map(({ from, to }) => {
    const least = Math.min(LASTING, (to - from) / 3);
    const shown = beyond
      .map(({ limit, run }) => ({ fault: limit.fault, length: Math.min(run.to, to) - Math.max(run.from, from) }))
      .filter(({ length }) => length >= least - 1e-9)
      .sort((a, b) => b.length - a.length);
    return [...new Set(shown.map((s) => s.fault))];
  });
}
/** What broke each rep, the longest of what it shows; null for a clean one. */
export const brokenBy = (
  reps: readonly Pick<Rep, 'from' | 'to'>[],
  judged: Pick<Judged, 'samples' | 'limits' | 'usable'>,
): (string | null)[] => faultsIn(reps, judged).map(([first]) => first ?? null);

/** What a coach says of a rep: it is found again by the second at which it turned. */
export interface RepSaid {
  turns: Seconds;
  /** `null`: clean; a fault: broken by it; `none`: this was no rep. */
  is: string | null;
}
export const NO_REP = 'none';
/** A rep that turned so near is the one that was meant: points that are set right move it a little. */
const SAME: Seconds = 0.5;

/** A rep with what is made of it. */
export interface JudgedRep extends Rep {
  /** Null: clean; a fault; `none`: dropped, or broken by what nobody named. */
  is: string | null;
  byHand: boolean;
}
/** Reps as they were measured, and where a coach said otherwise, as said. @param broken as {@link brokenBy} has them */
export const judgedReps = (
  reps: readonly Rep[],
  broken: readonly (string | null)[],
  said: readonly RepSaid[],
): JudgedRep[] =>
  reps.map((rep, i) => {
    const own = said.findLast((s) => Math.abs(s.turns - rep.turns) < Math.min(SAME, (rep.to - rep.from) / 2));
    return { ...rep, is: own ? own.is : (broken[i] ?? null), byHand: own !== undefined };
  });

/** Reps as a record holds them: each at the second at which it ended; what was no rep is left out. */
export const recordedReps = (reps: readonly JudgedRep[]): { t: Seconds; clean: boolean; fault?: string }[] =>
  reps
    .filter((rep) => rep.is !== NO_REP)
    .map(({ to, is }) => ({
      t: Math.round(100 * to) / 100,
      clean: is === null,
      ...(is === null ? {} : { fault: is }),
    }));

/** Ends of a rep that is cut again from a record lie so near to what was recorded. */
const AGAIN: Seconds = 0.3;
/** The reps of a kept record with their times: cut again from its frames, as far as they were counted then, as they were called then. */
export function repsOfRecord({ observation }: Pick<Judged, 'observation'>): JudgedRep[] {
  const { reps: recorded, frames } = observation;
  if (!recorded || frames.length < 2) return [];
  return (repsOf(frames)?.reps ?? []).flatMap((rep): JudgedRep[] => {
    const kept = recorded.find((r) => Math.abs(r.t - rep.to) < AGAIN);
    return kept ? [{ ...rep, is: kept.clean ? null : (kept.fault ?? NO_REP), byHand: false }] : [];
  });
}
