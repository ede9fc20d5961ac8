/**
 * Notes of files beside the database: which are being written, and which are to go. A file's fate is decided in the transaction that
 * also takes its note away, so that no list that somebody read earlier removes what was kept meanwhile.
 */
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { z } from 'zod';
import { parseRows } from '../database/rows.js';
import { inTransaction } from '../database/transaction.js';

const idRow = z.object({ id: z.string() });

export type MediaNotes = ReturnType<typeof mediaNotesIn>;

/** Whether a record stands whose files these are: a picture, or a clip whose content came. */
const isKept = async (trx: Knex, id: string): Promise<boolean> =>
  (await trx('media').where('id', id).first('id')) !== undefined ||
  (await trx('clips').where('id', id).whereNotNull('arrived_at').first('id')) !== undefined;

/** Notes in a transaction that files are to go. */
export async function noteRemoval(trx: Knex, ids: readonly string[], at: string): Promise<void> {
  for (const id of ids) await trx('media_removals').insert({ id, since: at }).onConflict('id').ignore();
}

/**
 * Ends a writing in the transaction that keeps its record.
 * @returns false where somebody else writes this file by now
 */
export async function endWriting(trx: Knex, id: string, writer: string): Promise<boolean> {
  return (await trx('media_writing').where({ id, writer }).delete()) > 0;
}

/** @param db the studio's database */
export function mediaNotesIn(db: Knex) {
  return {
    /** Begins to write a file; whoever wrote it before does not end it any more. @returns the writer's own token */
    async begin(id: string, at: string): Promise<string> {
      const writer = randomUUID();
      await inTransaction(db, async (trx) => {
        await trx('media_writing').insert({ id, writer, since: at }).onConflict('id').merge();
        await trx('media_removals').where('id', id).delete();
      });
      return writer;
    },
    /** A writing that ended without a record: what lies there of it is to go. Another's writing of the same file goes on. */
    async abandon(id: string, writer: string, at: string): Promise<void> {
      await inTransaction(db, async (trx) => {
        if (await endWriting(trx, id, writer)) await noteRemoval(trx, [id], at);
      });
    },
    /** Writings that began before an instant were broken off: what lies there of them is to go. */
    async breakOff(before: string, at: string): Promise<void> {
      await inTransaction(db, async (trx) => {
        const broken = trx('media_writing').where('since', '<=', before);
        const ids = parseRows('media_writing', idRow, await broken.clone().select('id')).map((r) => r.id);
        await noteRemoval(trx, ids, at);
        await broken.delete();
      });
    },
    /** Files that are to go, by id. */
    async toRemove(): Promise<string[]> {
      return parseRows('media_removals', idRow, await db('media_removals').select('id')).map((r) => r.id);
    },
    /**
     * Lets a file go if its note still stands, no record is of it and nobody writes it; the note goes in the same transaction.
     * @param remove takes the files away; doing it twice does no harm
     * @throws what removing failed with; the note stays then
     */
    async remove(id: string, remove: () => Promise<void>): Promise<void> {
      await inTransaction(db, async (trx) => {
        if ((await trx('media_removals').where('id', id).first('id')) === undefined) return;
        if ((await trx('media_writing').where('id', id).first('id')) !== undefined) return;
        if (!(await isKept(trx, id))) await remove();
        await trx('media_removals').where('id', id).delete();
      });
    },
  };
}
