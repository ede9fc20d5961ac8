/** Classes: stored plans, and what is worked out of them when they are read. */
import { z } from 'zod';
import { PLANES } from '../core/class/kinds.js';
import { PATTERNS } from '../core/class/pattern.js';
import { CAUTION_IDS } from '../core/formats/catalog.js';
import { KINDS, MAX_BLOCKS, MAX_MEMBERS, pacedBlockSchema } from '../core/formats/class.js';
import { VIEWS } from '../core/landmarks.js';
import { daySchema, idSchema, nameSchema } from './common.js';

const id = z.string().min(1).max(60);

export const classInputSchema = z.strictObject({
  /** Made by the device, so that a class sent twice is kept once. */
  id: idSchema,
  name: nameSchema(80),
  /** Null: a template, of no day. */
  day: daySchema.nullable(),
  minutes: z.number().int().min(5, 'must be 5–180').max(180, 'must be 5–180'),
  kit: z.record(z.string().max(40), z.number().int().min(0).max(200)),
  members: z.array(idSchema).max(MAX_MEMBERS, `holds more than ${MAX_MEMBERS}`),
  blocks: z.array(pacedBlockSchema).max(MAX_BLOCKS, `holds more than ${MAX_BLOCKS}`),
  /** Versions set by hand. */
  pins: z
    .array(z.strictObject({ block: id, member: idSchema, version: z.string().max(120) }))
    .max(500)
    .default([]),
});
export type ClassInput = z.infer<typeof classInputSchema>;
export const classSchema = classInputSchema.extend({
  by: z.string(),
  changedAt: z.string(),
  /** Counts its changes. Old copies on a device have none. */
  version: z.number().int().optional(),
});
export type ClassOfStudio = z.infer<typeof classSchema>;

export const classLineSchema = z.object({
  id: idSchema,
  name: z.string(),
  day: daySchema.nullable(),
  minutes: z.number(),
  members: z.number(),
  blocks: z.number(),
});
export type ClassLine = z.infer<typeof classLineSchema>;

const kitCount = z.record(z.string(), z.number());
const why = z.discriminatedUnion('is', [
  z.object({ is: z.literal('pinned') }),
  z.object({ is: z.literal('place') }),
  z.object({ is: z.literal('lighter') }),
  z.object({ is: z.literal('next') }),
  z.object({ is: z.literal('instead'), caution: z.enum(CAUTION_IDS) }),
  z.object({ is: z.literal('kit'), item: z.string(), wanted: z.string() }),
]);
const outWhy = z.discriminatedUnion('is', [
  z.object({ is: z.literal('cautions'), cautions: z.array(z.enum(CAUTION_IDS)) }),
  z.object({ is: z.literal('pain') }),
  z.object({ is: z.literal('kit') }),
  z.object({ is: z.literal('nothing') }),
]);
const warning = z.discriminatedUnion('is', [
  z.object({ block: id, is: z.literal('nobody') }),
  z.object({ block: id, is: z.literal('some-out'), members: z.number() }),
  z.object({ block: id, is: z.literal('neck-twice') }),
  z.object({ block: id, is: z.literal('long-on-hands'), seconds: z.number() }),
  z.object({ block: id, is: z.literal('too-long'), minutes: z.number(), has: z.number() }),
  z.object({ block: id, is: z.literal('no-kit'), items: z.array(z.string()) }),
  z.object({
    block: id,
    is: z.literal('screen'),
    found: z.array(z.object({ fault: z.string(), pattern: z.enum(PATTERNS), members: z.array(id) })),
  }),
]);
export const plannedClassSchema = z.object({
  /** Who is expected, by name; whoever left the roster or may not load today is named apart. */
  people: z.array(z.object({ id: idSchema, name: z.string() })),
  resting: z.array(z.object({ id: idSchema, name: z.string() })),
  plan: z
    .object({
      proven: z.boolean(),
      total: z.number(),
      minutes: z.number(),
      blocks: z.array(
        z.object({
          id,
          seconds: z.number(),
          pairs: z.array(z.object({ first: id, second: id.nullable() })).optional(),
          options: z.array(z.object({ member: id, version: z.string(), gain: z.number(), kit: kitCount })),
          rounds: z.array(
            z.object({
              round: z.number(),
              assigned: z.array(z.object({ member: id, version: z.string(), why, then: z.string().optional() })),
            }),
          ),
          out: z.array(z.object({ member: id, why: outWhy })),
        }),
      ),
      watch: z.array(
        z.object({
          block: id,
          round: z.number(),
          at: z.number(),
          member: id,
          from: z.enum(VIEWS),
          why: z.object({ fault: z.string().nullable(), breaksAt: z.number().nullable() }),
        }),
      ),
      balance: z.record(z.enum(KINDS), z.number()),
      // What ran before planes were told says nothing of them.
      planes: z.record(z.enum(PLANES), z.number()).optional(),
      warnings: z.array(warning),
    })
    .nullable(),
  /** What the same class would gain without what was set by hand; null where nothing was. */
  unpinned: z.number().nullable(),
});
export type PlannedClass = z.infer<typeof plannedClassSchema>;
