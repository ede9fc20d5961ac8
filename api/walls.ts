/** Walls: a class that runs, on a screen that nobody is signed in at, by a short code. */
import { z } from 'zod';
import { rungSchema } from '../core/formats/catalog.js';
import { pacedBlockSchema } from '../core/formats/class.js';
import { runEventSchema } from '../core/formats/run.js';

/** Letters and digits that are not taken for one another, read from across a room. */
export const CODE_LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
export const CODE_LENGTH = 6;
export const wallCodeSchema = z.object({
  code: z.string(),
  /** Until when it opens a wall; a wall that is open stays so until then. */
  until: z.string(),
});
export const wallOpenSchema = z.strictObject({
  code: z
    .string()
    .max(20, 'is no code of a wall')
    .transform((c) => c.replace(/[\s-]/g, '').toUpperCase())
    .pipe(z.string().regex(new RegExp(`^[${CODE_LETTERS}]{${CODE_LENGTH}}$`), 'is no code of a wall')),
});
/** A key that a wall asks with; it opens nothing else. */
export const wallKeySchema = z.object({ key: z.uuid(), until: z.string() });
export const wallParams = z.object({ key: z.uuid() });
export const wallQuerySchema = z.object({
  /** The last event that the wall knows; -1 for none. */
  since: z.coerce.number().int().min(-1).default(-1),
  /** How many people it shows: who comes late is news, though nothing was noted. */
  people: z.coerce.number().int().min(0).default(0),
});

const id = z.string().max(60);
export const wallSchema = z.object({
  /** The last event that is in it. */
  next: z.number(),
  /** Epoch ms by the server's clock. */
  now: z.number(),
  /** Null where nothing has happened since. */
  wall: z
    .object({
      name: z.string(),
      blocks: z.array(pacedBlockSchema),
      people: z.array(z.object({ id, name: z.string() })),
      plan: z.object({
        blocks: z.array(
          z.object({
            id,
            pairs: z.array(z.object({ first: id, second: id.nullable() })).optional(),
            rounds: z.array(
              z.object({
                round: z.number(),
                assigned: z.array(z.object({ member: id, version: z.string(), then: z.string().optional() })),
              }),
            ),
          }),
        ),
      }),
      waits: z.array(z.object({ member: id, family: z.string() })),
      events: z.array(runEventSchema),
      /** Versions of the hall's own that it shows. */
      rungs: z.array(rungSchema),
    })
    .nullable(),
});
export type WallNow = z.infer<typeof wallSchema>;
