/** `npm run demo`: installs, builds, migrates, fills the demo's own database and starts on one address. `-- --reset` begins anew. */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { ensurePackages, must, root, say } from './ensure.mjs';

const reset = process.argv.includes('--reset');
const unknown = process.argv.slice(2).filter((a) => a !== '--reset');
if (unknown.length > 0) {
  say(`Unknown option ${unknown.join(' ')}. Known: --reset`);
  process.exit(2);
}
ensurePackages();
const data = `${root}/data/demo`;
const env = { ANCHOR_DATA: data, ANCHOR_DEMO: '1', LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn' };

const free = (port) =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });

say('Building …');
must(process.execPath, ['node_modules/vite/bin/vite.js', 'build', '--logLevel', 'warn']);
must(process.execPath, ['tools/build-server.mjs']);
if (reset) rmSync(data, { recursive: true, force: true });
// A mark written last, so that an interrupted filling is begun again.
if (!existsSync(`${data}/filled`)) {
  rmSync(data, { recursive: true, force: true });
  say('Filling the demo …');
  const filled = spawnSync(process.execPath, ['dist/server/fill-demo.js'], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  if (filled.status !== 0) process.exit(1);
}
const wanted = Number(process.env.PORT ?? 4173);
let port = wanted;
while (!(await free(port)) && port < wanted + 20) port += 1;
if (port !== wanted) say(`Port ${wanted} is in use; taking ${port}.`);
const server = spawn(process.execPath, ['dist/server/main.js'], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, ...env, PORT: String(port) },
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
