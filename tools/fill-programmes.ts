/** The demo's programmes: three people in different weeks: one does little of it, one does all of it and stands still. */
import { randomUUID } from 'node:crypto';
import type { Account } from '../api/accounts.js';
import { plainSettings, type ItemLogInput, type Programme, type ProgrammeSettings } from '../api/programmes.js';
import { addDays, type Day } from '../core/days.js';
import { mondayOf, WEEKDAYS, weekdayOf, type Weekday } from '../core/formats/programme.js';

/** What the demo needs of the routes. */
export interface ProgrammeRoutes {
  keep: (
    as: Account,
    person: string,
    body: { id: string; version: number; settings: ProgrammeSettings },
  ) => Promise<Programme>;
  log: (as: Account, programme: string, logs: ItemLogInput[]) => Promise<unknown>;
  /** The same at an instant of the past. */
  then: <T>(instant: string, work: () => Promise<T>) => Promise<T>;
}

interface Demo {
  name: string;
  /** Weeks since it began. */
  ago: number;
  /** Days after today's weekday on which they train: whatever day it is filled on, two of the three have something to do. */
  on: readonly number[];
  /** … and of those, on which they pull. */
  pulls?: readonly number[];
  settings: Partial<ProgrammeSettings>;
  /** Of its items so many are done, 0–1. */
  share: number;
}
const DEMO: readonly Demo[] = [
  {
    name: 'Marit Solheim',
    ago: 2,
    on: [0, 2, 4],
    settings: {
      weeks: 4,
      minutes: 20,
      goal: 'front-plank/long-lever',
      note: 'Before the winter exercise at sea.',
    },
    share: 0.92,
  },
  {
    name: 'Bram Oosterlo',
    ago: 1,
    on: [0, 2, 4],
    pulls: [0, 4],
    settings: {
      weeks: 6,
      minutes: 25,
      goal: 'hanging/full',
      easierWeek: 4,
    },
    share: 0.3,
  },
  {
    name: 'Sunniva Brandt',
    ago: 5,
    on: [-1, 1, 2, 4],
    settings: { weeks: 6, minutes: 15, easierWeek: 5 },
    share: 1,
  },
];

/** Adds the programmes with what was done of them up to yesterday. */
export async function addProgrammes(
  { keep, log, then }: ProgrammeRoutes,
  coach: Account,
  idOf: (name: string) => string,
  today: Day,
  random: () => number,
): Promise<void> {
  const monday = mondayOf(today);
  /** So many days after today's weekday, in the order of a week. */
  const weekdays = (after: readonly number[]): Weekday[] =>
    WEEKDAYS.filter((w) => after.some((n) => weekdayOf(addDays(today, n)) === w));
  for (const { name, ago, on, pulls, settings, share } of DEMO) {
    const from = addDays(monday, -7 * ago);
    const made = await then(`${addDays(from, -1)}T17:00:00.000Z`, () =>
      keep(coach, idOf(name), {
        id: randomUUID(),
        version: 0,
        settings: {
          ...plainSettings(from),
          days: weekdays(on),
          ...(pulls && { pullDays: weekdays(pulls) }),
          ...settings,
        },
      }),
    );
    const past = made.planned.weeks.flatMap((w) => w.days).filter((d) => d.day < today);
    const logs = past.flatMap(({ day, items }): ItemLogInput[] => {
      // Who does little leaves out whole days.
      if (share < 0.5 && random() > 2 * share) return [];
      return items.map(({ item }) => ({
        day,
        item,
        is: random() < Math.max(share, 0.6) ? 'done' : 'partly',
        sets: null,
        best: null,
        felt: null,
        pain: false,
        note: '',
      }));
    });
    for (let i = 0; i < logs.length; i += 100) await log(coach, made.id, logs.slice(i, i + 100));
  }
}
