import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalog } from '../catalog/shipped.js';
import type { SolveLp } from '../class/assign.js';
import { WEEKDAYS, type Weekday } from '../formats/programme.js';
import { loadSolver } from '../../server/work/solver.js';
import type { Strand } from './strands.js';
import { chooseWeek, type WeekQuery } from './week.js';

let solve: SolveLp;
beforeAll(async () => {
  solve = await loadSolver();
});

const drill = catalog.drills.find((d) => d.id === 'wall-plank')!;
const KINDS = ['hold', 'fold', 'brace-and-breathe'] as const;
const strand = fc.record({
  minutes: fc.integer({ min: 10, max: 90 }).map((n) => n / 10),
  own: fc.constantFrom(0, 0, 1.5, 3),
  worth: fc.array(
    fc.tuple(
      fc.constantFrom('lever' as const, 'pattern' as const),
      fc.integer({ min: 1, max: 60 }).map((n) => n / 10),
    ),
    {
      maxLength: 1,
    },
  ),
  least: fc.integer({ min: 1, max: 2 }),
  heavy: fc.boolean(),
  warms: fc.boolean(),
  pull: fc.boolean(),
  kind: fc.constantFrom(...KINDS),
});
const made = (list: readonly (typeof strand extends fc.Arbitrary<infer T> ? T : never)[]): Strand[] =>
  list.map(({ kind, least, ...s }, i) => ({
    ...s,
    id: `s${i}`,
    drill: { ...drill, kind },
    course: { weeks: [], dose: catalog.doses['moderate-holds']! },
    days: [least, 7] as const,
    onlyPinned: false,
  }));

/** The worth of a week, written down once more from its description. */
function worthOf(strands: readonly Strand[], on: ReadonlyMap<Weekday, readonly Strand[]>): number {
  const count = (s: Strand): number => [...on.values()].filter((l) => l.includes(s)).length;
  let worth = 0;
  const causes: Record<string, number> = {};
  for (const s of strands) {
    const n = count(s);
    worth += s.own * (Math.min(2, n) + 0.4 * Math.max(0, n - 2)) - 0.02 * s.minutes * n;
    for (const [cause, value] of s.worth) causes[cause] = (causes[cause] ?? 0) + value * n;
  }
  for (const total of Object.values(causes))
    worth +=
      Math.min(9, total) + 0.5 * Math.min(9, Math.max(0, total - 9)) + 0.25 * Math.min(9, Math.max(0, total - 18));
  worth += 0.6 * new Set([...on.values()].flat().map((s) => s.drill.kind)).size;
  return worth + [...on.values()].filter((l) => l.length > 0).length;
}
function allowed(query: WeekQuery, on: ReadonlyMap<Weekday, readonly Strand[]>): boolean {
  const days = [...on];
  const heavy = days.filter(([, l]) => l.some((s) => s.heavy)).map(([d]) => WEEKDAYS.indexOf(d));
  return (
    days.every(
      ([d, l]) =>
        l.reduce((sum, s) => sum + s.minutes, 0) <= query.minutes + 1e-9 &&
        (!l.some((s) => s.own > 0 || s.heavy) ||
          l.some((s) => s.warms) ||
          !query.strands.some((s) => s.warms && may(query, s, d))) &&
        l.every((s) => may(query, s, d)),
    ) &&
    heavy.every((d, i) => i === 0 || d - heavy[i - 1]! > 1) &&
    query.strands.every((s) => {
      const n = days.filter(([, l]) => l.includes(s)).length;
      const could = query.days.filter((d) => may(query, s, d)).length;
      return n === 0 || n >= Math.min(s.days[0], could);
    })
  );
}
const may = (query: WeekQuery, s: Strand, d: Weekday): boolean =>
  !s.pull || query.pullDays.length === 0 || query.pullDays.includes(d);

/** Every way to fill the days. */
function best(query: WeekQuery): number {
  const { strands, days } = query;
  let top = -Infinity;
  const cells = strands.length * days.length;
  for (let code = 0; code < 2 ** cells; code += 1) {
    const on = new Map(
      days.map((d, k) => [d, strands.filter((_, i) => (code >> (k * strands.length + i)) & 1)] as const),
    );
    if (allowed(query, on)) top = Math.max(top, worthOf(strands, on));
  }
  return top;
}

describe('the days of a week', () => {
  test('are the best there are: no other way to fill them is worth more', () => {
    fc.assert(
      fc.property(
        fc.array(strand, { minLength: 1, maxLength: 4 }),
        fc.subarray(['mon', 'tue', 'thu'] as const, { minLength: 1 }),
        fc.integer({ min: 3, max: 20 }),
        fc.subarray(['mon', 'tue'] as const),
        (list, days, minutes, pullDays) => {
          const query: WeekQuery = {
            strands: made(list),
            days,
            minutes,
            pullDays,
            pinned: [],
            off: [],
            closed: [],
            heavyBefore: [],
            done: new Map(),
          };
          const chosen = chooseWeek(query, solve)!;
          expect(chosen.proven).toBe(true);
          const on = new Map(days.map((d) => [d, chosen.on.get(d) ?? []] as const));
          expect(allowed(query, on)).toBe(true);
          // Ties are broken by next to nothing.
          expect(worthOf(query.strands, on)).toBeCloseTo(best(query), 3);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('a heavy Sunday leaves Monday light', () => {
    const [one] = made([
      { minutes: 5, own: 3, worth: [], least: 1, heavy: true, warms: false, pull: false, kind: 'hold' },
    ]);
    const query: WeekQuery = {
      strands: [one!],
      days: ['mon', 'wed'],
      minutes: 20,
      pullDays: [],
      pinned: [],
      off: [],
      closed: [],
      heavyBefore: ['sunday-before'],
      done: new Map(),
    };
    const on = chooseWeek(query, solve)!.on;
    expect(on.get('mon')).toEqual([]);
    expect(on.get('wed')).toEqual([one]);
  });

  test('pins over the minutes are no week', () => {
    const [one] = made([
      { minutes: 9, own: 3, worth: [], least: 1, heavy: false, warms: false, pull: false, kind: 'hold' },
    ]);
    const query: WeekQuery = {
      strands: [one!],
      days: ['mon'],
      minutes: 5,
      pullDays: [],
      pinned: [{ strand: 's0', day: 'mon' }],
      off: [],
      closed: [],
      heavyBefore: [],
      done: new Map(),
    };
    expect(chooseWeek(query, solve)).toBeNull();
  });
});
