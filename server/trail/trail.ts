/**
 * The trail of who read, changed, took away or deleted whose health data: a database of its own that is only added to. A person
 * stands in it by a keyed hash, so that it says nothing any more when they are erased.
 */
import { createHash, createHmac } from 'node:crypto';
import type { Knex } from 'knex';
import { z } from 'zod';
import type { Act, TrailQuery, TrailState } from '../../api/trail.js';
import { cursorOf } from '../../api/common.js';
import type { Config } from '../config.js';
import { LOCKS } from '../database/locks.js';
import { maybeRow, number, parseRow, parseRows } from '../database/rows.js';
import { inTransaction } from '../database/transaction.js';
import { instantNow, openTrail } from './trail-database.js';

/** Years that a line is kept unless the studio says otherwise. */
export const TRAIL_YEARS = 2;
const YEAR_MS = 365.25 * 86_400_000;
/** Reads of one person by one account from one kind of device within so long are one line, ms. */
export const ONE_READ_MS = 15 * 60_000;
/** Reads that are remembered for that. */
const REMEMBERED = 20_000;
/** Lines that are checked at a time. */
const AT_ONCE = 5000;

export interface TrailEntry {
  act: Act;
  what: string;
  account: { id: string; name: string; role: string } | null;
  /** null for several people, or none. */
  person: string | null;
  device: string;
}
const row = z.object({
  id: z.number(),
  at: z.string(),
  act: z.string(),
  what: z.string(),
  account_id: z.string().nullable(),
  account_name: z.string().nullable(),
  account_role: z.string().nullable(),
  person: z.string().nullable(),
  device: z.string(),
  chain: z.string(),
});
export type TrailRow = z.infer<typeof row>;

/** What ties a line to the one before: whoever changes or takes out a line breaks all that follow. */
const linked = (before: string, line: Omit<TrailRow, 'id' | 'chain'>): string =>
  createHash('sha256')
    .update(
      JSON.stringify([
        before,
        line.at,
        line.act,
        line.what,
        line.account_id,
        line.account_name,
        line.account_role,
        line.person,
        line.device,
      ]),
    )
    .digest('base64url');

export type Trail = ReturnType<typeof trailIn>;

/**
 * @param clock ISO instant now
 * @param failed told of a line that could not be written; what it is about goes on
 */
