/** Looks: the stored record of a watched hold or a picture, mends tried, and what is derived when read. */
import { z } from 'zod';
import { CAUSE_IDS, MEND_KINDS, SEVERITIES } from '../core/formats/catalog.js';
import { END_REASONS, evidenceSchema, observationSchema, testPatchSchema } from '../core/formats/observation.js';
import { idSchema, instantSchema, words } from './common.js';

export const lookInputSchema = z.strictObject({
  /** Made by the device, so that a look sent twice is kept once. */
  id: idSchema,
  startedAt: instantSchema,
  observation: observationSchema,
  mediaId: idSchema.nullable().default(null),
  relookOf: idSchema.nullable().default(null),
  note: words(2000).default(''),
});
export type LookInput = z.infer<typeof lookInputSchema>;

/** The coach's own verdict on the cause, with the reason. */
export const overruleSchema = z.strictObject({ cause: z.enum(CAUSE_IDS), reason: words(300).min(1, 'needs a reason') });
export type Overrule = z.infer<typeof overruleSchema>;

/** Answers are added to what is known; null takes a test's answer, or the overruling, back. */
export const lookPatchSchema = z.strictObject({
  evidence: evidenceSchema.optional(),
  tests: testPatchSchema.optional(),
  overrule: overruleSchema.nullable().optional(),
  note: words(2000).optional(),
});
export type LookPatch = z.infer<typeof lookPatchSchema>;

export const MEND_RESULTS = ['helped', 'helped-for-a-moment', 'did-not'] as const;
export type MendResult = (typeof MEND_RESULTS)[number];
export const mendInputSchema = z.strictObject({
  id: idSchema,
  fault: z.string().min(1).max(60),
  step: z.number().int().min(0).max(20),
  kind: z.enum(MEND_KINDS),
  result: z.enum(MEND_RESULTS),
});
export const mendSchema = mendInputSchema.extend({ at: z.string() });
export type MendTried = z.infer<typeof mendSchema>;

export const lookSchema = z.object({
  id: idSchema,
  personId: idSchema,
  startedAt: z.string(),
  observation: observationSchema,
  mediaId: idSchema.nullable(),
  relookOf: idSchema.nullable(),
  relooks: z.array(idSchema),
  note: z.string(),
  mends: z.array(mendSchema),
  overrule: overruleSchema.nullable(),
  by: z.string(),
});
export type Look = z.infer<typeof lookSchema>;

export const historyQuerySchema = z.object({
  method: z.string().max(60).optional(),
  before: instantSchema.optional(),
  limit: z.coerce.number().int().min(1).max(200).default(100),
});

/** One line of a person's history; everything but the record's own fields is derived when read. */
export const historyItemSchema = z.object({
  id: idSchema,
  startedAt: z.string(),
  position: z.string(),
  rung: z.string(),
  mediaId: idSchema.nullable(),
  relookOf: idSchema.nullable(),
  target: z.number().nullable(),
  clean: z.number().nullable(),
  total: z.number().nullable(),
  endedBy: z.enum(END_REASONS).nullable(),
  bodyLine: z.object({ value: z.number(), sd: z.number() }).nullable(),
  top: z.object({ fault: z.string(), severity: z.enum(SEVERITIES), probability: z.number() }).nullable(),
  /** Mends that helped, by fault and step. */
  helped: z.array(z.object({ fault: z.string(), step: z.number().int() })),
  takeoverIndex: z.number().nullable(),
});
export type HistoryItem = z.infer<typeof historyItemSchema>;
export const historySchema = z.object({ items: z.array(historyItemSchema), more: z.boolean() });
export type History = z.infer<typeof historySchema>;

export const mediaSchema = z.object({
  id: idSchema,
  personId: idSchema,
  width: z.number().int(),
  height: z.number().int(),
  takenAt: z.string(),
});
export type Media = z.infer<typeof mediaSchema>;
