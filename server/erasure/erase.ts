/** Everything of a person goes: rows, files, what others' records say of them by their id, and what the database file keeps in freed pages. */
import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import { z } from 'zod';
import type { Receipt } from '../../api/backups.js';
import { number, parseRow, parseRows } from '../database/rows.js';
import { onPostgres } from '../database/dialect.js';
import { TABLES } from '../database/tables.js';
import { inTransaction } from '../database/transaction.js';
import type { Removals } from '../media/removals.js';
import { noteRemoval } from '../repositories/media-notes.js';
import { settingsIn } from '../repositories/settings.js';
import { without } from './without.js';

/** Tables that are counted for the receipt, in a coach's words. */
const COUNTED: Readonly<Record<string, string>> = {
  observations: 'looks',
  media: 'pictures',
  clips: 'clips',
  prescriptions: 'lists of drills',
  programmes: 'versions of programmes',
  programme_logs: 'sets logged alone',
  programme_links: 'links',
  intakes: 'stop signs asked',
  screens: 'movement screens',
  ladder_steps: 'ladder steps',
  cautions: 'cautions',
  consents: 'permissions',
  attendance: 'days of attendance',
  letters: 'letters',
};
/** Where others' records speak of people as data: table, key, column. */
const SPEAK = [
  ['classes', 'id', 'record'],
  ['class_runs', 'id', 'record'],
  ['imports', 'id', 'undo'],
] as const;
const OVERWRITE = 'overwrite-due';

const NUMBER_BYTES = 6;
const countRow = z.object({ n: number });

/** A server's codes for: somebody else holds a table, or the disk is full. */
const NO_MOMENT = ['55P03', '40P01', '53100'];

export type Erasure = ReturnType<typeof erasureIn>;

export function erasureIn(db: Knex, { removals, clock }: { removals: Pick<Removals, 'sweep'>; clock: () => string }) {
  const countOf = async (trx: Knex, table: string, id: string): Promise<number> =>
    parseRow(table, countRow, await trx(table).where('person_id', id).count({ n: '*' }).first()).n;

  async function gone(trx: Knex, id: string, name: string): Promise<Record<string, number>> {
    const counts: Record<string, number> = {};
    for (const [table, words] of Object.entries(COUNTED)) {
      const n = await countOf(trx, table, id);
      if (n > 0) counts[words] = n;
    }
    // Files are noted first: what a start finds noted it removes, whatever happens in between.
    const files = parseRows(
      'media',
      z.object({ id: z.string() }),
      await trx('media').where('person_id', id).select('id').unionAll(trx('clips').where('person_id', id).select('id')),
    );
    await noteRemoval(
      trx,
      files.map((f) => f.id),
      clock(),
    );
    for (const [table, key, column] of SPEAK) {
      const rows = parseRows(
        table,
        z.object({ key: z.string(), text: z.string() }),
        await trx(table).where(column, 'like', `%${id}%`).select({ key }, { text: column }),
      );
      for (const { key: at, text } of rows)
        await trx(table)
          .where(key, at)
          .update({ [column]: JSON.stringify(without(JSON.parse(text) as unknown, id)) });
    }
    // An event of a class is somebody's as a whole.
    await trx('class_events').where('event', 'like', `%${id}%`).delete();
    for (const one of parseRows(
      'imports',
      z.object({ id: z.string(), stayed: z.string() }),
      await trx('imports').whereNot('stayed', '[]').select('id', 'stayed'),
    )) {
      const names = (JSON.parse(one.stayed) as string[]).filter((n) => n !== name);
      await trx('imports')
        .where('id', one.id)
        .update({ stayed: JSON.stringify(names) });
    }
    await trx('accounts').where('self_id', id).update({ self_id: null });
    await trx('people').where('id', id).delete();
    await settingsIn(trx).set(OVERWRITE, clock());
    return counts;
  }
  /**
   * Writes the database anew, so that freed pages hold nothing; the file's log beside it is emptied, a server's own is not the studio's
   * to empty. @returns false where there was no room, or no moment without readers
   */
  async function overwrite(): Promise<boolean> {
    try {
      if (onPostgres(db)) {
        for (const { name } of TABLES) await db.raw('vacuum full ??', [name]);
        await settingsIn(db).drop(OVERWRITE);
        return true;
      }
      await db.raw('vacuum');
      await db.raw('pragma wal_checkpoint(truncate)');
      await settingsIn(db).drop(OVERWRITE);
      await db.raw('pragma wal_checkpoint(truncate)');
      return true;
    } catch (error) {
      const { code } = error as { code?: unknown };
      if (/FULL|ENOSPC|BUSY|LOCKED/.test(String(code)) || NO_MOMENT.includes(String(code))) return false;
      throw error;
    }
  }
  return {
    /**
     * @param copies names of backups that hold a copy still
     * @throws where nothing could be written; then nothing is gone
     */
    async erase(person: { id: string; name: string }, by: string, copies: readonly string[]): Promise<Receipt> {
      const counts = await inTransaction(db, (trx) => gone(trx, person.id, person.name));
      await removals.sweep();
      return {
        number: randomBytes(NUMBER_BYTES).toString('hex').toUpperCase(),
        at: clock(),
        by,
        counts,
        overwritten: await overwrite(),
        copies: [...copies],
      };
    },
    /** Overwrites what could not be overwritten at its time. */
    async tidy(): Promise<void> {
      if ((await settingsIn(db).get(OVERWRITE, z.string())) !== null) await overwrite();
    },
  };
}
