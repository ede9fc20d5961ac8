/** A studio on a real SQLite file in a temporary folder, with signed-in agents: for the tests of the routes. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hash } from '@node-rs/argon2';
import type { Knex } from 'knex';
import request from 'supertest';
import type { Account, SessionState } from '../api/accounts.js';
import type { Role } from '../api/common.js';
import { CSRF_HEADER } from '../api/common.js';
import { createApp, type Studio } from './app.js';
import type { Config } from './config.js';
import { openDatabase } from './database/open.js';

export const PASSWORD = 'salt-and-tar-42';
export const DAY = '2026-05-20';

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
  /** A client that has asked for its session but is not signed in. */
  stranger: () => Promise<Client>;
  /** Makes an account and signs in. */
  as: (role: Role, groups?: string[]) => Promise<Client>;
  close: () => Promise<void>;
}

export async function testStudio(config: Partial<Config> = {}): Promise<TestStudio> {
  const dir = mkdtempSync(join(tmpdir(), 'anchor-'));
  const db = await openDatabase(dir);
  const log: string[] = [];
  const studio = createApp(
    { port: 0, host: '127.0.0.1', dataDir: dir, demo: false, trustProxy: false, logLevel: 'info', ...config },
    db,
    { write: (line: string) => void log.push(line) },
  );
  let counter = 0;

  async function stranger(): Promise<Client> {
    const agent = request.agent(studio.app);
    const state = (await agent.get('/api/session')).body as SessionState;
    const client: Client = {
      account: state.account,
      token: state.token,
      agent,
      get: (path) => agent.get(`/api${path}`).set('x-anchor-day', DAY),
      send: (method, path, body) => {
        const call = agent[method](`/api${path}`).set('x-anchor-day', DAY).set(CSRF_HEADER, client.token);
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
  return {
    ...studio,
    db,
    dir,
    log,
    stranger,
    as,
    async close() {
      await db.destroy();
      rmSync(dir, { recursive: true, force: true });
    },
  };
}
