/**
 * Whether the studio's clock can be believed: the latest instant that was seen is stored, and after a jump of more than a day nothing
 * that cannot be taken back happens by itself until an owner has said that the time is right, or the clock has come back.
 */
import type { Knex } from 'knex';
import { z } from 'zod';
import type { Clock } from './clock.js';
import { settingsIn } from './repositories/settings.js';

/** The setting that holds what was seen last. */
export const CLOCK_SEEN = 'clock-seen';
/** Jumps up to this are a night without the machine, ms. */
export const MOST_JUMP = 86_400_000;

export type ClockGuard = ReturnType<typeof clockGuardIn>;

export function clockGuardIn(db: Knex, clock: Clock) {
  const settings = settingsIn(db);
  /** What stands between the clock and what was seen last; null where it is believed. Goes on with the time where it is. */
  async function doubt(): Promise<{ seen: string; now: string } | null> {
    const [seen, now] = [await settings.get(CLOCK_SEEN, z.string()), clock()];
    if (seen !== null && Math.abs(Date.parse(now) - Date.parse(seen)) > MOST_JUMP) return { seen, now };
    if (seen === null || now > seen) await settings.set(CLOCK_SEEN, now);
    return null;
  }
  return {
    doubt,
    /** An owner says that the time is right. */
    async believe(): Promise<void> {
      await settings.set(CLOCK_SEEN, clock());
    },
    /** The same work, done only while the clock is believed. */
    whenBelieved: (work: () => Promise<unknown>) => async (): Promise<void> => {
      if ((await doubt()) === null) await work();
    },
  };
}
