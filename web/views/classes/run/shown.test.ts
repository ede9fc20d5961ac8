import { describe, expect, test } from '@jest/globals';
import type { Run } from '../../../../api/runs.js';
import { catalog } from '../../../../core/catalog/shipped.js';
import { runPlanOf, stateOf } from '../../../../core/class/run.js';
import { clockAt, standing, timelineOf } from '../../../../core/class/timeline.js';
import { shortNames } from '../../../../words/names.js';
import type { RunEvent, RunSaid } from '../../../../core/formats/run.js';
import { hasStepped, nextName, pacingNow, partName, roundAt, turnAt, versionsOf } from './shown.js';

const people = [
  { id: 'a', name: 'Ana Berg', fault: null },
  { id: 'b', name: 'Ben Dale', fault: 'hip-sag' },
  { id: 'c', name: 'Ana Lund', fault: null },
];
const assigned = (round: number) => ({
  round,
  assigned: [
    { member: 'a', version: 'front-plank/forearm', why: { is: 'place' as const } },
    { member: 'c', version: 'front-plank/forearm', why: { is: 'place' as const } },
    { member: 'b', version: 'front-plank/knees', why: { is: 'lighter' as const } },
  ],
});
const run: Run = {
  id: 'r',
  classId: 'k',
  name: 'Lunch',
  day: '2026-05-20',
  startedAt: '2026-05-20T10:00:00.000Z',
  by: 'C',
  blocks: [
    { id: 'b1', move: 'front-plank', work: 30, rest: 15, rounds: 2, sides: 'none' },
    { id: 'b2', move: 'side-plank', work: 20, rest: 0, rounds: 1, sides: 'each' },
  ],
  people,
  resting: [],
  plan: {
    proven: true,
    total: 1,
    minutes: 3,
    blocks: [
      { id: 'b1', seconds: 120, options: [], rounds: [assigned(1), assigned(2)], out: [] },
      { id: 'b2', seconds: 70, options: [], rounds: [{ round: 1, assigned: [] }], out: [] },
    ],
    watch: [],
    balance: { fold: 0, hold: 1, shape: 0, brace: 0, turn: 0 },
    warnings: [],
  },
  keptAt: null,
  kept: [],
};
const parts = timelineOf(run.blocks);
let made = 0;
const at = (seconds: number, event: RunSaid): RunEvent => ({
  ...event,
  id: `00000000-0000-4000-8000-${String((made += 1)).padStart(12, '0')}`,
  at: seconds * 1000,
});
const start = at(0, { is: 'start' });
const clock = (seconds: number) => clockAt(parts, standing([start]), seconds * 1000);
const shown = (events: RunEvent[], round = 1, block = 'b1') =>
  versionsOf(catalog, run, stateOf(runPlanOf(run), events), { block, round });

test('two of one first name are told apart by the letter of the last', () => {
  expect([...shortNames(people).values()]).toEqual(['Ana B.', 'Ben', 'Ana L.']);
});

describe('who does what', () => {
  test('the version of the most stands first, within its own position without the position’s name', () => {
    const { shown: all, waiting } = shown([]);
    expect(all.map((v) => [v.name, v.members.map((m) => m.id)])).toEqual([
      ['Forearms', ['a', 'c']],
      ['On the knees, forearms', ['b']],
    ]);
    expect(waiting).toEqual([]);
  });
  test('who was hurt by it waits, who left is not shown, who was swapped stands with the new version from that round on', () => {
    const where = { block: 'b1', round: 1, side: null };
    const events = [
      at(15, { is: 'pain', member: 'a', where, t: 5 }),
      at(16, { is: 'left', member: 'c' }),
      at(17, { is: 'swap', member: 'b', block: 'b1', round: 2, version: 'front-plank/raised' }),
    ];
    expect(shown(events).shown.map((v) => v.version)).toEqual(['front-plank/knees']);
    expect(shown(events, 2)).toMatchObject({
      shown: [{ version: 'front-plank/raised', members: [{ id: 'b', spotter: null }] }],
      waiting: ['a'],
    });
  });
  test('who has no version of a block waits', () => {
    expect(shown([], 1, 'b2')).toEqual({ shown: [], waiting: ['a', 'b', 'c'] });
  });
});

