/** Plan queries and programmes: the file formats of `npm run -s plan`. Version 1. */
import { z } from 'zod';
import { addDays, type Day } from '../days.js';
import { CAUSE_IDS, CAUTION_IDS, METHOD_IDS } from './catalog.js';
import { athleteSchema } from './observation.js';

export const PROGRAMME_FORMAT = 'upright-anchor/programme';

/** Days of a week in its order. */
export const WEEKDAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;
export type Weekday = (typeof WEEKDAYS)[number];
export const MOST_WEEKS = 8;
/** Minutes of a day that a plan can be made for. */
export const PLAN_MINUTES = { least: 5, most: 120 } as const;

const id = z.string().min(1, 'is missing').max(60);
const day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/, 'must be a date like 2026-11-30');
const weekday = z.enum(WEEKDAYS);
const week = z.number().int().min(1, `must be 1–${MOST_WEEKS}`).max(MOST_WEEKS, `must be 1–${MOST_WEEKS}`);
const minutesSays = `must be ${PLAN_MINUTES.least}–${PLAN_MINUTES.most} minutes`;

export const planPlaceSchema = z.strictObject({ rung: id, clean: z.number().min(0).max(3600) });
export const planPinSchema = z.strictObject({ week, day: weekday, item: id });
/** What one set is: one of the four is a number. */
export const setSchema = z.object({
  sets: z.number().int().min(1).max(12),
  seconds: z.number().min(1).max(600).nullable(),
  reps: z.number().int().min(1).max(600).nullable(),
  breaths: z.number().int().min(1).max(100).nullable(),
  steps: z.number().int().min(1).max(600).nullable(),
  rest: z.number().min(0).max(600),
});

const once = <T>(list: readonly T[]): boolean => new Set(list).size === list.length;

export const planQuerySchema = z
  .strictObject({
    format: z.literal('upright-anchor/plan-query'),
    version: z.literal(1),
    method: z.enum(METHOD_IDS).optional(),
    athlete: athleteSchema.optional(),
    cautions: z.array(z.enum(CAUTION_IDS)).max(20).default([]),
    /** What there is, by the catalogue's kit ids; anything where it is left out. */
    kit: z.array(id).max(60).optional(),
    /** A Monday. */
    from: day,
    weeks: week,
    days: z.array(weekday).min(1, 'holds no day').max(7).refine(once, 'names a day twice'),
    /** A day. */
    minutes: z.number().min(PLAN_MINUTES.least, minutesSays).max(PLAN_MINUTES.most, minutesSays),
    easierWeek: week.optional(),
    /** Today's version of a position, and its clean seconds. */
    places: z.record(z.string(), planPlaceSchema).default({}),
    /** `family/rung` that is aimed at. */
    goal: z.string().max(121).optional(),
    causes: z
      .array(z.strictObject({ cause: z.enum(CAUSE_IDS), probability: z.number().min(0).max(1) }))
      .max(26)
      .default([]),
    pins: z.array(planPinSchema).max(400).default([]),
    bans: z.array(id).max(200).default([]),
    pullDays: z.array(weekday).max(7).refine(once, 'names a day twice').default([]),
  })
  .superRefine((query, context) => {
    const say = (path: (string | number)[], message: string): void =>
      context.addIssue({ code: 'custom', path, message });
    const from = Date.parse(query.from);
    if (Number.isNaN(from) || new Date(from).toISOString().slice(0, 10) !== query.from)
      say(['from'], 'is no day of the calendar');
    else if (new Date(from).getUTCDay() !== 1) say(['from'], 'must be a Monday');
    if (query.easierWeek !== undefined && query.easierWeek > query.weeks)
      say(['easierWeek'], `is after the last week, ${query.weeks}`);
  });
export type PlanQuery = z.infer<typeof planQuerySchema>;
export type PlanPin = z.infer<typeof planPinSchema>;
/** How much is done of an item: sets of exactly one of seconds, reps, breaths and steps, and the rest between them in seconds. */
export type SetsOf = z.infer<typeof setSchema>;

/** A day of the plan, from its week and weekday. @param from the first Monday */
export const dayOf = (from: Day, weekNumber: number, on: Weekday): Day =>
  addDays(from, (weekNumber - 1) * 7 + WEEKDAYS.indexOf(on));
/** The weekday of a day. @example weekdayOf('2026-11-30') // => 'mon' */
export const weekdayOf = (of: Day): Weekday => WEEKDAYS[(new Date(Date.parse(of)).getUTCDay() + 6) % 7]!;
/** The Monday of a day's week. @example mondayOf('2026-12-02') // => '2026-11-30' */
export const mondayOf = (of: Day): Day => addDays(of, -WEEKDAYS.indexOf(weekdayOf(of)));
