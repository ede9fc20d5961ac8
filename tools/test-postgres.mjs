/**
 * `npm run test:postgres`: the tests of the routes on a PostgreSQL server, then kills while writing and while a studio is moved, whose
 * rows go into docs/reliability.md. Not a part of `npm test`. A pattern after `--` runs those tests alone.
 */
import { spawnSync } from 'node:child_process';
import { ensurePackages, must, root, say } from './ensure.mjs';
import { startPostgres } from './postgres.mjs';

ensurePackages();
const [pattern] = process.argv.slice(2);
say('— tests of the routes on a database server');
// What the tests make is thrown away: nothing has to outlive a power cut.
const quick = await startPostgres({ fsync: 'off', synchronous_commit: 'off', full_page_writes: 'off' });
const run = spawnSync(
  process.execPath,
  [
    '--experimental-vm-modules',
    '--no-warnings',
    'node_modules/jest/bin/jest.js',
    ...['--selectProjects', 'http', '--maxWorkers=2', '--testPathPatterns', pattern ?? '^.*/server/'],
  ],
  { cwd: root, stdio: 'inherit', env: { ...process.env, ANCHOR_TEST_DATABASE: quick.address } },
);
await quick.stop();
if (run.status !== 0) process.exit(run.status ?? 1);
if (!pattern) {
  say('— kills, on a server that writes through to the disk');
  must('npm', ['run', '-s', 'build']);
  must(process.execPath, ['--import', 'tsx', 'tools/probe-postgres.ts']);
}
