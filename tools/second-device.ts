/** How fast a note of one device reaches another that follows the class by the stream: server and both ways of asking, without drawing. */
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { get, type IncomingMessage } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hash } from '@node-rs/argon2';
import { CSRF_HEADER } from '../api/common.js';
import type { Notes } from '../api/runs.js';
import { quantile } from '../core/statistics.js';
import { createApp } from '../server/app.js';
import { readConfig } from '../server/config.js';
import { openDatabase } from '../server/database/open.js';

const NOTES = 60;
const PASSWORD = 'benchmark-1';

/** Row of the bench. @throws where the server does not answer as it should */
export async function secondDeviceRow(): Promise<[string, string, string]> {
  const dir = mkdtempSync(join(tmpdir(), 'anchor-bench-'));
  const db = await openDatabase(dir);
  const { app, context } = createApp({ ...readConfig({}), dataDir: dir, logLevel: 'silent', background: false }, db);
  await context.accounts.add({
    name: 'C',
    email: 'c@c.example',
    role: 'coach',
    passwordHash: await hash(PASSWORD),
    groups: [],
  });
  const server = app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
  let [cookie, token] = ['', ''];
  async function ask<T>(path: string, body?: object): Promise<T> {
    const answer = await fetch(`${url}${path}`, {
      method: body ? 'POST' : 'GET',
      headers: { cookie, [CSRF_HEADER]: token, 'content-type': 'application/json' },
      ...(body ? { body: JSON.stringify(body) } : {}),
    });
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}`);
    cookie = answer.headers.getSetCookie()[0]?.split(';')[0] ?? cookie;
    return (await answer.json()) as T;
  }
  let stream: IncomingMessage | undefined;
  try {
    ({ token } = await ask<{ token: string }>('/session'));
    ({ token } = await ask<{ token: string }>('/session', { email: 'c@c.example', password: PASSWORD }));
    const person = await ask<{ id: string }>('/people', { name: 'P' });
    const block = { id: 'b1', move: 'front-plank', work: 30, rest: 15, rounds: 3, sides: 'none' };
    const made = await ask<{ id: string }>('/classes', {
      id: randomUUID(),
      name: 'B',
      day: '2026-01-05',
      minutes: 30,
      kit: {},
      members: [person.id],
      blocks: [block],
    });
    const run = await ask<{ id: string }>(`/classes/${made.id}/runs`, { id: randomUUID() });
    /** The second device: told that there is something, it asks for what it lacks. */
    let since = 0;
    let arrived: (ids: Set<string>) => void = () => undefined;
    stream = await new Promise<IncomingMessage>((resolve, reject) =>
      get(`${url}/runs/${run.id}/stream`, { headers: { cookie } }, resolve).on('error', reject),
    );
    stream.on('data', () => {
      void ask<Notes>(`/runs/${run.id}/events`, { events: [], since }).then((notes) => {
        since = notes.next;
        arrived(new Set(notes.events.map((e) => e.id)));
      });
    });
    const took: number[] = [];
    for (let i = 0; i < NOTES; i += 1) {
      const id = randomUUID();
      const there = new Promise<void>((resolve) => (arrived = (ids) => ids.has(id) && resolve()));
      const from = performance.now();
      const where = { block: 'b1', round: 1, side: null };
      const event = { id, at: Date.now(), is: 'seen', member: person.id, where, fault: 'hip-sag', t: i };
      await Promise.all([ask(`/runs/${run.id}/events`, { events: [event], since: 0 }), there]);
      took.push(performance.now() - from);
    }
    const rest = took.slice(5);
    return [
      'a note of a class on a second device, without drawing',
      `${quantile(rest, 0.5).toFixed(0)} ms, ${quantile(rest, 0.95).toFixed(0)} ms at most in 95 %`,
      'under 2000 ms',
    ];
  } finally {
    stream?.destroy();
    server.closeAllConnections();
    server.close();
    await db.destroy();
    rmSync(dir, { recursive: true, force: true });
  }
}
