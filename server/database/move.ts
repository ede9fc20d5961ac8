/** Moves a studio between a folder of its own and a database server: copied whole, checked, and there at once or not at all. */
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import type { Knex } from 'knex';
import { openTrail, TRAIL_SCHEMA } from '../trail/trail-database.js';
import { CopyError, copyRows } from './copy.js';
import { onPostgres } from './dialect.js';
import { takeFolder } from './folder.js';
import { databaseFile, openDatabase } from './open.js';
import { plainAddress, postgresAt } from './postgres.js';
import { TABLES, TRAIL_TABLES } from './tables.js';
import { tieTogether } from './together.js';

/** Where a studio lies: in a folder alone, or on a server with a folder for its files. */
export interface Place {
  dataDir: string;
  address?: string;
}

/** What lies beside the database and goes along. */
const FILES = ['media', 'clips', 'session-secret'] as const;
/** Stands in a folder that a move has filled, until it is over: where it came from. */
const MARK = 'moved-from';

type Done = (table: string, rows: number) => void;

const empty = (dir: string): boolean => !existsSync(dir) || readdirSync(dir).length === 0;

/** Reads of a server's database see one moment of it. */
const atOneMoment = <T>(db: Knex, work: (trx: Knex) => Promise<T>): Promise<T> =>
  onPostgres(db)
    ? db.transaction(
        async (trx) => {
          await trx.raw('set local idle_in_transaction_session_timeout = 0');
          return work(trx);
        },
        { isolationLevel: 'repeatable read', readOnly: true },
      )
    : work(db);
/** All of it or nothing, however long it takes. */
const whole = (db: Knex, work: (trx: Knex) => Promise<void>): Promise<void> =>
  db.transaction(async (trx) => {
    if (onPostgres(db)) await trx.raw('set local idle_in_transaction_session_timeout = 0');
    await work(trx);
  });

/** The trail as it is, in place of the new one's own marks. */
async function copyTrail(from: Knex, to: Knex, done?: Done): Promise<void> {
  await to('marks').delete();
  await copyRows(from, to, TRAIL_TABLES, done);
}

/** What a new database has of itself: gone before another's rows come. */
async function clear(trx: Knex): Promise<void> {
  for (const { name } of [...TABLES].reverse()) await trx(name).delete();
}

/**
 * Lays the rows of a studio on a server into files, as a folder has them, while its processes go on: both databases as at one moment
 * of each.
 * @param dir an empty folder
 */
export async function rowsIntoFiles(address: string, dir: string, done?: Done): Promise<void> {
  const [from, fromTrail] = [postgresAt(address), postgresAt(address, TRAIL_SCHEMA)];
  const [to, toTrail] = [await openDatabase(dir), await openTrail(dir)];
  try {
    await atOneMoment(from, (read) =>
      whole(to, async (trx) => {
        await clear(trx);
        await copyRows(read, trx, TABLES, done);
        await trx('studio_settings').where('name', 'studio-id').delete();
      }),
    );
    if (await fromTrail.schema.hasTable('acts'))
      await atOneMoment(fromTrail, (read) => whole(toTrail, (trx) => copyTrail(read, trx, done)));
  } finally {
    for (const db of [from, fromTrail, to, toTrail]) await db.destroy();
  }
}

/** @throws CopyError where processes have the database open */
async function nobodyServes(db: Knex, address: string): Promise<void> {
  const { rows } = await db.raw<{ rows: { n: number }[] }>(
    `select count(distinct coalesce(client_addr::text, '') || coalesce(client_port::text, '')) as n from pg_stat_activity
     where datname = current_database() and application_name = 'upright-anchor news'`,
  );
  if (rows[0]!.n > 0)
    throw new CopyError(
      `${rows[0]!.n} of the studio’s processes have ${plainAddress(address)} open. Stop them, and move again.`,
    );
}

const copyFiles = (from: string, to: string): void => {
  for (const name of FILES)
    if (existsSync(join(from, name)))
      cpSync(join(from, name), join(to, name), { recursive: true, filter: (path) => !path.endsWith('.part') });
};

