import type { Knex } from 'knex';
import { onPostgres } from './dialect.js';
import { LOCKS } from './locks.js';

/**
 * All of it or nothing, one writer after the other: in the file there is one connection, on a server one lock. What went wrong first is what is thrown: on a full disk SQLite has rolled back by itself, and the rolling back
 * that follows fails with an error that says nothing.
 */
export async function inTransaction<T>(
  db: Knex,
  work: (trx: Knex.Transaction) => Promise<T>,
  lock: number = LOCKS.write,
): Promise<T> {
  let first: { error: unknown } | undefined;
  try {
    return await db.transaction(async (trx) => {
      try {
        if (onPostgres(db)) await trx.raw('select pg_advisory_xact_lock(?)', [lock]);
        return await work(trx);
      } catch (error) {
        first = { error };
        throw error;
      }
    });
  } catch (error) {
    throw first ? first.error : error;
  }
}
