/** Class queries and plans: the file formats of `npm run -s class`. Version 1. */
import { z } from 'zod';
import { CAUSE_IDS, CAUTION_IDS, METHOD_IDS } from './catalog.js';
import type { Seconds } from '../geometry.js';
import { athleteSchema } from './observation.js';

export const CLASS_PLAN_FORMAT = 'upright-anchor/class-plan';

const id = z.string().min(1, 'is missing').max(60);
const seconds = (min: number, max: number) =>
  z.number().min(min, `must be ${min}–${max} s`).max(max, `must be ${min}–${max} s`);

export const SIDES = ['none', 'each', 'alternate'] as const;
export const KINDS = ['fold', 'hold', 'shape', 'brace', 'turn'] as const;
/** What a move asks of the body: folding, holding, changing shape in one piece, bracing and breathing, turning. */
export type Kind = (typeof KINDS)[number];

export const classMemberSchema = z.strictObject({
  id,
  athlete: athleteSchema.optional(),
  cautions: z.array(z.enum(CAUTION_IDS)).max(20).default([]),
  /** Today's version of a position, and its clean seconds. */
  places: z.record(z.string(), z.strictObject({ rung: id, clean: z.number().min(0).max(3600) })).default({}),
  /** Faults of the last looks, newest first, and the likely causes. */
  faults: z.array(id).max(20).default([]),
  causes: z
    .array(z.strictObject({ cause: z.enum(CAUSE_IDS), probability: z.number().min(0).max(1) }))
    .max(26)
    .default([]),
});
export type ClassMember = z.infer<typeof classMemberSchema>;

export const classBlockSchema = z.strictObject({
  id,
  /** A position, or `class-moves/` with a move. */
  move: id,
  work: seconds(1, 600),
  rest: seconds(0, 600),
  rounds: z.number().int().min(1).max(20),
  sides: z.enum(SIDES).default('none'),
});

/** A block paced in more ways than a query file knows; what is not said is as in the file. */
export interface ClassBlock extends Omit<z.infer<typeof classBlockSchema>, 'sides'> {
  sides: Sides;
  pace?: Pace;
  leadIn?: Seconds;
  /** Second of the work from which everybody does an easier version; null: nobody changes. */
  stepDown?: Seconds | null;
  /** With a band each, for half of the time, breaths or reps. */
  band?: boolean;
  /** In pairs: one works, the other spots, then the other way round. */
  pairs?: boolean;
  /** Round for round in turn with the block that follows. */
  joined?: boolean;
}

/** One side, the other, then both in turn, in each round. */
export const PACED_SIDES = [...SIDES, 'each-then-turns'] as const;
export type Sides = (typeof PACED_SIDES)[number];

const tempo = seconds(0, 30);
export const paceSchema = z.discriminatedUnion('is', [
  z.strictObject({ is: z.literal('seconds') }),
  z.strictObject({
    is: z.literal('breaths'),
    breaths: z.number().int().min(1, 'must be 1–60').max(60, 'must be 1–60'),
    in: seconds(1, 15),
    out: seconds(1, 20),
  }),
  z
    .strictObject({
      is: z.literal('reps'),
      reps: z.number().int().min(1, 'must be 1–100').max(100, 'must be 1–100'),
      up: tempo,
      pause: tempo,
      down: tempo,
    })
    .refine(({ up, pause, down }) => up + pause + down >= 1, 'a rep must take a second at least'),
  /** Until the shape goes: the work's seconds are the most, and the clock counts up. */
  z.strictObject({ is: z.literal('shape') }),
]);
export type Pace = z.infer<typeof paceSchema>;

/** A block as the application keeps it. */
export const pacedBlockSchema = classBlockSchema.extend({
  sides: z.enum(PACED_SIDES).default('none'),
  pace: paceSchema.optional(),
  leadIn: seconds(0, 120).optional(),
  stepDown: seconds(1, 600).nullable().optional(),
  band: z.boolean().optional(),
  pairs: z.boolean().optional(),
  joined: z.boolean().optional(),
});

export const MAX_MEMBERS = 60;
export const MAX_BLOCKS = 24;
export const classQuerySchema = z.strictObject({
  format: z.literal('upright-anchor/class-query'),
  version: z.literal(1),
  method: z.enum(METHOD_IDS).optional(),
  minutes: z.number().min(1, 'must be 1–300').max(300, 'must be 1–300'),
  /** Counts in the room; what is not named is not there. */
  kit: z.record(z.string(), z.number().int().min(0).max(1000)).default({}),
  members: z.array(classMemberSchema).min(1, 'holds nobody').max(MAX_MEMBERS, `holds more than ${MAX_MEMBERS}`),
  blocks: z.array(classBlockSchema).min(1, 'holds no block').max(MAX_BLOCKS, `holds more than ${MAX_BLOCKS}`),
});
export type ClassQuery = Omit<z.infer<typeof classQuerySchema>, 'blocks'> & { blocks: ClassBlock[] };

export type KitCount = Readonly<Record<string, number>>;
/** A version that a member may do in a block. */
export interface ClassOption {
  member: string;
  /** `family/rung`. */
  version: string;
  /** 0–1. */
  gain: number;
  kit: KitCount;
}
