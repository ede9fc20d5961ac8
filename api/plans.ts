/** Prescriptions, intakes and movement screens. */
import { z } from 'zod';
import { CAUSE_IDS, CAUTION_IDS, KIT_SIZINGS, PLACES_IN_SESSION } from '../core/formats/catalog.js';
import { anyDoseSchema, doseSchema } from '../core/formats/dose.js';
import { testsSchema } from '../core/formats/observation.js';
import { daySchema, idSchema, instantSchema, words } from './common.js';

export const prescribedDrillSchema = z.strictObject({
  drill: z.string().min(1).max(60),
  dose: doseSchema,
  why: words(400),
  changes: z.array(words(600)).max(20),
  minutes: z.number().positive().max(20),
  /** Where in the session the coach put it; its own place where left out. */
  place: z.enum(PLACES_IN_SESSION).optional(),
  /** Size of its kit for this body: metres, kilograms in each loaded hand, newtons. */
  size: z
    .strictObject({ sizing: z.enum(KIT_SIZINGS), value: z.number().min(-2).max(600) })
    .nullable()
    .default(null),
});
/** A drill's text as it was when it was given: what is on somebody's sheet does not change under their hands. */
export const drillTextSchema = z.object({
  name: z.string(),
  how: z.array(z.string()),
  breath: z.string(),
  selfCheck: z.string(),
  place: z.enum(PLACES_IN_SESSION),
  kit: z.array(z.string()),
});
export type DrillText = z.infer<typeof drillTextSchema>;
/** A drill as it was given; without its text where that was before texts were kept. */
export const givenDrillSchema = prescribedDrillSchema.extend({
  dose: anyDoseSchema,
  text: drillTextSchema.nullable().default(null),
});
export type GivenDrill = z.infer<typeof givenDrillSchema>;

export const prescriptionInputSchema = z
  .strictObject({
    /** The series this is a new version of; a new series when null. */
    series: idSchema.nullable().default(null),
    lookId: idSchema.nullable().default(null),
    family: z.string().min(1).max(60),
    /** Name of the method it was made by, as it was then. */
    method: words(80),
    causes: z.array(z.strictObject({ cause: z.enum(CAUSE_IDS), probability: z.number().min(0).max(1) })).max(30),
    items: z.array(prescribedDrillSchema).min(1, 'needs a drill').max(8),
    note: words(600).default(''),
    startsOn: daySchema,
    relookOn: daySchema,
  })
  .refine((p) => p.relookOn >= p.startsOn, { path: ['relookOn'], message: 'is before the start' });
export type PrescriptionInput = z.infer<typeof prescriptionInputSchema>;

export const prescriptionSchema = z.object({
  id: idSchema,
  series: idSchema,
  version: z.number().int(),
  /** Whether this is the newest version of its series. */
  newest: z.boolean(),
  lookId: idSchema.nullable(),
  family: z.string(),
  method: z.string(),
  causes: z.array(z.object({ cause: z.enum(CAUSE_IDS), probability: z.number() })),
  items: z.array(givenDrillSchema),
  note: z.string(),
  startsOn: daySchema,
  relookOn: daySchema,
  endedOn: daySchema.nullable(),
  by: z.string(),
  at: z.string(),
  /** Derived when read, from the cautions in force today. */
  warnings: z.array(
    z.discriminatedUnion('kind', [
      z.object({ drill: z.string(), kind: z.literal('gone') }),
      z.object({ drill: z.string(), kind: z.literal('excluded'), caution: z.enum(CAUTION_IDS) }),
      z.object({ drill: z.string(), kind: z.literal('change'), caution: z.enum(CAUTION_IDS), change: z.string() }),
    ]),
  ),
});
export type Prescription = z.infer<typeof prescriptionSchema>;

export const intakeInputSchema = z.strictObject({
  answers: z.record(z.string().max(40), z.boolean()),
  note: words(1000).default(''),
});
export type IntakeInput = z.infer<typeof intakeInputSchema>;
export const intakeSchema = z.object({
  id: idSchema,
  day: daySchema,
  /** Stop signs answered with yes. */
  yes: z.array(z.string()),
  advice: z.enum(['now', 'before-training']).nullable(),
  askedAt: z.string(),
  /** Counts what reached the server, holds and askings together: what came later counts later, whatever the clocks say. */
  arrival: z.number().int(),
  /** Asked by somebody who may lift a stop. */
  lifts: z.boolean(),
  note: z.string(),
  by: z.string(),
});
export type Intake = z.infer<typeof intakeSchema>;

export const SCREEN_IDS = ['overhead-squat', 'single-leg-squat'] as const;
const count = z.number().int().min(0).max(60);
export const screenRecordSchema = z.strictObject({
  screen: z.enum(SCREEN_IDS),
  reps: z.record(z.string().max(40), count),
  counts: z.record(z.string().max(80), count),
  wideStance: z.boolean(),
  supported: z.boolean(),
  tests: testsSchema,
});
export const screenInputSchema = z
  .strictObject({ id: idSchema, doneAt: instantSchema, record: screenRecordSchema, note: words(1000).default('') })
  .superRefine((input, context) => {
    for (const [key, seen] of Object.entries(input.record.counts)) {
      const reps = input.record.reps[key.split('/')[0]!] ?? 0;
      if (seen > reps)
        context.addIssue({
          code: 'custom',
          path: ['record', 'counts', key],
          message: `is more than the ${reps} reps done`,
        });
    }
  });
export type ScreenInput = z.infer<typeof screenInputSchema>;
export const screenSchema = z.object({
  id: idSchema,
  doneAt: z.string(),
  record: screenRecordSchema,
  note: z.string(),
  by: z.string(),
});
export type Screening = z.infer<typeof screenSchema>;

/** Ends a series of prescriptions on a day, or takes the end back. */
export const endInputSchema = z.strictObject({ day: daySchema.nullable() });

/** What is stored about a person beside their page: what stands about them at a moment is derived from it. */
export const factsSchema = z.object({
  /** Askings of the stop signs that still say something, newest first: the last of all, and back to the last clear one. */
  intakes: z.array(intakeSchema),
  /** The hold of each position that arrived last. */
  lastHolds: z.array(z.object({ position: z.string(), at: z.string(), arrival: z.number().int(), pain: z.boolean() })),
  screens: z.array(screenSchema),
  /** Quick tests answered on looks, newest first. */
  answered: z.array(z.object({ at: z.string(), tests: testsSchema })).default([]),
  prescriptions: z.array(z.object({ startsOn: daySchema, endedOn: daySchema.nullable(), drills: z.array(z.string()) })),
});
export type Facts = z.infer<typeof factsSchema>;
