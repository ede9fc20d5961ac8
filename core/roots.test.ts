import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { closeIn } from './roots.js';

test('any root between two ends of different signs is found', () => {
  const c = fc.double({ min: -3, max: 3, noNaN: true });
  fc.assert(
    fc.property(c, c, c, fc.double({ min: -2, max: 2, noNaN: true }), (a, b, d, root) => {
      const f = (x: number): number => (x - root) * (1 + a * a + (b * x + d) ** 2);
      const [low, high] = [root - 1.7, root + 2.3];
      const found = closeIn({ low, high, atLow: f(low), atHigh: f(high) }, f);
      expect(Math.abs(f(found))).toBeLessThan(1e-6);
    }),
  );
});
test('the number of tries is kept to', () => {
  let calls = 0;
  const f = (x: number): number => {
    calls += 1;
    return x ** 9 - 0.5;
  };
  closeIn({ low: 0, high: 4, atLow: -0.5, atHigh: 4 ** 9 }, f, 0, 7);
  expect(calls).toBe(7);
});
