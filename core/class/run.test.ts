import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalog } from '../catalog/shipped.js';
import type { ClassBlock } from '../formats/class.js';
import { observationSchema } from '../formats/observation.js';
import { runEventSchema, type RunEvent, type RunSaid, type Where } from '../formats/run.js';
import {
  cleanOf,
  commonest,
  dueForALook,
  eventsSaying,
  isHurtBy,
  isWhole,
  noteKey,
  observationOf,
  spotterOf,
  stateOf,
  turnIn,
  usedWhy,
  versionIn,
  type RunPlan,
} from './run.js';

const id = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
let made = 0;
const said = (event: RunSaid, at = 1000 * made): RunEvent => ({ ...event, id: id((made += 1)), at });
const where = (round = 1, block = 'b1'): Where => ({ block, round, side: null });
const plan: RunPlan = {
  blocks: [
    { id: 'b1', move: 'front-plank', work: 40, rest: 20, rounds: 3, sides: 'none' },
    { id: 'b2', move: 'hollow', work: 30, rest: 10, rounds: 1, sides: 'none' },
  ],
  assigned: [1, 2, 3]
    .flatMap((round) => [
      { block: 'b1', round, member: 'ana', version: 'front-plank/forearm' },
      { block: 'b1', round, member: 'ben', version: 'front-plank/knees' },
    ])
    .concat({ block: 'b2', round: 1, member: 'ana', version: 'hollow/bent-knee' }),
  pairs: [],
};
const noteOf = (events: RunEvent[], member = 'ana') => stateOf(plan, events).notes.find((n) => n.member === member)!;

test('why a version was done: by the plan, of an easier part too, or changed while the class ran', () => {
  const assigned = [
    { member: 'ana', version: 'front-plank/long-lever', then: 'front-plank/forearm', why: { is: 'next' as const } },
    { member: 'ben', version: 'front-plank/knees', why: { is: 'kit' as const } },
  ];
  const blocks = [{ id: 'b1', rounds: [{ round: 2, assigned }] }];
  const key = (member: string, round = 2) => noteKey(member, { block: 'b1', round, side: 'one' });
  expect(usedWhy(blocks, key('ana'), 'front-plank/long-lever')).toBe('next');
  expect(usedWhy(blocks, key('ana'), 'front-plank/forearm')).toBe('next');
  expect(usedWhy(blocks, key('ben'), 'front-plank/knees')).toBe('kit');
  expect(usedWhy(blocks, key('ben'), 'front-plank/raised')).toBe('swapped');
  expect(usedWhy(blocks, key('ben', 1), 'front-plank/knees')).toBeNull();
  expect(usedWhy(blocks, noteKey('cleo', where(2)), 'front-plank/knees')).toBeNull();
});

