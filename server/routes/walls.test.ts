/** Walls: opened by a code without an account, told what the hall reads, shut by the coach and by time. */
import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import request from 'supertest';
import { CSRF_HEADER } from '../../api/common.js';
import type { WallNow } from '../../api/walls.js';
import type { RunSaid } from '../../core/formats/run.js';
import { LIMITS } from '../http/tries.js';
import { DAY, NOW, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let coach: Client;
let run: string;
let ana: string;
beforeEach(async () => {
  studio = await testStudio();
  coach = await studio.as('coach');
  ana = (await coach.send('post', '/people', { name: 'Ana Berg-Haugen', stature: 1.7 })).body.id as string;
  const made = await coach.send('post', '/classes', {
    id: randomUUID(),
    name: 'Lunchtime',
    day: DAY,
    minutes: 30,
    kit: {},
    members: [ana],
    blocks: [{ id: 'b1', move: 'front-plank', work: 30, rest: 15, rounds: 2, sides: 'none' }],
  });
  run = (await coach.send('post', `/classes/${made.body.id}/runs`, { id: randomUUID() })).body.id as string;
});
afterEach(() => studio.close());

/** A screen that nobody is signed in at. */
async function stranger() {
  const agent = request.agent(studio.app);
  const { token } = (await agent.get('/api/session')).body as { token: string };
  return {
    open: (code: string) => agent.post('/api/walls').set(CSRF_HEADER, token).send({ code }),
    wall: (key: string, since = -1, people = 1) => agent.get(`/api/walls/${key}?since=${since}&people=${people}`),
  };
}
const code = async (): Promise<string> => (await coach.send('post', `/runs/${run}/wall`)).body.code as string;
let at = Date.parse(NOW);
const note = (event: RunSaid) =>
  coach.send('post', `/runs/${run}/events`, { events: [{ ...event, id: randomUUID(), at: (at += 1000) }], since: 0 });

test('a code opens it however it is typed; it shows the class, follows the clock, and nothing that is noted', async () => {
  const screen = await stranger();
  const typed = (await code()).toLowerCase().replace(/^(...)/, '$1 ');
  const { status, body } = await screen.open(typed);
  expect(status).toBe(201);
  const first = (await screen.wall(body.key)).body as WallNow;
  expect(first.wall).toMatchObject({ name: 'Lunchtime', people: [{ id: 'm1', name: 'Ana' }], events: [] });
  expect((await screen.wall(body.key, first.next)).body.wall).toBeNull();
  // Somebody comes late, and nobody has noted anything.
  const late = (await coach.send('post', '/people', { name: 'Ben Dale' })).body.id as string;
  await coach.send('post', `/runs/${run}/members`, { member: late });
  const joined = (await screen.wall(body.key, first.next)).body as WallNow;
  expect(joined.wall!.people.map((p) => p.name)).toEqual(['Ana', 'Ben']);
  expect((await screen.wall(body.key, joined.next, 2)).body.wall).toBeNull();
  await note({ is: 'start' });
  await note({ is: 'seen', member: ana, where: { block: 'b1', round: 1, side: null }, fault: 'hip-sag', t: 9 });
  const later = await screen.wall(body.key, first.next);
  expect((later.body as WallNow).wall!.events.map((e) => e.is)).toEqual(['start']);
  for (const secret of [ana, 'Haugen', 'hip-sag']) expect(later.text).not.toContain(secret);
  // The key opens nothing else, and stands in no line of the log.
  expect((await request(studio.app).get(`/api/runs/${run}`)).status).toBe(401);
  expect(studio.log.join('')).not.toContain(body.key);
});

test('another code, shutting, and twelve hours end it', async () => {
  const screen = await stranger();
  const old = await code();
  const { key } = (await screen.open(old)).body as { key: string };
  const next = await code();
  expect((await screen.wall(key)).status).toBe(404);
  expect((await screen.open(old)).status).toBe(404);
  const again = (await screen.open(next)).body as { key: string };
  expect((await screen.wall(again.key)).status).toBe(200);
  expect((await coach.send('delete', `/runs/${run}/wall`)).status).toBe(204);
  expect((await screen.wall(again.key)).status).toBe(404);
  const last = (await screen.open(await code())).body as { key: string };
  studio.setNow(new Date(Date.parse(NOW) + 12 * 3_600_000).toISOString());
  expect((await screen.wall(last.key)).status).toBe(404);
});

test('who guesses is slowed down, and only codes that can be are looked for', async () => {
  const screen = await stranger();
  expect((await screen.open('no')).status).toBe(422);
  const tries: number[] = [];
  for (let i = 0; i <= LIMITS.together; i += 1) tries.push((await screen.open('ABCDEF')).status);
  expect(tries.at(-1)).toBe(429);
  expect(tries.filter((s) => s === 404).length).toBeGreaterThan(5);
  expect((await coach.send('post', `/runs/${randomUUID()}/wall`)).status).toBe(404);
  const assistant = await studio.as('assistant');
  expect((await assistant.send('post', `/runs/${run}/wall`)).status).toBe(403);
});
