/** Where the trail lies: a file beside the studio's, or a schema of its own on the studio's server; either is only added to. */
import { randomBytes } from 'node:crypto';
import { chmodSync, existsSync } from 'node:fs';
import { join } from 'node:path';
import knex, { type Knex } from 'knex';
import { onPostgres } from '../database/dialect.js';
import { LOCKS } from '../database/locks.js';
import { postgresAt } from '../database/postgres.js';
import { inTransaction } from '../database/transaction.js';

export const trailFile = (dataDir: string): string => join(dataDir, 'trail.sqlite');
/** The schema of a server's database that holds the trail. */
export const TRAIL_SCHEMA = 'trail';

/** The instant now as the trail writes it, by the database's own clock, as SQL. */
export const instantNow = (db: Knex): string =>
  onPostgres(db)
    ? `to_char(clock_timestamp() at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`
    : "strftime('%Y-%m-%dT%H:%M:%fZ', 'now')";

const CHANGED = 'a line of the trail does not change';
const KEPT = 'a line of the trail is kept until its time is over';

async function guardLines(db: Knex): Promise<void> {
  if (!onPostgres(db)) {
    await db.raw(`create trigger acts_stay before update on acts begin select raise(abort, '${CHANGED}'); end`);
    await db.raw(
      `create trigger acts_are_kept before delete on acts when old.until > ${instantNow(db)} begin select raise(abort, '${KEPT}'); end`,
    );
    return;
  }
  await db.raw(`create function acts_stay() returns trigger language plpgsql as
    $$ begin raise exception '${CHANGED}'; end $$`);
  await db.raw(`create function acts_are_kept() returns trigger language plpgsql as
    $$ begin if old.until > ${instantNow(db)} then raise exception '${KEPT}'; end if; return old; end $$`);
  await db.raw('create trigger acts_stay before update on acts for each row execute function acts_stay()');
  await db.raw('create trigger acts_are_kept before delete on acts for each row execute function acts_are_kept()');
  await db.raw(
    'create trigger acts_stay_whole before truncate on acts for each statement execute function acts_stay()',
  );
}

async function makeTables(db: Knex): Promise<void> {
  if (await db.schema.hasTable('acts')) return;
  await db.schema.createTable('acts', (t) => {
    t.increments('id');
    t.text('at').notNullable();
    t.text('act').notNullable();
    t.text('what').notNullable();
    t.text('account_id').index();
    t.text('account_name');
    t.text('account_role');
    t.text('person').index();
    t.text('device').notNullable();
    t.text('chain').notNullable();
    // A line may be taken out from then on, and no day before.
    t.text('until').notNullable();
  });
  await db.schema.createTable('marks', (t) => {
    t.text('name').primary();
    t.text('value').notNullable();
  });
  await db('marks').insert({ name: 'salt', value: randomBytes(32).toString('base64url') });
  await guardLines(db);
}

const fileAt = (dataDir: string): Knex =>
  knex({
    client: 'better-sqlite3',
    connection: { filename: trailFile(dataDir) },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (connection: { pragma: (text: string) => void }, done: (error: Error | null) => void) => {
        try {
          connection.pragma('busy_timeout = 100');
          connection.pragma('journal_mode = WAL');
          connection.pragma('synchronous = NORMAL');
          done(null);
        } catch (error) {
          done(error as Error);
        }
      },
    },
  });

/** @param address of the server's database; the file where left out */
export async function openTrail(dataDir: string, address?: string): Promise<Knex> {
  const db = address === undefined ? fileAt(dataDir) : postgresAt(address, TRAIL_SCHEMA);
  try {
    // Two processes that start together make it once.
    await inTransaction(
      db,
      async (trx) => {
        if (onPostgres(db)) await trx.raw('create schema if not exists ??', [TRAIL_SCHEMA]);
        await makeTables(trx);
      },
      LOCKS.trail,
    );
    if (address === undefined && existsSync(trailFile(dataDir))) chmodSync(trailFile(dataDir), 0o600);
    return db;
  } catch (error) {
    await db.destroy();
    throw error;
  }
}
