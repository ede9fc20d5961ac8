/** The studio's catalogue entries, the record of their changes, and the studio's defaults. */
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { z } from 'zod';
import { defaultsSchema, recordOf, type Entry, type EntryChange, type StudioDefaults } from '../../api/studio.js';
import { applyEntries } from '../../core/studio/overlay.js';
import { catalog as shipped, type Catalog } from '../../core/catalog/index.js';
import { ENTRY_KINDS, entryKey, type EntryKind, type StudioEntry } from '../../core/formats/entries.js';
import { json, maybeRow, number, parseRow, parseRows } from '../database/rows.js';

const entryRow = z.object({
  kind: z.enum(ENTRY_KINDS),
  key: z.string(),
  record: z.string(),
  changed_at: z.string(),
  by: z.string(),
});
const changeRow = entryRow.extend({ id: z.string(), record: z.union([z.null(), json(z.unknown())]) });

/** What stands in a new studio: the zone of the machine it runs on. */
export const noDefaults = (): StudioDefaults => ({
  method: null,
  familyMethods: {},
  kit: null,
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  offlineCopies: true,
});

/** The catalogue as the studio has it, its defaults, and the revision of both. */
export interface Known {
  catalog: Catalog;
  defaults: StudioDefaults;
  /** Grows with every change of an entry. */
  revision: number;
}

export type StudioStore = ReturnType<typeof studioIn>;

export function studioIn(db: Knex) {
  /** The read that is under way or done. A change forgets it after it is stored, so a read that began before never stands after it. */
  let known: Promise<Known> | null = null;
  const forget = (): void => {
    known = null;
  };

  const entries = async (): Promise<Entry[]> => {
    const rows = await db('studio_entries')
      .join('accounts', 'accounts.id', 'studio_entries.changed_by')
      .select('studio_entries.*', 'accounts.name as by')
      .orderBy('changed_at');
    return parseRows('studio_entries', entryRow, rows).map((row) => ({
      kind: row.kind,
      key: row.key,
      record: parseRow('studio_entries', json(recordOf(row.kind)), row.record),
      by: row.by,
      at: row.changed_at,
    }));
  };
  const defaults = async (): Promise<StudioDefaults> => {
    const row = maybeRow(
      'studio_settings',
      z.object({ value: json(defaultsSchema) }),
      await db('studio_settings').where('name', 'defaults').first('value'),
    );
    return row?.value ?? noDefaults();
  };
  const revision = async (): Promise<number> =>
    parseRow(
      'studio_entry_changes',
      z.object({ n: number }),
      await db('studio_entry_changes').count({ n: '*' }).first(),
    ).n;
  const read = async (): Promise<Known> => ({
    catalog: applyEntries(shipped, await entries()),
    defaults: await defaults(),
    revision: await revision(),
  });
  return {
    entries,
    defaults,
    now(): Promise<Known> {
      if (!known) {
        const reading = read();
        known = reading;
        // A failed read is tried again.
        reading.catch(() => {
          if (known === reading) forget();
        });
      }
      return known;
    },
    async put(entry: StudioEntry, by: string): Promise<void> {
      const row = {
        kind: entry.kind,
        key: entryKey(entry.kind, entry.record),
        record: JSON.stringify(entry.record),
        changed_by: by,
        changed_at: new Date().toISOString(),
      };
      await db.transaction(async (trx) => {
        await trx('studio_entries').insert(row).onConflict(['kind', 'key']).merge();
        await trx('studio_entry_changes').insert({ id: randomUUID(), ...row });
      });
      forget();
    },
    /** Takes an entry away; a shipped record of the same key stands again. */
    async remove(kind: EntryKind, key: string, by: string): Promise<boolean> {
      const removed = await db.transaction(async (trx) => {
        const n = await trx('studio_entries').where({ kind, key }).delete();
        if (n > 0)
          await trx('studio_entry_changes').insert({
            id: randomUUID(),
            kind,
            key,
            record: null,
            changed_by: by,
            changed_at: new Date().toISOString(),
          });
        return n > 0;
      });
      forget();
      return removed;
    },
    async changes(kind: EntryKind, key: string): Promise<EntryChange[]> {
      const rows = await db('studio_entry_changes')
        .join('accounts', 'accounts.id', 'studio_entry_changes.changed_by')
        .where({ kind, key })
        .select('studio_entry_changes.*', 'accounts.name as by')
        .orderBy('changed_at', 'desc');
      return parseRows('studio_entry_changes', changeRow, rows).map((row) => ({
        id: row.id,
        record: row.record,
        by: row.by,
        at: row.changed_at,
      }));
    },
    async setDefaults(value: StudioDefaults): Promise<void> {
      await db('studio_settings')
        .insert({ name: 'defaults', value: JSON.stringify(value) })
        .onConflict('name')
        .merge();
      forget();
    },
  };
}
