/**
 * `npm run mutation [-- --share 0.1] [--draw name] [room …]`: what the core's tests let through. First the named mutants, each of
 * which must be killed; then Stryker over the rooms of the core, or over a share of their lines. The same name draws the same
 * lines; another name draws lines for which no test was written.
 */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { named } from '../tests/mutation/named.mjs';
import { ensurePackages, root, say } from './ensure.mjs';

const ROOMS = ['measure', 'judge', 'hold', 'reason', 'prescribe', 'ladder', 'statics', 'evaluate'];
/** Lines are drawn in stretches of this many. */
const STRETCH = 12;

const { values, positionals } = parseArgs({
  options: {
    share: { type: 'string', default: '1' },
    draw: { type: 'string', default: '' },
    only: { type: 'string', default: 'both' },
  },
  allowPositionals: true,
});
const share = Number(values.share);
const rooms = positionals.length > 0 ? positionals : ROOMS;
if (!(share > 0 && share <= 1) || rooms.some((r) => !ROOMS.includes(r)))
  throw new Error(`--share is between 0 and 1; rooms are ${ROOMS.join(', ')}`);
ensurePackages();

const JEST = ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js'];
/** What the core's tests reach. */
const COPIED = ['core', 'words', 'api', 'server', 'tools', 'web', 'tests', 'jest.config.mjs', 'package.json'];
/** Runs the unit tests that reach a file with each named mutant in it, in a copy of the project. @returns the names that survived */
function runNamed() {
  const copy = mkdtempSync(join(tmpdir(), 'anchor-mutants-'));
  for (const entry of COPIED) cpSync(join(root, entry), join(copy, entry), { recursive: true });
  symlinkSync(join(root, 'node_modules'), join(copy, 'node_modules'));
  const survived = [];
  const test = (files) => {
    const run = spawnSync(
      process.execPath,
      [...JEST, '--selectProjects', 'unit', '--bail', '--silent', '--findRelatedTests', ...files],
      { cwd: copy, timeout: 900_000 },
    );
    // A run that was ended says nothing of the mutant.
    if (run.error) throw run.error;
    return run.status === 0;
  };
  try {
    const files = [...new Set(named.map((n) => n.file))];
    if (!test(files)) throw new Error('The tests fail without any mutant: run npm test first.');
    for (const { name, file, find, put } of named) {
      const path = join(copy, file);
      const text = readFileSync(path, 'utf8');
      if (!text.includes(find))
        throw new Error(`${file} has no “${find}” any more: tests/mutation/named.mjs wants ${name}`);
      writeFileSync(path, text.replace(find, put));
      const alive = test([file]);
      writeFileSync(path, text);
      if (alive) survived.push(name);
      say(`${alive ? 'SURVIVED' : 'killed  '}  ${name}`);
    }
  } finally {
    rmSync(copy, { recursive: true, force: true });
  }
  return survived;
}

/** Files of a room, or as many stretches of their lines as the share says. */
function drawn(room) {
  const folder = join('core', room);
  return readdirSync(join(root, folder))
    .filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts'))
    .flatMap((f) => {
      const path = join(folder, f);
      if (share === 1) return [path];
      const lines = readFileSync(join(root, path), 'utf8').split('\n').length;
      return Array.from({ length: Math.ceil(lines / STRETCH) }, (_, i) => i)
        .filter(
          (i) => createHash('sha256').update(`${values.draw}${path}:${i}`).digest().readUInt32BE(0) / 2 ** 32 < share,
        )
        .map((i) => `${path}:${i * STRETCH + 1}-${(i + 1) * STRETCH}`);
    });
}

/** 95 % interval of a share by Wilson's score. */
function interval(k, n) {
  const z = 1.96;
  const centre = (k + (z * z) / 2) / (n + z * z);
  const half = (z / (n + z * z)) * Math.sqrt((k * (n - k)) / n + (z * z) / 4);
  return `${Math.round(100 * (centre - half))}–${Math.round(100 * (centre + half))} %`;
}

function report() {
  const path = join(root, 'reports/mutation.json');
  if (!existsSync(path)) throw new Error('No report was written.');
  const { files } = JSON.parse(readFileSync(path, 'utf8'));
  const count = new Map([...rooms, 'all'].map((room) => [room, { killed: 0, all: 0 }]));
  for (const [file, { mutants }] of Object.entries(files)) {
    const room = file.split('/')[1];
    for (const { status } of mutants) {
      if (!['Killed', 'Timeout', 'Survived', 'NoCoverage'].includes(status)) continue;
      for (const key of [room, 'all']) {
        const at = count.get(key);
        at.all += 1;
        if (status === 'Killed' || status === 'Timeout') at.killed += 1;
      }
    }
  }
  say('\nroom        mutants  killed   share   95 %');
  for (const [room, { killed, all }] of count)
    if (all > 0)
      say(
        `${room.padEnd(11)} ${String(all).padStart(7)} ${String(killed).padStart(7)}   ${((100 * killed) / all).toFixed(0).padStart(4)} %  ${interval(killed, all)}`,
      );
}

let survived = [];
if (values.only !== 'drawn') survived = runNamed();
if (values.only !== 'named') {
  const mutate = rooms.flatMap(drawn);
  const run = spawnSync(
    join(root, 'node_modules/.bin/stryker'),
    ['run', 'stryker.config.mjs', '--mutate', mutate.join(',')],
    { cwd: root, stdio: 'inherit' },
  );
  if (run.status !== 0) process.exitCode = 1;
  report();
}
if (survived.length > 0) {
  say(`\nThese must not survive: ${survived.join('; ')}`);
  process.exitCode = 1;
}
