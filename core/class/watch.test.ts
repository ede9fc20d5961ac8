import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { visitAt, visitOf, watchOrder, WAY, type Visit } from './watch.js';

/** Every set of visits that one coach can make, and what the best is worth. */
function best(visits: readonly Visit[]): number {
  let most = 0;
  for (let set = 0; set < 2 ** visits.length; set += 1) {
    const list = visits.filter((_, i) => set & (1 << i)).sort((a, b) => a.from - b.from);
    if (list.every((v, i) => i === 0 || list[i - 1]!.to + WAY <= v.from))
      most = Math.max(
        most,
        list.reduce((sum, v) => sum + v.worth, 0),
      );
  }
  return most;
}

test('now is the visit under way, else the next; after the last there is none', () => {
  const visits = [{ at: 4 }, { at: 20 }];
  expect([0, 4, 11.9, 12, 20, 40].map((t) => visitAt(visits, t)?.at ?? null)).toEqual([4, 4, 4, 20, 20, null]);
});

describe('whom to watch when', () => {
  test('worked: of three at 4, 7 and 12 s the middle one gives way unless it is worth more than both others', () => {
    const at = (member: string, from: number, worth: number): Visit => ({ member, from, to: from + 4, worth });
    const list = (worth: number): string[] =>
      watchOrder([at('a', 4, 1), at('b', 7, worth), at('c', 12, 1)]).map((v) => v.member);
    expect(list(1.5)).toEqual(['a', 'c']);
    expect(list(0.5)).toEqual(['a', 'c']);
    expect(list(3)).toEqual(['b']);
  });
  test('property: worth as much as the best of trying every order, and no two at once', () => {
    const visit = fc.record({
      member: fc.string(),
      from: fc.integer({ min: 0, max: 40 }),
      worth: fc.integer({ min: 1, max: 100 }).map((n) => n / 10),
    });
    fc.assert(
      fc.property(fc.array(visit, { maxLength: 10 }), (list) => {
        const visits = list.map((v, i): Visit => ({ ...v, member: `${i}`, to: v.from + 4 }));
        const order = watchOrder(visits);
        expect(order.reduce((sum, v) => sum + v.worth, 0)).toBeCloseTo(best(visits), 9);
        order.slice(1).forEach((v, i) => expect(order[i]!.to + WAY).toBeLessThanOrEqual(v.from));
      }),
    );
  });
  test('a look begins before the usual break; faults make it worth more, having looked already less', () => {
    const now = visitOf('a', 40, { breaksAt: 20, faults: 0, seen: 0 });
    expect(now.from).toBeCloseTo(17, 9);
    expect(visitOf('a', 40, { breaksAt: 20, faults: 2, seen: 0 }).worth).toBeCloseTo(2 * now.worth, 9);
    expect(visitOf('a', 40, { breaksAt: 20, faults: 0, seen: 1 }).worth).toBeLessThan(now.worth / 2);
    expect(visitOf('a', 40, { breaksAt: 400, faults: 0, seen: 0 }).worth).toBeLessThan(0.01);
    expect(visitOf('a', 40, { breaksAt: null, faults: 0, seen: 0 }).to).toBeLessThanOrEqual(40);
  });
});
