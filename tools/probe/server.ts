/** The built server as a process of its own, on a folder of its own, and clients that speak to it over the network. */
import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import knex from 'knex';
import { databaseFile } from '../../server/database/open.js';
import { postgresAt } from '../../server/database/postgres.js';
import { freePort } from '../free-port.js';
import type { SessionState } from '../../api/accounts.js';
import { CSRF_HEADER, type Role } from '../../api/common.js';

export const PASSWORD = 'salt-and-tar-42';

export interface Reply {
  status: number;
  body: unknown;
  text: string;
  type: string;
  ms: number;
}
export interface Client {
  role: Role | 'stranger';
  send: (
    method: string,
    path: string,
    body?: unknown,
    raw?: { type: string; data: string | Uint8Array },
  ) => Promise<Reply>;
  upload: (path: string, bytes: Uint8Array) => Promise<Reply>;
}
export interface ProbeServer {
  url: string;
  dir: string;
  /** What it has said on standard error. */
  said: () => string;
  alive: () => boolean;
  start: () => Promise<void>;
  kill: () => Promise<void>;
  stranger: () => Promise<Client>;
  owner: () => Promise<Client>;
  /** Pictures that have a record, those that are noted as being written or to go, and whether the database is sound. */
  pictures: () => Promise<{ ids: string[]; noted: string[]; sound: boolean }>;
  /** Makes an account and signs in. */
  as: (role: Role, groups?: string[]) => Promise<Client>;
  close: () => Promise<void>;
}

