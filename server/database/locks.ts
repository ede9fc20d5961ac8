/** What one process of a studio does at a time, where several serve it. In the file's folder there is one process anyway. */
import type { Knex } from 'knex';
import { onPostgres } from './dialect.js';

/** Names of locks on a server that every process of a studio knows: any numbers that differ. */
export const LOCKS = { write: 7_041_001, migrate: 7_041_002, trail: 7_041_003, upkeep: 7_041_004 } as const;

/**
 * Does what one process does for all, unless another one is at it.
 * @returns what it came to; null where another one is at it
 */
export async function alone<T>(db: Knex, lock: number, work: () => Promise<T>): Promise<T | null> {
  if (!onPostgres(db)) return work();
  const client = db.client as Knex.Client;
  // Such a lock hangs on its connection: a process that ends lets it go.
  const connection: unknown = await client.acquireConnection();
  const ask = async (sql: string): Promise<boolean> => {
    const { rows } = await db.raw<{ rows: { got: boolean }[] }>(sql, [lock]).connection(connection);
    return rows[0]!.got;
  };
  try {
    if (!(await ask('select pg_try_advisory_lock(?) as got'))) return null;
    try {
      return await work();
    } finally {
      await ask('select pg_advisory_unlock(?) as got');
    }
  } finally {
    await client.releaseConnection(connection);
  }
}
