import { randomUUID } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import sharp from 'sharp';
import { CSRF_HEADER } from '../../api/common.js';
import { watchedPlank } from '../../core/testing.js';
import { createApp } from '../app.js';
import { databaseFile, openDatabase } from '../database/open.js';
import { DAY, NOW, testStudio, type Client, type TestStudio } from '../testing.js';
import { backup, restore } from './archive.js';

let studio: TestStudio;
let coach: Client;
let person: string;
let away: string;
beforeEach(async () => {
  away = mkdtempSync(join(tmpdir(), 'anchor-backup-'));
  studio = await testStudio();
  await studio.as('owner');
  coach = await studio.as('coach');
  person = (await coach.send('post', '/people', { name: 'Marit' })).body.id as string;
  await coach.send('post', `/people/${person}/consents`, {
    kind: 'pictures',
    givenBy: 'Marit',
    relation: 'self',
    from: DAY,
  });
});
afterEach(async () => {
  await studio.close();
  rmSync(away, { recursive: true, force: true });
});
const file = (): string => join(away, 'studio.zip');
const look = (mediaId: string | null = null) => ({
  id: randomUUID(),
  startedAt: NOW,
  observation: watchedPlank(),
  mediaId,
});
async function picture(): Promise<string> {
  const bytes = await sharp({ create: { width: 64, height: 48, channels: 3, background: '#888' } })
    .jpeg()
    .toBuffer();
  const answer = await coach.agent
    .post(`/api/people/${person}/media`)
    .set(CSRF_HEADER, coach.token)
    .attach('picture', bytes, 'a.jpg');
  return (answer.body as { id: string }).id;
}
const reasonOf = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => '',
    (e: Error) => `${e.name}: ${e.message}`,
  );

describe('a studio in one file', () => {
  test('comes back whole while its server goes on; nobody’s session comes with it', async () => {
    const media = await picture();
    const kept = look(media);
    await coach.send('post', `/people/${person}/looks`, kept);
    const { files } = await backup(studio.dir, file(), NOW, studio.context.config.database);
    expect(files.map((f) => f.name).sort()).toEqual([
      'anchor.sqlite',
      `media/${media}.jpg`,
      `media/${media}.thumb.jpg`,
      'trail.sqlite',
    ]);
    // What comes after is not in it, and does not disturb it.
    expect((await coach.send('post', `/people/${person}/looks`, look())).status).toBe(201);
    const into = join(away, 'restored');
    await restore(file(), into);
    const db = await openDatabase(into);
    const { context } = createApp({ ...studio.context.config, dataDir: into, database: undefined }, db, {
      write: () => undefined,
    });
    expect(await context.looks.find(kept.id)).toMatchObject({ mediaId: media, observation: { target: 40 } });
    expect(await db('observations')).toHaveLength(1);
    expect(await db('sessions')).toEqual([]);
    expect(await db('accounts')).toHaveLength(2);
    expect(readFileSync(context.pictures.path(media, false))).toEqual(
      readFileSync(studio.context.pictures.path(media, false)),
    );
    await db.destroy();
  });
  test('a picture whose file is gone is left out with its record, so that the copy is whole', async () => {
    const media = await picture();
    rmSync(studio.context.pictures.path(media, true));
    const { files } = await backup(studio.dir, file(), NOW, studio.context.config.database);
    expect(files.map((f) => f.name)).toEqual(['anchor.sqlite', 'trail.sqlite']);
    await restore(file(), join(away, 'restored'));
  });
  test('any byte that is not as it was is found, and nothing is written', async () => {
    await picture();
    await backup(studio.dir, file(), NOW, studio.context.config.database);
    const whole = readFileSync(file());
    const damaged = join(away, 'damaged.zip');
    let refused = 0;
    const step = Math.max(1, Math.floor(whole.length / 60));
    for (let at = 0; at < whole.length; at += step) {
      const bytes = Buffer.from(whole);
      bytes[at]! ^= 0x55;
      writeFileSync(damaged, bytes);
      const into = join(away, `into-${at}`);
      const says = await reasonOf(restore(damaged, into));
      if (says === '') {
        // Bytes that say nothing of a file: dates and the like. What was restored is what was backed up.
        expect(readFileSync(databaseFile(into)).length).toBeGreaterThan(0);
        continue;
      }
      expect(says).toMatch(/^BackupError: /);
      expect(existsSync(into)).toBe(false);
      refused += 1;
    }
    expect(refused).toBeGreaterThan(40);
    writeFileSync(damaged, whole.subarray(0, whole.length - 200));
    expect(await reasonOf(restore(damaged, join(away, 'cut')))).toMatch(/cut off|cannot be read/);
    expect(readdirSync(away).filter((n) => n.includes('restoring') || n.includes('work'))).toEqual([]);
  });
  test('refuses what it would overwrite, and what is not there', async () => {
    await backup(studio.dir, file(), NOW, studio.context.config.database);
    expect(await reasonOf(backup(studio.dir, file(), NOW, studio.context.config.database))).toMatch(/there already/);
    expect(await reasonOf(backup(away, join(away, 'x.zip'), NOW))).toMatch(/no studio/);
    expect(await reasonOf(backup(studio.dir, join(away, 'no', 'x.zip'), NOW, studio.context.config.database))).toMatch(
      /is no folder/,
    );
    expect(await reasonOf(restore(join(away, 'none.zip'), join(away, 'r')))).toMatch(/does not exist/);
    expect(await reasonOf(restore(file(), studio.dir))).toMatch(/is not empty/);
    writeFileSync(join(away, 'text.zip'), 'not a zip');
    expect(await reasonOf(restore(join(away, 'text.zip'), join(away, 'r')))).toMatch(/no backup of this program/);
    mkdirSync(join(away, 'empty'));
    await restore(file(), join(away, 'empty'));
    cpSync(file(), join(away, 'again.zip'));
  });
});
