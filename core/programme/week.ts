/** Which items stand on which days of a week: an integer programme, solved to its proven best. */
import type { SolveLp } from '../class/assign.js';
import type { CauseId } from '../formats/catalog.js';
import { WEEKDAYS, type Weekday } from '../formats/programme.js';
import type { Strand } from './strands.js';

/** Items of one day at most: more is not done alone at home. Assumption. */
export const MOST_ITEMS = 6;
/** Days with heavy work at most. Practice: heavy lever work two or three days with a day between. */
const HEAVY_DAYS = 3;
/** What more work on one cause is worth: in full up to so much probability × weight × days, then half, then a quarter, then nothing. Assumptions. */
const COVER = { step: 9, worth: [1, 0.5, 0.25] } as const;
/** Of a place's days the first count in full, the others so much. Assumptions. */
const OWN_DAYS = { full: 2, then: 0.4 } as const;
/** A kind of work that stands in the week at all, and a day that is not empty. Assumptions. */
const KIND = 0.6;
const DAY = 1;
/** What a minute costs: what adds next to nothing stays out. Assumption. */
const MINUTE = 0.02;
/** Among equals: earlier strands and earlier days. All of it together stays below what a worth shows. */
const TIE = 1e-6;
/** Least days of what is used at all, at most: more is asked of nobody who trains on few days. */
const LEAST_DAYS = 3;

export interface WeekQuery {
  strands: readonly Strand[];
  /** Training days in the week's order. */
  days: readonly Weekday[];
  minutes: number;
  pullDays: readonly Weekday[];
  /** Items that stand on a day whatever it is worth, by strand. */
  pinned: readonly { strand: string; day: Weekday }[];
  /** Items that must not stand on a day. */
  off: readonly { strand: string; day: Weekday }[];
  /** Days that are as they are: nothing is put there. */
  closed: readonly Weekday[];
  /** Days that have heavy work already, of this week's closed ones or the day before its Monday. */
  heavyBefore: readonly (Weekday | 'sunday-before')[];
  /** Days of each strand that are done already. */
  done: ReadonlyMap<string, number>;
  /** Days that stay as an ordinary week has them: only the others are chosen. */
  standing?: ReadonlyMap<Weekday, readonly Strand[]>;
}
export interface ChosenWeek {
  /** Strands by day. */
  on: ReadonlyMap<Weekday, readonly Strand[]>;
  value: number;
  proven: boolean;
}

type Term = readonly [factor: number, name: string];
const sum = (terms: readonly Term[]): string =>
  terms.map(([f, name]) => `${f < 0 ? '-' : '+'} ${Number(Math.abs(f).toFixed(9))} ${name}`).join(' ');

const isPulled = (strand: Strand, day: Weekday, pullDays: readonly Weekday[]): boolean =>
  !strand.pull || pullDays.length === 0 || pullDays.includes(day);

/**
 * Chooses the week. Within the minutes of each day, at most six items, every strand on as many days as its dose asks, a day between heavy
 * ones, pulls on pulling days, something that warms up before heavy work and versions.
 *
 * Value: own worth of places (in full for two days, then 0.4), Σ over causes of probability × weight × days with diminishing return, 0.6
 * for each kind of work there is, 1 for each day that is not empty, less 0.02 a minute. Every term is concave in the days, so that the
 * programme is linear with the choices as its only integers.
 * @returns null where nothing fits: what is pinned goes over the minutes
 */
