/** The studio's catalogue entries, the record of their changes, and the studio's defaults. */
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { defaultsSchema, type Entry, type EntryChange, type StudioDefaults } from '../../api/studio.js';
import { applyEntries } from '../../core/studio/overlay.js';
import { catalog as shipped, type Catalog } from '../../core/catalog/index.js';
import { entryKey, type EntryKind, type StudioEntry } from '../../core/formats/entries.js';

interface EntryRow {
  kind: EntryKind;
  key: string;
  record: string;
  changed_at: string;
  by: string;
}

export const NO_DEFAULTS: StudioDefaults = { method: null, familyMethods: {}, kit: null };

export type StudioStore = ReturnType<typeof studioIn>;

export function studioIn(db: Knex) {
  /** The catalogue with the entries laid over it, until the next change. */
  let known: { catalog: Catalog; defaults: StudioDefaults } | null = null;

  const entries = async (): Promise<Entry[]> => {
    const rows = (await db('studio_entries')
      .join('accounts', 'accounts.id', 'studio_entries.changed_by')
      .select('studio_entries.*', 'accounts.name as by')
      .orderBy('changed_at')) as EntryRow[];
    return rows.map((row) => ({
      kind: row.kind,
      key: row.key,
      record: JSON.parse(row.record) as StudioEntry['record'],
      by: row.by,
      at: row.changed_at,
    }));
  };
  const defaults = async (): Promise<StudioDefaults> => {
    const row = (await db('studio_settings').where('name', 'defaults').first()) as { value: string } | undefined;
    return row ? defaultsSchema.parse(JSON.parse(row.value)) : NO_DEFAULTS;
  };
  return {
    entries,
    defaults,
    async now(): Promise<{ catalog: Catalog; defaults: StudioDefaults }> {
      known ??= { catalog: applyEntries(shipped, await entries()), defaults: await defaults() };
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
      known = null;
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
      known = null;
      return removed;
    },
    async changes(kind: EntryKind, key: string): Promise<EntryChange[]> {
      const rows = (await db('studio_entry_changes')
        .join('accounts', 'accounts.id', 'studio_entry_changes.changed_by')
        .where({ kind, key })
        .select('studio_entry_changes.*', 'accounts.name as by')
        .orderBy('changed_at', 'desc')) as (Omit<EntryRow, 'record'> & { id: string; record: string | null })[];
      return rows.map((row) => ({
        id: row.id,
        record: row.record === null ? null : (JSON.parse(row.record) as unknown),
        by: row.by,
        at: row.changed_at,
      }));
    },
    async setDefaults(value: StudioDefaults): Promise<void> {
      await db('studio_settings')
        .insert({ name: 'defaults', value: JSON.stringify(value) })
        .onConflict('name')
        .merge();
      known = null;
    },
  };
}
