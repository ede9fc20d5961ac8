import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { PACED_SIDES, pacedBlockSchema, paceSchema, type ClassBlock, type Pace } from '../formats/class.js';
import { groupsOf, NEW_PACE, ownSeconds, pacingAt, pairsOf, secondsOf, turnsOf, workSeconds } from './pace.js';
import { timelineOf } from './timeline.js';

const block = (change: Partial<ClassBlock> = {}): ClassBlock => ({
  id: 'b',
  move: 'front-plank',
  work: 30,
  rest: 15,
  rounds: 3,
  sides: 'none',
  ...change,
});
const breaths: Pace = { is: 'breaths', breaths: 5, in: 4, out: 6 };
const reps: Pace = { is: 'reps', reps: 8, up: 2, pause: 1, down: 3 };

const paces = fc.oneof(
  fc.constant<Pace>({ is: 'seconds' }),
  fc.constant<Pace>({ is: 'shape' }),
  fc.record({
    is: fc.constant('breaths' as const),
    breaths: fc.integer({ min: 1, max: 20 }),
    in: fc.integer({ min: 1, max: 15 }),
    out: fc.integer({ min: 1, max: 20 }),
  }),
  fc.record({
    is: fc.constant('reps' as const),
    reps: fc.integer({ min: 1, max: 20 }),
    up: fc.integer({ min: 1, max: 9 }),
    pause: fc.integer({ min: 0, max: 9 }),
    down: fc.integer({ min: 0, max: 9 }),
  }),
);
const anyBlock = (id: string) =>
  fc.record({
    id: fc.constant(id),
    move: fc.constant('hollow'),
    work: fc.integer({ min: 1, max: 90 }),
    rest: fc.integer({ min: 0, max: 60 }),
    rounds: fc.integer({ min: 1, max: 5 }),
    sides: fc.constantFrom(...PACED_SIDES),
    pace: paces,
    leadIn: fc.integer({ min: 0, max: 60 }),
    band: fc.boolean(),
    pairs: fc.boolean(),
    joined: fc.boolean(),
  });
const blocks = fc.tuple(anyBlock('a'), anyBlock('b'), anyBlock('c'), anyBlock('d'));

describe('how long the work is', () => {
  test.each([
    ['seconds', {}, 30],
    ['five breaths of four in and six out', { pace: breaths }, 50],
    ['eight reps up in two, held one, down in three', { pace: reps }, 48],
    ['until the shape goes: thirty at the most', { pace: NEW_PACE.shape }, 30],
    ['with a band: half the seconds', { band: true }, 15],
    ['with a band: half the breaths, the odd one counts', { band: true, pace: breaths }, 30],
  ] as const)('%s', (_, change, seconds) => {
    expect(workSeconds(block(change))).toBe(seconds);
  });
  test('everything that a new pace begins with is one that can be kept', () => {
    for (const pace of Object.values(NEW_PACE)) expect(paceSchema.parse(pace)).toEqual(pace);
    expect(() => paceSchema.parse({ ...reps, up: 0, pause: 0, down: 0 })).toThrow('a second at least');
    expect(pacedBlockSchema.parse(block({ pace: reps, stepDown: 20, joined: true }))).toMatchObject({ stepDown: 20 });
  });
});

describe('what is done at a second', () => {
  test('in, then out, and the next breath', () => {
    const at = (t: number) => pacingAt({ work: 30, pace: breaths }, t);
    expect(at(0)).toMatchObject({ step: 'in', n: 1, of: 5 });
    expect(at(4)).toMatchObject({ step: 'out', n: 1 });
    expect(at(4)!.share).toBeCloseTo(0, 6);
    expect(at(9)!.left).toBeCloseTo(1, 6);
    expect(at(10)).toMatchObject({ step: 'in', n: 2 });
    expect(at(50)).toBeNull();
    expect(pacingAt(block(), 3)).toBeNull();
  });
  test('a step of no seconds is not done', () => {
    const steps = [0, 1, 2, 3, 4].map((t) => pacingAt({ work: 30, pace: { ...reps, pause: 0 } }, t)!.step);
    expect(steps).toEqual(['up', 'up', 'down', 'down', 'down']);
  });
  test('every second of the work is of one step, and the counts rise to the last', () => {
    fc.assert(
      fc.property(paces, fc.boolean(), (pace, band) => {
        const one = block({ pace, band });
        const counts = pace.is === 'breaths' || pace.is === 'reps';
        let last = 1;
        let right = true;
        for (let t = 0; t < workSeconds(one); t += 0.5) {
          const pacing = pacingAt(one, t);
          right &&= counts
            ? pacing !== null && pacing.n >= last && pacing.n <= pacing.of && pacing.share >= 0 && pacing.share < 1
            : pacing === null;
          last = pacing?.n ?? last;
        }
        expect(right).toBe(true);
        if (pacingAt(one, 0)) expect(last).toBe(pacingAt(one, 0)!.of);
      }),
    );
  });
});

