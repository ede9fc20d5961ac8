/** What was done of what was planned. */
import { addDays, daysBetween, type Day } from '../days.js';
import type { PlannedWeek } from './plan.js';

export const DONE = ['done', 'partly', 'not'] as const;
/** What was done of one item on one day. */
export interface ItemLog {
  day: Day;
  item: string;
  is: (typeof DONE)[number];
  /** Sets that were done; of `done` all, of `not` none, where it is not said. */
  sets: number | null;
}
export interface Adherence {
  /** Sets planned and done up to the day before today, or up to today where today's are logged. */
  planned: number;
  done: number;
  /** Share of the planned sets that were done, 0–1; null where none were due. */
  share: number | null;
  /** Days with something planned, and those on which something of it was done. */
  days: number;
  daysDone: number;
  weeks: { week: number; planned: number; done: number }[];
}

/** Of `partly` without a number: half. Assumption. */
const PARTLY = 0.5;
/** Sets of an item that a log tells of. */
const setsDone = (log: ItemLog, planned: number): number =>
  Math.min(planned, log.sets ?? (log.is === 'done' ? planned : log.is === 'partly' ? PARTLY * planned : 0));

/**
 * Share of what was planned that was done, in sets. A day that is past and of which nothing is said was not done; today counts where it is
 * logged.
 * @param logs of this programme's items, any order; of one item on one day the last stands
 * @param today the hall's day
 */
export function adherence(weeks: readonly PlannedWeek[], logs: readonly ItemLog[], today: Day): Adherence {
  const last = new Map(logs.map((l) => [`${l.day} ${l.item}`, l]));
  const rows = weeks.map(({ week, days }) => {
    const due = days.filter((d) => d.day < today || d.items.some((i) => last.has(`${d.day} ${i.item}`)));
    const sets = due.map(({ day, items }) => ({
      planned: items.reduce((sum, i) => sum + i.sets, 0),
      done: items.reduce((sum, i) => {
        const log = last.get(`${day} ${i.item}`);
        return sum + (log ? setsDone(log, i.sets) : 0);
      }, 0),
    }));
    return {
      week,
      planned: sets.reduce((sum, s) => sum + s.planned, 0),
      done: sets.reduce((sum, s) => sum + s.done, 0),
      days: sets.filter((s) => s.planned > 0).length,
      daysDone: sets.filter((s) => s.done > 0).length,
    };
  });
  const total = (of: 'planned' | 'done' | 'days' | 'daysDone'): number => rows.reduce((sum, r) => sum + r[of], 0);
  return {
    planned: total('planned'),
    done: total('done'),
    share: total('planned') > 0 ? total('done') / total('planned') : null,
    days: total('days'),
    daysDone: total('daysDone'),
    weeks: rows.filter((r) => r.planned > 0).map(({ week, planned, done }) => ({ week, planned, done })),
  };
}

/** Weeks of work that tell the pace of late. */
const LATELY = 4;
/** A pace is believed between these; beyond them it is said, and not reckoned with further. Assumption. */
const PACES = { least: 0.1, most: 1.5 } as const;

/**
 * How much is done of late against what was done while somebody's log grew: what a forecast's days to come count. Weeks without a programme
 * count as whole ones, since nothing is known of them.
 * @param programmes with what was planned and done in their weeks
 * @param first day of the log
 * @param today the hall's day
 * @returns no unit; null where no programme was done of late
 * @example workPace([], '2026-05-01', '2026-06-01') // => null
 */
export function workPace(
  programmes: readonly { from: Day; weeks: Adherence['weeks'] }[],
  first: Day,
  today: Day,
): number | null {
  const done = programmes.flatMap(({ from, weeks }) =>
    weeks.map((w) => ({ begins: addDays(from, 7 * (w.week - 1)), planned: w.planned, done: w.done })),
  );
  const within = (days: number): typeof done =>
    done.filter((w) => w.begins <= today && daysBetween(w.begins, today) < days);
  const share = (of: typeof done): number =>
    of.reduce((sum, w) => sum + w.done, 0) /
    Math.max(
      1,
      of.reduce((sum, w) => sum + w.planned, 0),
    );
  const lately = within(7 * LATELY);
  if (lately.length === 0) return null;
  const whole = Math.max(1, Math.ceil((daysBetween(first, today) + 1) / 7));
  const covered = within(7 * whole);
  const weeks = Math.min(whole, new Set(covered.map((w) => w.begins)).size);
  const during = (share(covered) * weeks + (whole - weeks)) / whole;
  return Math.min(PACES.most, Math.max(PACES.least, share(lately) / Math.max(PACES.least, during)));
}