describe('notes', () => {
  test('clean seconds run to the first thing seen, whatever order the taps arrived in', () => {
    const events = [
      said({ is: 'seen', member: 'ana', where: where(), fault: 'hip-sag', t: 21.5 }, 50_000),
      said({ is: 'seen', member: 'ana', where: where(), fault: 'soft-knees', t: 14 }, 42_500),
    ];
    for (const all of [events, [...events].reverse()]) {
      const note = noteOf(all);
      expect(note.seen.map((s) => s.fault)).toEqual(['soft-knees', 'hip-sag']);
      expect(cleanOf(note)).toBe(14);
      expect(note.began).toBe(28_500);
    }
  });
  test('the same fault twice is one, at its first second; a tap that is taken back is none', () => {
    const first = said({ is: 'seen', member: 'ana', where: where(), fault: 'hip-sag', t: 12 });
    const again = said({ is: 'seen', member: 'ana', where: where(), fault: 'hip-sag', t: 30 });
    expect(noteOf([first, again]).seen).toEqual([{ id: first.id, fault: 'hip-sag', t: 12 }]);
    expect(noteOf([first, again, said({ is: 'undo', of: first.id })]).seen).toEqual([
      { id: again.id, fault: 'hip-sag', t: 30 },
    ]);
    const both = [first, again, said({ is: 'undo', of: first.id }), said({ is: 'undo', of: again.id })];
    expect(stateOf(plan, both).notes).toEqual([]);
  });
  test('what was seen after the work has no second, and is kept only when one is told', () => {
    const late = said({ is: 'seen', member: 'ana', where: where(), fault: 'hip-sag', t: null }, 90_000);
    expect([isWhole(noteOf([late])), cleanOf(noteOf([late]))]).toEqual([false, null]);
    expect(noteOf([late]).began).toBe(50_000);
    const told = said({ is: 'seen', member: 'ana', where: where(), fault: 'hip-sag', t: 33 }, 95_000);
    expect(cleanOf(noteOf([late, told]))).toBe(33);
    expect(() => observationOf(noteOf([late]), 'side', undefined)).toThrow('not whole');
  });
  test('pain ends the hold and bars the position; a version of another position is still theirs', () => {
    const state = stateOf(plan, [said({ is: 'pain', member: 'ana', where: where(2), t: 9 })]);
    expect([...state.hurt.get('ana')!]).toEqual(['front-plank']);
    expect(['front-plank/raised', 'hollow/bent-knee'].map((v) => isHurtBy(state, 'ana', v))).toEqual([true, false]);
    const { ended, target } = observationOf(state.notes[0]!, 'side', undefined);
    expect([ended, target]).toEqual([{ t: 9, reason: 'pain' }, 40]);
  });
  test('work that was given more time lasts to what was seen in it, and a pain in it ends it there', () => {
    const late = noteOf([said({ is: 'seen', member: 'ana', where: where(), fault: 'hip-sag', t: 46 })]);
    expect(cleanOf(late)).toBe(46);
    const { events, ended, target } = observationOf(late, 'side', undefined);
    expect([events, ended, target]).toEqual([
      [{ t: 46, fault: 'hip-sag', state: 'on' }],
      { t: 46, reason: 'target' },
      40,
    ]);
    const hurt = noteOf([said({ is: 'pain', member: 'ana', where: where(), t: 44 })]);
    expect(observationOf(hurt, 'side', undefined).ended).toEqual({ t: 44, reason: 'pain' });
  });
  test('all taps that say one fault of one work are found, and no other', () => {
    const of = (round: number, fault: string) => said({ is: 'seen', member: 'ana', where: where(round), fault, t: 9 });
    const all = [of(1, 'hip-sag'), of(1, 'hip-sag'), of(1, 'chin-poke'), of(2, 'hip-sag')];
    const note = stateOf(plan, all).notes.find((n) => n.where.round === 1)!;
    expect(eventsSaying(all, note, 'hip-sag')).toEqual(all.slice(0, 2).map((e) => e.id));
  });
  test('who is out of a block has no note there; who was swapped has one of the new version from that round on', () => {
    expect(stateOf(plan, [said({ is: 'clean', member: 'ben', where: where(1, 'b2') })]).notes).toEqual([]);
    const swap = said({ is: 'swap', member: 'ben', block: 'b1', round: 2, version: 'front-plank/raised' });
    expect([1, 2, 3].map((r) => versionIn(plan, [swap], 'ben', 'b1', r))).toEqual([
      'front-plank/knees',
      'front-plank/raised',
      'front-plank/raised',
    ]);
    const came = said({ is: 'swap', member: 'eve', block: 'b2', round: 1, version: 'hollow/knees-in' });
    expect(versionIn(plan, [came], 'eve', 'b2', 1)).toBe('hollow/knees-in');
    expect(versionIn(plan, [came], 'eve', 'b1', 1)).toBeNull();
  });
  test('who left is away until they come back', () => {
    const left = said({ is: 'left', member: 'ben' });
    const came = said({ is: 'came', member: 'ben' });
    expect([...stateOf(plan, [left]).away]).toEqual(['ben']);
    expect([...stateOf(plan, [came, left]).away]).toEqual([]);
  });
});

describe('afterwards', () => {
  const events = [
    said({ is: 'seen', member: 'ana', where: where(1), fault: 'hip-sag', t: 35 }),
    said({ is: 'seen', member: 'ana', where: where(2), fault: 'hip-sag', t: 12 }),
    said({ is: 'seen', member: 'ben', where: where(2), fault: 'hip-sag', t: 30 }),
    said({ is: 'seen', member: 'ben', where: where(2), fault: 'chin-poke', t: 38 }),
    said({ is: 'pain', member: 'ben', where: where(3), t: 4 }),
  ];
  test('a fault is counted once a member; pain is looked at first, then the earliest break', () => {
    const { notes } = stateOf(plan, events);
    expect(commonest(notes)).toEqual([
      { fault: 'hip-sag', members: 2 },
      { fault: 'chin-poke', members: 1 },
    ]);
    expect(dueForALook(notes)).toEqual([
      { member: 'ben', why: 'pain' },
      { member: 'ana', why: 'early' },
    ]);
  });
});

const faults = catalog.faults.map((f) => f.id);
const arrival = fc.record({
  member: fc.constantFrom('ana', 'ben'),
  round: fc.integer({ min: 1, max: 3 }),
  fault: fc.constantFrom(...faults),
  t: fc.integer({ min: 0, max: 40 }),
  is: fc.constantFrom('seen' as const, 'pain' as const, 'clean' as const),
  at: fc.integer({ min: 0, max: 1e6 }),
});
test('two devices’ events say the same in whatever order and however often they arrive, and every whole note is a readable look', () => {
  fc.assert(
    fc.property(fc.array(arrival, { maxLength: 20 }), fc.integer(), (taps, turn) => {
      const events = taps.map(({ is, member, round, fault, t, at }) =>
        said(
          is === 'seen'
            ? { is, member, where: where(round), fault, t }
            : is === 'pain'
              ? { is, member, where: where(round), t }
              : { is, member, where: where(round) },
          at,
        ),
      );
      const twice = [...events, ...events].sort((a, b) => (a.id + turn < b.id + turn ? 1 : -1));
      const [one, other] = [stateOf(plan, events), stateOf(plan, twice)];
      expect(other).toEqual(one);
      for (const e of events) expect(runEventSchema.parse(e)).toEqual(e);
      for (const note of one.notes.filter(isWhole)) {
        const seen = observationSchema.safeParse(observationOf(note, 'side', { stature: 1.7 }));
        expect(seen.error?.issues).toBeUndefined();
        expect(cleanOf(note)).toBeLessThanOrEqual(note.work);
      }
    }),
  );
});