describe('turns, joined blocks and their length', () => {
  test('one side, the other, then both; a leading leg by rounds; each of a pair', () => {
    const sides = (change: Partial<ClassBlock>, round = 1) =>
      turnsOf(block(change), round).map((t) => [t.turn, t.side].filter(Boolean).join(' '));
    expect(sides({ sides: 'each-then-turns' })).toEqual(['one', 'other', '']);
    expect([sides({ sides: 'alternate' }, 1), sides({ sides: 'alternate' }, 2)]).toEqual([['one'], ['other']]);
    expect(sides({ sides: 'each', pairs: true })).toEqual(['first one', 'first other', 'second one', 'second other']);
    expect(ownSeconds(block({ sides: 'each', pairs: true }))).toBe(60);
  });
  test('joined blocks run round for round with one lead-in and one way to the next', () => {
    const two = [block({ id: 'a', joined: true, rounds: 2, rest: 0 }), block({ id: 'b', rounds: 3 })];
    expect(timelineOf(two).map((p) => `${p.block} ${p.is}${p.round ? ` ${p.round}` : ''}`)).toEqual([
      'a lead-in',
      'a work 1',
      'b work 1',
      'b rest 1',
      'a work 2',
      'b work 2',
      'b rest 2',
      'b work 3',
      'b rest 3',
      'b next',
    ]);
    expect(secondsOf(two)).toEqual([10 + 2 * 30, 3 * 45 + 20]);
    expect(groupsOf([block({ joined: true })])).toHaveLength(1);
  });
  test('the clock takes what the plan says, block by block, however they are paced', () => {
    fc.assert(
      fc.property(blocks, (all) => {
        const seconds = secondsOf(all);
        const parts = timelineOf(all);
        all.forEach((one, i) => {
          const own = parts.filter((p) => p.block === one.id).reduce((sum, p) => sum + p.seconds, 0);
          expect(own).toBeCloseTo(seconds[i]!, 6);
        });
        expect(groupsOf(all).flat()).toEqual(all);
      }),
    );
  });
});

describe('pairs', () => {
  const people = fc
    .array(fc.integer({ min: 40, max: 120 }), { minLength: 1, maxLength: 7 })
    .map((sizes) => sizes.map((size, i) => ({ id: `m${i}`, size })));
  /** Least sum of differences, by trying every way. */
  function least(left: readonly { size: number }[]): number {
    if (left.length < 2) return 0;
    const [one, ...rest] = left as [{ size: number }, ...{ size: number }[]];
    const with_ = rest.map((other, i) => Math.abs(one.size - other.size) + least(rest.filter((_, k) => k !== i)));
    // With an odd number one stays over, any of them.
    return Math.min(...with_, ...(left.length % 2 === 1 ? [least(rest)] : []));
  }
  test('everybody is in one, and no other way of pairing brings them nearer in size', () => {
    fc.assert(
      fc.property(people, (members) => {
        const pairs = pairsOf(members);
        const named = pairs.flatMap((p) => (p.second === null ? [p.first] : [p.first, p.second]));
        expect([...named].sort()).toEqual(members.map((m) => m.id).sort());
        expect(pairs.filter((p) => p.second === null)).toHaveLength(members.length % 2);
        const size = new Map(members.map((m) => [m.id, m.size]));
        const sum = pairs.reduce(
          (total, p) => total + (p.second ? Math.abs(size.get(p.first)! - size.get(p.second)!) : 0),
          0,
        );
        expect(sum).toBeCloseTo(least(members), 9);
      }),
    );
  });
});
