/** A coach's own eye: rounds of practice, what they say, and looks that a second coach judges blind. */
import { z } from 'zod';
import { answeredSchema, DEAL_KINDS, dealtSchema, SURE } from '../core/formats/eye.js';
import { observationSchema, recordSchema } from '../core/formats/observation.js';
import { daySchema, idSchema } from './common.js';

const rate = z.object({ hits: z.number(), of: z.number() });
const within = z.tuple([z.number(), z.number()]).readonly();
const kind = z.enum(DEAL_KINDS);
const id = z.string().min(1).max(60);

/** What every verdict on what an eye records takes of it. */
export const eyeSchema = z.object({
  placing: z.object({ day: daySchema, share: z.record(z.string(), z.number()), rest: z.number() }).nullable(),
  taps: z.object({ there: z.record(z.string(), z.number()), rest: z.number() }).nullable(),
  late: z.object({ mean: z.number(), sd: z.number() }).nullable(),
});

export const eyeSummarySchema = z.object({
  eye: eyeSchema,
  placing: z
    .object({
      day: daySchema,
      rest: z.number(),
      pictures: z.number(),
      points: z.array(
        z.object({
          point: z.string(),
          pictures: z.number(),
          share: z.number(),
          within,
          again: z.number(),
          mean: within,
        }),
      ),
    })
    .nullable(),
  faults: z.array(z.object({ fault: z.string(), seen: rate, alarms: rate, there: rate })),
  seen: rate,
  alarms: rate,
  first: rate,
  clean: z.object({ bias: z.number(), off: z.number(), holds: z.number() }).nullable(),
  late: z.object({ median: z.number(), taps: z.number() }).nullable(),
  degrees: z.object({ bias: z.number(), off: z.number(), pictures: z.number() }).nullable(),
  sure: z.record(z.enum(SURE), rate),
});
export type EyeSummary = z.infer<typeof eyeSummarySchema>;

export const roundLineSchema = z.object({
  id: idSchema,
  day: daySchema,
  kind,
  seen: rate,
  alarms: rate,
  late: z.number().nullable(),
  off: z.number().nullable(),
  placing: z.number().nullable(),
});
export type RoundLine = z.infer<typeof roundLineSchema>;

/** One's own eye as its page shows it. */
export const ownEyeSchema = z.object({
  summary: eyeSummarySchema,
  /** Newest first. */
  rounds: z.array(roundLineSchema),
  /** Medians over the eyes of the studio that have practised; null under two of them. */
  studio: z
    .object({
      eyes: z.number(),
      seen: z.number(),
      alarms: z.number(),
      late: z.number().nullable(),
      placing: z.number().nullable(),
    })
    .nullable(),
});
export type OwnEye = z.infer<typeof ownEyeSchema>;

/** What can be practised now. */
export const practiceSchema = z.object({
  /** Positions that can be practised, with their faults. */
  practice: z.array(z.object({ family: z.string(), faults: z.array(z.string()) })),
  /** Rounds of colleagues that can be played blind after them. */
  shared: z.array(z.object({ id: idSchema, by: z.string(), day: daySchema, kind })),
});
export type Practice = z.infer<typeof practiceSchema>;

export const dealInputSchema = z.strictObject({
  /** Made by the device, so that a round asked for twice is dealt once. */
  id: idSchema,
  kind,
  /** Positions and faults to choose from; all where empty. */
  families: z.array(id).max(60).default([]),
  faults: z.array(id).max(200).default([]),
  /** A colleague's round to be played blind; it says what is dealt. */
  of: idSchema.nullable().default(null),
});
export type DealInput = z.infer<typeof dealInputSchema>;
export const dealSchema = z.object({
  id: idSchema,
  day: daySchema,
  dealt: dealtSchema,
  /** What it came to; null while it is not answered. */
  line: roundLineSchema.nullable(),
});
export type Deal = z.infer<typeof dealSchema>;

export const roundInputSchema = z.strictObject({ answered: answeredSchema });
/** A round that was played: what it came to, and what all rounds say now. */
export const playedSchema = z.object({ line: roundLineSchema, own: ownEyeSchema });
export type Played = z.infer<typeof playedSchema>;

/** A stored picture, or a stored clip of a hold, without what was seen in it. */
export const blindSchema = z.object({
  lookId: idSchema,
  personId: idSchema,
  person: z.string(),
  day: daySchema,
  /** The picture; null where a clip is to be judged. */
  mediaId: idSchema.nullable(),
  /** The clip; null where a picture is to be judged. */
  clipId: idSchema.nullable(),
  by: z.string(),
  /** Position, version, view, set-up and target; no points, no taps, no answers. */
  observation: recordSchema,
});
export type Blind = z.infer<typeof blindSchema>;

export const secondInputSchema = z.strictObject({ observation: observationSchema });
/** A second judgement of a look. */
export const secondSchema = z.object({
  by: z.string(),
  madeBy: idSchema,
  day: daySchema,
  observation: recordSchema,
  eye: eyeSchema.nullable(),
});
export type Second = z.infer<typeof secondSchema>;

const kappa = z.object({ kappa: z.number().nullable(), within: within.nullable(), things: z.number() });
export const agreementSchema = z.object({
  things: z.number(),
  all: kappa,
  faults: z.array(kappa.extend({ fault: z.string(), named: z.number() })),
  limits: z.array(
    z.object({
      measure: z.string(),
      mean: z.number(),
      low: z.number(),
      high: z.number(),
      error: z.number(),
      things: z.number(),
    }),
  ),
});
/** Where the coaches of a studio differ. */
export const studioEyesSchema = z.object({
  eyes: z.array(
    z.object({
      name: z.string(),
      rounds: z.number(),
      seen: rate,
      alarms: rate,
      late: z.number().nullable(),
      placing: z.object({ rest: z.number(), day: daySchema }).nullable(),
    }),
  ),
  pairs: z.array(z.object({ a: z.string(), b: z.string(), agreement: agreementSchema })),
});
export type StudioEyes = z.infer<typeof studioEyesSchema>;
