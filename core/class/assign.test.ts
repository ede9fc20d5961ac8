import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { seededRandom } from '../statistics.js';
import type { ClassOption, KitCount } from '../formats/class.js';
import { assign, scarceItems, type SolveLp } from './assign.js';
import { loadSolver } from '../../server/work/solver.js';

let solve: SolveLp;
beforeAll(async () => {
  solve = await loadSolver();
});

const option = (member: string, gain: number, kit: KitCount = {}, version = 'v'): ClassOption => ({
  member,
  version,
  gain,
  kit,
});
const round4 = (x: number): number => Math.round(1e4 * x) / 1e4;
/** Everything tried. */
function best(options: readonly ClassOption[], room: KitCount): number {
  const members = [...new Set(options.map((o) => o.member))];
  const go = (m: number, left: Record<string, number>): number => {
    if (m === members.length) return 0;
    let most = go(m + 1, left);
    for (const o of options.filter((x) => x.member === members[m])) {
      const after = { ...left };
      if (Object.entries(o.kit).every(([k, n]) => (after[k] = (after[k] ?? 0) - n) >= 0))
        most = Math.max(most, o.gain + go(m + 1, after));
    }
    return most;
  };
  return go(0, { ...room });
}
const within = (options: readonly ClassOption[], room: KitCount, chosen: ReadonlyMap<string, number>): boolean => {
  const used: Record<string, number> = {};
  for (const i of chosen.values()) for (const [k, n] of Object.entries(options[i]!.kit)) used[k] = (used[k] ?? 0) + n;
  return Object.entries(used).every(([k, n]) => n <= (room[k] ?? 0));
};

describe('the best for everybody', () => {
  test('worked: two boxes for three; who loses least by going without does', () => {
    const options = [
      option('a', 0.9, { box: 1 }),
      option('a', 0.3),
      option('b', 0.8, { box: 1 }),
      option('b', 0.7),
      option('c', 1, { box: 1 }),
      option('c', 0.5),
    ];
    const { chosen, total, proven } = assign(options, { box: 2 });
    expect([...chosen].sort()).toEqual([
      ['a', 0],
      ['b', 3],
      ['c', 4],
    ]);
    expect([total, proven]).toEqual([expect.closeTo(2.6, 9), true]);
  });
  test('nobody has what the room has not: who has nothing else is without', () => {
    expect(assign([option('a', 0.9, { bar: 1 })], {}).chosen.size).toBe(0);
    expect(scarceItems([option('a', 1, { box: 1 })], { box: 1 }).size).toBe(0);
  });
  test('on two hundred random small classes it is what trying everything finds, by flow and by the solver', () => {
    const random = seededRandom(3);
    const pick = (n: number): number => Math.floor(random() * n);
    let [flows, programmes] = [0, 0];
    for (let i = 0; i < 200; i += 1) {
      const room = { box: pick(4), band: pick(4), weights: pick(6) };
      const several = i % 2 === 1;
      const kits: KitCount[] = several
        ? [{}, { box: 1 }, { band: 1 }, { weights: 2 }, { box: 1, band: 1 }]
        : [{}, { box: 1 }, { band: 1 }, { weights: 1 }];
      const options = Array.from({ length: 2 + pick(5) }, (_, m) =>
        Array.from({ length: 1 + pick(4) }, () => option(`m${m}`, round4(random()), kits[pick(kits.length)])),
      ).flat();
      let solved = false;
      const found = assign(options, room, undefined, (lp) => {
        solved = true;
        return solve(lp);
      });
      if (solved) programmes += 1;
      else flows += 1;
      expect(found.total).toBeCloseTo(best(options, room), 6);
      expect([found.proven, within(options, room, found.chosen)]).toEqual([true, true]);
    }
    expect(flows).toBeGreaterThan(90);
    expect(programmes).toBeGreaterThan(20);
  });
  test('property: more kit never makes it worse, and one member fewer never better', () => {
    const arbitrary = fc.array(
      fc.record({
        member: fc.constantFrom('a', 'b', 'c', 'd', 'e'),
        gain: fc.integer({ min: 1, max: 10000 }).map((n) => n / 1e4),
        kit: fc.constantFrom<KitCount>({}, { box: 1 }, { band: 1 }),
        version: fc.constant('v'),
      }),
      { minLength: 1, maxLength: 15 },
    );
    fc.assert(
      fc.property(arbitrary, fc.nat(3), fc.nat(3), (options, box, band) => {
        const { total } = assign(options, { box, band });
        expect(assign(options, { box: box + 1, band }).total).toBeGreaterThanOrEqual(total - 1e-9);
        const fewer = options.filter((o) => o.member !== 'a');
        expect(assign(fewer, { box, band }).total).toBeLessThanOrEqual(total + 1e-9);
      }),
    );
  });
});

describe('sharing over rounds', () => {
  /** Who had scarce kit in so many rounds. */
  function rounds(options: readonly ClassOption[], room: KitCount, n: number, by?: SolveLp): Map<string, number> {
    const had = new Map<string, number>();
    for (let r = 0; r < n; r += 1) {
      const { chosen } = assign(options, room, had, by);
      for (const [member, i] of chosen)
        if (Object.keys(options[i]!.kit).length > 0) had.set(member, (had.get(member) ?? 0) + 1);
    }
    return had;
  }
  test('where it costs nothing, the box goes round; where it does, who gains most keeps it', () => {
    const equal = ['a', 'b', 'c'].flatMap((m) => [option(m, 0.9, { box: 1 }), option(m, 0.5)]);
    expect(rounds(equal, { box: 1 }, 3)).toEqual(
      new Map([
        ['a', 1],
        ['b', 1],
        ['c', 1],
      ]),
    );
    const unequal = [...equal.slice(0, 4), option('c', 0.95, { box: 1 }), option('c', 0.5)];
    expect(rounds(unequal, { box: 1 }, 3)).toEqual(new Map([['c', 3]]));
  });
  test('the solver shares as evenly: bands and boxes together', () => {
    const equal = ['a', 'b', 'c'].flatMap((m) => [option(m, 0.9, { box: 1, band: 1 }), option(m, 0.5)]);
    expect([...rounds(equal, { box: 1, band: 1 }, 3, solve).values()]).toEqual([1, 1, 1]);
  });
  test('a class that needs a solver says so where there is none', () => {
    expect(() => assign([option('a', 1, { weights: 2 }), option('b', 1, { weights: 2 })], { weights: 2 })).toThrow(
      /needs a solver/,
    );
  });
});
