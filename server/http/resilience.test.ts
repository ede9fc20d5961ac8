/** A full disk, a locked database, strangers, long bodies: the server answers in words and goes on. */
import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import Database from 'better-sqlite3';
import request from 'supertest';
import { CSRF_HEADER } from '../../api/common.js';
import { watchedPlank } from '../../core/testing.js';
import { databaseFile } from '../database/open.js';
import { postgresAt } from '../database/postgres.js';
import { inTransaction } from '../database/transaction.js';
import { onFile, onServer } from '../testing-database.js';
import { NOW, PASSWORD, testStudio, type Client, type TestStudio } from '../testing.js';
import { storageProblem } from './problems.js';
import { SessionStore, TOUCH_EVERY } from './session-store.js';

let studio: TestStudio;
let coach: Client;
let person: string;
beforeEach(async () => {
  studio = await testStudio();
  coach = await studio.as('coach');
  person = (await coach.send('post', '/people', { name: 'Marit' })).body.id as string;
});
afterEach(() => studio.close());

const look = (change: object = {}) => ({ id: randomUUID(), startedAt: NOW, observation: watchedPlank(), ...change });
const pageCount = async (): Promise<number> =>
  (await studio.db.raw<{ page_count: number }[]>('pragma page_count'))[0]!.page_count;
const sessions = async (): Promise<number> =>
  ((await studio.db('sessions').count({ n: '*' }).first()) as { n: number }).n;

