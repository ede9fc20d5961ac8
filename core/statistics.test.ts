import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { gaussian, median, nearestIndex, quantile, seededRandom, theilSen } from './statistics.js';

const numbers = fc.array(fc.double({ min: -1e3, max: 1e3, noNaN: true }), { minLength: 1, maxLength: 40 });

describe('quantiles', () => {
  test('by hand', () => {
    expect(median([3, 1, 2])).toBe(2);
    expect(median([4, 1, 2, 3])).toBe(2.5);
    expect(quantile([0, 10], 0.25)).toBe(2.5);
    expect(median([])).toBeNaN();
  });
  test('lie between the extremes, rise with q, do not depend on order', () => {
    fc.assert(
      fc.property(
        numbers,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (values, a, b) => {
          const [low, high] = [Math.min(a, b), Math.max(a, b)];
          expect(quantile(values, low)).toBeLessThanOrEqual(quantile(values, high) + 1e-9);
          expect(quantile(values, a)).toBeGreaterThanOrEqual(Math.min(...values) - 1e-9);
          expect(quantile([...values].reverse(), a)).toBeCloseTo(quantile(values, a), 9);
        },
      ),
    );
  });
});

describe('Theil–Sen', () => {
  test('finds the slope of a line and its place, and is not moved by a few wild points', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -5, max: 5, noNaN: true }),
        fc.double({ min: -50, max: 50, noNaN: true }),
        (slope, start) => {
          const x = Array.from({ length: 41 }, (_, i) => i / 2);
          const wild = x.map((t, i) => (i % 10 === 5 ? 999 : start + slope * t));
          const line = theilSen(x, wild)!;
          expect(line.perUnit).toBeCloseTo(slope, 6);
          expect(line.intercept).toBeCloseTo(start, 4);
        },
      ),
    );
  });
  test('says nothing with too little to go by', () => {
    expect(theilSen([1, 2], [1, 2])).toBeNull();
    expect(theilSen([1, 1, 1], [1, 2, 3])).toBeNull();
  });
  test('a long series is thinned and gives the same line', () => {
    const x = Array.from({ length: 5000 }, (_, i) => i);
    expect(
      theilSen(
        x,
        x.map((t) => 3 - 0.25 * t),
      )!.perUnit,
    ).toBeCloseTo(-0.25, 9);
  });
});

describe('chance', () => {
  test('the same seed repeats, another does not; uniform numbers lie in [0, 1)', () => {
    const draw = (seed: number): number[] => {
      const random = seededRandom(seed);
      return Array.from({ length: 200 }, () => random());
    };
    expect(draw(1)).toEqual(draw(1));
    expect(draw(1)).not.toEqual(draw(2));
    expect(draw(3).every((n) => n >= 0 && n < 1)).toBe(true);
  });
  test('normal numbers have mean 0 and standard deviation 1', () => {
    const random = seededRandom(9);
    const values = Array.from({ length: 20000 }, () => gaussian(random));
    const mean = values.reduce((a, b) => a + b, 0) / values.length;
    const sd = Math.sqrt(values.reduce((a, b) => a + (b - mean) ** 2, 0) / values.length);
    expect(Math.abs(mean)).toBeLessThan(0.03);
    expect(Math.abs(sd - 1)).toBeLessThan(0.03);
  });
});

test('the nearest place in a rising list is the one that a look at all of them finds', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0, max: 100, noNaN: true }), { minLength: 1, maxLength: 30 }),
      fc.double({ min: -10, max: 110, noNaN: true }),
      (values, value) => {
        const rising = [...values].sort((a, b) => a - b);
        const away = Math.min(...rising.map((v) => Math.abs(v - value)));
        expect(Math.abs(rising[nearestIndex(rising, value)]! - value)).toBe(away);
      },
    ),
  );
  expect(nearestIndex([], 3)).toBe(0);
  expect(nearestIndex([1, 3], 2)).toBe(0);
});
