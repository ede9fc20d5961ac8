/** The studio's own catalogue entries, its defaults, and who changed what. */
import { z } from 'zod';
import { nameSchema, signedSchema } from './common.js';
import { isTimeZone } from '../core/days.js';
import { ENTRY_KINDS, ENTRY_SCHEMAS, type EntryKind, type StudioEntry } from '../core/formats/entries.js';

const records = z.union(ENTRY_KINDS.map((kind) => ENTRY_SCHEMAS[kind]) as unknown as [z.ZodType, z.ZodType]);

export const entryParams = z.object({
  kind: z.enum(ENTRY_KINDS),
  key: z.string().regex(/^[a-z0-9-]+(\.[a-z0-9-]+)?$/, 'must be an entry’s id'),
});

export const defaultsSchema = z.strictObject({
  /** The hall's name, as people outside read it. */
  name: nameSchema(80).optional(),
  /** Method for everything; null: each position's own. */
  method: z.string().max(60).nullable(),
  /** Method for single positions. */
  familyMethods: z.record(z.string().max(60), z.string().max(60)),
  /** Kit in the room; null: all of it. */
  kit: z.array(z.string().max(40)).max(60).nullable(),
  /** IANA name of the hall's time zone: whose wall the date hangs on. */
  timeZone: z.string().max(60).refine(isTimeZone, 'is no time zone that this program knows'),
  /** Whether devices may keep people, ladders and open prescriptions for reading without a network, seven days at most. */
  offlineCopies: z.boolean(),
});
export type StudioDefaults = z.infer<typeof defaultsSchema>;

export const entrySchema = z.object({
  kind: z.enum(ENTRY_KINDS),
  key: z.string(),
  record: records as z.ZodType<StudioEntry['record']>,
  by: z.string(),
  at: z.string(),
  /** Counts the changes under its key. */
  version: z.number().int().optional(),
  /** Taken away while something used it: still read, not offered any more. */
  retired: z.boolean(),
});
export type Entry = z.infer<typeof entrySchema>;

export const studioCatalogueSchema = z.object({
  entries: z.array(entrySchema),
  defaults: defaultsSchema,
  /** Version of the defaults, and whose the last change was. */
  signed: signedSchema.optional(),
});
export type StudioCatalogue = z.infer<typeof studioCatalogueSchema>;

export const entryChangeSchema = z.object({
  id: z.string(),
  /** null: the shipped record was restored, or the studio's own taken away */
  record: z.unknown().nullable(),
  by: z.string(),
  at: z.string(),
});
export type EntryChange = z.infer<typeof entryChangeSchema>;

/** What speaks of an entry: how many looks, prescriptions, ladder steps, people (the studio's default counts as one), and other entries. */
export const entryUsesSchema = z.object({
  looks: z.number().int(),
  prescriptions: z.number().int(),
  steps: z.number().int(),
  people: z.number().int(),
  entries: z.array(z.object({ kind: z.enum(ENTRY_KINDS), key: z.string() })),
});
export type EntryUses = Omit<z.infer<typeof entryUsesSchema>, 'entries'>;
export type AllEntryUses = z.infer<typeof entryUsesSchema>;

/** A record of a kind, checked by the kind's own schema. */
export const recordOf = (kind: EntryKind): z.ZodType<StudioEntry['record']> => ENTRY_SCHEMAS[kind];
