/** A PostgreSQL server of its own for tests: installed from Debian's packages where it is missing, in a temporary folder, on this machine only. */
import { spawn, spawnSync } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { must, say } from './ensure.mjs';

const DEBIAN = '/usr/lib/postgresql';

/** The folder of the server's programs; null where there is none. */
function programs() {
  const versions = existsSync(DEBIAN) ? readdirSync(DEBIAN).sort((a, b) => Number(b) - Number(a)) : [];
  const found = versions.map((v) => join(DEBIAN, v, 'bin')).find((dir) => existsSync(join(dir, 'initdb')));
  if (found) return found;
  const onPath = spawnSync('sh', ['-c', 'dirname "$(readlink -f "$(command -v initdb)")"']);
  const dir = onPath.stdout.toString().trim();
  return onPath.status === 0 && existsSync(join(dir, 'initdb')) ? dir : null;
}

/** Installs the server where it is missing and allowed. @returns the folder of its programs */
export function ensurePostgres() {
  const found = programs();
  if (found) return found;
  const install = 'apt-get update && apt-get install -y --no-install-recommends postgresql';
  if (process.getuid?.() !== 0) {
    say(`These tests need a PostgreSQL server. Install it with:\n  sudo sh -c "${install}"`);
    process.exit(1);
  }
  say('Installing PostgreSQL for these tests …');
  must('sh', ['-c', install.replaceAll('apt-get', 'apt-get -o DPkg::Lock::Timeout=300')], {
    DEBIAN_FRONTEND: 'noninteractive',
  });
  return programs();
}

const freePort = () =>
  new Promise((done, fail) => {
    const probe = createServer().once('error', fail);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => done(port));
    });
  });

/** Who runs the server: it refuses to be run by the system's own user. */
function runner() {
  if (process.getuid?.() !== 0) return {};
  const id = (flag) => Number(spawnSync('id', [flag, 'postgres']).stdout.toString().trim());
  return { uid: id('-u'), gid: id('-g') };
}

/**
 * @param settings of the server: `{ fsync: 'on' }`
 * @returns its address, with which databases are made, and how it ends
 */
export async function startPostgres(settings = {}) {
  const bin = ensurePostgres();
  const dir = mkdtempSync(join(tmpdir(), 'anchor-postgres-'));
  const as = runner();
  if (as.uid !== undefined) chownSync(dir, as.uid, as.gid);
  const data = join(dir, 'data');
  const made = spawnSync(
    join(bin, 'initdb'),
    ['-D', data, '-U', 'anchor', '--auth=trust', '--encoding=UTF8', '--locale=C.UTF-8', '--no-instructions'],
    { ...as, cwd: dir, encoding: 'utf8' },
  );
  if (made.status !== 0) throw new Error(`initdb failed: ${made.stderr}`);
  const port = await freePort();
  const all = {
    listen_addresses: '127.0.0.1',
    port,
    unix_socket_directories: dir,
    max_connections: 200,
    ...settings,
  };
  const server = spawn(
    join(bin, 'postgres'),
    ['-D', data, ...Object.entries(all).flatMap(([name, value]) => ['-c', `${name}=${value}`])],
    { ...as, cwd: dir, stdio: ['ignore', 'ignore', 'pipe'] },
  );
  let said = '';
  await new Promise((ready, fail) => {
    server.stderr.on('data', (piece) => {
      said = (said + piece).slice(-20_000);
      if (/ready to accept connections/.test(said)) ready();
    });
    server.once('exit', (status) => fail(new Error(`the database server ended with ${status}: ${said.slice(-600)}`)));
  });
  return {
    address: `postgres://anchor@127.0.0.1:${port}/postgres`,
    async stop() {
      const ended = new Promise((done) => server.once('exit', done));
      server.kill('SIGINT');
      await ended;
      rmSync(dir, { recursive: true, force: true });
    },
  };
}
