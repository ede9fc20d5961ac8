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
import type { Catalog } from '../../core/catalog/index.js';
import { catalog as shipped } from '../../core/catalog/shipped.js';
import {
  ENTRY_KINDS,
  entryKey,
  type EntryKind,
  type EntryRecord,
  type StudioEntry,
} from '../../core/formats/entries.js';
import type { Signed } from '../../api/common.js';
import type { Clock } from '../clock.js';
import { changeRow as changeStands, type ChangeBy } from '../database/change.js';
import { fieldOf, itemsOf, valuesOf } from '../database/dialect.js';
import { remembered } from '../database/remembered.js';
import { json, maybeRow, number, parseRow, parseRows } from '../database/rows.js';
import { inTransaction } from '../database/transaction.js';

const entryRow = z.object({
  kind: z.enum(ENTRY_KINDS),
  key: z.string(),
  record: z.string(),
  changed_at: z.string(),
  retired_at: z.string().nullable(),
  version: number,
  by: z.string(),
});
const changeRow = entryRow
  .omit({ retired_at: true, version: true })
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

/** How often what is kept under a key was changed. */
const changesOf = (db: Knex, kind: string, key: string): Knex.QueryBuilder =>
  db('studio_entry_changes as n').whereRaw('n.kind = ?? and n.key = ??', [kind, key]).count('*');

export type StudioStore = ReturnType<typeof studioIn>;

