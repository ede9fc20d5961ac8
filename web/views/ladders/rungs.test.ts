import { describe, expect, test } from '@jest/globals';
import type { RungStanding } from '../../data/on-ladders.js';
import { gateShare, knotOf, loadLengths } from './rungs.js';

const standing = (status: { passed: boolean; best: number }, more: object = {}): RungStanding =>
  ({ status, barred: [], gate: { seconds: 40, reps: null }, load: null, ...more }) as never;

describe('a rung', () => {
  test('has a knot: tied, loose or shut', () => {
    expect(knotOf(standing({ passed: true, best: 44 }))).toBe('tied');
    expect(knotOf(standing({ passed: false, best: 12 }))).toBe('loose');
    expect(knotOf(standing({ passed: false, best: 0 }))).toBe('shut');
    // What is left out for a caution is shut, whatever was held there once.
    expect(knotOf(standing({ passed: true, best: 44 }, { barred: ['neck'] }))).toBe('shut');
  });
  test('shows how far its gate is, in seconds or reps, and never over the whole', () => {
    expect(gateShare(standing({ passed: false, best: 10 }))).toBe(0.25);
    expect(gateShare(standing({ passed: true, best: 60 }))).toBe(1);
    expect(gateShare(standing({ passed: false, best: 4 }, { gate: { seconds: 30, reps: 8 } }))).toBe(0.5);
  });
  test('has its load as a length against the heaviest of the same joint', () => {
    const of = (value: number, governs: string) => ({ load: { value, governs } }) as never;
    expect(loadLengths([of(40, 'low-back'), of(80, 'low-back'), of(200, 'shoulder'), { load: null }])).toEqual([
      0.5,
      1,
      null,
      null,
    ]);
    expect(loadLengths([])).toEqual([]);
  });
});