export function chooseWeek(query: WeekQuery, solve: SolveLp): ChosenWeek | null {
  const { strands, days, pullDays, closed, heavyBefore } = query;
  const open = days.filter((d) => !closed.includes(d));
  const pinnedOn = (s: Strand, d: Weekday): boolean => query.pinned.some((p) => p.strand === s.id && p.day === d);
  const offOn = (s: Strand, d: Weekday): boolean => query.off.some((p) => p.strand === s.id && p.day === d);
  const x = (i: number, d: Weekday): string => `x${i}_${d}`;
  const may = (s: Strand, d: Weekday): boolean =>
    pinnedOn(s, d) || (!s.onlyPinned && !offOn(s, d) && isPulled(s, d, pullDays));
  const places = strands.map((s, i) => ({ s, i, on: open.filter((d) => may(s, d)) })).filter((p) => p.on.length > 0);
  if (places.length === 0) return { on: new Map(), value: 0, proven: true };

  const goal: Term[] = [];
  const lines: string[] = [];
  const bounds: string[] = [];
  const whole: string[] = [];
  let named = 0;
  const line = (terms: readonly Term[], is: '<=' | '>=' | '=', value: number): void => {
    if (terms.length > 0) lines.push(` c${(named += 1)}: ${sum(terms)} ${is} ${value}`);
  };

  for (const { s, i, on } of places) {
    const own = on.map((d): Term => [1, x(i, d)]);
    whole.push(...on.map((d) => x(i, d)));
    on.forEach((d) => goal.push([-MINUTE * s.minutes - TIE * (i + 1 + days.indexOf(d)), x(i, d)]));
    for (const d of on) {
      const stands = query.standing?.get(d);
      if (pinnedOn(s, d)) line([[1, x(i, d)]], '=', 1);
      else if (stands) line([[1, x(i, d)]], '=', stands.includes(s) ? 1 : 0);
    }
    const pins = on.filter((d) => pinnedOn(s, d)).length;
    const done = query.done.get(s.id) ?? 0;
    if (!s.onlyPinned) {
      line(own, '<=', Math.max(pins, s.days[1] - done));
      const least = Math.min(s.days[0], on.length, LEAST_DAYS) - done;
      // Where most of the week stands, one day less of something is no reason to leave it out.
      if (least > 1 && !query.standing) {
        whole.push(`u${i}`);
        line([...own, [-least, `u${i}`]], '>=', 0);
        on.forEach((d) =>
          line(
            [
              [1, x(i, d)],
              [-1, `u${i}`],
            ],
            '<=',
            0,
          ),
        );
      }
    }
    if (s.own > 0) {
      bounds.push(` 0 <= y${i} <= ${Math.max(0, OWN_DAYS.full - done)}`);
      goal.push([s.own, `y${i}`], [s.own * OWN_DAYS.then, `z${i}`]);
      line([...own, [-1, `y${i}`], [-1, `z${i}`]], '>=', 0);
    }
  }
  // Days: minutes, number of items, heavy work, warming up, not empty.
  const before = (d: Weekday): Weekday | 'sunday-before' => WEEKDAYS[WEEKDAYS.indexOf(d) - 1] ?? 'sunday-before';
  const heavyAt = new Map<Weekday, string>();
  for (const d of open) {
    const here = places.filter((p) => p.on.includes(d));
    if (here.length === 0) continue;
    line(
      here.map(({ s, i }): Term => [s.minutes, x(i, d)]),
      '<=',
      query.minutes,
    );
    const pins = here.filter(({ s }) => pinnedOn(s, d)).length;
    line(
      here.map(({ i }): Term => [1, x(i, d)]),
      '<=',
      Math.max(MOST_ITEMS, pins),
    );
    const heavy = here.filter(({ s }) => s.heavy);
    if (heavy.length > 0) {
      heavyAt.set(d, `h_${d}`);
      whole.push(`h_${d}`);
      // What is pinned makes no day heavy for the rule: the coach has said so.
      heavy
        .filter(({ s }) => !pinnedOn(s, d))
        .forEach(({ i }) =>
          line(
            [
              [1, x(i, d)],
              [-1, `h_${d}`],
            ],
            '<=',
            0,
          ),
        );
    }
    const warm = here.filter(({ s }) => s.warms);
    if (warm.length > 0)
      here
        .filter(({ s }) => !pinnedOn(s, d) && (s.own > 0 || s.heavy))
        .forEach(({ i }) => line([[1, x(i, d)], ...warm.map((w): Term => [-1, x(w.i, d)])], '<=', 0));
    bounds.push(` 0 <= e_${d} <= 1`);
    goal.push([DAY, `e_${d}`]);
    line([...here.map(({ i }): Term => [1, x(i, d)]), [-1, `e_${d}`]], '>=', 0);
  }
  for (const [d, h] of heavyAt) {
    const yesterday = before(d);
    if (heavyBefore.includes(yesterday)) line([[1, h]], '=', 0);
    const tomorrow = WEEKDAYS[WEEKDAYS.indexOf(d) + 1];
    if (tomorrow && heavyBefore.includes(tomorrow)) line([[1, h]], '=', 0);
    const next = tomorrow && heavyAt.get(tomorrow);
    if (next)
      line(
        [
          [1, h],
          [1, next],
        ],
        '<=',
        1,
      );
  }
  line(
    [...heavyAt.values()].map((h): Term => [1, h]),
    '<=',
    Math.max(0, HEAVY_DAYS - heavyBefore.filter((d) => d !== 'sunday-before').length),
  );
  // Causes with diminishing return, and kinds.
  const served = new Map<CauseId, Term[]>();
  for (const { s, i, on } of places)
    for (const [cause, value] of s.worth)
      served.set(cause, [...(served.get(cause) ?? []), ...on.map((d): Term => [value, x(i, d)])]);
  [...served].forEach(([, terms], c) => {
    const steps = COVER.worth.map((worth, k): Term => {
      bounds.push(` 0 <= v${c}_${k} <= ${COVER.step}`);
      goal.push([worth, `v${c}_${k}`]);
      return [-1, `v${c}_${k}`];
    });
    line([...terms, ...steps], '>=', 0);
  });
  [...new Set(places.map(({ s }) => s.drill.kind))].forEach((kind, k) => {
    bounds.push(` 0 <= k${k} <= 1`);
    goal.push([KIND, `k${k}`]);
    const of = places.filter(({ s }) => s.drill.kind === kind);
    line([...of.flatMap(({ i, on }) => on.map((d): Term => [1, x(i, d)])), [-1, `k${k}`]], '>=', 0);
  });

  const lp = [
    'Maximize',
    ` all: ${sum(goal)}`,
    'Subject To',
    ...lines,
    'Bounds',
    ...bounds,
    'Binary',
    ` ${whole.join(' ')}`,
    'End',
  ].join('\n');
  const found = solve(lp);
  const taken = (name: string): boolean => (found.columns[name] ?? 0) > 0.5;
  const on = new Map(
    open.map((d) => [d, places.filter((p) => p.on.includes(d) && taken(x(p.i, d))).map((p) => p.s)] as const),
  );
  // A solver that finds nothing gives no columns: what is pinned does not fit.
  if (query.pinned.some((p) => open.includes(p.day) && !on.get(p.day)!.some((s) => s.id === p.strand))) return null;
  if (!found.optimal && ![...on.values()].some((list) => list.length > 0)) return null;
  const value = goal.reduce((total, [f, name]) => total + f * (found.columns[name] ?? 0), 0);
  return { on, value, proven: found.optimal };
}
