/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { keptHold } from '../../tests/browser/people.js';
import { elapsedOf, keepHold, merged, storedHold, type KeptHold } from './hold-keeper.js';

const hold = (change: Partial<KeptHold> = {}): KeptHold =>
  keptHold({ id: 'h', accountId: 'a', startedAt: 1_000_000, ...change });
const tap = (id: string, t: number) => ({ id, t, fault: 'hip-sag', state: 'on' as const });
beforeEach(() => localStorage.clear());

describe('seconds of a hold that is taken up again', () => {
  test('a clock that was set back since adds nothing and takes nothing, one that went on adds what passed', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 3600, noNaN: true }),
        fc.integer({ min: -10_000_000, max: 10_000_000 }),
        (elapsed, passed) => {
          const found = elapsedOf(hold({ elapsed, writtenAt: 5_000_000 }), 5_000_000 + passed);
          expect(found).toBeGreaterThanOrEqual(elapsed);
          expect(found).toBeCloseTo(elapsed + Math.max(0, passed) / 1000, 6);
        },
      ),
    );
  });
  test('after days away it stays within half a day', () => {
    expect(elapsedOf(hold({ elapsed: 10, writtenAt: 0 }), 9e9)).toBe(10 + 12 * 3600);
  });
});

describe('two pages of one hold', () => {
  const taps = fc.uniqueArray(fc.record({ id: fc.stringMatching(/^[a-f]{1,2}$/), t: fc.nat(600) }), {
    selector: (e) => e.id,
    maxLength: 8,
  });
  test('every tap of either counts once, in order, unless either took it back; whichever page asks', () => {
    fc.assert(
      fc.property(taps, taps, fc.array(fc.stringMatching(/^[a-f]{1,2}$/), { maxLength: 3 }), (left, right, removed) => {
        // An id is one tap: both pages know the same of it.
        const at = new Map([...left, ...right].map((e) => [e.id, e.t]));
        const of = (list: typeof left): KeptHold => hold({ events: list.map((e) => tap(e.id, at.get(e.id)!)) });
        const a = of(left);
        const b = { ...of(right), removed };
        const both = merged(a, b);
        expect(new Set(both.events.map((e) => e.id))).toEqual(
          new Set([...at.keys()].filter((id) => !removed.includes(id))),
        );
        expect(both.events.map((e) => e.t)).toEqual([...both.events.map((e) => e.t)].sort((x, y) => x - y));
        expect(merged(b, a).events).toEqual(both.events);
        expect(merged(both, a)).toEqual(both);
      }),
    );
  });
  test('of clock and end the newer word stands', () => {
    const stopped = hold({ stoppedAt: 31, reason: 'coach', turn: 3 });
    expect(merged(hold({ turn: 2 }), stopped)).toMatchObject({ stoppedAt: 31, turn: 3 });
    expect(merged(hold({ turn: 4 }), stopped)).toMatchObject({ stoppedAt: null, turn: 4 });
  });
  test('what is written keeps what another page wrote', () => {
    keepHold(hold({ events: [tap('a', 3)] }));
    keepHold(hold({ events: [tap('b', 5)] }));
    expect(storedHold('a')!.events.map((e) => e.id)).toEqual(['a', 'b']);
    keepHold(hold({ id: 'another', events: [] }));
    expect(storedHold('a')!.events).toEqual([]);
  });
});

test('a hold that an earlier version kept is whoever’s signs in, once', () => {
  const { accountId: _none, removed: _no, turn: _zero, ...old } = hold({ events: [tap('x', 4)] });
  const events = old.events.map(({ id: _id, ...e }) => e);
  localStorage.setItem('anchor.hold', JSON.stringify({ ...old, events }));
  expect(storedHold('a')).toMatchObject({ accountId: 'a', events: [{ t: 4 }] });
  expect(storedHold('b')).toBeNull();
});
