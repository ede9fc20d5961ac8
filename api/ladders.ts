/** A person on the ladders: holds as ladders see them, steps decided, goals. */
import { z } from 'zod';
import { skillGoals } from '../core/catalog/skill-goals.js';
import { SEVERITIES } from '../core/formats/catalog.js';
import { setupSchema } from '../core/formats/observation.js';
import { STEP_KINDS } from '../core/ladder/step-kinds.js';
import { daySchema, idSchema, words } from './common.js';

const placeSchema = z
  .string()
  .regex(/^[a-z0-9-]+\/[a-z0-9-]+$/, 'must be a position and a version, like hollow/straight');

export const loggedHoldSchema = z.object({
  lookId: idSchema,
  place: z.string(),
  day: daySchema,
  at: z.string(),
  clean: z.number(),
  total: z.number(),
  target: z.number().nullable(),
  worst: z.enum(SEVERITIES).nullable(),
  broke: z.boolean(),
  pain: z.boolean(),
  cue: z.enum(['mended', 'mended-for-a-moment', 'not-mended']).nullable(),
  felt: z.string().nullable(),
  side: z.enum(['left', 'right']).nullable(),
  // What was kept before these were read off a look says nothing of them; it is judged anew by the next build anyway.
  first: z.string().nullable().default(null),
  mended: z.boolean().default(false),
  backDown: z.boolean().nullable().default(null),
  setup: setupSchema.nullable().default(null),
  share: z.number().nullable().default(1),
  reps: z.object({ done: z.number(), clean: z.number(), target: z.number().nullable() }).nullable().default(null),
  split: z.object({ hard: z.number(), rung: z.string(), easy: z.number() }).nullable().default(null),
  toTarget: z.boolean().default(false),
  undecided: z.boolean().default(false),
  values: z.record(z.string(), z.number()),
});
export type LoggedHoldOf = z.infer<typeof loggedHoldSchema>;

const repsSchema = z.number().int().positive().max(1000).nullable().default(null);
const restSchema = z
  .strictObject({ at: placeSchema, seconds: z.number().positive().max(3600) })
  .nullable()
  .default(null);

export const DECISIONS = ['accepted', 'changed', 'declined'] as const;
export const ladderStepInputSchema = z
  .strictObject({
    id: idSchema,
    lookId: idSchema.nullable().default(null),
    /** The version that was looked at. */
    from: placeSchema,
    rule: z.number().int().min(1).max(7),
    kind: z.enum(STEP_KINDS),
    proposal: words(600),
    numbers: z.array(z.strictObject({ label: words(60), value: words(60) })).max(12),
    decision: z.enum(DECISIONS),
    /** Where it leads: as proposed, or as the coach changed it. */
    to: placeSchema,
    seconds: z.number().positive().max(3600),
    /** The in-between step, in words. */
    step: words(200).nullable().default(null),
    /** Reps instead of seconds, for a counted version. */
    reps: repsSchema,
    /** What is to be set for it. */
    setup: setupSchema.nullable().default(null),
    /** The easier version that a split set goes on at, with its seconds. */
    rest: restSchema,
    reason: words(300).default(''),
  })
  .refine((s) => s.decision === 'accepted' || s.reason !== '', { path: ['reason'], message: 'needs a reason' });
export type LadderStepInput = z.infer<typeof ladderStepInputSchema>;
export const ladderStepSchema = z.object({
  id: idSchema,
  lookId: idSchema.nullable(),
  day: daySchema,
  from: z.string(),
  rule: z.number().int(),
  kind: z.enum(STEP_KINDS),
  proposal: z.string(),
  numbers: z.array(z.object({ label: z.string(), value: z.string() })),
  decision: z.enum(DECISIONS),
  to: z.string(),
  seconds: z.number(),
  step: z.string().nullable(),
  reps: repsSchema,
  setup: setupSchema.nullable().default(null),
  rest: restSchema,
  reason: z.string(),
  by: z.string(),
});
export type LadderStep = z.infer<typeof ladderStepSchema>;

export const goalParams = z.object({
  id: idSchema,
  goal: z.enum(skillGoals.map((g) => g.id) as [string, ...string[]]),
});

export const onLaddersSchema = z.object({
  holds: z.array(loggedHoldSchema),
  steps: z.array(ladderStepSchema),
  goals: z.array(z.string()),
  /** Best sets of work alone, in the person's own word: seconds or reps. A forecast reads them, no gate does. */
  said: z.array(z.object({ place: z.string(), day: daySchema, clean: z.number() })).default([]),
});
export type OnLadders = z.infer<typeof onLaddersSchema>;