export function trailIn(
  { dataDir, database }: Pick<Config, 'dataDir' | 'database'>,
  clock: () => string,
  failed: (error: unknown) => void,
) {
  let opening: Promise<Knex> | null = null;
  const db = (): Promise<Knex> => {
    opening ??= openTrail(dataDir, database).catch((error: unknown) => {
      // It is tried again.
      opening = null;
      throw error;
    });
    return opening;
  };
  let missed = 0;
  let salt: string | null = null;
  const lately = new Map<string, number>();
  const mark = async (trx: Knex, name: string): Promise<string | null> =>
    maybeRow('marks', z.object({ value: z.string() }), await trx('marks').where('name', name).first('value'))?.value ??
    null;
  async function keyOf(person: string): Promise<string> {
    salt ??= await mark(await db(), 'salt');
    return createHmac('sha256', salt!).update(person).digest('base64url');
  }
  const years = async (): Promise<number> => Number((await mark(await db(), 'years')) ?? TRAIL_YEARS);

  /** Whether the same was read a moment ago by the same. */
  function again(entry: TrailEntry, now: number): boolean {
    // The notes of a class come by the second.
    if (entry.act !== 'read' && entry.what !== 'runs.note') return false;
    const key = [entry.account?.id, entry.person, entry.act, entry.what, entry.device].join(' ');
    const before = lately.get(key);
    if (before !== undefined && now - before < ONE_READ_MS && now >= before) return true;
    if (lately.size >= REMEMBERED) lately.clear();
    lately.set(key, now);
    return false;
  }
  async function write(entry: TrailEntry): Promise<void> {
    const at = clock();
    if (again(entry, Date.parse(at))) return;
    const line = {
      at,
      act: entry.act,
      what: entry.what,
      account_id: entry.account?.id ?? null,
      account_name: entry.account?.name ?? null,
      account_role: entry.account?.role ?? null,
      person: entry.person === null ? null : await keyOf(entry.person),
      device: entry.device,
    };
    const until = new Date(Date.parse(at) + (await years()) * YEAR_MS).toISOString();
    await inTransaction(
      await db(),
      async (trx) => {
        const last = maybeRow(
          'acts',
          z.object({ chain: z.string() }),
          await trx('acts').orderBy('id', 'desc').first('chain'),
        );
        await trx('acts').insert({ ...line, chain: linked(last?.chain ?? '', line), until });
      },
      LOCKS.trail,
    );
  }
  /** Wrapped: a query that is handed on by itself is asked at once. */
  async function matching({
    person,
    account,
    act,
  }: Omit<TrailQuery, 'limit' | 'before'>): Promise<[Knex.QueryBuilder]> {
    const query = (await db())('acts').orderBy('id', 'desc');
    if (person !== undefined) void query.where('person', await keyOf(person));
    if (account !== undefined) void query.where('account_id', account);
    if (act !== undefined) void query.where('act', act);
    return [query];
  }
  /** The first line that does not follow from the one before it; null where all do. What was let go at the front is no break. */
  async function brokenAt(): Promise<number | null> {
    let before: string | null = null;
    for (let after = 0; ;) {
      const rows: TrailRow[] = parseRows(
        'acts',
        row,
        await (await db())('acts').where('id', '>', after).orderBy('id').limit(AT_ONCE),
      );
      for (const line of rows) {
        if (before !== null && linked(before, line) !== line.chain) return line.id;
        before = line.chain;
      }
      if (rows.length < AT_ONCE) return null;
      after = rows.at(-1)!.id;
    }
  }
  return {
    /** Writes a line; one that cannot be written is counted, and nobody waits for it in vain. */
    async add(entry: TrailEntry): Promise<void> {
      try {
        await write(entry);
      } catch (error) {
        missed += 1;
        failed(error);
      }
    },
    /** Whether lines can be written now: asked before what must not happen unseen. @throws what the file system or database says */
    async ready(): Promise<void> {
      await inTransaction(
        await db(),
        (trx) =>
          trx('marks')
            .where('name', 'salt')
            .update({ value: trx.ref('value') }),
        LOCKS.trail,
      );
    },
    /** Newest first. */
    async list({ before, limit, ...query }: TrailQuery): Promise<{ rows: TrailRow[]; next: string | null }> {
      const [asked] = await matching(query);
      if (before) void asked.where('id', '<', Number(before.value));
      const rows = parseRows('acts', row, await asked.limit(limit));
      const last = rows.at(-1);
      const next =
        rows.length === limit && last ? cursorOf(String(last.id), '00000000-0000-0000-0000-000000000000') : null;
      return { rows, next };
    },
    /** A person's part, oldest first. */
    async of(person: string): Promise<TrailRow[]> {
      const [asked] = await matching({ person });
      return parseRows('acts', row, await asked).reverse();
    },
    keyOf,
    async state(): Promise<TrailState> {
      const { n, since } = parseRow(
        'acts',
        z.object({ n: number, since: z.string().nullable() }),
        await (await db())('acts').count({ n: '*' }).min('at as since').first(),
      );
      return { lines: n, since, brokenAt: await brokenAt(), years: await years(), missed };
    },
    /** For lines to come: those that are there are kept as long as was said when they were written. */
    async keepFor(count: number): Promise<void> {
      await (
        await db()
      )('marks')
        .insert({ name: 'years', value: String(count) })
        .onConflict('name')
        .merge();
    },
    /** Lets lines go whose time is over. */
    async tidy(): Promise<number> {
      return (await db())('acts')
        .where('until', '<=', clock())
        .whereRaw(`until <= ${instantNow(await db())}`)
        .delete();
    },
    async close(): Promise<void> {
      const open = opening;
      opening = null;
      if (open) await (await open.catch(() => null))?.destroy();
    },
  };
}
