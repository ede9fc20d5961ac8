import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import knex from 'knex';
import { sessionSecret } from '../http/session.js';
import { readConfig } from '../config.js';
import { takeFolder } from './folder.js';
import { migrationSource } from './migrations.js';
import { databaseFile, openDatabase } from './open.js';

let dir: string;
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'anchor-folder-'));
});
afterEach(() => rmSync(dir, { recursive: true, force: true }));
const whyNot = (): Promise<string> =>
  openDatabase(dir).then(
    async (db) => {
      await db.destroy();
      return '';
    },
    (error: Error) => error.message,
  );

describe('one server a folder', () => {
  test('a second one is told whose it is; let go, the folder is free', () => {
    const letGo = takeFolder(dir);
    expect(() => takeFolder(dir)).toThrow(new RegExp(`in use by another server, process ${process.pid} on`));
    letGo();
    takeFolder(dir)();
    expect(existsSync(join(dir, 'server.lock'))).toBe(false);
  });
  test('the note of a process that was killed is no hindrance, also when its number lives on in another', () => {
    // Holds the folder as a server does, and is killed with it in its hands.
    const holder = `const D = require('better-sqlite3'); const d = new D(${JSON.stringify(join(dir, 'server.lock.held'))});
      d.exec('begin exclusive'); process.kill(process.pid, 'SIGKILL');`;
    expect(spawnSync(process.execPath, ['-e', holder]).signal).toBe('SIGKILL');
    writeFileSync(join(dir, 'server.lock'), JSON.stringify({ pid: process.pid, host: 'here', since: 'then' }));
    takeFolder(dir)();
  });
  test('a folder that is none, or cannot be written, is said', () => {
    writeFileSync(join(dir, 'file'), '');
    expect(() => takeFolder(join(dir, 'file'))).toThrow(/cannot be written/);
    mkdirSync(join(dir, 'shut', 'server.lock.held'), { recursive: true });
    expect(() => takeFolder(join(dir, 'shut'))).toThrow(/cannot be written/);
  });
});

describe('a studio that cannot be opened says why', () => {
  test('a database of a newer program, and nothing is changed', async () => {
    const db = await openDatabase(dir);
    await db('knex_migrations').insert({ name: '999-from-tomorrow', batch: 9, migration_time: '2099-01-01' });
    await db.destroy();
    const before = readFileSync(databaseFile(dir));
    expect(await whyNot()).toMatch(/newer version of this program \(it has 999-from-tomorrow\)/);
    expect(readFileSync(databaseFile(dir)).equals(before)).toBe(true);
  });
  test('a migration that was broken off is taken up again', async () => {
    const all = await migrationSource.getMigrations([]);
    const db = knex({ client: 'better-sqlite3', connection: { filename: databaseFile(dir) }, useNullAsDefault: true });
    await db.migrate.latest({
      migrationSource: { ...migrationSource, getMigrations: () => Promise.resolve(all.slice(0, 3)) },
    });
    await db('knex_migrations_lock').update({ is_locked: 1 });
    await db.destroy();
    expect(await whyNot()).toBe('');
  });
  test.each([
    ['something else', () => writeFileSync(databaseFile(dir), 'x'.repeat(5000)), /is not a database of this program/],
    [
      'an empty file beside pictures',
      () => {
        mkdirSync(join(dir, 'media'));
        writeFileSync(join(dir, 'media', 'a.jpg'), 'x');
        writeFileSync(databaseFile(dir), '');
      },
      /is empty, but there are pictures beside it/,
    ],
    [
      'none beside pictures',
      () => {
        mkdirSync(join(dir, 'media'));
        writeFileSync(join(dir, 'media', 'a.jpg'), 'x');
      },
      /is missing, but there are pictures beside it/,
    ],
    [
      'a folder where a file should be',
      () => {
        rmSync(dir, { recursive: true });
        writeFileSync(dir, '');
      },
      /is no folder/,
    ],
  ])('%s', async (_name, make, says) => {
    make();
    expect(await whyNot()).toMatch(says);
  });
  test('an empty file alone is a new studio', async () => {
    writeFileSync(databaseFile(dir), '');
    expect(await whyNot()).toBe('');
  });
  test('a secret that is empty or short', () => {
    const config = { ...readConfig({}), dataDir: dir };
    for (const text of ['', '\n', 'short']) {
      writeFileSync(join(dir, 'session-secret'), text);
      expect(() => sessionSecret(config)).toThrow(/session-secret holds (nothing|too short a secret)/);
    }
    expect(() => readConfig({ ANCHOR_SECRET: '' })).toThrow(/ANCHOR_SECRET: needs at least 32 characters/);
  });
  test('acknowledged writes are synced', async () => {
    const db = await openDatabase(dir);
    expect(await db.raw('pragma synchronous')).toEqual([{ synchronous: 2 }]);
    await db.destroy();
  });
});