async function toServer(from: string, to: { dataDir: string; address: string }, done: Done): Promise<void> {
  if (!existsSync(databaseFile(from))) throw new CopyError(`There is no studio in ${from}.`);
  if (resolve(from) === resolve(to.dataDir))
    throw new CopyError('ANCHOR_DATA names the folder that is moved. Name a new one, which the processes will share.');
  const letGo = takeFolder(from);
  const staged = `${resolve(to.dataDir)}.moving`;
  const opened: Knex[] = [];
  const keep = (db: Knex): Knex => {
    opened.push(db);
    return db;
  };
  try {
    const mark = join(to.dataDir, MARK);
    const brokenOff = existsSync(mark) && readFileSync(mark, 'utf8') === resolve(from);
    if (!brokenOff && !empty(to.dataDir))
      throw new CopyError(`${to.dataDir} is not empty. Name a new folder in ANCHOR_DATA.`);
    rmSync(staged, { recursive: true, force: true });
    mkdirSync(staged, { recursive: true, mode: 0o700 });
    const there = keep(await openDatabase(staged, to.address, false));
    await nobodyServes(there, to.address);
    if ((await there('accounts').first('id')) !== undefined || (await there('people').first('id')) !== undefined)
      throw new CopyError(`There is a studio at ${plainAddress(to.address)} already. Make another database.`);
    const [source, sourceTrail] = [keep(await openDatabase(from)), keep(await openTrail(from))];
    const trail = keep(await openTrail(staged, to.address));
    copyFiles(from, staged);
    writeFileSync(join(staged, MARK), resolve(from), { mode: 0o600 });
    // The trail of a move that broke off is written anew: nobody has seen it.
    await whole(trail, async (trx) => {
      await trx.raw('alter table acts disable trigger user');
      await trx('acts').delete();
      await trx.raw('alter table acts enable trigger user');
      await copyTrail(sourceTrail, trx, done);
    });
    await whole(there, async (trx) => {
      await clear(trx);
      await copyRows(source, trx, TABLES, done);
      await tieTogether(trx, staged);
      // The folder comes first: a database without its folder is not opened, a folder without its database is filled anew.
      rmSync(to.dataDir, { recursive: true, force: true });
      renameSync(staged, to.dataDir);
    });
    rmSync(join(to.dataDir, MARK), { force: true });
  } finally {
    for (const db of opened) await db.destroy();
    rmSync(staged, { recursive: true, force: true });
    letGo();
  }
}

async function toFolder(from: { dataDir: string; address: string }, to: string, done: Done): Promise<void> {
  if (!empty(to)) throw new CopyError(`${to} is not empty. Name a new folder.`);
  const staged = `${resolve(to)}.moving`;
  rmSync(staged, { recursive: true, force: true });
  mkdirSync(dirname(staged), { recursive: true });
  mkdirSync(staged, { mode: 0o700 });
  try {
    const source = await openDatabase(from.dataDir, from.address);
    try {
      await nobodyServes(source, from.address);
    } finally {
      await source.destroy();
    }
    await rowsIntoFiles(from.address, staged, done);
    copyFiles(from.dataDir, staged);
    rmSync(to, { recursive: true, force: true });
    renameSync(staged, to);
  } finally {
    rmSync(staged, { recursive: true, force: true });
  }
}

/**
 * Moves a studio whose processes are stopped. What it is moved from stays as it was.
 * @param done told of each table, with its rows, once they are checked
 * @throws CopyError, StartError in words; then there is nothing where it was to be moved
 */
export function moveStudio(from: Place, to: Place, done: Done = () => undefined): Promise<void> {
  if (from.address === undefined && to.address !== undefined)
    return toServer(from.dataDir, { dataDir: to.dataDir, address: to.address }, done);
  if (from.address !== undefined && to.address === undefined)
    return toFolder({ dataDir: from.dataDir, address: from.address }, to.dataDir, done);
  throw new CopyError('A studio is moved from a folder to a server’s database, or back: one of the two is a folder.');
}
