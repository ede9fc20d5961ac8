import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { inHandOrder } from './wishes.js';

const list = (ids: string): { drill: string }[] => [...ids].map((drill) => ({ drill }));
const shown = (items: { drill: string }[]): string => items.map((i) => i.drill).join('');

describe('the order set by hand', () => {
  test('what was moved stands as it was put, the rest behind in its own order', () => {
    expect(shown(inHandOrder(list('abcd'), ['c', 'a']))).toBe('cabd');
    expect(shown(inHandOrder(list('abcd'), []))).toBe('abcd');
  });
  test('a drill that is gone leaves no hole', () => {
    expect(shown(inHandOrder(list('ab'), ['x', 'b', 'y']))).toBe('ba');
  });
  test('nothing is lost and nothing doubled, whatever was wished', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...'abcdefgh')),
        fc.array(fc.constantFrom(...'abcdefghxyz')),
        (ids, order) => {
          const result = inHandOrder(list(ids.join('')), order);
          expect(result.map((r) => r.drill).sort()).toEqual([...ids].sort());
        },
      ),
    );
  });
});
