/** `npm test`: installs what is missing, then format, types, lint, unit, HTTP and interface tests. Ends with one line of counts. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureChromium, ensurePackages, must, root, say } from './ensure.mjs';

ensurePackages();
const CHROMIUM = ensureChromium();
const bin = (path) => `node_modules/${path}`;
const node = (...args) => must(process.execPath, args);

say('\n— types');
node(bin('typescript/bin/tsc'), '-p', 'tsconfig.core.json');
node(bin('typescript/bin/tsc'), '-p', 'tsconfig.node.json');
node(bin('vue-tsc/bin/vue-tsc.js'), '-p', 'tsconfig.web.json');
node(bin('vue-tsc/bin/vue-tsc.js'), '-p', 'tsconfig.web-tests.json');
say('— lint');
node(bin('prettier/bin/prettier.cjs'), '--check', '--log-level', 'warn', '.');
node(bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0');
node(
  bin('dependency-cruiser/bin/dependency-cruise.mjs'),
  '--config',
  '.dependency-cruiser.cjs',
  'core',
  'words',
  'api',
  'server',
  'web',
  'tools',
);
say('— build');
node(bin('vite/bin/vite.js'), 'build', '--logLevel', 'warn');
node('tools/build-server.mjs');

const results = mkdtempSync(join(tmpdir(), 'anchor-tests-'));
const counts = { passed: 0, failed: 0 };
for (const project of ['unit', 'http', 'e2e']) {
  say(`\n— ${project} tests`);
  const file = join(results, `${project}.json`);
  const jest = [
    '--experimental-vm-modules',
    '--no-warnings',
    bin('jest/bin/jest.js'),
    '--selectProjects',
    project,
    '--json',
    `--outputFile=${file}`,
  ];
  // Two halls beside each other: a browser and a server each, which is what two cores bear.
  if (project === 'e2e') jest.push('--maxWorkers=2');
  // Jest's own report goes to standard error; the JSON that it also prints is not shown.
  const run = spawnSync(process.execPath, jest, {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, CHROMIUM },
    timeout: 20 * 60 * 1000,
  });
  try {
    const report = JSON.parse(readFileSync(file, 'utf8'));
    counts.passed += report.numPassedTests;
    counts.failed += report.numFailedTests + report.numRuntimeErrorTestSuites;
  } catch {
    counts.failed += 1;
  }
  if (run.status !== 0 && counts.failed === 0) counts.failed += 1;
}
say(`\n${counts.passed} passed, ${counts.failed} failed`);
process.exit(counts.failed > 0 || counts.passed === 0 ? 1 : 0);
