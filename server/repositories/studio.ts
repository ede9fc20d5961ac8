/** The studio's catalogue entries, the record of their changes, and the studio's defaults. */
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { z } from 'zod';
import {
  defaultsSchema,
  recordOf,
  type Entry,
  type EntryChange,
  type EntryUses,
  type StudioDefaults,
} from '../../api/studio.js';
import { applyEntries } from '../../core/studio/overlay.js';
import { catalog as shipped, type Catalog } from '../../core/catalog/index.js';
import {
  ENTRY_KINDS,
  entryKey,
  type EntryKind,
  type EntryRecord,
  type StudioEntry,
} from '../../core/formats/entries.js';
import { json, maybeRow, number, parseRow, parseRows } from '../database/rows.js';
import { inTransaction } from '../database/transaction.js';

const entryRow = z.object({
  kind: z.enum(ENTRY_KINDS),
  key: z.string(),
  record: z.string(),
  changed_at: z.string(),
  retired_at: z.string().nullable(),
  by: z.string(),
});
const changeRow = entryRow
  .omit({ retired_at: true })
  .extend({ id: z.string(), record: z.union([z.null(), json(z.unknown())]) });

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
  entries: readonly StudioEntry[];
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
      retired: row.retired_at !== null,
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
  const read = async (): Promise<Known> => {
    const own = (await entries()).map(({ kind, record, retired }) => ({ kind, record, retired }));
    return {
      catalog: applyEntries(shipped, own),
      entries: own,
      defaults: await defaults(),
      revision: await revision(),
    };
  };
  /** One change in the list of who changed what: a record, or null where it was taken away. */
  const note = (
    trx: Knex,
    change: { kind: string; key: string; record: string | null; by: string },
  ): Promise<unknown> =>
    trx('studio_entry_changes').insert({
      id: randomUUID(),
      kind: change.kind,
      key: change.key,
      record: change.record,
      changed_by: change.by,
      changed_at: new Date().toISOString(),
    });
  const countOf = async (query: Knex.QueryBuilder): Promise<number> =>
    parseRow('studio_entries', z.object({ n: number }), await query.count({ n: '*' }).first()).n;
  return {
    entries,
    defaults,
    /** Another hand changed the entries: they are read again. */
    forget,
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
      await inTransaction(db, async (trx) => {
        await trx('studio_entries')
          .insert({ ...row, retired_at: null })
          .onConflict(['kind', 'key'])
          .merge();
        await note(trx, { ...row, by });
      });
      forget();
    },
    /** Takes an entry away; a shipped record of the same key stands again. One that is to stay readable is retired instead. */
    async remove(kind: EntryKind, key: string, by: string, retire: boolean): Promise<boolean> {
      const removed = await inTransaction(db, async (trx) => {
        const entry = trx('studio_entries').where({ kind, key });
        const n = retire
          ? await entry.whereNull('retired_at').update({ retired_at: new Date().toISOString() })
          : await entry.delete();
        if (n > 0) await note(trx, { kind, key, record: null, by });
        return n > 0;
      });
      forget();
      return removed;
    },
    /** The record that an entry last had, before it was taken away; null for one that never was. */
    async lastRecord(kind: EntryKind, key: string): Promise<EntryRecord | null> {
      const row = maybeRow(
        'studio_entry_changes',
        z.object({ record: json(recordOf(kind)) }),
        await db('studio_entry_changes')
          .where({ kind, key })
          .whereNotNull('record')
          .orderByRaw('changed_at desc, rowid desc')
          .first('record'),
      );
      return row?.record ?? null;
    },
    /** What of people's records speaks of an entry: how many of each. */
    async usesOf(kind: EntryKind, key: string): Promise<EntryUses> {
      const uses: EntryUses = { looks: 0, prescriptions: 0, steps: 0, people: 0 };
      const says = (column: string, path: string): string => `json_extract(${column}, '$.${path}')`;
      if (kind === 'rungs') {
        const [family, rung] = key.split('.') as [string, string];
        const place = `${family}/${rung}`;
        uses.looks = await countOf(
          db('observations')
            .where('position', family)
            .whereRaw(`${says('record', 'rung')} = ?`, [rung]),
        );
        uses.steps = await countOf(
          db('ladder_steps').whereRaw(`(${says('record', 'from')} = ? or ${says('record', 'to')} = ?)`, [place, place]),
        );
      } else if (kind === 'faults') {
        uses.looks = await countOf(
          db('observations').whereRaw(
            "exists (select 1 from json_each(record, '$.events') e where json_extract(e.value, '$.fault') = ?)",
            [key],
          ),
        );
      } else if (kind === 'drills') {
        uses.prescriptions = await countOf(
          db('prescriptions').whereRaw(
            "exists (select 1 from json_each(record, '$.items') i where json_extract(i.value, '$.drill') = ?)",
            [key],
          ),
        );
      } else if (kind === 'methods') {
        uses.people = await countOf(
          db('people').whereRaw(
            '(method = ? or exists (select 1 from json_each(family_methods) f where f.value = ?))',
            [key, key],
          ),
        );
        const known = await defaults();
        if (known.method === key || Object.values(known.familyMethods).includes(key)) uses.people += 1;
      }
      return uses;
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
