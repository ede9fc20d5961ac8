/** A small, seeded slice of the probe, on the built server in a process of its own. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import {
  probeBodies,
  probeKillsInWithdrawals,
  probeKillsWhileWriting,
  probeLockedDatabase,
  probeLongWork,
  probeRoutes,
  probeStrangers,
} from '../../tools/probe/parts.js';
import { probeKillsWhileRestoring } from '../../tools/probe/restoring.js';
import { probeUploadsBesideWithdrawals } from '../../tools/probe/uploads.js';
import { probeServer } from '../../tools/probe/server.js';

describe('a slice of the probe', () => {
  test.each([
    ['routes, roles, ids', probeRoutes, 1500],
    ['mutated bodies', () => probeBodies(400), 400],
    ['kills while writing and uploading', () => probeKillsWhileWriting(3), 10],
    ['kills in a withdrawal', () => probeKillsInWithdrawals(3, 12), 6],
    ['uploads beside withdrawals', () => probeUploadsBesideWithdrawals(40, 12), 50],
    ['kills while restoring', () => probeKillsWhileRestoring(3), 9],
    ['a locked database', () => probeLockedDatabase(1), 5],
    ['long work beside readers', () => probeLongWork(10), 10],
    ['strangers', () => probeStrangers(100), 100],
  ] as const)('%s', async (_name, part, least) => {
    const found = await part();
    expect(found.failed).toEqual([]);
    expect(found.tried).toBeGreaterThanOrEqual(least);
  });
});

describe('starting', () => {
  const started = (env: Record<string, string>): { status: number | null; stderr: string } =>
    spawnSync(process.execPath, ['dist/server/main.js'], {
      env: { ...process.env, PORT: '0', ...env },
      encoding: 'utf8',
      timeout: 30_000,
    });
  test('a second server on one folder is told whose it is, and the first goes on', async () => {
    const server = await probeServer();
    const second = started({ ANCHOR_DATA: server.dir });
    expect([second.status, second.stderr]).toEqual([1, expect.stringMatching(/in use by another server, process \d+/)]);
    expect((await (await server.stranger()).send('GET', '/health')).status).toBe(200);
    await server.kill();
    await server.start();
    await server.close();
  });
  test.each([
    ['no database', (dir: string) => writeFileSync(join(dir, 'anchor.sqlite'), 'x'.repeat(999)), {}, /not a database/],
    ['an empty secret', () => undefined, { ANCHOR_SECRET: '' }, /ANCHOR_SECRET: needs at least 32 characters/],
    ['a folder that is none', () => undefined, { ANCHOR_DATA: '/dev/null/studio' }, /cannot be written|is no folder/],
  ])('%s: one line in words, and nothing else', (_name, make, env, says) => {
    const dir = mkdtempSync(join(tmpdir(), 'anchor-start-'));
    make(dir);
    const { status, stderr } = started({ ANCHOR_DATA: dir, ...env });
    expect(status).toBe(1);
    expect(stderr.trim().split('\n')).toHaveLength(1);
    expect(stderr).toMatch(says);
    rmSync(dir, { recursive: true, force: true });
  });
});

test('the console’s way in: an owner with a new password, whose old sessions end', async () => {
  const server = await probeServer();
  const owner = await server.owner();
  const made = spawnSync(process.execPath, ['--import', 'tsx', 'tools/owner.ts', 'owner@hall.example'], {
    env: { ...process.env, ANCHOR_DATA: server.dir },
    encoding: 'utf8',
  });
  const password = /shown once: (\S+)/.exec(made.stdout)?.[1];
  expect([made.status, password]).toEqual([0, expect.stringMatching(/^\w{4}(-\w{4}){3}$/)]);
  expect((await owner.send('GET', '/people')).status).toBe(401);
  const again = await server.stranger();
  const signIn = await again.send('POST', '/session', { email: 'owner@hall.example', password });
  expect(signIn.status).toBe(200);
  const wrong = spawnSync(process.execPath, ['--import', 'tsx', 'tools/owner.ts', 'nobody'], { encoding: 'utf8' });
  expect([wrong.status, wrong.stderr.trim()]).toEqual([1, 'email: is not an e-mail address']);
  await server.close();
});
