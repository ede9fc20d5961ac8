import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { swingOf } from './swing.js';

const bottom = (line: number) => ({
  values: new Map([
    ['hang-line', line],
    ['feet-behind', 0],
  ]),
});
const top = (line: number) => ({ values: new Map([['hang-line', line]]) });

describe('swing between reps', () => {
  test('by hand: from −6° to 6° is 12° but for the outermost two in a hundred', () => {
    const lines = Array.from({ length: 101 }, (_, i) => bottom(-6 + 0.12 * i));
    expect(swingOf(lines)).toBeCloseTo(12 * 0.96, 6);
  });
  test('the raise itself is no swing: frames with the hips shut do not count', () => {
    expect(swingOf([...Array.from({ length: 10 }, () => bottom(2)), top(40), top(-40)])).toBe(0);
  });
  test('too few bottom frames say nothing', () => {
    expect(swingOf([bottom(1), bottom(2), bottom(3), top(9)])).toBeNull();
    expect(swingOf([])).toBeNull();
  });
  test('one misplaced frame in a long hang makes no swing of itself', () => {
    const still = Array.from({ length: 120 }, () => bottom(0));
    expect(swingOf([...still, bottom(35)])).toBe(0);
  });
  test('it is as wide wherever the line hangs, and never below nought', () => {
    const tenths = fc.array(fc.integer({ min: -200, max: 200 }), { minLength: 4, maxLength: 40 });
    fc.assert(
      fc.property(tenths, fc.integer({ min: -300, max: 300 }), (list, shift) => {
        const at = (by: number): number => swingOf(list.map((v) => bottom((v + by) / 10)))!;
        expect(at(0)).toBeGreaterThanOrEqual(0);
        expect(at(shift)).toBeCloseTo(at(0), 6);
      }),
    );
  });
});
