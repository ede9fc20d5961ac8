import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { readConfig } from '../config.js';
import { sessionSecret } from '../http/session.js';
import { migrationSource } from './migrations.js';
import { openDatabase } from './open.js';

let dir: string;
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'anchor-db-'));
});
afterEach(() => rmSync(dir, { recursive: true, force: true }));

describe('the database', () => {
  test('opens with a write-ahead log, foreign keys and a busy timeout', async () => {
    const db = await openDatabase(dir);
    const pragma = async (name: string): Promise<unknown> =>
      Object.values((await db.raw<object[]>(`pragma ${name}`))[0]!)[0];
    expect([await pragma('journal_mode'), await pragma('foreign_keys'), await pragma('busy_timeout')]).toEqual([
      'wal',
      1,
      100,
    ]);
    await db.destroy();
  });
  test('opens again on the same file without losing anything, and refuses what points nowhere', async () => {
    const first = await openDatabase(dir);
    await first('groups').insert({ id: 'g', name: 'Crew' });
    await first.destroy();
    const again = await openDatabase(dir);
    expect(await again('groups').first()).toMatchObject({ name: 'Crew' });
    const refused = await again('attendance')
      .insert({ person_id: 'nobody', day: '2026-01-01' })
      .then(
        () => 'taken',
        (error: { message: string }) => error.message,
      );
    expect(refused).toContain('FOREIGN KEY');
    await again.destroy();
  });
  test('every migration can be taken back and run again', async () => {
    const db = await openDatabase(dir);
    await db.migrate.rollback({ migrationSource }, true);
    const tables = (await db.raw<{ name: string }[]>("select name from sqlite_master where type = 'table'")).map(
      (t) => t.name,
    );
    expect(tables).not.toContain('people');
    await db.migrate.latest({ migrationSource });
    expect(await db('people')).toEqual([]);
    await db.destroy();
  });
});

describe('settings', () => {
  test('have defaults, and name the variable that is wrong', () => {
    expect(readConfig({})).toMatchObject({ port: 4173, host: '127.0.0.1', demo: false, trustProxy: false });
    expect(() => readConfig({ PORT: 'many' })).toThrow(/PORT/);
    expect(() => readConfig({ ANCHOR_SECRET: 'short' })).toThrow(/ANCHOR_SECRET/);
  });
  test('a session secret is made once and can be read by its owner only', () => {
    const config = { ...readConfig({}), dataDir: dir };
    const secret = sessionSecret(config);
    expect(secret).toHaveLength(64);
    expect(sessionSecret(config)).toBe(secret);
    expect(statSync(join(dir, 'session-secret')).mode & 0o077).toBe(0);
    expect(sessionSecret({ ...config, secret: 'x'.repeat(32) })).toBe('x'.repeat(32));
  });
});
