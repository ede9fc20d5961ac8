/** Looks: the stored record of a watched hold or a picture, mends tried, and what is derived when read. */
import { z } from 'zod';
import { CAUSE_IDS, MEND_KINDS, SEVERITIES } from '../core/formats/catalog.js';
import {
  END_REASONS,
  evidencePatchSchema,
  observationSchema,
  recordSchema,
  setupSchema,
  testPatchSchema,
} from '../core/formats/observation.js';
import { LANDMARKS } from '../core/landmarks.js';
import { cursorSchema, daySchema, idSchema, instantSchema, signedSchema, words } from './common.js';
import { eyeSchema } from './eye.js';

/** A free angle (at its middle point) or distance on a frame; points in px of the look's picture. */
export const markSchema = z.strictObject({
  id: idSchema,
  t: z.number().min(0),
  kind: z.enum(['angle', 'distance']),
  points: z
    .array(z.tuple([z.number(), z.number()]))
    .min(2)
    .max(3),
});
export type Mark = z.infer<typeof markSchema>;
const marksSchema = z
  .array(markSchema)
  .max(60, 'are more than 60')
  .refine((marks) => marks.every((m) => m.points.length === (m.kind === 'angle' ? 3 : 2)), {
    message: 'an angle has three points, a distance two',
  });

/** A point that a hand set on a frame of a clip; px of the look's picture. */
export const anchorSchema = z.strictObject({
  t: z.number().min(0),
  name: z.enum(LANDMARKS),
  at: z.tuple([z.number(), z.number()]),
});
export type SetByHand = z.infer<typeof anchorSchema>;

/** Pressure under the low back: seconds on the clock, ascending, and what the pad said, 0–100. */
export const padSchema = z
  .array(z.tuple([z.number().min(0).max(3600), z.number().min(0).max(100)]))
  .max(20_000, 'are more than 20,000')
  .refine((all) => all.every(([t], i) => i === 0 || t > all[i - 1]![0]), { message: 'times do not ascend' });

export const lookInputSchema = z.strictObject({
  /** Made by the device, so that a look sent twice is kept once. */
  id: idSchema,
  startedAt: instantSchema,
  observation: observationSchema,
  mediaId: idSchema.nullable().default(null),
  relookOf: idSchema.nullable().default(null),
  /** The look from another side that it belongs to: both are judged as one. */
  togetherWith: idSchema.nullable().default(null),
  marks: marksSchema.default([]),
  anchors: z.array(anchorSchema).max(5000, 'are more than 5,000').default([]),
  pad: padSchema.default([]),
  note: words(2000).default(''),
  /** Taken from a file: looked at more closely, since files come twice and from elsewhere. */
  fromFile: z.boolean().default(false),
  /** Of what is asked about a file, this was answered with yes. */
  confirmed: z.array(z.enum(['known-here', 'known-elsewhere', 'other-body'])).default([]),
});
export type LookInput = z.infer<typeof lookInputSchema>;

/** The coach's own verdict on the cause, with the reason. */
export const overruleSchema = z.strictObject({ cause: z.enum(CAUSE_IDS), reason: words(300).min(1, 'needs a reason') });
export type Overrule = z.infer<typeof overruleSchema>;

/** Answers are added to what is known; null takes a test's answer, or the overruling, back. */
export const lookPatchSchema = z.strictObject({
  evidence: evidencePatchSchema.optional(),
  tests: testPatchSchema.optional(),
  overrule: overruleSchema.nullable().optional(),
  note: words(2000).optional(),
  marks: marksSchema.optional(),
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
  ...signedSchema.shape,
  id: idSchema,
  personId: idSchema,
  startedAt: z.string(),
  /** The hall's day on which it was. */
  day: daySchema,
  observation: recordSchema,
  mediaId: idSchema.nullable(),
  relookOf: idSchema.nullable(),
  relooks: z.array(idSchema),
  togetherWith: idSchema.nullable().default(null),
  /** Other looks that belong together with it, oldest first. */
  together: z.array(idSchema).default([]),
  marks: z.array(markSchema).default([]),
  anchors: z.array(anchorSchema).default([]),
  pad: padSchema.default([]),
  note: z.string(),
  mends: z.array(mendSchema),
  overrule: overruleSchema.nullable(),
  by: z.string(),
  /** The account that made it: an assistant changes only its own. */
  madeBy: idSchema,
  /** The class that it was seen in; null for one that was looked at by itself. */
  runId: idSchema.nullable().default(null),
  /** The clip that was kept of it. */
  clipId: idSchema.nullable().default(null),
  /** What is known of that account's eye now; null where it was never measured, and for what came in a file. */
  eye: eyeSchema.nullable().default(null),
});
export type Look = z.infer<typeof lookSchema>;

export const historyQuerySchema = z.object({
  method: z.string().max(60).optional(),
  before: cursorSchema.optional(),
  limit: z.coerce.number().int().min(1).max(200).default(100),
});

/** What is derived of a look for its line in a history, by the method in force. */
export const lookLineSchema = z.object({
  rung: z.string(),
  clean: z.number().nullable(),
  total: z.number().nullable(),
  // What was kept before these were read off a look says nothing of them.
  reps: z.object({ done: z.number(), clean: z.number() }).nullable().default(null),
  setup: setupSchema.nullable().default(null),
  undecided: z.boolean().default(false),
  endedBy: z.enum(END_REASONS).nullable(),
  bodyLine: z.object({ value: z.number(), sd: z.number() }).nullable(),
  top: z.object({ fault: z.string(), severity: z.enum(SEVERITIES), probability: z.number() }).nullable(),
  takeoverIndex: z.number().nullable(),
  /** Why it cannot be judged now; null where it is. */
  cannot: z.string().nullable().default(null),
});
export type LookLine = z.infer<typeof lookLineSchema>;
/** The line of a look that cannot be judged: a list is never lost for one look. */
export const unjudged = (why: string): LookLine => ({
  rung: '',
  clean: null,
  total: null,
  reps: null,
  setup: null,
  undecided: false,
  endedBy: null,
  bodyLine: null,
  top: null,
  takeoverIndex: null,
  cannot: why,
});

/** One line of a person's history: the record's own fields and what is derived. */
export const historyItemSchema = lookLineSchema.extend({
  id: idSchema,
  startedAt: z.string(),
  day: daySchema,
  position: z.string(),
  mediaId: idSchema.nullable(),
  relookOf: idSchema.nullable(),
  target: z.number().nullable(),
  /** The class that it was seen in. */
  runId: idSchema.nullable().default(null),
  /** Mends that helped, by fault and step. */
  helped: z.array(z.object({ fault: z.string(), step: z.number().int() })),
});
export type HistoryItem = z.infer<typeof historyItemSchema>;
export const historySchema = z.object({
  items: z.array(historyItemSchema),
  /** Where the next page begins; null at the end. */
  next: z.string().nullable(),
});
export type History = z.infer<typeof historySchema>;

/** Places in a picture that are blurred before it is kept, as shares of its upright width and height from the top left. */
const share = z.number().min(0, 'must be 0–1').max(1, 'must be 0–1');
export const blurSchema = z
  .array(z.strictObject({ x: share, y: share, width: share, height: share }))
  .max(20, 'holds more than 20 places');
export type Blur = z.infer<typeof blurSchema>[number];

export const mediaSchema = z.object({
  id: idSchema,
  personId: idSchema,
  width: z.number().int(),
  height: z.number().int(),
  takenAt: z.string(),
});
export type Media = z.infer<typeof mediaSchema>;
