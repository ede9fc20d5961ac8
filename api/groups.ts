/** Groups: who belongs to them is a person's own field; what their records say together. */
import { z } from 'zod';
import { USED_WHYS } from '../core/class/used-why.js';
import { daySchema, idSchema } from './common.js';

export const trendsQuerySchema = z.object({
  /** Length of the block that ends today. */
  weeks: z.coerce.number().int().min(2, 'must be 2–52').max(52, 'must be 2–52').default(8),
});
const byFault = z.object({ fault: z.string(), members: z.number().int() });
const interval = z.object({ value: z.number(), low: z.number(), high: z.number() });
/** See `core/studio/group.ts`; members by id, with their names. */
export const groupTrendsSchema = z.object({
  id: idSchema,
  name: z.string(),
  weeks: z.number().int(),
  today: daySchema,
  /** People of the group, of whom at most so many as are listed are in the figures. */
  people: z.number().int(),
  ladders: z.array(
    z.object({
      ladder: z.string(),
      places: z.array(z.object({ place: z.string(), members: z.array(idSchema) })),
    }),
  ),
  faults: z.array(byFault.extend({ looks: z.number().int(), before: z.number().int() })),
  squat: z.object({ screened: z.number().int(), faults: z.array(byFault) }),
  versions: z.array(
    z.object({
      place: z.string(),
      members: z.number().int(),
      looks: z.number().int(),
      why: z.array(z.object({ is: z.enum(USED_WHYS), looks: z.number().int() })),
    }),
  ),
  change: z
    .object({ factor: interval, members: z.number().int(), looks: z.number().int(), capped: z.number() })
    .nullable(),
  attendance: z.array(z.object({ from: daySchema, members: z.number().int() })),
  members: z.array(
    z.object({
      id: idSchema,
      name: z.string(),
      /** No look for two weeks, or none yet. */
      due: z.boolean(),
      lastLook: daySchema.nullable(),
      here: z.number().int(),
      looks: z.number().int(),
      change: z.object({ perWeek: z.number(), looks: z.number().int() }).nullable(),
      fault: z.string().nullable(),
    }),
  ),
});
export type GroupTrendsOf = z.infer<typeof groupTrendsSchema>;