/** A client with its cookies and its token. A connection that breaks answers with status 0. */
async function clientOf(
  url: string,
  role: Client['role'],
  signIn?: { email: string; password: string },
): Promise<Client> {
  let cookie = '';
  let token = '';
  const ask = async (path: string, init: RequestInit): Promise<Reply> => {
    const began = performance.now();
    try {
      const response = await fetch(`${url}${path}`, {
        ...init,
        headers: { ...(init.headers as Record<string, string>), cookie, [CSRF_HEADER]: token },
      });
      const set = response.headers.getSetCookie().find((c) => c.startsWith('anchor.sid='));
      if (set) cookie = set.split(';')[0]!;
      const text = await response.text();
      const type = response.headers.get('content-type') ?? '';
      const body: unknown = /json/.test(type) && text ? JSON.parse(text) : null;
      return { status: response.status, body, text, type, ms: performance.now() - began };
    } catch {
      return { status: 0, body: null, text: '', type: '', ms: performance.now() - began };
    }
  };
  const send: Client['send'] = (method, path, body, raw) =>
    ask(`/api${path}`, {
      method,
      headers: { 'content-type': raw?.type ?? 'application/json' },
      body: (raw?.data ?? (body === undefined ? undefined : JSON.stringify(body))) as BodyInit | undefined,
    });
  token = ((await send('GET', '/session')).body as SessionState).token;
  if (signIn) {
    const state = await send('POST', '/session', signIn);
    token = (state.body as SessionState).token;
    if (!token) throw new Error(`signing in answered ${state.status}`);
  }
  return {
    role,
    send,
    upload(path, bytes) {
      const form = new FormData();
      form.append('picture', new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/jpeg' }), 'a.jpg');
      return ask(`/api${path}`, { method: 'POST', body: form });
    },
  };
}

/**
 * @param dir folder of the studio; a new one in the system's temporary folder when left out
 * @throws Error when the server is not built or does not start
 */
export async function probeServer(dir = mkdtempSync(join(tmpdir(), 'anchor-probe-'))): Promise<ProbeServer> {
  if (!existsSync('dist/server/main.js')) throw new Error('build first: npm run build');
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  let child: ChildProcess | undefined;
  let errors = '';
  let code = '';
  let counter = 0;
  const start = (): Promise<void> =>
    new Promise((resolve, reject) => {
      const started = spawn(process.execPath, ['dist/server/main.js'], {
        env: { ...process.env, ANCHOR_DATA: dir, PORT: String(port), LOG_LEVEL: 'error' },
        stdio: ['ignore', 'pipe', 'pipe'],
      });
      child = started;
      started.stdout.on('data', (chunk: Buffer) => {
        const text = chunk.toString();
        code = /one-time code: (\w+)/.exec(text)?.[1] ?? code;
        if (text.includes('Upright Anchor is at')) resolve();
      });
      started.stderr.on('data', (chunk: Buffer) => (errors += chunk.toString()));
      started.once('exit', (status) => reject(new Error(`the server ended with ${status}: ${errors.slice(-400)}`)));
    });
  const end = (signal: NodeJS.Signals): Promise<void> =>
    new Promise((resolve) => {
      if (!child || child.exitCode !== null || child.signalCode !== null) return resolve();
      child.once('exit', () => resolve());
      child.kill(signal);
    });
  await start();
  const credentials = { email: 'owner@hall.example', password: PASSWORD };
  let made = false;
  const owner = async (): Promise<Client> => {
    if (!made) {
      const stranger = await clientOf(url, 'stranger');
      for (let i = 0; i < 50 && !code; i += 1) await new Promise((r) => setTimeout(r, 20));
      await stranger.send('POST', '/owner', { ...credentials, name: 'Owner', code });
      made = true;
    }
    return clientOf(url, 'owner', credentials);
  };
  return {
    url,
    dir,
    said: () => errors,
    alive: () => child !== undefined && child.exitCode === null && child.signalCode === null,
    start,
    kill: () => end('SIGKILL'),
    stranger: () => clientOf(url, 'stranger'),
    owner,
    async pictures() {
      const address = process.env.ANCHOR_DATABASE;
      const db =
        address === undefined
          ? knex({ client: 'better-sqlite3', connection: { filename: databaseFile(dir) }, useNullAsDefault: true })
          : postgresAt(address);
      try {
        const idsOf = async (table: string): Promise<string[]> =>
          (await db<{ id: string }>(table).select('id')).map((row) => row.id);
        const sound =
          address !== undefined ||
          (await db.raw<{ integrity_check: string }[]>('pragma integrity_check'))[0]?.integrity_check === 'ok';
        return {
          ids: await idsOf('media'),
          noted: [...(await idsOf('media_removals')), ...(await idsOf('media_writing'))],
          sound,
        };
      } finally {
        await db.destroy();
      }
    },
    async as(role, groups = []) {
      if (role === 'owner') return owner();
      const email = `${role}${(counter += 1)}@hall.example`;
      const boss = await owner();
      const added = await boss.send('POST', '/accounts', { name: role, email, password: PASSWORD, role, groups });
      if (added.status !== 201) throw new Error(`an account was not added: ${added.status} ${added.text}`);
      return clientOf(url, role, { email, password: PASSWORD });
    },
    async close() {
      await end('SIGTERM');
      rmSync(dir, { recursive: true, force: true });
      rmSync(`${dir}-backups`, { recursive: true, force: true });
    },
  };
}

/** @param ms milliseconds */
export const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** @throws Error where it does not come about within half a minute */
export async function until(holds: () => boolean): Promise<void> {
  for (const over = Date.now() + 30_000; !holds(); await pause(5))
    if (Date.now() > over) throw new Error('what the probe waits for does not come about');
}

/** What a part of the probe tried, and what of it failed. */
export interface Tried {
  name: string;
  tried: number;
  failed: string[];
  /** Figures that were measured on the way. */
  notes: string[];
}
export const tally = (name: string): Tried & { check: (ok: boolean, says: () => string) => void } => {
  const found: Tried = { name, tried: 0, failed: [], notes: [] };
  return Object.assign(found, {
    check(ok: boolean, says: () => string): void {
      found.tried += 1;
      if (!ok) found.failed.push(says());
    },
  });
};
