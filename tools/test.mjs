/** `npm test`: installs what is missing, then format, types, lint, unit, HTTP and interface tests. Ends with one line of counts. */
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { ensureChromium, ensurePackages, must, root, say } from './ensure.mjs';
import { TEST_NOW } from './test-day.mjs';

ensurePackages();
const CHROMIUM = ensureChromium();
const bin = (path) => `node_modules/${path}`;
const node = (...args) => must(process.execPath, args);

/** What is checked without running anything, the longest first. */
const CHECKS = [
  ['eslint/bin/eslint.js', '.', '--max-warnings', '0'],
  ['vue-tsc/bin/vue-tsc.js', '-p', 'tsconfig.web-tests.json'],
  ['vue-tsc/bin/vue-tsc.js', '-p', 'tsconfig.web.json'],
  ['typescript/bin/tsc', '-p', 'tsconfig.node.json'],
  ['prettier/bin/prettier.cjs', '--check', '--log-level', 'warn', '.'],
  ['typescript/bin/tsc', '-p', 'tsconfig.core.json'],
  [
    'dependency-cruiser/bin/dependency-cruise.mjs',
    ...['--config', '.dependency-cruiser.cjs'],
    ...['core', 'words', 'api', 'server', 'web', 'tools'],
  ],
];
/** Runs one check and shows what it said once it is done; false when it failed. */
const checked = ([tool, ...args]) =>
  new Promise((resolve) => {
    const run = spawn(process.execPath, [bin(tool), ...args], { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const from of [run.stdout, run.stderr]) from.on('data', (piece) => (said += piece));
    run.on('error', (error) => (said += error.message));
    run.on('close', (status) => {
      say(`${status === 0 ? 'kept' : 'FAILED'}: ${tool.split('/')[0]} ${args.join(' ')}`);
      if (status !== 0) say(said);
      resolve(status === 0);
    });
  });

const took = [];
const since = (began) => {
  const seconds = Math.round((performance.now() - began) / 1000);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
};
const checksBegan = performance.now();
say('\n— types and lint');
// Two beside each other, which is what two cores bear.
const left = [...CHECKS];
let kept = true;
await Promise.all(
  [1, 2].map(async () => {
    for (let next = left.shift(); next; next = left.shift()) kept = (await checked(next)) && kept;
  }),
);
if (!kept) process.exit(1);
took.push(['types and lint', since(checksBegan)]);
const buildBegan = performance.now();
say('— build');
node(bin('vite/bin/vite.js'), 'build', '--logLevel', 'warn');
node('tools/build-server.mjs');
took.push(['build', since(buildBegan)]);

/** How long one project's tests may take before they are taken to hang, minutes: three times what the slowest takes on two slow cores. */
const MINUTES = 60;
const results = mkdtempSync(join(tmpdir(), 'anchor-tests-'));
const counts = { passed: 0, failed: 0 };
const failures = [];
/** What failed, each with the line of its test file at which it did. */
const failuresOf = ({ testResults }) =>
  testResults.flatMap(({ name, message, assertionResults }) => {
    const file = relative(root, name);
    const broken = assertionResults.filter((a) => a.status === 'failed');
    if (assertionResults.length === 0) return [`${file}: ${message.split('\n')[0]}`];
    return broken.map(({ fullName, failureMessages }) => {
      const at = new RegExp(`${file.replace(/[.]/g, '\\.')}:(\\d+)`).exec(failureMessages.join('\n'));
      return `${file}${at ? `:${at[1]}` : ''} ${fullName}`;
    });
  });
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
    '--maxWorkers=2',
  ];
  // Jest's own report goes to standard error; the JSON that it also prints is not shown.
  const began = performance.now();
  const run = spawnSync(process.execPath, jest, {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, CHROMIUM },
    timeout: MINUTES * 60 * 1000,
  });
  if (run.error?.code === 'ETIMEDOUT') say(`the ${project} tests were ended after ${MINUTES} minutes`);
  try {
    const report = JSON.parse(readFileSync(file, 'utf8'));
    counts.passed += report.numPassedTests;
    counts.failed += report.numFailedTests + report.numRuntimeErrorTestSuites;
    failures.push(...failuresOf(report));
  } catch {
    say(`the ${project} tests left no report (ended by ${run.signal ?? `status ${run.status}`})`);
    counts.failed += 1;
  }
  if (run.status !== 0 && counts.failed === 0) counts.failed += 1;
  took.push([`${project} tests`, since(began)]);
}
say(`\ntook: ${took.map(([what, minutes]) => `${what} ${minutes}`).join(', ')}`);
if (failures.length > 0) {
  say(`failed, on the day that tests live on (${TEST_NOW}) and ${new Date().toISOString()} outside:`);
  for (const line of failures) say(`  ${line}`);
}
say(`\n${counts.passed} passed, ${counts.failed} failed`);
process.exit(counts.failed > 0 || counts.passed === 0 ? 1 : 0);
