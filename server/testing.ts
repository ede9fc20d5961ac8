/** A studio on a real SQLite file in a temporary folder, with signed-in agents: for the tests of the routes. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hash } from '@node-rs/argon2';
import type { Knex } from 'knex';
import request from 'supertest';
import type { Account, SessionState } from '../api/accounts.js';
import { CSRF_HEADER, problemSchema, type Role } from '../api/common.js';
import type { Facts } from '../api/plans.js';
import type { Route } from '../api/route.js';
import { routes } from '../api/routes.js';
import { addDays, hallDay, type Day } from '../core/days.js';
import { mondayOf } from '../core/formats/programme.js';
import { instantOn } from '../core/transfer/sets.js';
import { circumstanceOf, type Circumstance, type PersonRecord } from '../core/person/circumstance.js';
import { TEST_NOW, TEST_ZONE } from '../tools/test-day.mjs';
import { createApp, type Studio } from './app.js';
import type { Config } from './config.js';
import { openDatabase } from './database/open.js';
import { noDefaults } from './repositories/studio.js';
import { dropDatabase, freshDatabase, ON_SERVER } from './testing-database.js';

export const PASSWORD = 'salt-and-tar-42';
/** What the test studio's clock says at first. */
export const NOW = TEST_NOW;
/** The hall's day then. */
export const DAY = hallDay(NOW, TEST_ZONE);
/** The day so many days after {@link DAY}. */
export const dayAt = (days: number): Day => addDays(DAY, days);
/** An instant of that day. @param time `HH:MM` or `HH:MM:SS` */
export function at(days: number, time: string): string {
  const [hours = 0, minutes = 0, seconds = 0] = time.split(':').map(Number);
  return new Date(Date.parse(instantOn(dayAt(days), 60 * hours + minutes, TEST_ZONE)) + 1000 * seconds).toISOString();
}
/** So many hours after {@link NOW}. */
export const after = (hours: number): string => new Date(Date.parse(NOW) + 3_600_000 * hours).toISOString();
/** The Monday of {@link DAY}'s week, or of another. */
export const mondayIn = (weeks: number): Day => addDays(mondayOf(DAY), 7 * weeks);

export interface Client {
  account: Account | null;
  token: string;
  agent: ReturnType<typeof request.agent>;
  get: (path: string) => request.Test;
  send: (method: 'post' | 'put' | 'patch' | 'delete', path: string, body?: object) => request.Test;
}

export interface TestStudio extends Studio {
  db: Knex;
  dir: string;
  log: string[];
  /** Sets the server's clock. */
  setNow: (instant: string) => void;
  /** A client that has asked for its session but is not signed in. */
  stranger: () => Promise<Client>;
  /** Makes an account and signs in. */
  as: (role: Role, groups?: string[]) => Promise<Client>;
  /** The studio as another process of it has it, or the same one started anew: on a server with connections of its own. */
  again: (config?: Partial<Config>) => Promise<Studio>;
  /** What stands about a person, derived from what the routes answer as the interface derives it. */
  circumstance: (client: Client, person: string, look?: string) => Promise<Circumstance>;
  close: () => Promise<void>;
}

const matches = (route: Route, method: string, path: string): boolean =>
  route.method.toLowerCase() === method && new RegExp(`^${route.path.replace(/:\w+/g, '[^/]+')}$`).test(path);

/** Every answer that a test gets is read by the schema that the table of routes has for it. */
function fitsTable(method: string, path: string, answer: request.Response): void {
  const route = (Object.values(routes) as Route[]).find((r) => matches(r, method, path.split('?')[0]!));
  if (answer.status >= 400) {
    const problem = problemSchema.safeParse(answer.body);
    if (!problem.success) throw new Error(`${method} ${path} answered ${answer.status} with no problem in it`);
    return;
  }
  if (!route) throw new Error(`${method} ${path} stands in no table and answered ${answer.status}`);
  if (answer.status !== route.status && answer.status !== route.again)
    throw new Error(`${method} ${path} answered ${answer.status}; the table says ${route.status}`);
  if (typeof route.answer !== 'object' || 'file' in route.answer) return;
  const read = route.answer.safeParse(answer.body);
  if (!read.success) throw new Error(`${method} ${path}: ${JSON.stringify(read.error.issues.slice(0, 3))}`);
}

/** Settings of a studio under test. */
export const testConfig = (config: Partial<Config> & Pick<Config, 'dataDir'>): Config => ({
  port: 0,
  host: '127.0.0.1',
  address: 'https://hall.example',
  demo: false,
  trustProxy: false,
  logLevel: 'info',
  clock: () => NOW,
  seed: () => 1,
  build: 'test',
  background: false,
  ...config,
});

export async function testStudio(config: Partial<Config> = {}): Promise<TestStudio> {
  const dir = mkdtempSync(join(tmpdir(), 'anchor-'));
  const database = ON_SERVER ? await freshDatabase() : undefined;
  const db = await openDatabase(dir, database);
  const log: string[] = [];
  let now = NOW;
  const studio = createApp(
    testConfig({ dataDir: dir, database, clock: () => now, seed: () => (seed += 1), ...config }),
    db,
    { write: (line: string) => void log.push(line) },
  );
  await studio.context.studio.setDefaults({ ...noDefaults(), timeZone: TEST_ZONE });
  let [counter, seed] = [0, 0];

  async function stranger(): Promise<Client> {
    const agent = request.agent(studio.app);
    const state = (await agent.get('/api/session')).body as SessionState;
    const client: Client = {
      account: state.account,
      token: state.token,
      agent,
      get: (path) => agent.get(`/api${path}`).expect((answer) => fitsTable('get', path, answer)),
      send: (method, path, body) => {
        const call = agent[method](`/api${path}`)
          .set(CSRF_HEADER, client.token)
          .expect((answer) => fitsTable(method, path, answer));
        return body === undefined ? call : call.send(body);
      },
    };
    return client;
  }
  async function as(role: Role, groups: string[] = []): Promise<Client> {
    const email = `${role}${(counter += 1)}@hall.example`;
    await studio.context.accounts.add({
      name: `${role} ${counter}`,
      email,
      role,
      passwordHash: await hash(PASSWORD, { memoryCost: 1024, timeCost: 1 }),
      groups,
    });
    const client = await stranger();
    const state = (await client.send('post', '/session', { email, password: PASSWORD })).body as SessionState;
    client.token = state.token;
    client.account = state.account;
    return client;
  }
  const others: { studio: Studio; db: Knex }[] = [];
  return {
    ...studio,
    db,
    dir,
    log,
    stranger,
    as,
    setNow(instant) {
      now = instant;
    },
    async circumstance(client, person, look) {
      const [record, facts] = [await client.get(`/people/${person}`), await client.get(`/people/${person}/facts`)];
      const { defaults } = await studio.context.studio.now();
      return circumstanceOf(record.body as PersonRecord, defaults, facts.body as Facts, { now, look });
    },
    async again(change = {}) {
      const own = ON_SERVER ? await openDatabase(dir, database) : db;
      const one = createApp({ ...studio.context.config, ...change }, own, { write: () => undefined });
      others.push({ studio: one, db: own });
      return one;
    },
    async close() {
      for (const { context } of [studio, ...others.map((o) => o.studio)]) {
        context.judging.stop();
        await Promise.all([context.news.close(), context.trail.close()]);
      }
      for (const pool of new Set([db, ...others.map((o) => o.db)])) await pool.destroy();
      if (database !== undefined) await dropDatabase(database);
      rmSync(dir, { recursive: true, force: true });
    },
  };
}
