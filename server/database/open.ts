/** Opens the studio's SQLite file: write-ahead log, foreign keys, a busy timeout, and all migrations run. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import knex, { type Knex } from 'knex';
import { migrationSource } from './migrations.js';

interface SqliteConnection {
  pragma: (text: string) => void;
}

/** @param dataDir folder that holds `anchor.sqlite`; made when missing */
export async function openDatabase(dataDir: string): Promise<Knex> {
  mkdirSync(dataDir, { recursive: true, mode: 0o700 });
  const db = knex({
    client: 'better-sqlite3',
    connection: { filename: join(dataDir, 'anchor.sqlite') },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (connection: SqliteConnection, done: (error: Error | null) => void) => {
        connection.pragma('journal_mode = WAL');
        connection.pragma('synchronous = NORMAL');
        connection.pragma('foreign_keys = ON');
        connection.pragma('busy_timeout = 5000');
        done(null);
      },
    },
  });
  await db.migrate.latest({ migrationSource });
  return db;
}
