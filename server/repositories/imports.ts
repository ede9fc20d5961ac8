/** What was taken in from files, and what to do to take it back. */
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { z } from 'zod';
import { IMPORT_KINDS, UNDO_HOURS, type ImportDone, type ImportKind } from '../../api/imports.js';
import { personPatchSchema } from '../../api/people.js';
import { json, maybeRow, parseRows } from '../database/rows.js';

/** How an import is taken back. A fingerprint that is another now says that something was added meanwhile. */
export const undoSchema = z.object({
  people: z.array(z.object({ id: z.string(), fingerprint: z.string() })),
  changed: z.array(z.object({ id: z.string(), before: personPatchSchema, fingerprint: z.string() })),
  looks: z.array(z.string()),
  groups: z.array(z.string()),
  entries: z.array(z.object({ kind: z.string(), key: z.string() })).default([]),
});
export type Undo = z.infer<typeof undoSchema>;

const row = z.object({
  id: z.string(),
  kind: z.enum(IMPORT_KINDS),
  day: z.string(),
  made_at: z.string(),
  by: z.string(),
  counts: json(z.object({ adds: z.number(), changes: z.number() })),
  undo: json(undoSchema),
  undone_at: z.string().nullable(),
  stayed: json(z.array(z.string())),
});
export interface StoredImport extends ImportDone {
  undo: Undo;
}
const HOUR_MS = 3_600_000;
const LISTED = 20;

export type Imports = ReturnType<typeof importsIn>;

export function importsIn(db: Knex) {
  const rows = (): Knex.QueryBuilder =>
    db('imports').join('accounts', 'accounts.id', 'imports.made_by').select('imports.*', 'accounts.name as by');
  const told = (r: z.infer<typeof row>, now: string): StoredImport => {
    const until = new Date(Date.parse(r.made_at) + UNDO_HOURS * HOUR_MS).toISOString();
    return {
      id: r.id,
      kind: r.kind,
      at: r.made_at,
      day: r.day,
      by: r.by,
      counts: r.counts,
      undoUntil: r.undone_at === null && now < until ? until : null,
      undoneAt: r.undone_at,
      stayed: r.stayed,
      undo: r.undo,
    };
  };
  return {
    async add(
      of: { kind: ImportKind; day: string; at: string; counts: ImportDone['counts']; undo: Undo },
      by: string,
    ): Promise<string> {
      const id = randomUUID();
      await db('imports').insert({
        id,
        kind: of.kind,
        day: of.day,
        made_at: of.at,
        made_by: by,
        counts: JSON.stringify(of.counts),
        undo: JSON.stringify(of.undo),
      });
      return id;
    },
    async find(id: string, now: string): Promise<StoredImport | null> {
      const found = maybeRow('imports', row, await rows().where('imports.id', id).first());
      return found && told(found, now);
    },
    /** Newest first. */
    async list(now: string): Promise<StoredImport[]> {
      const found = await rows().orderBy('made_at', 'desc').limit(LISTED);
      return parseRows('imports', row, found).map((r) => told(r, now));
    },
    async undone(id: string, at: string, stayed: readonly string[]): Promise<void> {
      await db('imports')
        .where('id', id)
        .update({ undone_at: at, stayed: JSON.stringify(stayed) });
    },
  };
}
