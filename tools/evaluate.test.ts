import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync, truncateSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { watchedPlank } from '../core/testing.js';

const dir = mkdtempSync(join(tmpdir(), 'anchor-files-'));
const run = (args: string[], input?: string, command = 'evaluate') =>
  spawnSync(process.execPath, ['--import', 'tsx', `tools/${command}.ts`, ...args], { encoding: 'utf8', input });
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
  test('one observation a line gives one evaluation a line, in order; a bad line says what is wrong in its place', () => {
    const at = (t: number): string => JSON.stringify(watchedPlank({ events: [{ t, fault: 'hip-sag', state: 'on' }] }));
    const lines = file('many.jsonl', `${at(12)}\n{"a":\n\n${at(30)}\n`);
    for (const result of [run(['--lines', lines]), run(['--lines', '-'], `${at(12)}\n{"a":\n\n${at(30)}\n`)]) {
      expect([result.status, result.stderr]).toEqual([2, '']);
      const answers = result.stdout
        .trimEnd()
        .split('\n')
        .map((l) => JSON.parse(l) as Record<string, unknown>);
      expect(answers).toMatchObject([
        { hold: { clean: 12 } },
        { problems: [{ message: expect.stringContaining('is not JSON') }] },
        { problems: [{ path: 'line', message: 'is empty' }] },
        { hold: { clean: 30 } },
      ]);
    }
    const good = run(['--lines', file('good.jsonl', at(12))]);
    expect([good.status, JSON.parse(good.stdout)]).toEqual([0, JSON.parse(run(['-'], at(12)).stdout)]);
    expect(run(['--lines', join(dir, 'none.jsonl')]).stderr).toBe('file: does not exist\n');
    expect(run(['--lines']).stderr).toMatch(/^file: say which/);
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

describe('the lever command', () => {
  const query = {
    format: 'upright-anchor/lever-query',
    version: 1,
    athlete: { stature: 1.8, mass: 80, sex: 'male' },
    position: 'front-plank',
    rung: 'straight-arm',
    knobs: { handHeight: 0.3, footHeight: 0, elbowAhead: 0, kneeBend: 0, addedMass: 0, edgeDistance: 0 },
  };
  const ask = (change: object) => run(['-'], JSON.stringify({ ...query, ...change }), 'lever');
  test('answers a query with contacts, moments and balance', () => {
    const answer = ask({});
    expect([answer.status, answer.stderr]).toEqual([0, '']);
    const report = JSON.parse(answer.stdout) as { contacts: { at: string; bodyWeight: number }[]; moments: unknown[] };
    expect(report).toMatchObject({ format: 'upright-anchor/lever-report', version: 1, balanced: true });
    expect(report.contacts.map((c) => c.at)).toEqual(['hands', 'toes']);
    expect(report.contacts.reduce((sum, c) => sum + c.bodyWeight, 0)).toBeCloseTo(1, 2);
    expect(report.moments).toHaveLength(4);
  });
  test('prints every version’s load as a table', () => {
    const table = run(['--table', '1.6', '55', 'female'], undefined, 'lever');
    expect(table.status).toBe(0);
    expect(table.stdout).toContain('| front-plank/forearm |');
    expect(table.stdout).toContain('| hanging/half |');
    expect(run(['--table', 'tall'], undefined, 'lever').status).toBe(2);
  });
  test.each([
    ['no mass', { athlete: { stature: 1.8 } }, /^athlete\.mass: is missing/],
    ['an unknown version', { rung: 'mast' }, /^rung: "mast" is no version of front-plank/],
    ['a knob that is none', { knobs: { windSpeed: 3 } }, /^knobs\.windSpeed: is not a known field$/],
    [
      'a knob of another version',
      { knobs: { edgeDistance: 0.2 } },
      /^knobs\.edgeDistance: straight arms has no such knob/,
    ],
    [
      'a length of nothing',
      { athlete: { ...query.athlete, lengths: { thigh: 0 } } },
      /^athlete\.lengths\.thigh: must be/,
    ],
  ])('%s: exit 2 and a line that says where', (_name, change, line) => {
    const answer = ask(change);
    expect([answer.status, answer.stdout]).toEqual([2, '']);
    expect(answer.stderr.trimEnd()).toMatch(line);
  });
});

describe('the class command', () => {
  const query = {
    format: 'upright-anchor/class-query',
    version: 1,
    method: 'straight',
    minutes: 45,
    kit: { box: 1, weights: 3 },
    members: [
      { id: 'm1', cautions: ['wrist'], places: { 'front-plank': { rung: 'forearm', clean: 30 } } },
      { id: 'm2', athlete: { stature: 1.6, mass: 60 } },
    ],
    blocks: [
      { id: 'b1', move: 'front-plank', work: 30, rest: 15, rounds: 3, sides: 'none' },
      { id: 'b2', move: 'carry', work: 40, rest: 20, rounds: 1 },
    ],
  };
  const ask = (change: object) => run(['-'], JSON.stringify({ ...query, ...change }), 'class');
  test('prints a plan that is proven, with every option, its gain and its kit', () => {
    const asked = ask({});
    expect([asked.status, asked.stderr]).toEqual([0, '']);
    const plan = JSON.parse(asked.stdout) as { blocks: { options: object[]; rounds: object[] }[] };
    expect(plan).toMatchObject({ format: 'upright-anchor/class-plan', version: 1, proven: true, minutes: 4.3 });
    expect(plan.blocks[0]!.rounds).toHaveLength(3);
    expect(plan.blocks[0]!.options).toContainEqual({
      member: 'm1',
      version: 'front-plank/forearm',
      gain: 1,
      kit: {},
    });
  });
  test.each([
    ['a kit that nobody knows', { kit: { anchor: 1 } }, /^kit\.anchor: is no kit/],
    ['a move that is none', { blocks: [{ ...query.blocks[0], move: 'hull' }] }, /^blocks\[0\]\.move: there is no move/],
    ['work of no time', { blocks: [{ ...query.blocks[0], work: 0 }] }, /^blocks\[0\]\.work: must be 1–600 s/],
    ['nobody', { members: [] }, /^members: holds nobody/],
    ['a field too many', { anchor: 1 }, /^anchor: /],
  ])('%s is told where and what, and nothing is printed', (_name, change, says) => {
    const asked = ask(change);
    expect([asked.status, asked.stdout]).toEqual([2, '']);
    expect(asked.stderr).toMatch(says);
    expect(asked.stderr).not.toContain('    at ');
  });
});
