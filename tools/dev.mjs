/** `npm run dev`: the server rebuilt and restarted at changes, the interface served by Vite, on the demo's database. */
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { ensurePackages, must, root } from './ensure.mjs';

ensurePackages();
const env = { ...process.env, ANCHOR_DATA: `${root}/data/demo`, ANCHOR_DEMO: '1', PORT: '4173', LOG_LEVEL: 'info' };
must(process.execPath, ['tools/build-server.mjs']);
if (!existsSync(`${root}/data/demo/filled`)) must(process.execPath, ['dist/server/fill-demo.js'], env);
const children = [
  spawn(
    process.execPath,
    [
      '--import',
      'tsx',
      '--watch-path=server',
      '--watch-path=api',
      '--watch-path=core',
      '--watch-path=words',
      'server/main.ts',
    ],
    { cwd: root, stdio: 'inherit', env },
  ),
  spawn(process.execPath, ['node_modules/vite/bin/vite.js'], { cwd: root, stdio: 'inherit', env }),
];
const stop = () => children.forEach((child) => child.kill());
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
children.forEach((child) => child.on('exit', stop));
