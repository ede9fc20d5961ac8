/** Records that come in from files: looked at first, kept all or not at all, taken back for a day. */
import { z } from 'zod';
import { DAY_ORDERS, LENGTH_UNITS, MASS_UNITS } from '../core/transfer/cells.js';
import { daySchema, idSchema } from './common.js';

/** Most bytes of a file that is taken in. */
export const IMPORT_BYTES = 30 * 1024 ** 2;
/** Hours for which an import can be taken back. */
export const UNDO_HOURS = 24;
/** Lines and problems that a preview shows; more are counted. */
export const SHOWN = 200;

export const IMPORT_KINDS = ['roster', 'sets', 'looks', 'records'] as const;
export type ImportKind = (typeof IMPORT_KINDS)[number];

/** How a file is to be taken. Nothing of anybody stands in it. */
export const importQuerySchema = z.object({
  /** What a table holds; files of other kinds say it themselves. */
  as: z.enum(['roster', 'sets']).default('roster'),
  /** Whose it is, where the file does not say it. */
  person: idSchema.optional(),
  dates: z.enum(DAY_ORDERS).optional(),
  length: z.enum(LENGTH_UNITS).optional(),
  mass: z.enum(MASS_UNITS).optional(),
  /** People who are known: left as they are, changed to what the file says, or added once more. */
  known: z.enum(['leave', 'change', 'add']).optional(),
  /** Places of columns by field, like `name:0,born:3`; guessed where left out. */
  columns: z
    .string()
    .max(400)
    .regex(/^(?:[a-zA-Z]+:\d{1,3}(?:,[a-zA-Z]+:\d{1,3})*)?$/, 'must be like name:0,born:3')
    .optional(),
});
export type ImportQuery = z.infer<typeof importQuerySchema>;

export const importPreviewSchema = z.object({
  kind: z.enum(IMPORT_KINDS),
  /** How the file was read, in words. */
  read: z.string(),
  /** Of a table. */
  table: z
    .object({
      head: z.array(z.string()),
      /** Its first rows as they stand. */
      sample: z.array(z.array(z.string())),
      fields: z.array(
        z.object({ id: z.string(), head: z.string(), needed: z.boolean(), column: z.number().nullable() }),
      ),
      dates: z.enum(DAY_ORDERS).nullable(),
      /** It holds days that the order decides about. */
      asksDates: z.boolean(),
      length: z.enum(LENGTH_UNITS).nullable(),
      mass: z.enum(MASS_UNITS).nullable(),
    })
    .nullable(),
  /** What would become of each row or file, the first ones. */
  lines: z.array(
    z.object({ row: z.number(), does: z.enum(['adds', 'changes', 'leaves']), name: z.string(), says: z.string() }),
  ),
  counts: z.object({ adds: z.number(), changes: z.number(), leaves: z.number() }),
  /** People of the file who are known here, so that it must be said what becomes of them. */
  knownPeople: z.number(),
  /** The first ones, by row and column; a row of 0 is the whole, and of several files `column` names the file. */
  problems: z.array(z.object({ row: z.number(), column: z.string(), message: z.string() })),
  problemCount: z.number(),
});
export type ImportPreview = z.infer<typeof importPreviewSchema>;

export const importDoneSchema = z.object({
  id: idSchema,
  kind: z.enum(IMPORT_KINDS),
  at: z.string(),
  day: daySchema,
  by: z.string(),
  counts: z.object({ adds: z.number(), changes: z.number() }),
  /** Until when it can be taken back; null where it is too late or was done. */
  undoUntil: z.string().nullable(),
  undoneAt: z.string().nullable(),
  /** Names of people who stayed when it was taken back, since something was added to them meanwhile. */
  stayed: z.array(z.string()),
});
export type ImportDone = z.infer<typeof importDoneSchema>;