describe('notes of blocks that are paced otherwise', () => {
  const own = (block: Partial<ClassBlock>, change: Partial<RunPlan> = {}): RunPlan => ({
    blocks: [{ ...plan.blocks[0]!, ...block }],
    assigned: [{ block: 'b1', round: 1, member: 'ana', version: 'front-plank/forearm', then: 'front-plank/knees' }],
    pairs: [],
    ...change,
  });
  const first = (of: RunPlan, events: RunEvent[]) => stateOf(of, events).notes[0]!;
  const seen = (t: number) => said({ is: 'seen', member: 'ana', where: where(), fault: 'hip-sag', t });

  test('a step-down is a split set; one that broke before it has one part', () => {
    const observed = (t: number, pain: boolean) => {
      const events = pain ? [said({ is: 'pain', member: 'ana', where: where(), t })] : [seen(t)];
      return observationOf(first(own({ stepDown: 25 }), events), 'side', undefined);
    };
    expect(observed(30, false).segments).toEqual([
      { t: 0, rung: 'forearm' },
      { t: 25, rung: 'knees' },
    ]);
    expect(observed(12, true)).not.toHaveProperty('segments');
    expect(observationSchema.safeParse(observed(30, false)).success).toBe(true);
    const swapped = said({ is: 'swap', member: 'ana', block: 'b1', round: 1, version: 'front-plank/raised' });
    expect(first(own({ stepDown: 25 }), [swapped, seen(30)]).then).toBeNull();
  });
  test('until the shape goes: what went last ends it; held clean, the coach’s next does', () => {
    const open = own({ pace: { is: 'shape' }, work: 90 });
    const broke = first(open, [
      seen(21),
      said({ is: 'seen', member: 'ana', where: where(), fault: 'soft-knees', t: 33 }),
    ]);
    expect([cleanOf(broke), observationOf(broke, 'side', undefined).ended]).toEqual([21, { t: 33, reason: 'coach' }]);
    const clock = [said({ is: 'start' }, 0), said({ is: 'to', part: 2 }, 62_000)];
    const clean = first(open, [...clock, said({ is: 'clean', member: 'ana', where: where() }, 64_000)]);
    const kept = observationOf(clean, 'side', undefined);
    expect([cleanOf(clean), kept.ended, kept.target]).toEqual([52, { t: 52, reason: 'coach' }, undefined]);
  });
  test('reps by a tempo are counted where the version is: the one in which something was seen is not clean', () => {
    const counted = own({ pace: { is: 'reps', reps: 5, up: 2, pause: 1, down: 3 } });
    const kept = observationOf(first(counted, [seen(14)]), 'side', undefined, true);
    expect(kept).toMatchObject({ targetReps: 5, ended: { t: 30, reason: 'target' } });
    expect(kept.reps!.map((r) => [r.t, r.clean, r.fault])).toEqual([
      [6, true, undefined],
      [12, true, undefined],
      [18, false, 'hip-sag'],
      [24, true, undefined],
      [30, true, undefined],
    ]);
    expect(kept).not.toHaveProperty('target');
    expect(observationSchema.safeParse(kept).success).toBe(true);
    const hurt = first(counted, [said({ is: 'pain', member: 'ana', where: where(), t: 13 })]);
    expect(observationOf(hurt, 'side', undefined, true).reps).toHaveLength(2);
    expect(observationOf(first(counted, [seen(14)]), 'side', undefined)).toMatchObject({ target: 30 });
  });
  test('of pairs, whose turn it is and who spots', () => {
    const pairs = own(
      { pairs: true },
      {
        pairs: [
          { block: 'b1', first: 'ana', second: 'ben' },
          { block: 'b1', first: 'cal', second: null },
        ],
      },
    );
    expect(['ana', 'ben', 'cal', 'dot'].map((m) => turnIn(pairs, m, 'b1'))).toEqual([
      'first',
      'second',
      'first',
      'first',
    ]);
    expect(['ana', 'ben', 'cal', 'dot'].map((m) => spotterOf(pairs, m, 'b1'))).toEqual(['ben', 'ana', null, null]);
    expect(turnIn(plan, 'ana', 'b1')).toBeNull();
  });
});
