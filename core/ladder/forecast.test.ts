import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ENOUGH, forecast, HORIZON, type NoForecast, type Session } from './forecast.js';
import { addDays, daysBetween } from '../days.js';
import { gaussian, seededRandom } from '../statistics.js';

const day = (n: number): string => new Date(Date.parse('2026-03-01') + n * 86400000).toISOString().slice(0, 10);
const line = (n: number, from: number, perDay: number, every = 4): Session[] =>
  Array.from({ length: n }, (_, i) => ({ day: day(i * every), clean: from + perDay * i * every }));

describe('forecast', () => {
  test('a clear rise that is nearly there: even odds about where the line meets the gate, four in five later', () => {
    const answer = forecast(line(12, 20, 0.4), 40);
    if (!answer.ok) throw new Error(answer.why.is);
    const { at50, at80, slope } = answer.forecast;
    // 20 s and 0.4 s a day meet 40 s on day 50; courses that slow down come later, and a session has its scatter.
    expect(at50! >= day(46) && at50! <= day(66)).toBe(true);
    expect(at80 === null || at80 > at50!).toBe(true);
    expect(slope).toBeGreaterThan(0.1);
  });
  test.each<[string, Session[], NoForecast['is']]>([
    ['too few sessions', line(ENOUGH - 1, 20, 1), 'few-sessions'],
    ['all within a week', line(5, 20, 1, 1), 'within-a-week'],
    ['a flat trend', line(12, 20, 0), 'not-on-this-course'],
    ['a falling one', line(8, 30, -0.2), 'not-on-this-course'],
    ['a rise that may level off before it', line(6, 15, 0.3), 'rises-or-levels-off'],
  ])('no date: %s', (_name, sessions, why) => {
    const answer = forecast(sessions, 40);
    expect(answer.ok ? 'a date' : answer.why.is).toBe(why);
  });
  test('a plateau below the gate is said with where it leads', () => {
    const level = Array.from({ length: 14 }, (_, i) => ({ day: day(5 * i), clean: 31 - 11 * 2 ** (-(5 * i) / 12) }));
    const answer = forecast(level, 40);
    if (answer.ok || answer.why.is !== 'not-on-this-course') throw new Error('a date was offered');
    expect(Math.abs(answer.why.middle - 31)).toBeLessThan(3);
    expect(answer.why.chance).toBeLessThan(0.5);
  });
  test('weeks without work move no clock: a break brings the date no nearer', () => {
    const before = line(12, 20, 0.4);
    const after = before.map((s, i) => (i < 6 ? s : { ...s, day: addDays(s.day, 21) }));
    const [plain, broken] = [forecast(before, 40, false), forecast(after, 40, false)];
    if (!plain.ok || !broken.ok) throw new Error('no date');
    // The usual four days between two sessions still count; up to a week of the break does too.
    expect(Math.abs(daysBetween(plain.forecast.at50!, broken.forecast.at50!) - 21)).toBeLessThanOrEqual(7);
  });
  test('a clock that was stopped at its target says at least: the date is no later, and no plateau is seen', () => {
    const held = [20, 22, 24, 26, 26, 26, 26, 26].map((clean, i) => ({ day: day(5 * i), clean }));
    const stopped = held.map((s, i) => ({ ...s, atLeast: i >= 3 }));
    expect(forecast(held, 34).ok).toBe(false);
    const answer = forecast(stopped, 34, false);
    expect(answer.ok || answer.why.is === 'rises-or-levels-off').toBe(true);
  });
  test('as many sessions as are wanted, over just a week, are enough; one day less is not', () => {
    const at = (...days: number[]) =>
      forecast(
        days.map((n) => ({ day: day(n), clean: 20 + n })),
        40,
      );
    const why = (answer: ReturnType<typeof at>): string => (answer.ok ? '' : answer.why.is);
    expect(why(at(0, 2, 5, 7))).not.toBe('within-a-week');
    expect(why(at(0, 2, 5, 6))).toBe('within-a-week');
  });
  test('sessions in any order tell the same', () => {
    const sessions = [20, 22, 21, 25, 27, 26, 30].map((clean, i) => ({ day: day(4 * i), clean }));
    const whole = forecast(sessions, 40);
    expect(forecast([...sessions].reverse(), 40)).toEqual(whole);
    expect(
      forecast(
        [3, 0, 6, 1, 5, 2, 4].map((i) => sessions[i]!),
        40,
      ),
    ).toEqual(whole);
  });
  test('worked: the first session moves the start by its share of the variances', () => {
    // One scatter and no rise: start known to 20 s (half of the gate), a session of scatter 2.6 s; from the second on the mean follows.
    const flat = forecast(
      [10, 10, 10, 10].map((clean, i) => ({ day: day(5 * i), clean })),
      40,
    );
    expect(!flat.ok && flat.why.is === 'not-on-this-course' && Math.abs(flat.why.middle - 10)).toBeLessThan(4);
  });
  test('a gate beyond the horizon has no date', () => {
    expect(forecast(line(8, 20, 0.05), 400).ok).toBe(false);
    expect(HORIZON).toBe(180);
  });
  test('80 % comes no earlier than 50 %; a higher gate no earlier; the fan opens in order', () => {
    const noisy = fc.record({
      rise: fc.integer({ min: 20, max: 90 }),
      noise: fc.integer({ min: 5, max: 40 }),
      n: fc.integer({ min: 5, max: 16 }),
      seed: fc.nat(),
    });
    fc.assert(
      fc.property(noisy, ({ rise, noise, n, seed }) => {
        const random = seededRandom(seed);
        const sessions = line(n, 18, rise / 100).map((s) => ({
          ...s,
          clean: s.clean + (gaussian(random) * noise) / 10,
        }));
        const [low, high] = [forecast(sessions, 40), forecast(sessions, 46)];
        if (!low.ok || !high.ok) return;
        const { at50, at80, fan } = low.forecast;
        if (at50 && at80) expect(at80 >= at50).toBe(true);
        if (at80 && high.forecast.at80) expect(high.forecast.at80 >= at80).toBe(true);
        for (const f of fan)
          expect([f.p10, f.p25, f.p50, f.p75, f.p90]).toEqual(
            [f.p10, f.p25, f.p50, f.p75, f.p90].sort((a, b) => a - b),
          );
      }),
      { numRuns: 80 },
    );
  });
  test('the fan is where a tenth, a quarter, half of the sessions lie: about the middle, as wide as sessions scatter', () => {
    const random = seededRandom(9);
    const level = Array.from({ length: 40 }, (_, i) => ({
      day: day(2 * i),
      clean: 37 + 0.08 * i + 1.2 * gaussian(random),
    }));
    const answer = forecast(level, 40);
    if (!answer.ok) throw new Error(answer.why.is);
    const { fan, now, scatter } = answer.forecast;
    expect(fan[0]!.day).toBe(day(0));
    const at = fan.find((f) => f.day >= day(76))!;
    expect(Math.abs(at.p50 - now)).toBeLessThan(0.2);
    expect(Math.abs(now - 40)).toBeLessThan(0.8);
    // Quantiles of a normal distribution: 0.674 and 1.282 standard deviations off its middle.
    for (const [q, of] of [
      [at.p75 - at.p50, 0.674],
      [at.p50 - at.p25, 0.674],
      [at.p90 - at.p50, 1.282],
      [at.p50 - at.p10, 1.282],
    ] as const) {
      expect(q / of).toBeGreaterThan(0.95 * scatter);
      expect(q / of).toBeLessThan(1.35 * scatter);
    }
    // Nobody asked for it: dates alone.
    const dates = forecast(level, 40, false);
    expect(dates.ok && [dates.forecast.fan, dates.forecast.at50]).toEqual([[], answer.forecast.at50]);
  });
  test('days between sessions are practice days, too: what is looked back on does not depend on the days without one', () => {
    const sessions = line(10, 20, 0.4, 6);
    const answer = forecast(sessions, 40);
    if (!answer.ok) throw new Error(answer.why.is);
    const middle = (n: number): number => answer.forecast.fan.find((f) => f.day === day(n))!.p50;
    // Between two sessions it rises evenly, and nowhere it falls.
    const days = answer.forecast.fan.map((f) => daysBetween(day(0), f.day)).filter((n) => n <= 54);
    days.slice(1).forEach((n, i) => expect(middle(n)).toBeGreaterThan(middle(days[i]!)));
    expect(Math.abs(middle(30) - 32)).toBeLessThan(1);
    // A break of three weeks moves it by one week of practice, and then it stands.
    const after = sessions.map((s, i) => (i < 5 ? s : { ...s, day: addDays(s.day, 21) }));
    const broken = forecast(after, 40);
    if (!broken.ok) throw new Error(broken.why.is);
    const at = (n: number): number => broken.forecast.fan.find((f) => f.day >= day(n))!.p50;
    expect(at(40)).toBe(at(34));
    expect(at(34)).toBeGreaterThan(at(26));
  });
  test('at half the pace the days to come count half', () => {
    const whole = forecast(line(12, 20, 0.4), 40);
    const half = forecast(line(12, 20, 0.4), 40, true, 0.5);
    if (!whole.ok || !half.ok) throw new Error('no date');
    const days = (f: typeof whole): number => daysBetween(day(44), f.forecast.at50!);
    expect(Math.abs(days(half) - 2 * days(whole))).toBeLessThanOrEqual(1);
    expect(half.forecast.slope).toBeCloseTo(whole.forecast.slope / 2, 1);
  });
  test('a log of years is read like one of weeks', () => {
    const random = seededRandom(2);
    const years = Array.from({ length: 900 }, (_, i) => ({ day: day(i), clean: 30 + 3 * gaussian(random) }));
    const answer = forecast(years, 40);
    if (answer.ok || answer.why.is !== 'not-on-this-course') throw new Error('a date was offered');
    expect(Math.abs(answer.why.middle - 30)).toBeLessThan(1);
    expect(answer.why.chance).toBeLessThan(0.05);
  });
  test('one wild session does not turn the trend', () => {
    const clean = line(14, 20, 0.4);
    const wild = clean.map((s, i) => (i === 4 ? { ...s, clean: 2 } : s));
    const [a, b] = [forecast(clean, 45), forecast(wild, 45)];
    expect(a.ok && b.ok && Math.abs(b.forecast.slope - a.forecast.slope)).toBeLessThan(0.08);
    expect(a.ok && b.ok && b.forecast.at50! >= a.forecast.at50!).toBe(true);
  });
});

describe('sessions that are told', () => {
  const told = (sessions: readonly Session[]): Session[] => sessions.map((s) => ({ ...s, said: true }));
  const rise = line(12, 20, 0.4);
  test('alone they count as a sixth: a dozen of them is too few', () => {
    expect(forecast(told(rise), 40)).toMatchObject({
      ok: false,
      why: { is: 'few-sessions', sessions: 1, wanted: ENOUGH },
    });
  });
  test('between watched ones they move the course less than if they had been watched', () => {
    const watched = line(8, 20, 0);
    const boast: Session[] = watched.map((s) => ({ day: addDays(s.day, 1), clean: s.clean + 10 }));
    const middle = (sessions: Session[]): number => {
      const answer = forecast(sessions, 60);
      if (answer.ok) return answer.forecast.now;
      return answer.why.is === 'not-on-this-course' ? answer.why.middle : NaN;
    };
    const [alone, said, seen] = [watched, [...watched, ...told(boast)], [...watched, ...boast]].map(middle);
    expect(Math.abs(said! - alone!)).toBeLessThan(0.5 * Math.abs(seen! - alone!));
  });
});
