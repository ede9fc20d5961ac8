import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { pacingAt } from '../class/pace.js';
import { timelineOf } from '../class/timeline.js';
import { pacedBlockSchema } from '../formats/class.js';
import { setSeconds, type PlannedItem } from './item.js';
import { sessionBlocks, type SessionItem } from './session.js';

const amount = fc.integer({ min: 1, max: 60 });
const unit = fc.constantFrom('seconds', 'reps', 'breaths', 'steps');
const item: fc.Arbitrary<SessionItem> = fc
  .record({
    unit,
    amount,
    sets: fc.integer({ min: 1, max: 6 }),
    rest: fc.integer({ min: 0, max: 120 }),
    sides: fc.constantFrom('none' as const, 'each' as const),
    tempo: fc.constantFrom<PlannedItem['tempo']>('with-breath', 'slow', 'controlled', [2, 1, 3], [0, 0, 0], null),
    hold: fc.constantFrom(null, 2, 5),
    hard: fc.integer({ min: 1, max: 20 }),
    split: fc.boolean(),
  })
  .map(({ unit: u, amount: n, hard, split, tempo, hold, ...rest }) => {
    const isSplit = split && u === 'seconds';
    return {
      item: 'front-plank/forearm',
      seconds: u === 'seconds' ? (isSplit ? hard + 5 : n) : null,
      reps: u === 'reps' ? n : null,
      breaths: u === 'breaths' ? n : null,
      steps: u === 'steps' ? n : null,
      split: isSplit ? { hard, easy: 5, rung: 'knees' } : null,
      tempo: u === 'seconds' ? null : tempo,
      hold: u === 'seconds' ? null : hold,
      kit: {},
      minutes: 1,
      ...rest,
    };
  });

describe('a session on the clock', () => {
  test('always: it works as long as the plan says, in as many sets and sides', () => {
    fc.assert(
      fc.property(fc.array(item, { minLength: 1, maxLength: 5 }), (list) => {
        const items = list.map((i, k) => ({ ...i, item: `drill-${k}` }));
        const blocks = sessionBlocks(items);
        for (const b of blocks) expect(pacedBlockSchema.safeParse(b).success).toBe(true);
        const parts = timelineOf(blocks);
        for (const i of items) {
          const works = parts.filter((p) => p.is === 'work' && p.block === i.item);
          expect(works).toHaveLength(i.sets * (i.sides === 'each' ? 2 : 1));
          for (const w of works) expect(w.seconds).toBeCloseTo(Math.max(1, setSeconds(i)), 6);
        }
      }),
    );
  });

  test('a split set steps down at its hard seconds; a rep goes up, is held, and goes down', () => {
    const plain = {
      item: 'x',
      sets: 1,
      seconds: null,
      reps: null,
      breaths: null,
      steps: null,
      rest: 30,
      split: null,
      sides: 'none' as const,
      tempo: null,
      hold: null,
      kit: {},
      minutes: 1,
    };
    const [split] = sessionBlocks([{ ...plain, seconds: 30, split: { hard: 20, easy: 10, rung: 'knees' } }]);
    expect(split).toMatchObject({ work: 30, stepDown: 20, pace: { is: 'seconds' } });
    const [reps] = sessionBlocks([{ ...plain, reps: 3, tempo: [2, 0, 3], hold: 2 }]);
    expect(reps!.pace).toEqual({ is: 'reps', reps: 3, up: 2, pause: 2, down: 3 });
    expect([1, 3, 5, 8].map((t) => pacingAt(reps!, t)!.step)).toEqual(['up', 'pause', 'down', 'up']);
    const [breaths] = sessionBlocks([{ ...plain, breaths: 5 }]);
    expect(breaths).toMatchObject({ work: 45, pace: { is: 'breaths', breaths: 5, in: 3, out: 6 } });
  });
});
