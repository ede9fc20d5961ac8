import { randomUUID } from 'node:crypto';
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
  renameSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import type { Readable } from 'node:stream';
import { basename, dirname, join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import Database from 'better-sqlite3';
import sharp from 'sharp';
import yauzl from 'yauzl';
import type { BackupChecked, BackupLine, Backups, Receipt, Retention } from '../../api/backups.js';
import { CSRF_HEADER } from '../../api/common.js';
import type { TrailLine } from '../../api/trail.js';
import { plainSettings } from '../../api/programmes.js';
import { watchedPlank } from '../../core/testing.js';
import { backup, BackupError, restore, stampOf } from '../backup/archive.js';
import { finishRestore, isStaged, stageRestore } from '../backup/swap.js';
import { leftoversOf, sweepLeftovers } from '../erasure/leftovers.js';
import { monthsBefore } from '../erasure/retention.js';
import { without } from '../erasure/without.js';
import { onFile, onServer } from '../testing-database.js';
import {
  after,
  at,
  DAY,
  dayAt,
  mondayIn,
  NOW,
  PASSWORD,
  testStudio,
  type Client,
  type TestStudio,
} from '../testing.js';

let studio: TestStudio;
let owner: Client;
let reopened: number;
beforeEach(async () => {
  reopened = 0;
  studio = await testStudio({ reopen: () => (reopened += 1) });
  owner = await studio.as('owner');
});
afterEach(async () => {
  await studio.close();
  for (const name of readdirSync(dirname(studio.dir)))
    if (name.startsWith(basename(studio.dir)))
      rmSync(join(dirname(studio.dir), name), { recursive: true, force: true });
});

const backups = async (): Promise<Backups> => (await owner.get('/backups')).body as Backups;
const made = async (): Promise<BackupLine> => (await owner.send('post', '/backups')).body as BackupLine;
const person = async (name: string, more: object = {}): Promise<string> =>
  (await owner.send('post', '/people', { name, ...more })).body.id as string;
const binary = (answer: Readable, done: (error: Error | null, body: Buffer) => void): void => {
  const parts: Buffer[] = [];
  answer.on('data', (part: Buffer) => parts.push(part));
  answer.on('end', () => done(null, Buffer.concat(parts)));
};
const fileOf = async (path: string): Promise<Buffer> =>
  (
    await owner
      .get(path)
      .buffer(true)
      .parse(binary as never)
  ).body as Buffer;
const entriesOf = (file: Buffer): Promise<Map<string, Buffer>> =>
  new Promise((done, fail) => {
    yauzl.fromBuffer(file, { lazyEntries: true }, (error, zip) => {
      if (error) return fail(error);
      const found = new Map<string, Buffer>();
      zip.on('entry', (entry: yauzl.Entry) => {
        zip.openReadStream(entry, (problem, stream) => {
          if (problem) return fail(problem);
          const parts: Buffer[] = [];
          stream.on('data', (part: Buffer) => parts.push(part));
          stream.on('end', () => {
            found.set(entry.fileName, Buffer.concat(parts));
            zip.readEntry();
          });
        });
      });
      zip.on('end', () => done(found));
      zip.readEntry();
    });
  });

/** Somebody of whom there is something in every table that can hold something. */
async function everythingOfMarit(): Promise<{ id: string; look: string; media: string; run: string }> {
  const id = await person('Marit Solheim', { notes: 'an old shoulder', email: 'marit@quay.example' });
  const other = await person('Teo');
  await owner.send('post', `/people/${id}/cautions`, { caution: 'neck', from: DAY, note: 'stiff since spring' });
  const consent = { kind: 'pictures', givenBy: 'Marit Solheim', relation: 'self', from: DAY, clips: true };
  await owner.send('post', `/people/${id}/consents`, consent);
  const picture = await sharp({ create: { width: 64, height: 48, channels: 3, background: '#888' } })
    .jpeg()
    .toBuffer();
  const sent = await owner.agent
    .post(`/api/people/${id}/media`)
    .set(CSRF_HEADER, owner.token)
    .attach('picture', picture, 'a.jpg');
  const media = (sent.body as { id: string }).id;
  const look = { id: randomUUID(), startedAt: NOW, observation: watchedPlank(), note: 'shakes early' };
  await owner.send('post', `/people/${id}/looks`, look);
  await owner.send('post', `/people/${id}/programmes`, {
    id: randomUUID(),
    version: 0,
    settings: plainSettings(mondayIn(1)),
  });
  await owner.send('put', `/people/${id}/attendance`, { here: true });
  const input = {
    id: randomUUID(),
    name: 'Lunch',
    day: DAY,
    minutes: 30,
    kit: {},
    members: [id, other],
    blocks: [{ id: 'b1', move: 'front-plank', work: 30, rest: 15, rounds: 1, sides: 'none' }],
  };
  await owner.send('post', '/classes', input);
  const run = randomUUID();
  expect((await owner.send('post', `/classes/${input.id}/runs`, { id: run })).status).toBe(201);
  await studio.db('class_events').insert({
    run_id: run,
    id: 'e1',
    event: JSON.stringify({ member: id, fault: 'hip-sag' }),
    made_by: owner.account!.id,
  });
  await studio.db('imports').insert({
    id: randomUUID(),
    kind: 'people',
    day: DAY,
    made_at: NOW,
    made_by: owner.account!.id,
    counts: '{"adds":0,"changes":1}',
    undo: JSON.stringify({
      people: [],
      changed: [{ id, before: { notes: 'an older shoulder' }, fingerprint: '' }],
      looks: [],
      groups: [],
    }),
    stayed: JSON.stringify(['Marit Solheim']),
  });
  await owner.send('patch', `/accounts/${owner.account!.id}`, { personId: id });
  return { id, look: look.id, media, run };
}
const filesBelow = (dir: string): string[] =>
  readdirSync(dir).flatMap((name) => {
    const path = join(dir, name);
    return statSync(path).isDirectory() ? filesBelow(path) : [path];
  });

describe('a backup', () => {
  test('is made, listed, checked, taken away as a file, taken in again, let go; only by an owner', async () => {
    await person('Marit');
    const line = await made();
    expect(line).toMatchObject({ kind: 'made', at: NOW });
    expect((await owner.send('post', `/backups/${line.name}/check`)).body as BackupChecked).toMatchObject({
      people: 1,
      looks: 0,
      madeAt: NOW,
    });
    const file = await fileOf(`/backups/${line.name}/content`);
    expect(file.length).toBe(line.bytes);
    studio.setNow(after(1));
    const taken = await owner.send('put', '/backups').type('application/octet-stream').send(file);
    expect(taken.body).toMatchObject({ kind: 'taken', bytes: line.bytes });
    expect((await backups()).items.map((i) => i.kind)).toEqual(['taken', 'made']);
    expect((await owner.send('delete', `/backups/${line.name}`)).status).toBe(204);
    expect((await owner.get(`/backups/${line.name}/content`)).status).toBe(404);
    const coach = await studio.as('coach');
    for (const path of ['/backups', `/backups/${line.name}/content`]) expect((await coach.get(path)).status).toBe(403);
    expect((await owner.get('/backups/..%2F..%2Fetc/content')).status).toBe(422);
  });
  test('that is damaged, cut off or none at all is not taken in, and leaves nothing', async () => {
    const file = await fileOf(`/backups/${(await made()).name}/content`);
    const folder = `${studio.dir}-backups`;
    for (const bad of [file.subarray(0, file.length / 2), Buffer.from('not a zip'), Buffer.alloc(0)]) {
      const answer = await owner.send('put', '/backups').type('application/octet-stream').send(bad);
      expect(answer.status).toBe(409);
    }
    expect(readdirSync(folder)).toHaveLength(1);
    expect(
      readdirSync(dirname(studio.dir)).filter((n) => n.includes('.checking-') && n.startsWith(basename(studio.dir))),
    ).toEqual([]);
    writeFileSync(join(folder, 'anchor-20260520-090000-made.zip'), file.subarray(0, 100));
    expect((await owner.send('post', '/backups/anchor-20260520-090000-made.zip/check')).status).toBe(409);
  });
  test('is made by itself at its hour, once; older ones than are kept go, those made by hand stay', async () => {
    const keepUp = studio.context.upkeep.at(-1)!;
    await owner.send('put', '/backups/schedule', { every: 'day', hour: 3, keep: 2 });
    await made();
    for (const day of [1, 2, 3, 4]) {
      studio.setNow(at(day - 1, '14:00'));
      await keepUp();
      studio.setNow(at(day, '02:59'));
      await keepUp();
      studio.setNow(at(day, '03:05'));
      await keepUp();
      studio.setNow(at(day, '04:05'));
      await keepUp();
    }
    const all = await backups();
    expect(all.items.map((i) => `${i.kind} ${i.at.slice(0, 13)}`)).toEqual([
      `scheduled ${at(4, '03:05').slice(0, 13)}`,
      `scheduled ${at(3, '03:05').slice(0, 13)}`,
      `made ${NOW.slice(0, 13)}`,
    ]);
    expect(all).toMatchObject({ late: false, failed: null });
    studio.setNow(at(6, '12:00:00'));
    expect((await backups()).late).toBe(true);
    await owner.send('put', '/backups/schedule', { every: 'off', hour: 3, keep: 2 });
    await keepUp();
    expect((await backups()).items).toHaveLength(3);
    expect((await backups()).late).toBe(false);
  });
  test('every week is made once in seven days', async () => {
    const keepUp = studio.context.upkeep.at(-1)!;
    await owner.send('put', '/backups/schedule', { every: 'week', hour: 3, keep: 5 });
    for (let i = 0; i < 21; i += 1) {
      studio.setNow(at(1 + i, '03:05'));
      await keepUp();
    }
    expect((await backups()).items.map((i) => i.at)).toEqual([15, 8, 1].map((day) => at(day, '03:05')));
  });
  test('taken while fifty write restores whole', async () => {
    const writing = Array.from({ length: 50 }, async (_, i) => {
      const id = await person(`Writer ${i}`);
      await owner.send('post', `/people/${id}/looks`, {
        id: randomUUID(),
        startedAt: NOW,
        observation: watchedPlank(),
      });
    });
    const [line] = await Promise.all([made(), ...writing]);
    const checked = (await owner.send('post', `/backups/${line.name}/check`)).body as BackupChecked;
    expect(checked.looks).toBeLessThanOrEqual(checked.people);
    expect(checked.people).toBeLessThanOrEqual(50);
    expect(((await owner.get('/people')).body as { total: number }).total).toBe(50);
  });
});

onFile(describe)('a restore', () => {
  test('takes an owner’s password; the studio is told to open anew, and a second folder is ready', async () => {
    const { name } = await made();
    const path = `/backups/${name}/restore`;
    expect((await owner.send('post', path, { password: 'not this' })).status).toBe(422);
    expect(isStaged(studio.dir)).toBe(false);
    expect((await owner.send('post', path, { password: PASSWORD })).body).toEqual({ closing: true });
    expect(reopened).toBe(1);
    expect(isStaged(studio.dir)).toBe(true);
  });
  test('broken off anywhere leaves the old studio or the new one, and the next start ends what was begun', async () => {
    const base = mkdtempSync(join(tmpdir(), 'anchor-swap-'));
    const file = join(base, 'b.zip');
    await person('In the backup');
    const { backup } = await import('../backup/archive.js');
    await backup(studio.dir, file, NOW);
    const peopleIn = (dir: string): number => {
      const db = new Database(join(dir, 'anchor.sqlite'), { readonly: true });
      const { n } = db.prepare('select count(*) as n from people').get() as { n: number };
      db.close();
      return n;
    };
    for (const cut of ['before', 'noted', 'moved away', 'moved in'] as const) {
      const dir = join(base, cut.replace(' ', '-'));
      const { restore } = await import('../backup/archive.js');
      await restore(file, dir);
      const db = new Database(join(dir, 'anchor.sqlite'));
      db.exec('delete from people');
      db.close();
      writeFileSync(join(dir, 'session-secret'), 'the secret of this studio, which stays');
      writeFileSync(join(dir, 'filled'), NOW);
      if (cut !== 'before') {
        await stageRestore(file, dir, NOW);
        const staged = `${dir}.restored-${stampOf(NOW)}`;
        if (cut === 'moved away' || cut === 'moved in') {
          for (const name of ['session-secret', 'filled']) copyFileSync(join(dir, name), join(staged, name));
          renameSync(dir, `${dir}.before-${stampOf(NOW)}`);
        }
        if (cut === 'moved in') renameSync(staged, dir);
      }
      finishRestore(dir);
      expect([cut, peopleIn(dir)]).toEqual([cut, cut === 'before' ? 0 : 1]);
      expect(readFileSync(join(dir, 'session-secret'), 'utf8')).toContain('which stays');
      expect(readFileSync(join(dir, 'filled'), 'utf8')).toBe(NOW);
      expect(isStaged(dir)).toBe(false);
      if (cut !== 'before') expect(peopleIn(`${dir}.before-${stampOf(NOW)}`)).toBe(0);
      expect(finishRestore(dir)).toBeNull();
    }
    rmSync(base, { recursive: true });
  });
  test.each([
    ['an empty database', (db: Database.Database) => db.exec('delete from accounts'), /no owner/],
    [
      'a database of something else',
      (db: Database.Database) => db.exec('drop table knex_migrations'),
      /none of a studio/,
    ],
  ])('of %s is refused at the door', async (_name, spoil, says) => {
    const base = mkdtempSync(join(tmpdir(), 'anchor-foreign-'));
    const dir = join(base, 'studio');
    await restore(join(`${studio.dir}-backups`, (await made()).name), dir);
    const db = new Database(join(dir, 'anchor.sqlite'));
    db.pragma('foreign_keys = off');
    spoil(db);
    db.exec('pragma foreign_keys = off');
    db.close();
    const file = join(base, 'spoilt.zip');
    await backup(dir, file, NOW);
    await expect(restore(file, join(base, 'there'))).rejects.toThrow(says);
    rmSync(base, { recursive: true });
  });
  test('of a newer program is refused before anything is noted', async () => {
    await studio.db('knex_migrations').insert({ name: '999-of-tomorrow', batch: 9, migration_time: 0 });
    const { name } = await made();
    await studio.db('knex_migrations').where('name', '999-of-tomorrow').delete();
    const answer = await owner.send('post', `/backups/${name}/restore`, { password: PASSWORD });
    expect(answer.status).toBe(409);
    expect((answer.body as { detail: string }).detail).toContain('newer version');
    expect(isStaged(studio.dir)).toBe(false);
    await expect(stageRestore(join(studio.dir, 'none.zip'), studio.dir, NOW)).rejects.toThrow(BackupError);
  });
});

describe('a person’s way out', () => {
  test('is one file: record to read and to take in again, pictures, who saw it', async () => {
    const { id, media } = await everythingOfMarit();
    const entries = await entriesOf(await fileOf(`/people/${id}/everything.zip`));
    expect([...entries.keys()].sort()).toEqual([
      'pictures/' + media + '.jpg',
      'record.html',
      'record.json',
      'who-saw-it.csv',
    ]);
    const html = entries.get('record.html')!.toString();
    for (const held of ['Marit Solheim', 'stiff since spring', 'shakes early', media]) expect(html).toContain(held);
    expect(html).not.toMatch(/(src|href)="https?:/);
    expect(entries.get('who-saw-it.csv')!.toString()).toContain('Kept a look');
    // Taken in again it is somebody with the same looks.
    const record = entries.get('record.json')!;
    const tried = await owner.send('post', '/imports/try?known=add').type('application/octet-stream').send(record);
    expect(tried.body).toMatchObject({ problems: [] });
    const { items } = (await owner.get(`/trail?person=${id}&act=exported`)).body as { items: TrailLine[] };
    expect(items[0]).toMatchObject({ what: 'people.everything', person: { id } });
  });
  test('text of others cannot break the page', async () => {
    const id = await person('<script>alert(1)</script>');
    const html = (await entriesOf(await fileOf(`/people/${id}/everything.zip`))).get('record.html')!.toString();
    expect(html).not.toContain('<script>');
    expect(html).toContain('&lt;script&gt;');
  });
  test('somebody who is erased is found nowhere: not in the database file or what lies beside it, pictures, a later backup, the log', async () => {
    const { id, look, media, run } = await everythingOfMarit();
    const early = await made();
    expect((await owner.send('post', `/people/${id}/erase`, { name: 'Marit' })).status).toBe(422);
    const receipt = (await owner.send('post', `/people/${id}/erase`, { name: 'Marit Solheim' })).body as Receipt;
    expect(receipt).toMatchObject({ by: owner.account!.name, overwritten: true, copies: [early.name] });
    expect(receipt.counts).toMatchObject({ looks: 1, pictures: 1, cautions: 1 });
    const secrets = [
      id,
      look,
      media,
      'Marit',
      'Solheim',
      'old shoulder',
      'older shoulder',
      'stiff since spring',
      'shakes early',
      'marit@quay',
    ];
    expect(JSON.stringify(receipt)).not.toMatch(new RegExp(secrets.slice(0, 5).join('|')));
    studio.setNow(after(2));
    const late = await made();
    const unpacked = await entriesOf(await fileOf(`/backups/${late.name}/content`));
    const bytes = [
      ...filesBelow(studio.dir).map((path) => [path, readFileSync(path, 'latin1')] as const),
      ...[...unpacked].map(([name, content]) => [`${late.name}: ${name}`, content.toString('latin1')] as const),
      ['the log', studio.log.join('\n')] as const,
    ];
    for (const secret of secrets)
      expect([
        secret,
        bytes.filter(([name, text]) => text.includes(secret) || name.includes(secret)).map(([n]) => n),
      ]).toEqual([secret, []]);
    // What others' records said beside is still there.
    expect((await owner.get(`/people/${id}`)).status).toBe(404);
    const ran = (await owner.get(`/runs/${run}`)).body as { people: { name: string }[] };
    expect(ran.people.map((p) => p.name)).toEqual(['Teo']);
    expect((await owner.send('post', `/people/${id}/erase`, { name: 'Marit Solheim' })).status).toBe(404);
    const { items } = (await owner.get('/trail?act=deleted')).body as { items: TrailLine[] };
    expect(items[0]).toMatchObject({ what: 'people.erase', person: null, erased: true });
    const coach = await studio.as('coach');
    expect((await coach.send('post', `/people/${await person('X')}/erase`, { name: 'X' })).status).toBe(403);
  });
});

onServer(test)('on a server a backup is restored into a folder and moved, which the refusal says', async () => {
  const { name } = await made();
  const answer = await owner.send('post', `/backups/${name}/restore`, { password: PASSWORD });
  expect(answer.status).toBe(409);
  expect((answer.body as { detail: string }).detail).toContain('npm run move');
  expect(reopened).toBe(0);
});

describe('a clock that jumps', () => {
  const upkeep = async (): Promise<void> => {
    for (const work of studio.context.upkeep) await work();
  };
  const YEARS = 1096;
  test('three years ahead and back: nobody is let go, no backup counts that is to come, none that is old goes', async () => {
    const id = await person('Archived');
    await owner.send('patch', `/people/${id}`, { archived: true });
    await owner.send('put', '/retention', { months: 1 });
    await owner.send('put', '/backups/schedule', { every: 'day', hour: 3, keep: 1 });
    await upkeep();
    studio.setNow(at(YEARS, '10:00'));
    await upkeep();
    expect((await owner.get(`/people/${id}`)).status).toBe(200);
    expect((await backups()).clock).toEqual({ seen: NOW, now: at(YEARS, '10:00') });
    expect((await backups()).items.map((i) => i.at.slice(0, 10))).toEqual([dayAt(YEARS), NOW.slice(0, 10)]);
    // Put right again, the one of the future is named and stands in for none.
    const next = [at(1, '03:15'), at(0, '03:15')].find((t) => Date.parse(t) - Date.parse(NOW) < 86_400_000)!;
    studio.setNow(next);
    await upkeep();
    const { items, clock, late } = await backups();
    expect(items.map((i) => [i.at.slice(0, 10), i.future])).toEqual([
      [dayAt(YEARS), true],
      [next.slice(0, 10), false],
    ]);
    expect([clock, late]).toEqual([null, false]);
    studio.setNow(at(3, '12:00'));
    expect((await backups()).late).toBe(true);
  });
  test('an owner says that it is right, and what is due goes', async () => {
    const id = await person('Archived');
    await owner.send('patch', `/people/${id}`, { archived: true });
    await owner.send('put', '/retention', { months: 1 });
    await upkeep();
    studio.setNow(at(40, '10:00'));
    await upkeep();
    expect((await owner.get(`/people/${id}`)).status).toBe(200);
    expect((await (await studio.as('coach')).send('post', '/clock')).status).toBe(403);
    expect(((await owner.send('post', '/clock')).body as Backups).clock).toBeNull();
    await upkeep();
    expect((await owner.get(`/people/${id}`)).status).toBe(404);
  });
  test('a studio that comes back after weeks has no clock that jumped', async () => {
    await upkeep();
    const base = mkdtempSync(join(tmpdir(), 'anchor-weeks-'));
    await backup(studio.dir, join(base, 'old.zip'), NOW);
    await restore(join(base, 'old.zip'), join(base, 'there'));
    const db = new Database(join(base, 'there', 'anchor.sqlite'), { readonly: true });
    expect(db.prepare("select 1 from studio_settings where name = 'clock-seen'").get()).toBeUndefined();
    db.close();
    expect(await studio.db('studio_settings').where('name', 'clock-seen').first()).toBeDefined();
    rmSync(base, { recursive: true });
  });
  test('backwards nothing goes either, and a night without the machine is no jump', async () => {
    await upkeep();
    studio.setNow(at(-2, '10:00'));
    expect((await backups()).clock).toEqual({ seen: NOW, now: at(-2, '10:00') });
    studio.setNow(after(23));
    expect((await backups()).clock).toBeNull();
  });
  test('limits on signing in that were set by it end within their window', async () => {
    const client = await studio.stranger();
    const guess = async (): Promise<number> =>
      (await client.send('post', '/session', { email: 'a@hall.example', password: 'guess' })).status;
    studio.setNow(at(YEARS, '10:00'));
    for (let i = 0; i < 10; i += 1) await guess();
    expect(await guess()).toBe(429);
    studio.setNow(NOW);
    expect(await guess()).toBe(401);
  });
});

describe('leftovers of broken-off work', () => {
  test('are named until they are swept; what another process may be working on stays for a day', async () => {
    const { dir } = studio;
    const folder = `${dir}-backups`;
    mkdirSync(folder, { recursive: true });
    const left = [
      `${dir}.restoring-Ab12`,
      `${dir}.restored-20260520-100000`,
      `${dir}.restored-20260520-100000.restoring-x`,
      `${folder}.checking-Ab12`,
      join(folder, 'anchor-20260520-100000-made.zip.work-Ab12'),
      join(folder, 'taking-20260520-100000.part'),
    ];
    for (const path of left) {
      mkdirSync(path);
      writeFileSync(join(path, 'anchor.sqlite'), 'Marit Solheim');
    }
    const others = [`${dir}.before-20260520-100000`, `${dir}-of-another.restoring-Ab12`];
    for (const path of others) mkdirSync(path);
    expect(leftoversOf(dir, folder).sort()).toEqual([...left].sort());
    const id = await person('Gone');
    const { copies } = (await owner.send('post', `/people/${id}/erase`, { name: 'Gone' })).body as Receipt;
    expect(copies).toEqual(expect.arrayContaining(left.map((path) => basename(path))));
    await sweepLeftovers(dir, folder);
    expect(leftoversOf(dir, folder)).toHaveLength(left.length);
    await sweepLeftovers(dir, folder, 0);
    expect(leftoversOf(dir, folder)).toEqual([]);
    for (const path of others) {
      expect(existsSync(path)).toBe(true);
      rmSync(path, { recursive: true });
    }
  });
});

describe('who is archived', () => {
  const archived = async (name: string, at: string): Promise<string> => {
    const id = await person(name);
    await owner.send('patch', `/people/${id}`, { archived: true });
    await studio.db('people').where('id', id).update({ archived_at: at });
    return id;
  };
  const seen = async (path = '/retention'): Promise<Retention> => (await owner.get(path)).body as Retention;
  test('is let go after the months of the rule, and not a day before; the rule is looked at before it holds', async () => {
    await archived('Long', monthsBefore(at(-1, '10:00'), 3));
    await archived('Short', monthsBefore(at(1, '00:00'), 1));
    await person('Here');
    expect(await seen()).toEqual({ months: null, people: [] });
    expect((await seen('/retention?months=1')).people.map((p) => [p.name, p.due])).toEqual([['Long', false]]);
    const letGo = studio.context.upkeep.at(-2)!;
    await letGo();
    await owner.send('put', '/retention', { months: 3 });
    expect((await seen()).people.map((p) => [p.name, p.due])).toEqual([['Long', true]]);
    await letGo();
    expect((await seen('/retention?months=1')).people).toEqual([]);
    const names = ((await owner.get('/people?archived=yes')).body as { items: { name: string }[] }).items.map(
      (p) => p.name,
    );
    expect(names).toEqual(['Short']);
    const { items } = (await owner.get('/trail?act=deleted')).body as { items: TrailLine[] };
    expect(items[0]).toMatchObject({ what: 'retention.run', erased: true });
  });
  test('months are those of the calendar', () => {
    expect(monthsBefore('2026-05-31T10:00:00.000Z', 3)).toBe('2026-02-28T10:00:00.000Z');
    expect(monthsBefore('2026-01-15T10:00:00.000Z', 12)).toBe('2025-01-15T10:00:00.000Z');
  });
});

test('data of several people lose one and keep the rest', () => {
  const data = {
    people: [{ id: 'a', name: 'A' }, { id: 'b' }],
    rounds: [[{ member: 'a' }, { member: 'b', then: 'x' }]],
    by: { a: 1, b: 2 },
    spotter: 'a',
  };
  expect(without(data, 'a')).toEqual({
    people: [{ id: 'b' }],
    rounds: [[{ member: 'b', then: 'x' }]],
    by: { b: 2 },
    spotter: null,
  });
  expect(without(data, 'nobody')).toEqual(data);
});
