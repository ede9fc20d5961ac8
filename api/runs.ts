/** Classes that run: the plan as it stood, what happened, and the looks that were kept of it. */
import { z } from 'zod';
import { pacedBlockSchema } from '../core/formats/class.js';
import { runEventSchema } from '../core/formats/run.js';
import { plannedClassSchema } from './classes.js';
import { daySchema, idSchema } from './common.js';

export const runInputSchema = z.strictObject({
  /** Made by the device, so that a class that is begun twice runs once. */
  id: idSchema,
});

/** Somebody of a class, with the fault that was found on them last. */
const runner = z.object({ id: idSchema, name: z.string(), fault: z.string().nullable() });
export const runSchema = z.object({
  id: idSchema,
  classId: idSchema,
  name: z.string(),
  day: daySchema,
  startedAt: z.string(),
  by: z.string(),
  blocks: z.array(pacedBlockSchema),
  people: z.array(runner),
  resting: plannedClassSchema.shape.resting,
  plan: plannedClassSchema.shape.plan.unwrap(),
  /** Counts in the room; what ran before they were kept does not say. */
  kit: z.record(z.string(), z.number()).optional(),
  /** When its notes were kept as looks; null while they were not. */
  keptAt: z.string().nullable(),
  /** Notes that are looks by now, by their key. */
  kept: z.array(z.object({ note: z.string(), lookId: idSchema, personId: idSchema })),
});
export type Run = z.infer<typeof runSchema>;

export const runLineSchema = z.object({
  id: idSchema,
  classId: idSchema,
  name: z.string(),
  day: daySchema,
  startedAt: z.string(),
  keptAt: z.string().nullable(),
});
export type RunLine = z.infer<typeof runLineSchema>;

/** What a device has noted, and how far it knows what others have. */
export const notesInputSchema = z.strictObject({
  events: z.array(runEventSchema).max(300, 'holds more than 300 events'),
  since: z.number().int().min(0),
});
export const notesSchema = z.object({
  /** What arrived after `since`, the device's own among it. */
  events: z.array(runEventSchema),
  next: z.number(),
  /** Epoch ms by the server's clock. */
  now: z.number(),
});
export type Notes = z.infer<typeof notesSchema>;

export const joinSchema = z.strictObject({ member: idSchema });
export const keepSchema = z.strictObject({
  /** Notes to keep as looks, by their key. */
  notes: z.array(z.string().max(200)).max(2000),
});
