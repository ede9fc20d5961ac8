/** Between a folder and a database server, both ways: rows, trail, files; refusals; a move that broke off. On a server only. */
import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { Knex } from 'knex';
import { createApp } from '../app.js';
import { NOW, testConfig } from '../testing.js';
import { dropDatabase, freshDatabase, onServer } from '../testing-database.js';
import { openTrail } from '../trail/trail-database.js';
import { fingerprintOf } from './copy.js';
import { takeFolder } from './folder.js';
import { moveStudio } from './move.js';
import { openDatabase } from './open.js';
import { postgresAt } from './postgres.js';
import { TABLES, TRAIL_TABLES } from './tables.js';

onServer(describe)('a studio that is moved', () => {
  let base: string;
  let address: string;
  const at = (name: string): string => join(base, name);
  beforeEach(async () => {
    base = mkdtempSync(join(tmpdir(), 'anchor-move-'));
    address = await freshDatabase();
  });
  afterEach(async () => {
    await dropDatabase(address);
    rmSync(base, { recursive: true, force: true });
  });

  /** A small studio in a folder: people, looks that refer to one another, a class's events, files, a trail. */
  async function filled(name = 'folder'): Promise<string> {
    const dir = at(name);
    const db = await openDatabase(dir);
    const { context } = createApp(testConfig({ dataDir: dir }), db, { write: () => undefined });
    await context.accounts.add({
      name: 'Jonna',
      email: 'o@hall.example',
      role: 'owner',
      passwordHash: 'x',
      groups: [],
    });
    const account = await db<{ id: string }>('accounts').first('id');
    await db('people').insert({
      id: randomUUID(),
      name: 'Åse',
      sex: 'female',
      stature: 1.715,
      mass: 70,
      created_at: NOW,
    });
    const [{ id: person }] = (await db('people').select('id')) as [{ id: string }];
    const [first, second] = [randomUUID(), randomUUID()].sort() as [string, string];
    const look = {
      person_id: person,
      started_at: NOW,
      position: 'hollow',
      record: '{"a":"\\u0000"}',
      made_by: account!.id,
    };
    await db('observations').insert([
      { ...look, id: second, from_file: false, relook_of: null },
      { ...look, id: first, relook_of: second, from_file: true },
    ]);
    await db('classes').insert({ id: 'c', name: 'Lunch', record: '{}', changed_by: account!.id, changed_at: NOW });
    await db('class_runs').insert({
      id: 'r',
      class_id: 'c',
      day: '2026-05-20',
      started_at: NOW,
      record: '{}',
      started_by: account!.id,
    });
    await db('class_events').insert({ arrival: 7, run_id: 'r', id: 'e', event: '{}', made_by: account!.id });
    await context.trail.add({ act: 'read', what: 'people.get', account: null, person, device: 'test' });
    writeFileSync(join(dir, 'media', 'a.jpg'), 'a picture');
    writeFileSync(join(dir, 'media', 'b.part'), 'half a picture');
    await Promise.all([context.trail.close(), db.destroy()]);
    return dir;
  }
  async function fingerprints(dir: string, of?: string): Promise<unknown[]> {
    const [db, trail] = [await openDatabase(dir, of), await openTrail(dir, of)];
    const all: unknown[] = [];
    for (const [from, tables] of [
      [db, TABLES],
      [trail, TRAIL_TABLES],
    ] as const)
      for (const table of tables)
        if (table.name !== 'studio_settings') all.push([table.name, await fingerprintOf(from, table)]);
    await Promise.all([db.destroy(), trail.destroy()]);
    return all;
  }
  const share = (): { dataDir: string; address: string } => ({ dataDir: at('share'), address });

  test('has every row, the trail and the files, there and back; what it was moved from stays', async () => {
    const dir = await filled();
    const before = await fingerprints(dir);
    await moveStudio({ dataDir: dir }, share());
    expect(await fingerprints(at('share'), address)).toEqual(before);
    expect(await fingerprints(dir)).toEqual(before);
    expect(readFileSync(join(at('share'), 'media', 'a.jpg'), 'utf8')).toBe('a picture');
    expect(readdirSync(join(at('share'), 'media'))).toEqual(['a.jpg']);
    expect(readFileSync(join(at('share'), 'session-secret'))).toEqual(readFileSync(join(dir, 'session-secret')));
    expect(readdirSync(base).sort()).toEqual(['folder', 'share']);
    // What counts up by itself goes on.
    const db = await openDatabase(at('share'), address);
    const [{ made_by: by }] = (await db('class_events').select('made_by')) as [{ made_by: string }];
    await db('class_events').insert({ run_id: 'r', id: 'later', event: '{}', made_by: by });
    expect(await db('class_events').where('id', 'later').first('arrival')).toEqual({ arrival: 8 });
    await db('class_events').where('id', 'later').delete();
    await db.destroy();
    await moveStudio(share(), { dataDir: at('back') });
    expect(await fingerprints(at('back'))).toEqual(before);
    expect(readFileSync(join(at('back'), 'media', 'a.jpg'), 'utf8')).toBe('a picture');
  });
  test('is refused where it would go over another, or where somebody works on it', async () => {
    const dir = await filled();
    await expect(moveStudio({ dataDir: at('none') }, share())).rejects.toThrow(/no studio in/);
    await expect(moveStudio({ dataDir: dir }, { dataDir: dir, address })).rejects.toThrow(/Name a new one/);
    mkdirSync(at('share'));
    writeFileSync(join(at('share'), 'x'), '');
    await expect(moveStudio({ dataDir: dir }, share())).rejects.toThrow(/is not empty/);
    rmSync(at('share'), { recursive: true });
    const letGo = takeFolder(dir);
    await expect(moveStudio({ dataDir: dir }, share())).rejects.toThrow(/in use by another server/);
    letGo();
    await moveStudio({ dataDir: dir }, share());
    await expect(moveStudio({ dataDir: dir }, { dataDir: at('other'), address })).rejects.toThrow(
      /studio at .* already/,
    );
    const db = await openDatabase(at('share'), address);
    const { context } = createApp(testConfig({ dataDir: at('share'), database: address }), db, {
      write: () => undefined,
    });
    await context.news.ready;
    await expect(moveStudio(share(), { dataDir: at('back') })).rejects.toThrow(/^1 of the studio’s processes/);
    await Promise.all([context.news.close(), context.trail.close()]);
    await db.destroy();
    expect(existsSync(at('back'))).toBe(false);
  });
  test('that broke off leaves nothing in the database, and is begun anew over its own folder', async () => {
    const dir = await filled();
    await moveStudio({ dataDir: dir }, share());
    // As a kill between the folder and the database leaves it.
    const db = postgresAt(address);
    for (const { name } of [...TABLES].reverse()) await db(name).delete();
    writeFileSync(join(at('share'), 'moved-from'), resolve(dir));
    const before = await fingerprints(dir);
    await moveStudio({ dataDir: dir }, share());
    expect(await fingerprints(at('share'), address)).toEqual(before);
    await db.destroy();
  });
  test('with a text that a server cannot hold says where it stands, and leaves nothing', async () => {
    const dir = await filled();
    const db = await openDatabase(dir);
    await db('people').update('goal', 'a\0b');
    await db.destroy();
    await expect(moveStudio({ dataDir: dir }, share())).rejects.toThrow(
      /^people, [0-9a-f-]{36}: goal holds a character/,
    );
    expect(existsSync(at('share'))).toBe(false);
    const server = postgresAt(address);
    expect(await server('accounts')).toEqual([]);
    await server.destroy();
  });
  test('is not opened with another folder, as a share that is not mounted is', async () => {
    const open = async (dir: string): Promise<string> =>
      openDatabase(dir, address).then(
        async (db: Knex) => (await db.destroy(), ''),
        (error: Error) => error.message,
      );
    await moveStudio({ dataDir: await filled() }, share());
    expect(await open(at('share'))).toBe('');
    expect(await open(at('unmounted'))).toMatch(/is the share mounted/);
    const second = await freshDatabase();
    await (await openDatabase(at('second'), second)).destroy();
    expect(await open(at('second'))).toMatch(/belongs to another studio/);
    await dropDatabase(second);
  });
  test('what is wrong with an address is said in words, without its password', async () => {
    const says = (change: (url: URL) => void): Promise<string> => {
      const url = new URL(address);
      change(url);
      url.password = 'hush-hush';
      return openDatabase(at('x'), url.href).then(
        () => '',
        (error: Error) => error.message,
      );
    };
    const all = [await says((u) => (u.pathname = '/none')), await says((u) => (u.port = '1'))];
    expect(all).toEqual([expect.stringMatching(/no such database/), expect.stringMatching(/No database answers/)]);
    expect(all.join()).not.toContain('hush-hush');
  });
});
