import type { Knex } from 'knex';

/**
 * All of it or nothing. What went wrong first is what is thrown: on a full disk SQLite has rolled back by itself, and the rolling back
 * that follows fails with an error that says nothing.
 */
export async function inTransaction<T>(db: Knex, work: (trx: Knex.Transaction) => Promise<T>): Promise<T> {
  let first: { error: unknown } | undefined;
  try {
    return await db.transaction(async (trx) => {
      try {
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
