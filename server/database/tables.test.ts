/** The list of tables that are copied, against the database; and copying itself, from file to file. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { Knex } from 'knex';
import { openTrail } from '../trail/trail-database.js';
import { copyRows, fingerprintOf } from './copy.js';
import { openDatabase } from './open.js';
import { NOT_COPIED, TABLES, TRAIL_TABLES, type TableToCopy } from './tables.js';

let dir: string;
let db: Knex;
beforeEach(async () => {
  dir = mkdtempSync(join(tmpdir(), 'anchor-tables-'));
  db = await openDatabase(join(dir, 'one'));
});
afterEach(async () => {
  await db.destroy();
  rmSync(dir, { recursive: true, force: true });
});

const tablesOf = async (of: Knex): Promise<string[]> =>
  (
    await of<{ name: string }>('sqlite_master')
      .where('type', 'table')
      .whereNot('name', 'like', 'sqlite%')
      .select('name')
  )
    .map((t) => t.name)
    .sort();
const infoOf = (of: Knex, table: string): Promise<{ name: string; pk: number }[]> =>
  of.raw('select name, pk from pragma_table_info(?)', [table]);
const refersTo = async (table: string): Promise<{ to: string; column: string }[]> =>
  (
    await db.raw<{ table: string; from: string }[]>('select "table", "from" from pragma_foreign_key_list(?)', [table])
  ).map((r) => ({ to: r.table, column: r.from }));

describe('the list of tables', () => {
  test('names every table, with its key', async () => {
    const listed = [...TABLES.map((t) => t.name), ...NOT_COPIED].filter((n) => n !== 'sessions');
    expect(listed.sort()).toEqual(await tablesOf(db));
    const trail = await openTrail(join(dir, 'one'));
    expect(TRAIL_TABLES.map((t) => t.name).sort()).toEqual(await tablesOf(trail));
    const check = async (of: Knex, { name, key }: TableToCopy): Promise<void> => {
      const own = (await infoOf(of, name)).filter((c) => c.pk > 0).sort((a, b) => a.pk - b.pk);
      expect([name, own.map((c) => c.name)]).toEqual([name, key]);
    };
    for (const table of TABLES) await check(db, table);
    for (const table of TRAIL_TABLES) await check(trail, table);
    await trail.destroy();
  });
  test('has each after those that it refers to, and names what refers to itself', async () => {
    const before = new Set<string>();
    for (const { name, own = [] } of TABLES) {
      for (const { to, column } of await refersTo(name))
        if (to === name) expect([name, own]).toEqual([name, expect.arrayContaining([column])]);
        else expect([name, to, before.has(to)]).toEqual([name, to, true]);
      before.add(name);
    }
  });
});

describe('a copy', () => {
  const account = {
    id: 'a',
    email: 'a@hall.example',
    name: 'Jonna',
    role: 'owner',
    password_hash: 'x',
    created_at: '',
  };
  const look = (n: number, of: number | null) => ({
    id: `look-${String(n).padStart(4, '0')}`,
    person_id: 'p',
    started_at: '2026-05-20T10:00:00.000Z',
    position: 'hollow',
    record: '{}',
    relook_of: of === null ? null : `look-${String(of).padStart(4, '0')}`,
    made_by: 'a',
    from_file: n % 2,
  });
  let other: Knex;
  beforeEach(async () => {
    other = await openDatabase(join(dir, 'two'));
    await other('studio_settings').delete();
    await other('counters').delete();
    await db('accounts').insert({ ...account, second_secret: Buffer.from([0, 1, 255]), second_on: true });
    await db('people').insert({ id: 'p', name: 'Åse Ødegård', sex: 'female', stature: 1.715, created_at: '' });
    // More than are read at a time, each a second look at the next: rows refer to rows that come later.
    const looks = Array.from({ length: 1001 }, (_, n) => look(n, n < 1000 ? n + 1 : null)).reverse();
    await db.batchInsert('observations', looks, 200);
  });
  afterEach(() => other.destroy());

  test('has every row as it was, those that refer to rows of their own table too', async () => {
    const told: [string, number][] = [];
    await other.transaction((trx) => copyRows(db, trx, TABLES, (name, rows) => void told.push([name, rows])));
    expect(told).toEqual(
      expect.arrayContaining([
        ['observations', 1001],
        ['people', 1],
        ['walls', 0],
      ]),
    );
    expect(await other('observations').where('id', 'look-0007').first()).toMatchObject({
      relook_of: 'look-0008',
      from_file: 1,
    });
    expect(await other('accounts').first()).toEqual(await db('accounts').first());
    for (const table of TABLES) expect(await fingerprintOf(other, table)).toEqual(await fingerprintOf(db, table));
  });
  test('that differs in one value is found by its fingerprint', async () => {
    const table = TABLES.find((t) => t.name === 'observations')!;
    const before = await fingerprintOf(db, table);
    await db('observations').where('id', 'look-0500').update('note', 'x');
    const changed = await fingerprintOf(db, table);
    expect([changed.rows, changed.sum === before.sum]).toEqual([before.rows, false]);
    await db('observations').where('id', 'look-0500').update('note', '');
    expect(await fingerprintOf(db, table)).toEqual(before);
  });
  test('that something changes on its way is refused, and leaves nothing', async () => {
    await other.raw(`create trigger meddles after insert on people begin update people set name = 'X'; end`);
    await expect(other.transaction((trx) => copyRows(db, trx, TABLES))).rejects.toThrow(/^people: 1 of 1 rows/);
    expect(await other('accounts')).toEqual([]);
  });
});
