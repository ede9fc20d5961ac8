import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync, truncateSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { watchedPlank } from '../core/testing.js';

const dir = mkdtempSync(join(tmpdir(), 'anchor-files-'));
const run = (args: string[], input?: string) =>
  spawnSync(process.execPath, ['--import', 'tsx', 'tools/evaluate.ts', ...args], { encoding: 'utf8', input });
const file = (name: string, content: string): string => {
  writeFileSync(join(dir, name), content);
  return join(dir, name);
};
const observation = watchedPlank();

describe('the evaluate command', () => {
  test('prints an evaluation for a file and for standard input', () => {
    const fromFile = run([file('ok.json', JSON.stringify(observation))]);
    expect([fromFile.status, fromFile.stderr]).toEqual([0, '']);
    const evaluation = JSON.parse(fromFile.stdout) as { hold: { clean: number }; drills: unknown[] };
    expect(evaluation).toMatchObject({ format: 'upright-anchor/evaluation', version: 1, hold: { clean: 21.4 } });
    expect(evaluation.drills.length).toBeGreaterThanOrEqual(2);
    expect(run(['-'], JSON.stringify(observation)).stdout).toBe(fromFile.stdout);
  });
  const big = file('big.json', '');
  truncateSync(big, 200 * 1024 * 1024);
  test.each([
    ['no file named', [], /^file: say which/],
    ['a missing file', [join(dir, 'none.json')], /^file: does not exist$/],
    ['a folder', [dir], /^file: is a folder$/],
    ['an empty file', [file('empty.json', ' \n')], /^file: is empty$/],
    ['200 MB', [big], /^file: is 200 MB; at most 64 MB are read$/],
    ['broken JSON', [file('broken.json', '{"a":')], /^file: is not JSON/],
    ['NaN', [file('nan.json', JSON.stringify(observation).replace('21.4', 'NaN'))], /^file: is not JSON/],
    [
      'huge coordinates',
      [file('huge.json', JSON.stringify({ ...observation, frames: [{ t: 0, points: { hip: [1e300, 0] } }] }))],
      /^frames\[0\]\.points\.hip\[0\]: is too far outside a picture$/,
    ],
    [
      'an unknown position',
      [file('pos.json', JSON.stringify({ ...observation, position: 'headspin' }))],
      /^position: "headspin" cannot be evaluated; known: front-plank, hollow/,
    ],
    [
      'an unknown version',
      [file('version.json', JSON.stringify({ ...observation, version: 3 }))],
      /^version: cannot be read; this program reads version 1$/,
    ],
  ])('%s: exit 2, nothing on standard output, one line a problem', (_name, args, line) => {
    const result = run(args);
    expect([result.status, result.stdout]).toEqual([2, '']);
    expect(result.stderr.trimEnd()).toMatch(line);
    expect(result.stderr).not.toMatch(/\bat .*:\d+:\d+/);
  });
});
