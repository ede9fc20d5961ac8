import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { median } from '../statistics.js';
import { smoothed, type Sample } from './breaks.js';

const HALF_WINDOW = 0.3;
const sampled = (values: readonly (number | null)[], hz: number): Sample[] =>
  values.map((v, i) => ({ t: i / hz, values: new Map(v === null ? [] : [['hip-line', v]]) }));
/** The running median as it is defined: as many samples on both sides as lie within the window. */
function expected(values: readonly number[], hz: number): number[] {
  const reach = Math.floor(HALF_WINDOW * hz + 1e-9);
  return values.map((_, i) => {
    const half = Math.min(i, values.length - 1 - i, reach);
    return median(values.slice(i - half, i + half + 1));
  });
}

describe('a smoothed measure', () => {
  test('worked: one wild sample among still ones is gone, at the ends each sample stands for itself', () => {
    expect(smoothed(sampled([1, 2, 90, 3, 4], 5), 'hip-line').value).toEqual([1, 2, 3, 4, 4]);
  });
  test('is the running median of its window, whatever the order of its values', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -50, max: 50 }), { minLength: 1, maxLength: 60 }),
        fc.constantFrom(5, 10, 20),
        (values, hz) => {
          expect(smoothed(sampled(values, hz), 'hip-line').value).toEqual(expected(values, hz));
        },
      ),
    );
  });
  test('property: at 1.6 to 5 Hz one wild sample neither starts nor stops anything; at 1 Hz a sample stands for itself', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.6, max: 5, noNaN: true }),
        fc.integer({ min: 2, max: 17 }),
        fc.constantFrom(-60, 60),
        (hz, at, wild) => {
          const values = Array.from({ length: 20 }, (_, i) => (i === at ? wild : i < 10 ? 0 : 20));
          const { value } = smoothed(sampled(values, hz), 'hip-line');
          for (const v of value) expect([0, 20]).toContain(v);
        },
      ),
    );
    expect(smoothed(sampled([0, 0, 90, 0, 0], 1), 'hip-line').value).toEqual([0, 0, 90, 0, 0]);
  });
  test('a long window, of a fast camera, is the same median', () => {
    const values = Array.from({ length: 200 }, (_, i) => (i * 7919) % 101);
    expect(smoothed(sampled(values, 250), 'hip-line').value).toEqual(expected(values, 250));
  });
  test('frames without the measure are left out, and the gap is told by the usual step', () => {
    const { t, value, gap } = smoothed(sampled([1, null, 2, null, 3], 1), 'hip-line');
    expect([t, value, gap]).toEqual([[0, 2, 4], [1, 2, 3], 5]);
    expect(smoothed(sampled([1, 2], 10), 'hip-line').gap).toBe(1.5);
    expect(smoothed([], 'hip-line')).toEqual({ t: [], value: [], gap: 1.5 });
  });
});