onFile(describe)('a full disk', () => {
  test('is said in words; nothing is half-written, reading goes on, and with room it goes on', async () => {
    await coach.send('post', `/people/${person}/looks`, look());
    const pages = await pageCount();
    await studio.db.raw(`pragma max_page_count = ${pages}`);
    // Rows that do not fit into what is free on the last page.
    const long = look({ note: 'x'.repeat(2000) });
    const statuses = new Set<number>();
    let kept = 1;
    for (let i = 0; i < 60; i += 1) {
      const answer = await coach.send('post', `/people/${person}/looks`, { ...long, id: randomUUID() });
      statuses.add(answer.status);
      if (answer.status === 201) kept += 1;
      if (answer.status === 507) expect(answer.body.title).toBe('The server’s disk is full');
    }
    expect(statuses).toContain(507);
    expect([...statuses].every((s) => s === 201 || s === 507)).toBe(true);
    expect((await coach.get(`/people/${person}/looks`)).body.items).toHaveLength(kept);
    expect((await coach.get('/floor')).status).toBe(200);
    await studio.db.raw('pragma max_page_count = 1000000');
    expect((await coach.send('post', `/people/${person}/looks`, long)).status).toBe(201);
    expect(studio.log.join('')).not.toContain('xxxx');
  });
  test('a session that cannot be kept is an answer, not the end of the process', async () => {
    const client = await studio.stranger();
    const pages = await pageCount();
    await studio
      .db('sessions')
      .insert(Array.from({ length: 40 }, () => ({ sid: randomUUID(), sess: '{}', expired: '2099-01-01' })));
    await studio.db.raw(`pragma max_page_count = ${pages}`);
    const seen = new Set<number>();
    for (let i = 0; i < 60; i += 1) {
      const fresh = await studio.stranger();
      const answer = await fresh.send('post', '/session', { email: coach.account!.email, password: PASSWORD });
      seen.add(answer.status);
    }
    expect(seen).toContain(507);
    expect((await client.get('/session')).status).toBe(200);
    expect((await coach.get('/people')).status).toBe(200);
    expect(studio.log.join('')).not.toMatch(/insert into|sess"|anchor\.sid/i);
  });
});

describe('a database that another program holds', () => {
  onFile(test)('writes are told to come again, reads go on, and nothing of it stands in the log', async () => {
    const other = new Database(databaseFile(studio.dir));
    other.exec('begin immediate');
    const answer = await coach.send('post', `/people/${person}/looks`, look({ note: 'knee since May' }));
    expect([answer.status, answer.headers['retry-after']]).toEqual([503, '2']);
    expect((await coach.get(`/people/${person}`)).status).toBe(200);
    expect((await coach.get(`/people/${person}/looks`)).body.items).toEqual([]);
    other.exec('rollback');
    other.close();
    expect((await coach.send('post', `/people/${person}/looks`, look())).status).toBe(201);
    expect(studio.log.join('')).not.toContain('knee since May');
  });
  onServer(test)('on a server: who waits too long is told to come again, and reads go on', async () => {
    let letGo = (): void => undefined;
    const held = new Promise<void>((done) => (letGo = done));
    const other = inTransaction(studio.db, () => held);
    const answer = await coach.send('post', `/people/${person}/looks`, look({ note: 'knee since May' }));
    expect([answer.status, answer.headers['retry-after']]).toEqual([503, '2']);
    expect((await coach.get(`/people/${person}/looks`)).body.items).toEqual([]);
    letGo();
    await other;
    expect((await coach.send('post', `/people/${person}/looks`, look())).status).toBe(201);
    expect(studio.log.join('')).not.toContain('knee since May');
  });
  onServer(test)('a server that breaks off is an answer, and the next request goes on', async () => {
    const address = studio.context.config.database!;
    const slow = studio.db.raw('select pg_sleep(20)').then(
      () => null,
      (error: unknown) => storageProblem(error),
    );
    await new Promise((done) => setTimeout(done, 200));
    const other = postgresAt(address);
    await other.raw(
      'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()',
    );
    await other.destroy();
    expect(await slow).toMatchObject({ status: 503, title: 'The studio’s database does not answer' });
    expect((await coach.send('post', `/people/${person}/looks`, look())).status).toBe(201);
  });
});

describe('sessions', () => {
  test('strangers leave none, however often they ask', async () => {
    const before = await sessions();
    for (let i = 0; i < 50; i += 1) await request(studio.app).get('/api/session');
    for (let i = 0; i < 5; i += 1) await request(studio.app).get('/api/people');
    await studio.stranger();
    expect(await sessions()).toBe(before);
  });
  test('one that is used is written once a minute at most, and a failing write stops nobody', async () => {
    let now = 0;
    let failed = 0;
    const store = new SessionStore(
      studio.db,
      () => void (failed += 1),
      () => now,
    );
    const session = (day: number) => ({
      cookie: { originalMaxAge: 1, maxAge: 1, expires: new Date(Date.UTC(2099, 0, day)) },
    });
    const touch = (day: number): Promise<void> => new Promise((done) => store.touch('s', session(day), () => done()));
    await new Promise<void>((done) => store.set('s', session(1), () => done()));
    const expires = async (): Promise<string> =>
      new Date(((await studio.db('sessions').where('sid', 's').first()) as { expired: string }).expired)
        .toISOString()
        .slice(0, 10);
    await studio.db('sessions').where('sid', 's').update({ expired: '2099-01-01T00:00:00.000Z' });
    await touch(2);
    expect(await expires()).toBe('2099-01-01');
    now += TOUCH_EVERY;
    await touch(3);
    expect(await expires()).toBe('2099-01-03');
    await studio.db.schema.renameTable('sessions', 'gone');
    now += TOUCH_EVERY;
    await touch(4);
    expect(failed).toBe(1);
    await studio.db.schema.renameTable('gone', 'sessions');
  });
  test.each([
    ['longer in bytes than in letters', (t: string) => `${'é'.repeat(t.length)}`],
    ['of another length', () => 'x'],
    ['none', () => ''],
  ])('a token header that is odd, %s, is out of date', async (_name, odd) => {
    const answer = await coach.agent
      .post('/api/groups')
      .set(CSRF_HEADER, Buffer.from(odd(coach.token)).toString('latin1'))
      .send({ name: 'Crew' });
    expect(answer.status).toBe(403);
  });
});

describe('bodies', () => {
  test('of strangers are a few kilobytes; a route takes what it needs; only a clip may be long', async () => {
    const stranger = await studio.stranger();
    const letter = (bytes: number): object => ({ email: 'a@hall.example', password: 'x'.repeat(bytes) });
    expect((await stranger.send('post', '/session', letter(5000))).status).toBe(413);
    expect((await stranger.send('post', '/people', { name: 'x'.repeat(7_000_000) })).status).toBe(401);
    expect((await coach.send('post', '/people', { name: 'M', notes: 'x'.repeat(300_000) })).status).toBe(413);
    const clip = { ...watchedPlank(), note: 'x'.repeat(300_000) };
    expect((await coach.send('post', '/evaluate', clip)).status).toBe(422);
    expect((await coach.send('post', '/evaluate', { ...clip, note: 'x'.repeat(8_500_000) })).status).toBe(413);
  });
  test('what is not JSON, not said to be JSON, or nothing at all is told', async () => {
    const send = (type: string, body: string) =>
      coach.agent.post('/api/evaluate').set(CSRF_HEADER, coach.token).set('content-type', type).send(body);
    expect((await send('application/json', '{"format":')).status).toBe(400);
    expect((await send('text/plain', '{}')).status).toBe(422);
    expect((await send('application/json', '')).status).toBe(400);
  });
  test('reading only outside of the routes', async () => {
    const answer = await request(studio.app).post('/').send('x');
    expect([answer.status, answer.type]).toEqual([405, 'application/problem+json']);
  });
});

describe('one look that cannot be read', () => {
  test('is one line that says so; the list, the ladders and the other looks stand', async () => {
    const [good, bad] = [look(), look()];
    for (const input of [good, bad]) await coach.send('post', `/people/${person}/looks`, input);
    const record = JSON.stringify({ ...bad.observation, view: 'from the mast' });
    await studio.db('observations').where('id', bad.id).update({ record, version: 2 });
    const { items } = (await coach.get(`/people/${person}/looks`)).body as {
      items: { id: string; cannot: string | null }[];
    };
    expect(items).toHaveLength(2);
    expect(items.find((i) => i.id === bad.id)!.cannot).toMatch(/cannot be read/);
    expect(items.find((i) => i.id === good.id)!.cannot).toBeNull();
    expect((await coach.get(`/people/${person}/ladders`)).body.holds).toHaveLength(1);
  });
});
