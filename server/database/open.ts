/** Opens the studio's database, a SQLite file of its folder or a PostgreSQL server. The file: write-ahead log, synced writes, foreign keys, and all migrations run; says in words why it cannot. */
import { closeSync, existsSync, mkdirSync, openSync, readdirSync, readSync, statSync } from 'node:fs';
import { join } from 'node:path';
import knex, { type Knex } from 'knex';
import { migrationSource, STEP_NAMES } from './migrations.js';
import { openPostgres } from './postgres.js';
import { StartError } from './start-error.js';
import { belongTogether } from './together.js';

interface SqliteConnection {
  pragma: (text: string) => void;
}

export const databaseFile = (dataDir: string): string => join(dataDir, 'anchor.sqlite');

/** How long a write waits for another program before it says that the data are in use, ms. The process stands still meanwhile. */
const WAIT_MS = 100;

const hasPictures = (dataDir: string): boolean =>
  existsSync(join(dataDir, 'media')) && readdirSync(join(dataDir, 'media')).some((name) => name.endsWith('.jpg'));

/** First bytes of every database file. */
const MAGIC = 'SQLite format 3\0';

/** @throws StartError for a file that is none, and for an empty studio beside pictures of one that is gone */
function checkFile(dataDir: string): void {
  const file = databaseFile(dataDir);
  const size = existsSync(file) ? statSync(file).size : 0;
  if (size === 0) {
    if (hasPictures(dataDir))
      throw new StartError(
        `${file} is ${existsSync(file) ? 'empty' : 'missing'}, but there are pictures beside it: a studio was here. Restore it from a backup (npm run restore), or name another folder in ANCHOR_DATA for a new one.`,
      );
    return;
  }
  const head = Buffer.alloc(MAGIC.length);
  const fd = openSync(file, 'r');
  try {
    readSync(fd, head, 0, MAGIC.length, 0);
  } finally {
    closeSync(fd);
  }
  if (head.toString('latin1') !== MAGIC)
    throw new StartError(`${file} is not a database of this program. Restore it from a backup (npm run restore).`);
}

/** @throws StartError where a newer program wrote the database */
async function checkVersion(db: Knex): Promise<void> {
  if (!(await db.schema.hasTable('knex_migrations'))) return;
  const done = (await db<{ name: string }>('knex_migrations').select('name')).map((row) => row.name);
  const newer = done.filter((name) => !STEP_NAMES.includes(name));
  if (newer.length > 0)
    throw new StartError(
      `The database was written by a newer version of this program (it has ${newer.join(', ')}). Start that version, or restore an older backup. Nothing was changed.`,
    );
  // Whoever opens a studio to serve it holds its folder, so a lock that is found was left by a start that broke off. Each step is
  // done whole or not at all.
  if (await db.schema.hasTable('knex_migrations_lock'))
    await db('knex_migrations_lock').where('is_locked', 1).update({ is_locked: 0 });
}

/** What a failed start is called; the error itself where it is not known. */
function inWords(error: unknown, dataDir: string): Error {
  if (error instanceof StartError) return error;
  const { code = '', message = '' } = error as { code?: string; message?: string };
  const what = `${code} ${message}`;
  if (/SQLITE_(READONLY|CANTOPEN|PERM)|EACCES|EROFS|EPERM/.test(what))
    return new StartError(
      `${dataDir} cannot be written. Give this user the right to write there, or name another folder in ANCHOR_DATA.`,
    );
  if (/ENOTDIR|EEXIST/.test(what)) return new StartError(`${dataDir} is no folder. Name another in ANCHOR_DATA.`);
  if (/SQLITE_FULL|ENOSPC|EDQUOT/.test(what))
    return new StartError(`The disk of ${dataDir} is full. Make room and start again.`);
  if (/SQLITE_(NOTADB|CORRUPT)/.test(what))
    return new StartError(`${databaseFile(dataDir)} is damaged. Restore it from a backup (npm run restore).`);
  if (/SQLITE_(BUSY|LOCKED)/.test(what))
    return new StartError(`Another program holds ${databaseFile(dataDir)}. Close it and start again.`);
  return error instanceof Error ? error : new Error(String(error));
}

/**
 * @param dataDir folder that holds `anchor.sqlite`, or what belongs to the server's database; made when missing
 * @param address of a PostgreSQL server's database; the file where left out
 * @param tied whether the server's database and the folder have to belong together
 * @throws StartError in words
 */
export async function openDatabase(dataDir: string, address?: string, tied = true): Promise<Knex> {
  if (address === undefined) return openFile(dataDir);
  try {
    mkdirSync(dataDir, { recursive: true, mode: 0o700 });
  } catch (error) {
    throw inWords(error, dataDir);
  }
  const db = await openPostgres(address, checkVersion);
  try {
    if (tied) await belongTogether(db, dataDir, address);
    return db;
  } catch (error) {
    await db.destroy();
    throw error;
  }
}

async function openFile(dataDir: string): Promise<Knex> {
  let db: Knex | undefined;
  try {
    mkdirSync(dataDir, { recursive: true, mode: 0o700 });
    checkFile(dataDir);
    db = knex({
      client: 'better-sqlite3',
      connection: { filename: databaseFile(dataDir) },
      useNullAsDefault: true,
      pool: {
        min: 1,
        max: 1,
        afterCreate: (connection: SqliteConnection, done: (error: Error | null) => void) => {
          try {
            connection.pragma(`busy_timeout = ${WAIT_MS}`);
            connection.pragma('journal_mode = WAL');
            // What was acknowledged is on the disk, also when the power fails.
            connection.pragma('synchronous = FULL');
            connection.pragma('foreign_keys = ON');
            done(null);
          } catch (error) {
            done(error as Error);
          }
        },
      },
    });
    await checkVersion(db);
    await db.migrate.latest({ migrationSource });
    return db;
  } catch (error) {
    await db?.destroy();
    throw inWords(error, dataDir);
  }
}
