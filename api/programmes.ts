/** Programmes: what a coach set, the weeks that were worked out of it, what was done of them. */
import { z } from 'zod';
import type { Day } from '../core/days.js';
import { CAUSE_IDS, CAUTION_IDS, FELT_SITES } from '../core/formats/catalog.js';
import { DOSE_TEMPOS } from '../core/formats/dose.js';
import { MOST_WEEKS, PLAN_MINUTES, planPinSchema, setSchema, WEEKDAYS } from '../core/formats/programme.js';
import { DONE } from '../core/programme/adherence.js';
import type { Programme as Planned } from '../core/programme/plan.js';
import type { PlanChange } from '../core/programme/changes.js';
import { clipInputSchema } from './clips.js';
import { daySchema, idSchema, nameSchema, words } from './common.js';

const item = z.string().min(1).max(121);
const weekNumber = z.number().int().min(1).max(MOST_WEEKS);
const weekday = z.enum(WEEKDAYS);
const once = <T>(list: readonly T[]): boolean => new Set(list).size === list.length;

/** What a coach sets; the rest comes from what is known of the person. */
export const programmeSettingsSchema = z
  .strictObject({
    /** `family/rung` that is aimed at. */
    goal: item.nullable(),
    /** A Monday. */
    from: daySchema,
    weeks: weekNumber,
    days: z.array(weekday).min(1, 'choose a day').max(7).refine(once, 'names a day twice'),
    minutes: z
      .number()
      .int()
      .min(PLAN_MINUTES.least, `must be ${PLAN_MINUTES.least}–${PLAN_MINUTES.most}`)
      .max(PLAN_MINUTES.most, `must be ${PLAN_MINUTES.least}–${PLAN_MINUTES.most}`),
    easierWeek: weekNumber.nullable(),
    pullDays: z.array(weekday).max(7).refine(once, 'names a day twice'),
    pins: z.array(planPinSchema.extend({ item })).max(200),
    bans: z.array(item).max(100),
    /** Items taken off a day. */
    offs: z.array(planPinSchema.extend({ item })).max(200),
    /** Numbers of the coach's own for an item on a day. */
    sets: z
      .array(
        planPinSchema.extend({
          item,
          as: setSchema
            .pick({ sets: true, seconds: true, reps: true, breaths: true, steps: true, rest: true })
            .partial(),
        }),
      )
      .max(200),
    note: words(600),
  })
  .superRefine(({ from, weeks, easierWeek }, context) => {
    if (new Date(Date.parse(from)).getUTCDay() !== 1)
      context.addIssue({ code: 'custom', path: ['from'], message: 'must be a Monday' });
    if (easierWeek !== null && easierWeek > weeks)
      context.addIssue({ code: 'custom', path: ['easierWeek'], message: `is after the last week, ${weeks}` });
  });
export type ProgrammeSettings = z.infer<typeof programmeSettingsSchema>;
/** Four weeks of three short days, with nothing set by hand. @param from a Monday */
export const plainSettings = (from: Day): ProgrammeSettings => ({
  goal: null,
  from,
  weeks: 4,
  days: ['mon', 'wed', 'fri'],
  minutes: 20,
  easierWeek: null,
  pullDays: [],
  pins: [],
  bans: [],
  offs: [],
  sets: [],
  note: '',
});

export const programmeInputSchema = z.strictObject({
  /** Made by the device, so that a programme sent twice is kept once. */
  id: idSchema,
  /** Version that was changed; 0 for a new programme. */
  version: z.number().int().min(0),
  settings: programmeSettingsSchema,
});
export type ProgrammeInput = z.infer<typeof programmeInputSchema>;

