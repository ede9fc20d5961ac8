/** Several processes of one studio on a database server: what one does the others know. On a server only. */
import { randomUUID } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { mkdirSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import request from 'supertest';
import { CSRF_HEADER } from '../../api/common.js';
import type { TrailState } from '../../api/trail.js';
import { catalog } from '../../core/catalog/shipped.js';
import { watchedPlank } from '../../core/testing.js';
import type { Studio } from '../app.js';
import { alone } from '../database/locks.js';
import { BROKEN_MS } from '../media/drafts.js';
import { DAY, NOW, PASSWORD, testStudio, type Client, type TestStudio } from '../testing.js';
import { onServer } from '../testing-database.js';

let studio: TestStudio;
let other: Studio;
let owner: Client;
/** The same account, signed in at the other process. */
let there: Pick<Client, 'get' | 'send'>;

async function signedIn(app: Studio['app'], email: string): Promise<Pick<Client, 'get' | 'send'>> {
  const agent = request.agent(app);
  let { token } = (await agent.get('/api/session')).body as { token: string };
  const send: Client['send'] = (method, path, body) => {
    const call = agent[method](`/api${path}`).set(CSRF_HEADER, token);
    return body === undefined ? call : call.send(body);
  };
  ({ token } = (await send('post', '/session', { email, password: PASSWORD })).body as { token: string });
  return { get: (path) => agent.get(`/api${path}`), send };
}
const look = (change: object = {}) => ({ id: randomUUID(), startedAt: NOW, observation: watchedPlank(), ...change });
const idOf = async (name: string): Promise<string> => (await owner.send('post', '/people', { name })).body.id as string;

onServer(describe)('two processes of one studio', () => {
  beforeEach(async () => {
    studio = await testStudio();
    other = await studio.again();
    owner = await studio.as('owner');
    there = await signedIn(other.app, owner.account!.email);
  });
  afterEach(() => studio.close());

  test('know the same sessions: what begins at one ends at the other', async () => {
    const all = (await there.get('/session/devices')).body as { devices: { id: string; here: boolean }[] };
    expect(all.devices).toHaveLength(2);
    const first = all.devices.find((d) => !d.here)!;
    expect((await there.send('delete', `/session/devices/${first.id}`)).status).toBe(200);
    expect((await owner.get('/people')).status).toBe(401);
  });
  test('count wrong tries together', async () => {
    const strangers = [await studio.stranger(), { send: await strangerAt(other.app) }];
    const statuses: number[] = [];
    for (let i = 0; i < 12; i += 1)
      statuses.push(
        (await strangers[i % 2]!.send('post', '/session', { email: 'a@hall.example', password: 'guess' })).status,
      );
    expect(statuses).toEqual([...Array<number>(10).fill(401), 429, 429]);
  });
  test('see a changed catalogue and other defaults at their next request', async () => {
    const shipped = catalog.drills[0]!;
    const nameThere = async (): Promise<string | undefined> =>
      ((await there.get('/catalogue')).body as { entries: { record: { id: string; name: string } }[] }).entries.find(
        (e) => e.record.id === shipped.id,
      )?.record.name;
    expect(await nameThere()).toBeUndefined();
    for (const name of ['First name', 'Second name']) {
      const put = await owner.send('put', `/catalogue/drills/${shipped.id}`, { ...shipped, name });
      expect(put.status).toBeLessThan(300);
      expect(await nameThere()).toBe(name);
      expect((await other.context.studio.now()).catalog.drills.find((d) => d.id === shipped.id)!.name).toBe(name);
    }
    const { defaults } = await studio.context.studio.now();
    await studio.context.studio.setDefaults({ ...defaults, method: 'quiet' });
    expect((await other.context.studio.now()).defaults.method).toBe('quiet');
  });
  test('change one record one after the other: of fifty at once, from both, one is first', async () => {
    const id = await idOf('Marit');
    const change = (by: Pick<Client, 'send'>, n: number) =>
      by.send('patch', `/people/${id}`, { goal: `g${n}` }).set('If-Match', '"1"');
    const statuses = (await Promise.all(Array.from({ length: 50 }, (_, n) => change(n % 2 ? owner : there, n)))).map(
      (a) => a.status,
    );
    expect(statuses.filter((s) => s === 200)).toHaveLength(1);
    expect(statuses.filter((s) => s === 409)).toHaveLength(49);
  });
  test('number what arrives in one sequence, and write one trail', async () => {
    const id = await idOf('Marit');
    const sent = await Promise.all(
      Array.from({ length: 40 }, (_, n) => (n % 2 ? owner : there).send('post', `/people/${id}/looks`, look())),
    );
    expect(new Set(sent.map((a) => a.status))).toEqual(new Set([201]));
    const arrivals = (await studio.db('observations').select('arrival')).map((r: { arrival: number }) => r.arrival);
    expect(arrivals.sort((a, b) => a - b)).toEqual(Array.from({ length: 40 }, (_, n) => n + 1));
    // A line is written once the answer has gone.
    let state: TrailState;
    do state = (await there.get('/trail/state')).body as TrailState;
    while (state.lines < 41);
    expect(state).toMatchObject({ brokenAt: null, missed: 0 });
  });
  test('tell the devices that follow a class at the other one', async () => {
    await Promise.all([studio.context.news.ready, other.context.news.ready]);
    const member = await idOf('Marit');
    const input = {
      id: randomUUID(),
      name: 'Lunch',
      day: DAY,
      minutes: 30,
      kit: {},
      members: [member],
      blocks: [{ id: 'b1', move: 'front-plank', work: 30, rest: 15, rounds: 1, sides: 'none' }],
    };
    await owner.send('post', '/classes', input);
    const run = randomUUID();
    expect((await owner.send('post', `/classes/${input.id}/runs`, { id: run })).status).toBe(201);
    const server: Server = createServer(other.app).listen(0);
    try {
      const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
      const heard = followed(url, `/runs/${run}/stream`, owner.account!.email);
      await heard.next();
      const event = { id: randomUUID(), at: Date.parse(NOW), is: 'start' };
      expect((await owner.send('post', `/runs/${run}/events`, { events: [event], since: 0 })).status).toBe(200);
      expect(await heard.next()).toBe('noted');
      heard.stop();
    } finally {
      server.closeAllConnections();
      server.close();
    }
  });
  test('do once what one does for all, and leave alone what the other is writing', async () => {
    let [at, most, done] = [0, 0, 0];
    const work = async (): Promise<true> => {
      most = Math.max(most, (at += 1));
      await new Promise((r) => setTimeout(r, 150));
      at -= 1;
      done += 1;
      return true;
    };
    await Promise.all([alone(studio.db, 99, work), alone(studio.db, 99, work), alone(studio.db, 98, work)]);
    expect([most, done]).toEqual([2, 2]);
    expect(await alone(studio.db, 99, work)).toBe(true);
    const media = join(studio.dir, 'media');
    mkdirSync(media, { recursive: true });
    const old = new Date(Date.now() - 2 * BROKEN_MS);
    for (const name of ['new.part', 'old.part']) writeFileSync(join(media, name), 'x');
    utimesSync(join(media, 'old.part'), old, old);
    await other.context.pictures.sweepDrafts(BROKEN_MS);
    expect(readdirSync(media)).toEqual(['new.part']);
    rmSync(join(media, 'new.part'));
    // A picture that one is writing is noted for removal; the other's sweep does not take it.
    const id = randomUUID();
    await studio.context.removals.whileWriting(id, async () => {
      writeFileSync(join(media, `${id}.jpg`), 'x');
      await other.context.removals.sweep();
      expect(readdirSync(media)).toEqual([`${id}.jpg`]);
    });
  });
  test('let in the first owner by the same code', async () => {
    expect(other.context.ownerCode()).toBe(studio.context.ownerCode());
    expect(studio.context.ownerCode()).toMatch(/^[0-9A-F]{10}$/);
  });
});

/** What a stranger sends to a process. */
async function strangerAt(app: Studio['app']): Promise<Client['send']> {
  const agent = request.agent(app);
  const { token } = (await agent.get('/api/session')).body as { token: string };
  return (method, path, body) => agent[method](`/api${path}`).set(CSRF_HEADER, token).send(body);
}

/** The names of what a stream tells, one after the other. */
function followed(url: string, path: string, email: string): { next: () => Promise<string>; stop: () => void } {
  const stop = new AbortController();
  const names = (async function* (): AsyncGenerator<string> {
    const cookieOf = (r: globalThis.Response): string => r.headers.getSetCookie()[0]?.split(';')[0] ?? '';
    const first = await fetch(`${url}/session`);
    const { token } = (await first.json()) as { token: string };
    const began = await fetch(`${url}/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', [CSRF_HEADER]: token, cookie: cookieOf(first) },
      body: JSON.stringify({ email, password: PASSWORD }),
    });
    const stream = await fetch(`${url}${path}`, {
      headers: { cookie: cookieOf(began), 'accept-encoding': 'identity' },
      signal: stop.signal,
    });
    let text = '';
    for await (const piece of stream.body!.pipeThrough(new TextDecoderStream())) {
      text += piece;
      for (let at = text.indexOf('\n\n'); at >= 0; at = text.indexOf('\n\n')) {
        const name = /event:\s*(\w+)/.exec(text.slice(0, at))?.[1];
        text = text.slice(at + 2);
        if (name) yield name;
      }
    }
  })();
  return { next: async () => (await names.next()).value as string, stop: () => stop.abort() };
}
