/** Copies a studio's rows from one database to another, a file or a server's, and checks that they are the same. */
import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { onPostgres } from './dialect.js';
import type { TableToCopy } from './tables.js';

/** Why a studio cannot be copied, in words. */
export class CopyError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'CopyError';
  }
}

type Row = Record<string, unknown>;

/** Rows that are read and written at a time: SQLite takes 32,766 values in one statement. */
const AT_ONCE = 400;

/** A value as both kinds of database tell it. */
const plain = (value: unknown): unknown =>
  typeof value === 'boolean' ? Number(value) : Buffer.isBuffer(value) ? value.toString('hex') : value;

/** Tables whose rows are all read, a piece at a time, in the order of their key. */
async function* rowsOf(db: Knex, { name, key }: TableToCopy): AsyncGenerator<Row[]> {
  const columns = key.map(() => '??').join(', ');
  for (let last: Row | undefined; ;) {
    const query = db(name)
      .orderBy(key.map((column) => ({ column })))
      .limit(AT_ONCE);
    const after = last;
    if (after)
      void query.whereRaw(`(${columns}) > (${key.map(() => '?').join(', ')})`, [
        ...key,
        ...key.map((k) => after[k] as Knex.Value),
      ]);
    const rows = (await query) as Row[];
    if (rows.length > 0) yield rows;
    if (rows.length < AT_ONCE) return;
    last = rows.at(-1);
  }
}

/** What all rows of a table come to, whatever their order: how many, and the sum of their hashes. */
export interface Fingerprint {
  rows: number;
  sum: string;
}
function fingerprint(): { add: (row: Row) => void; is: () => Fingerprint } {
  let rows = 0;
  let sum = 0n;
  return {
    add(row) {
      const told = Object.keys(row)
        .sort()
        .map((column) => [column, plain(row[column])]);
      sum += BigInt(`0x${createHash('sha256').update(JSON.stringify(told)).digest('hex')}`);
      rows += 1;
    },
    is: () => ({ rows, sum: (sum % 2n ** 256n).toString(16) }),
  };
}
export async function fingerprintOf(db: Knex, table: TableToCopy): Promise<Fingerprint> {
  const found = fingerprint();
  for await (const rows of rowsOf(db, table)) rows.forEach(found.add);
  return found.is();
}

/** What a database on a server cannot hold, with where it stands. @throws CopyError */
function checkText(table: string, key: readonly string[], row: Row): void {
  for (const [column, value] of Object.entries(row))
    if (typeof value === 'string' && value.includes('\0'))
      throw new CopyError(
        `${table}, ${key.map((k) => String(row[k])).join(' ')}: ${column} holds a character (NUL) that a database server does not take. Mend that text and move again.`,
      );
}

/**
 * Copies rows of tables that are empty in the other database, each after those that it refers to, and compares them as they were read
 * with as they stand there then. To be called in a transaction of both: what fails leaves nothing.
 * @param done told of each table
 * @throws CopyError where a row cannot be kept as it is
 */
export async function copyRows(
  from: Knex,
  to: Knex,
  tables: readonly TableToCopy[],
  done: (table: string, rows: number) => void = () => undefined,
): Promise<void> {
  const file = !onPostgres(to);
  for (const table of tables) {
    const { name, key, own = [], counts } = table;
    const read = fingerprint();
    for await (const rows of rowsOf(from, table)) {
      rows.forEach(read.add);
      if (!file) rows.forEach((row) => checkText(name, key, row));
      await to(name).insert(
        rows.map((row) =>
          Object.fromEntries(
            Object.entries(row).map(([column, value]) => [
              column,
              own.includes(column) ? null : typeof value === 'boolean' && file ? Number(value) : value,
            ]),
          ),
        ),
      );
    }
    for (const column of own)
      for await (const rows of rowsOf(from, table))
        for (const row of rows.filter((r) => r[column] !== null))
          await to(name)
            .where(Object.fromEntries(key.map((k) => [k, row[k]])))
            .update({ [column]: row[column] });
    if (counts !== undefined && !file)
      await to.raw(`select setval(pg_get_serial_sequence(?, ?), coalesce((select max(??) from ??), 0) + 1, false)`, [
        name,
        counts,
        counts,
        name,
      ]);
    const [here, there] = [read.is(), await fingerprintOf(to, table)];
    if (here.rows !== there.rows || here.sum !== there.sum)
      throw new CopyError(`${name}: ${there.rows} of ${here.rows} rows arrived as they were. Nothing was kept.`);
    done(name, here.rows);
  }
}