const barred = [
  z.object({ is: z.literal('unknown') }),
  z.object({ is: z.literal('banned') }),
  z.object({ is: z.literal('caution'), caution: z.enum(CAUTION_IDS) }),
  z.object({ is: z.literal('kit'), kit: z.string() }),
  z.object({ is: z.literal('alone') }),
  z.object({ is: z.literal('no-amount') }),
] as const;
const unit = z.enum(['s', 'reps']);
const why = z.discriminatedUnion('is', [
  z.object({ is: z.literal('pinned') }),
  z.object({ is: z.literal('place'), wanted: z.number(), unit }),
  z.object({ is: z.literal('next'), after: z.string(), wanted: z.number(), unit }),
  z.object({ is: z.literal('gate'), goal: z.string() }),
  z.object({ is: z.literal('instead'), of: z.string(), caution: z.enum(CAUTION_IDS).nullable() }),
  z.object({ is: z.literal('cause'), cause: z.enum(CAUSE_IDS), probability: z.number() }),
]);
export const plannedItemSchema = setSchema.extend({
  item,
  split: z.object({ hard: z.number(), easy: z.number(), rung: z.string() }).nullable(),
  sides: z.enum(['none', 'each']),
  tempo: z.union([z.enum(DOSE_TEMPOS), z.tuple([z.number(), z.number(), z.number()])]).nullable(),
  hold: z.number().nullable(),
  kit: z.record(z.string(), z.number()),
  minutes: z.number(),
  why,
});
const dayOfPlan = z.object({ day: daySchema, minutes: z.number(), items: z.array(plannedItemSchema) });
const kind = z.enum(['fold', 'hold', 'shape-change', 'brace-and-breathe', 'pull', 'turn', 'lengthen']);
export const plannedSchema = z.object({
  from: daySchema,
  relook: z.array(daySchema),
  weeks: z.array(
    z.object({
      week: weekNumber,
      load: z.number(),
      weightLoad: z.number(),
      easier: z.boolean(),
      limit: z.number().nullable(),
      days: z.array(dayOfPlan),
    }),
  ),
  warnings: z.array(
    z.discriminatedUnion('is', [
      z.object({ is: z.literal('over-load'), week: weekNumber, load: z.number(), limit: z.number() }),
      z.object({ is: z.literal('empty-day'), day: daySchema }),
      z.object({ is: z.literal('kinds'), missing: z.array(kind) }),
      z.object({ is: z.literal('heavy-in-a-row'), day: daySchema }),
      z.object({ is: z.literal('not-proven'), week: weekNumber }),
      z.object({ is: z.literal('goal-shut'), goal: z.string() }),
      z.object({ is: z.literal('nothing') }),
    ]),
  ),
  unplaced: z.array(
    z.object({
      pin: planPinSchema,
      why: z.discriminatedUnion('is', [
        ...barred,
        z.object({ is: z.literal('no-training-day') }),
        z.object({ is: z.literal('minutes') }),
      ]),
    }),
  ),
  proven: z.boolean(),
}) satisfies z.ZodType<Planned>;
export type PlannedProgramme = z.infer<typeof plannedSchema>;

const sets = setSchema;
export const changeSchema = z.discriminatedUnion('is', [
  z.object({ is: z.literal('added'), day: daySchema, item, why }),
  z.object({ is: z.literal('removed'), day: daySchema, item }),
  z.object({ is: z.literal('moved'), day: daySchema, item, from: daySchema }),
  z.object({ is: z.literal('changed'), day: daySchema, item, before: sets, after: sets }),
]) satisfies z.ZodType<PlanChange>;

/** What would be planned now, and how it differs from the version that stands. */
export const triedSchema = z.object({ planned: plannedSchema, changes: z.array(changeSchema) });
export type Tried = z.infer<typeof triedSchema>;

/** What was done of one item on one day; said again it stands over what was said before. */
export const itemLogInputSchema = z.strictObject({
  day: daySchema,
  item,
  is: z.enum(DONE),
  /** Sets that were done; null where it is not said. */
  sets: z.number().int().min(0).max(12).nullable().default(null),
  /** Best set, in the item's unit; null where it is not said. */
  best: z.number().int().min(0).max(3600).nullable().default(null),
  felt: z.enum(FELT_SITES).nullable().default(null),
  /** It ended by pain: the position is left alone until the stop signs were asked again. */
  pain: z.boolean().default(false),
  note: words(300).default(''),
});
export type ItemLogInput = z.infer<typeof itemLogInputSchema>;
export const itemLogSchema = itemLogInputSchema.extend({
  /** Who said so; null: the person, by link. */
  by: z.string().nullable(),
  at: z.string(),
});
export const logsInputSchema = z.strictObject({ logs: z.array(itemLogInputSchema).min(1, 'holds nothing').max(100) });

export const adherenceSchema = z.object({
  planned: z.number(),
  done: z.number(),
  share: z.number().nullable(),
  days: z.number(),
  daysDone: z.number(),
  weeks: z.array(z.object({ week: z.number(), planned: z.number(), done: z.number() })),
});

export const programmeSchema = z.object({
  id: idSchema,
  personId: idSchema,
  name: z.string(),
  version: z.number().int(),
  settings: programmeSettingsSchema,
  planned: plannedSchema,
  endedOn: daySchema.nullable(),
  /** Newest first: who made which version, and why as far as they said. */
  versions: z.array(z.object({ version: z.number().int(), by: z.string(), at: z.string(), note: z.string() })),
  logs: z.array(itemLogSchema),
  adherence: adherenceSchema,
  /** Items still to come that a caution in force now leaves out, or that left the library. */
  alerts: z.array(
    z.discriminatedUnion('kind', [
      z.object({ drill: z.string(), kind: z.literal('gone') }),
      z.object({ drill: z.string(), kind: z.literal('excluded'), caution: z.enum(CAUTION_IDS) }),
    ]),
  ),
});
export type Programme = z.infer<typeof programmeSchema>;