export function studioIn(db: Knex, clock: Clock) {
  const entries = async (): Promise<Entry[]> => {
    const rows = await db('studio_entries')
      .join('accounts', 'accounts.id', 'studio_entries.changed_by')
      .select(
        'studio_entries.*',
        'accounts.name as by',
        changesOf(db, 'studio_entries.kind', 'studio_entries.key').as('version'),
      )
      .orderBy('changed_at');
    return parseRows('studio_entries', entryRow, rows).map((row) => ({
      kind: row.kind,
      key: row.key,
      record: parseRow('studio_entries', json(recordOf(row.kind)), row.record),
      by: row.by,
      at: row.changed_at,
      version: row.version,
      retired: row.retired_at !== null,
    }));
  };
  const signedDefaults = async (): Promise<{ defaults: StudioDefaults; signed: Signed }> => {
    const row = maybeRow(
      'studio_settings',
      z.object({
        value: json(defaultsSchema),
        version: z.number(),
        by: z.string().nullable(),
        changed_at: z.string().nullable(),
      }),
      await db('studio_settings')
        .leftJoin('accounts', 'accounts.id', 'studio_settings.changed_by')
        .where('studio_settings.name', 'defaults')
        .first('value', 'version', 'accounts.name as by', 'changed_at'),
    );
    const { value = noDefaults(), version = 0, by = null, changed_at: changedAt = null } = row ?? {};
    return { defaults: value, signed: { version, changedBy: by, changedAt } };
  };
  const defaults = async (): Promise<StudioDefaults> => (await signedDefaults()).defaults;
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
      nth: trx('studio_entry_changes as before').select(trx.raw('coalesce(max(before.nth), 0) + 1')),
      id: randomUUID(),
      kind: change.kind,
      key: change.key,
      record: change.record,
      changed_by: change.by,
      changed_at: clock(),
    });
  /** The version of an entry that stands; 0 where none does. */
  const standing = async (trx: Knex, kind: string, key: string): Promise<number> => {
    const stands = await trx('studio_entries').where({ kind, key }).whereNull('retired_at').first('key');
    if (stands === undefined) return 0;
    const { n } = z
      .object({ n: number })
      .parse(await trx('studio_entry_changes').where({ kind, key }).count({ n: '*' }).first());
    return n;
  };
  const { now, forget } = remembered<Known>(
    db,
    async () => {
      const of = await db('studio_settings')
        .where('name', 'defaults')
        .first('value', { changes: db('studio_entry_changes').count('*') });
      return JSON.stringify(of ?? (await revision()));
    },
    read,
  );
  const countOf = async (query: Knex.QueryBuilder): Promise<number> =>
    parseRow('studio_entries', z.object({ n: number }), await query.count({ n: '*' }).first()).n;
  return {
    entries,
    defaults,
    signedDefaults,
    /** Another hand changed the entries: they are read again. */
    forget,
    now,
    /** @returns false where another version of it stands than the one that is changed; 0 where none stood */
    async put(entry: StudioEntry, by: string, version: number | null = null): Promise<boolean> {
      const row = {
        kind: entry.kind,
        key: entryKey(entry.kind, entry.record),
        record: JSON.stringify(entry.record),
        changed_by: by,
        changed_at: clock(),
      };
      const kept = await inTransaction(db, async (trx) => {
        if (version !== null && (await standing(trx, row.kind, row.key)) !== version) return false;
        await trx('studio_entries')
          .insert({ ...row, retired_at: null })
          .onConflict(['kind', 'key'])
          .merge();
        await note(trx, { ...row, by });
        return true;
      });
      forget();
      return kept;
    },
    /** Takes an entry away; a shipped record of the same key stands again. One that is to stay readable is retired instead. */
    async remove(kind: EntryKind, key: string, by: string, retire: boolean): Promise<boolean> {
      const removed = await inTransaction(db, async (trx) => {
        const entry = trx('studio_entries').where({ kind, key });
        const n = retire ? await entry.whereNull('retired_at').update({ retired_at: clock() }) : await entry.delete();
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
          .orderBy('nth', 'desc')
          .first('record'),
      );
      return row?.record ?? null;
    },
    /** What of people's records speaks of an entry: how many of each. */
    async usesOf(kind: EntryKind, key: string): Promise<EntryUses> {
      const uses: EntryUses = { looks: 0, prescriptions: 0, steps: 0, people: 0 };
      if (kind === 'rungs') {
        const [family, rung] = key.split('.') as [string, string];
        const place = `${family}/${rung}`;
        uses.looks = await countOf(
          db('observations')
            .where('position', family)
            .whereRaw(`${fieldOf(db, 'record', 'rung')} = ?`, [rung]),
        );
        uses.steps = await countOf(
          db('ladder_steps').whereRaw(`(${fieldOf(db, 'record', 'from')} = ? or ${fieldOf(db, 'record', 'to')} = ?)`, [
            place,
            place,
          ]),
        );
      } else if (kind === 'faults') {
        uses.looks = await countOf(
          db('observations').whereRaw(
            `exists (select 1 from ${itemsOf(db, 'record', 'events', 'e')} where ${fieldOf(db, 'e.value', 'fault')} = ?)`,
            [key],
          ),
        );
      } else if (kind === 'drills') {
        uses.prescriptions = await countOf(
          db('prescriptions').whereRaw(
            `exists (select 1 from ${itemsOf(db, 'record', 'items', 'i')} where ${fieldOf(db, 'i.value', 'drill')} = ?)`,
            [key],
          ),
        );
      } else if (kind === 'methods') {
        uses.people = await countOf(
          db('people').whereRaw(
            `(method = ? or exists (select 1 from ${valuesOf(db, 'family_methods', 'f')} where f.value = ?))`,
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
        .orderBy('nth', 'desc');
      return parseRows('studio_entry_changes', changeRow, rows).map((row) => ({
        id: row.id,
        record: row.record,
        by: row.by,
        at: row.changed_at,
      }));
    },
    /**
     * @param change whose it is; a program sets what stands
     * @returns false where another version stands
     */
    async setDefaults(defaults: StudioDefaults, change: ChangeBy | null = null): Promise<boolean> {
      const value = JSON.stringify(defaults);
      const at = clock();
      const kept = await inTransaction(db, async (trx) => {
        const stands = (): Knex.QueryBuilder => trx('studio_settings').where('name', 'defaults');
        if (change && (await stands().first('name')) !== undefined)
          return changeStands(trx, stands(), { value }, change, at);
        if (change?.version) return false;
        await trx('studio_settings')
          .insert({ name: 'defaults', value, changed_by: change?.by ?? null, changed_at: at })
          .onConflict('name')
          .merge();
        return true;
      });
      forget();
      return kept;
    },
  };
}
