/** Which gate on the way to a skill is worked on next: what can be worked on now, the longest way first. */
import type { Catalog } from '../catalog/index.js';
import { placeKey } from '../catalog/ladders.js';
import { daysBetween, type Day } from '../days.js';
import type { Rung } from '../formats/catalog.js';
import { forecast, type Session } from './forecast.js';
import { amountOf, heldEasier, type LoggedHold } from './holds.js';
import type { PathStep } from './places.js';

/** The best set of a day in the person's own word: `family/rung`, seconds or reps. */
export interface SaidSet {
  place: string;
  day: Day;
  clean: number;
}

/**
 * Best of each day at a version in its own unit, oldest first, on no easier set-up than its own.
 * @param said what was told of work alone: it stands for days on which nobody watched
 */
export function sessionsAt(rung: Rung, holds: readonly LoggedHold[], said: readonly SaidSet[] = []): Session[] {
  const best = new Map<Day, Session>();
  for (const h of holds) {
    const { clean } = amountOf(rung, h);
    if (h.place !== placeKey(rung) || clean === null || heldEasier(h)) continue;
    const known = best.get(h.day);
    if (!known || clean > known.clean) best.set(h.day, { day: h.day, clean, atLeast: h.toTarget });
  }
  // What was watched on a day stands before what was told of it.
  const watched = new Set(best.keys());
  for (const { place, day, clean } of said) {
    if (place !== placeKey(rung) || watched.has(day)) continue;
    const known = best.get(day);
    if (!known || clean > known.clean) best.set(day, { day, clean, said: true });
  }
  return [...best.values()].sort((a, b) => a.day.localeCompare(b.day));
}

export interface WorkedOn extends PathStep {
  /** Weeks until a session passes with an even chance; null where the log does not tell. */
  weeks: number | null;
  /** It can be worked on now: the person's own rung, or one that another ladder asks for. */
  open: boolean;
}

/** Weeks that a whole gate takes where nothing tells. Assumption: it orders gates and is never shown. */
const WHOLE_GATE = 12;
const guessed = (step: WorkedOn): number => step.weeks ?? WHOLE_GATE * (1 - step.share);

/**
 * Gates of a way in the order in which they are worked on: open ones first, by weeks to go, the longest first since it holds up the rest;
 * then those that wait, along the ladder.
 * @param path as `pathTo` finds it
 * @param today the hall's day
 * @param said what was told of work alone
 */
export function workOrder(
  catalog: Pick<Catalog, 'rungs'>,
  path: readonly PathStep[],
  holds: readonly LoggedHold[],
  today: Day,
  said: readonly SaidSet[] = [],
): WorkedOn[] {
  const along = (step: PathStep): number => catalog.rungs.findIndex((r) => placeKey(r) === step.place);
  const own = path.filter((s) => s.askedBy === null).sort((a, b) => along(a) - along(b));
  const steps = path.map((step): WorkedOn => {
    const open = step.askedBy !== null || step === own[0];
    const answer = open ? forecast(sessionsAt(step.rung, holds, said), step.reps ?? step.seconds, false) : null;
    const at = answer?.ok ? answer.forecast.at50 : null;
    return { ...step, open, weeks: at === null ? null : Math.max(0, daysBetween(today, at) / 7) };
  });
  return steps.sort(
    (a, b) => Number(b.open) - Number(a.open) || (a.open ? guessed(b) - guessed(a) : 0) || along(a) - along(b),
  );
}