export const programmeLineSchema = z.object({
  id: idSchema,
  personId: idSchema,
  name: z.string(),
  from: daySchema,
  /** Last day of its last week. */
  until: daySchema,
  weeks: z.number(),
  days: z.array(weekday),
  minutes: z.number(),
  goal: z.string().nullable(),
  endedOn: daySchema.nullable(),
  version: z.number().int(),
  by: z.string(),
  at: z.string(),
  share: z.number().nullable(),
  /** Sets planned and done, of the weeks in which something was due. */
  byWeek: adherenceSchema.shape.weeks,
  /** The next look, and whether one is due: a date of the plan that is past with no look since. */
  relook: daySchema.nullable(),
  due: z.boolean(),
});
export type ProgrammeLine = z.infer<typeof programmeLineSchema>;

/** What a link opens: the weeks with what is to be done, and how it went so far. */
/** `send-in`: a clip may be sent to the coach. */
export const LINK_SCOPES = ['programme', 'progress', 'send-in'] as const;
export const linkInputSchema = z.strictObject({
  scopes: z.array(z.enum(LINK_SCOPES)).min(1, 'opens nothing').max(3).refine(once, 'names one twice'),
  /** Days that it opens for. */
  days: z.number().int().min(1, 'must be 1–120').max(120, 'must be 1–120'),
});
export const linkSchema = z.object({
  id: idSchema,
  scopes: z.array(z.enum(LINK_SCOPES)),
  until: z.string(),
  by: z.string(),
  madeAt: z.string(),
  openedAt: z.string().nullable(),
  /** Taken back, or over. */
  shut: z.boolean(),
});
export type ProgrammeLink = z.infer<typeof linkSchema>;
/** A new link: its secret is told this once. */
export const madeLinkSchema = z.object({ link: linkSchema, secret: z.string() });
export type MadeLink = z.infer<typeof madeLinkSchema>;

/** 128 random bits, written like an id, so that no log keeps an address with one in it. */
const secretSchema = z
  .string()
  .toLowerCase()
  .regex(/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/, 'is no link');
export const soloOpenSchema = z.strictObject({ secret: secretSchema });
export const soloLogSchema = z.strictObject({
  secret: secretSchema,
  logs: z.array(itemLogInputSchema).min(1, 'holds nothing').max(12),
});

/** A clip that the person sends, and, where clips may not be kept yet, who says that they may. */
export const soloClipSchema = z.strictObject({
  secret: secretSchema,
  clip: clipInputSchema.omit({ lookId: true }),
  consent: z.strictObject({ givenBy: nameSchema(80), relation: z.enum(['self', 'guardian']) }).nullable(),
});
/** Clips of one person that may wait for a look by link, and minutes in which the content of one must have begun to come. */
export const SENT_IN = { waiting: 5, minutes: 60 } as const;

/** An item as the person reads it: without reasons. */
export const soloItemSchema = plannedItemSchema.omit({ why: true });
export const soloSheetSchema = z.object({
  /** Whose hall it is; '' where it has no name. */
  hall: z.string(),
  /** The coach who gave it, and the person's first name. */
  coach: z.string(),
  name: z.string(),
  until: z.string(),
  scopes: z.array(z.enum(LINK_SCOPES)),
  programme: idSchema,
  today: daySchema,
  from: daySchema,
  endedOn: daySchema.nullable(),
  relook: z.array(daySchema),
  /** A stop sign stands: nothing that loads until it was asked again. */
  stopped: z.boolean(),
  /** Items of a position that hurt: not done until then. */
  resting: z.array(z.string()),
  weeks: z.array(
    z.object({
      week: z.number(),
      easier: z.boolean(),
      days: z.array(dayOfPlan.extend({ items: z.array(soloItemSchema) })),
    }),
  ),
  /** How each item is done, by its id. */
  texts: z.record(
    z.string(),
    z.object({
      name: z.string(),
      how: z.array(z.string()),
      breath: z.string(),
      selfCheck: z.string(),
      kit: z.array(z.string()),
      /** What the person's own cautions change about it. */
      changes: z.array(z.string()),
    }),
  ),
  logs: z.array(itemLogInputSchema),
  /**
   * Of `send-in`: whether clips may be kept already, whether that was taken back and only a coach records it anew, whether a guardian says
   * so, how many wait for a look.
   */
  sendIn: z
    .object({
      allowed: z.boolean(),
      withdrawn: z.boolean().default(false),
      minor: z.boolean(),
      waiting: z.number().int(),
    })
    .nullable()
    .default(null),
  /** Of `progress`: sets done and planned, and the best clean seconds or reps of each day at each version that was looked at. */
  progress: z
    .object({
      done: z.number(),
      planned: z.number(),
      lines: z.array(
        z.object({
          place: z.string(),
          name: z.string(),
          unit: z.enum(['s', 'reps']),
          days: z.array(z.object({ day: daySchema, clean: z.number() })),
        }),
      ),
    })
    .nullable(),
});
export type SoloSheet = z.infer<typeof soloSheetSchema>;
