import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { SIDES, type ClassBlock } from '../formats/class.js';
import type { RunEvent, RunSaid } from '../formats/run.js';
import { clockAt, secondsShown, standing, timelineOf, workAt } from './timeline.js';
import { secondsOf } from './pace.js';

const block: ClassBlock = { id: 'b1', move: 'side-plank', work: 20, rest: 10, rounds: 2, sides: 'each' };
const parts = timelineOf([block, { ...block, id: 'b2', rounds: 1, rest: 0, sides: 'alternate' }]);
let made = 0;
const at = (seconds: number, event: RunSaid): RunEvent => ({
  ...event,
  id: `00000000-0000-4000-8000-${String((made += 1)).padStart(12, '0')}`,
  at: seconds * 1000,
});
const start = at(100, { is: 'start' });
const clock = (events: RunEvent[], seconds: number) => clockAt(parts, standing(events), seconds * 1000);

describe('the parts of a class', () => {
  test('each side has its turn, and rest comes after both', () => {
    expect(parts.map((p) => `${p.block} ${p.is} ${p.round} ${p.side ?? ''}`.trim())).toEqual([
      'b1 lead-in 0',
      'b1 work 1 one',
      'b1 work 1 other',
      'b1 rest 1',
      'b1 work 2 one',
      'b1 work 2 other',
      'b1 rest 2',
      'b1 next 0',
      'b2 lead-in 0',
      'b2 work 1 one',
      'b2 next 0',
    ]);
  });
  test('they take what the plan says', () => {
    const blocks = fc.record({
      id: fc.constant('b'),
      move: fc.constant('hollow'),
      work: fc.integer({ min: 1, max: 600 }),
      rest: fc.integer({ min: 0, max: 600 }),
      rounds: fc.integer({ min: 1, max: 20 }),
      sides: fc.constantFrom(...SIDES),
    });
    fc.assert(
      fc.property(blocks, (one) => {
        expect(timelineOf([one]).reduce((sum, p) => sum + p.seconds, 0)).toBeCloseTo(secondsOf([one])[0]!, 9);
      }),
    );
  });
});

describe('the clock', () => {
  test('shows the seconds begun, and no twentieth of one', () => {
    expect([30, 29.97, 29.96, 29.4, 0.06, 0.04, 0].map((left) => secondsShown({ left }))).toEqual([
      30, 30, 30, 30, 1, 0, 0,
    ]);
    expect(secondsShown({ left: 30.02 })).toBe(30);
  });
  test('stands before the start, runs through the parts, and is over at the end', () => {
    expect(clock([start], 99)).toMatchObject({ part: 0, started: false, going: false });
    expect(clock([start], 112)).toMatchObject({ part: 1, elapsed: 2, left: 18, going: true });
    expect(clock([start], 100 + 10 + 20 + 20 + 3)).toMatchObject({ part: 3, elapsed: 3, left: 7 });
    expect(clock([start], 9999)).toMatchObject({ part: parts.length - 1, left: 0, over: true, going: false });
  });
  test('a pause takes no time of it, ten seconds more are added to the part under way, and a part can be gone to', () => {
    const events = [start, at(115, { is: 'pause' }), at(155, { is: 'go-on' })];
    expect(clock(events, 140)).toMatchObject({ part: 1, elapsed: 5, going: false });
    expect(clock(events, 160)).toMatchObject({ part: 1, elapsed: 10 });
    const longer = [...events, at(160, { is: 'longer', seconds: 10 })];
    expect(clock(longer, 179)).toMatchObject({ part: 1, left: 1 });
    expect(clock(longer, 181)).toMatchObject({ part: 2, elapsed: 1 });
    expect(clock([...longer, at(181, { is: 'to', part: 4 })], 183)).toMatchObject({ part: 4, elapsed: 2 });
    expect(clock([...longer, at(161, { is: 'pause' }), at(162, { is: 'to', part: 0 })], 200)).toMatchObject({
      part: 0,
      elapsed: 0,
      going: false,
    });
  });
  test('two devices that both press next are one step; a turn that is taken back did not happen', () => {
    const one = at(112, { is: 'to', part: 2 });
    const other = at(112.2, { is: 'to', part: 2 });
    expect(clock([other, start, one], 113)).toMatchObject({ part: 2 });
    expect(clock([start, one, at(114, { is: 'undo', of: one.id })], 115)).toMatchObject({ part: 1, elapsed: 5 });
  });
  test('a class that was over goes on where it is sent back to', () => {
    const ended = [start, at(120, { is: 'end' })];
    expect(clock(ended, 130)).toMatchObject({ over: true, going: false, part: 1 });
    expect(clock([...ended, at(140, { is: 'to', part: 1 })], 145)).toMatchObject({ over: false, elapsed: 5 });
  });
  test('however often it is asked, three quarters of an hour later it says the same to a millisecond', () => {
    const long = timelineOf([{ ...block, work: 600, rounds: 5 }]);
    const turns = fc.array(fc.integer({ min: 0, max: 2_700_000 }), { maxLength: 30 });
    fc.assert(
      fc.property(turns, (instants) => {
        const pauses = [...instants]
          .sort((a, b) => a - b)
          .map((ms, i) => at(100 + ms / 1000, { is: i % 2 ? 'go-on' : 'pause' }));
        const events = standing([start, ...pauses]);
        const now = 100_000 + 2_700_000;
        const { part, elapsed } = clockAt(long, events, now);
        const ran = long.slice(0, part).reduce((sum, p) => sum + p.seconds, 0) + elapsed;
        // What ran is what was not paused, by the events' own instants.
        let [since, going, truth] = [100_000, true, 0];
        for (const e of events.slice(1)) {
          if (going) truth += e.at - since;
          [since, going] = [e.at, e.is === 'go-on'];
        }
        if (going) truth += now - since;
        expect(Math.abs(ran - truth / 1000)).toBeLessThan(0.001);
      }),
    );
  });
});

test('a tap belongs to the work under way, in the rest to the one just done, and before a block to none', () => {
  expect(workAt(parts, clock([start], 112))).toMatchObject({ where: { block: 'b1', round: 1, side: 'one' }, t: 2 });
  expect(workAt(parts, clock([start], 153))).toMatchObject({
    where: { block: 'b1', round: 1, side: 'other' },
    t: null,
  });
  expect(workAt(parts, clock([start], 105))).toBeNull();
  const lead = parts.findIndex((p) => p.block === 'b2');
  expect(workAt(parts, clock([start, at(110, { is: 'to', part: lead })], 112))).toBeNull();
});