test('a rest and a lead-in lead to the round that comes; the last round stays to the end', () => {
  expect(roundAt(parts, clock(5))).toMatchObject({ block: 'b1', round: 1 });
  expect(roundAt(parts, clock(45))).toMatchObject({ block: 'b1', round: 2 });
  expect(roundAt(parts, clock(105))).toMatchObject({ block: 'b2', round: 1, side: 'one' });
  expect(roundAt(parts, clock(9999))).toMatchObject({ block: 'b2', round: 1, side: 'other' });
});

test('what is and what comes is named, with the side', () => {
  expect(parts.map((p) => partName(catalog, run, p)).slice(-4)).toEqual([
    'Get ready: Side plank',
    'Side plank, one side',
    'Side plank, other side',
    'Rest. Next block',
  ]);
  expect(nextName(catalog, run, parts, clock(15))).toBe('Rest, 15 s');
  expect(nextName(catalog, run, parts, clock(45))).toBe('Front plank, 30 s');
  expect(nextName(catalog, run, parts, clock(9999))).toBe('');
});

describe('blocks that are paced otherwise', () => {
  const paced: Run = {
    ...run,
    blocks: [
      { ...run.blocks[0]!, pairs: true, stepDown: 20, pace: { is: 'breaths', breaths: 3, in: 4, out: 6 } },
      { ...run.blocks[1]!, pace: { is: 'shape' } },
    ],
    plan: {
      ...run.plan,
      blocks: run.plan.blocks.map((b, i) =>
        i > 0
          ? b
          : {
              ...b,
              pairs: [
                { first: 'a', second: 'b' },
                { first: 'c', second: null },
              ],
              rounds: b.rounds.map((r) => ({
                ...r,
                assigned: r.assigned.map((a) => (a.member === 'a' ? { ...a, then: 'front-plank/knees' } : a)),
              })),
            },
      ),
    },
  };
  const own = timelineOf(paced.blocks);
  const now = (seconds: number) => clockAt(own, standing([start]), seconds * 1000);
  const who = (turn: 'first' | 'second', stepped = false) =>
    versionsOf(catalog, paced, stateOf(runPlanOf(paced), []), { block: 'b1', round: 1 }, { turn, stepped }).shown;
  test('one of each pair works and the other spots; with an odd number the coach does', () => {
    expect([turnAt(own, now(15)), turnAt(own, now(45))]).toEqual(['first', 'second']);
    expect(who('first').flatMap((v) => v.members)).toEqual([
      { id: 'a', spotter: 'b' },
      { id: 'c', spotter: null },
    ]);
    expect(who('second').flatMap((v) => v.members)).toEqual([{ id: 'b', spotter: 'a' }]);
  });
  test('from its second on the easier version stands, for who has one', () => {
    expect([29, 30].map((s) => hasStepped(paced, own[1], now(s)))).toEqual([false, true]);
    expect(who('first', true).map((v) => [v.version, v.members.map((m) => m.id)])).toEqual([
      ['front-plank/knees', ['a']],
      ['front-plank/forearm', ['c']],
    ]);
  });
  test('the breath is counted, and what comes is named as it is paced', () => {
    expect(pacingNow(paced, own[1], now(10 + 15))).toMatchObject({ step: 'out', n: 2, of: 3 });
    expect(pacingNow(paced, own[0], now(5))).toBeNull();
    expect(nextName(catalog, paced, own, now(5))).toBe(
      'Front plank, first of each pair, 3 breaths, 4 s in and 6 s out',
    );
    const last = own.findLastIndex((p) => p.is === 'next' && p.block === 'b1');
    expect(nextName(catalog, paced, own, { ...now(5), part: last })).toBe(
      'Side plank, one side, until the shape goes, 20 s at most',
    );
  });
});
