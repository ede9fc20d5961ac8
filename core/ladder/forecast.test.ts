import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ENOUGH, forecast, HORIZON, type NoForecast, type Session } from './forecast.js';
import { gaussian, seededRandom } from '../statistics.js';

const day = (n: number): string => new Date(Date.parse('2026-03-01') + n * 86400000).toISOString().slice(0, 10);
const line = (n: number, from: number, perDay: number, every = 4): Session[] =>
  Array.from({ length: n }, (_, i) => ({ day: day(i * every), clean: from + perDay * i * every }));

describe('forecast', () => {
  test('by hand: 20.2 s rising half a second a day reaches 40 s on day 39.6, half of the sessions from then on', () => {
    const answer = forecast(line(6, 20.2, 0.5), 40);
    expect(answer.ok && answer.forecast.slope).toBeCloseTo(0.5, 9);
    expect(answer.ok && answer.forecast.at50).toBe(day(40));
    expect(answer.ok && answer.forecast.at80! > day(40)).toBe(true);
  });
  test.each<[string, Session[], NoForecast]>([
    ['too few sessions', line(ENOUGH - 1, 20, 1), { is: 'few-sessions', sessions: 3, wanted: 4 }],
    ['a flat trend', line(8, 20, 0), { is: 'no-clear-rise' }],
    ['a falling one', line(8, 30, -0.2), { is: 'no-clear-rise' }],
    ['all within a week', line(5, 20, 1, 1), { is: 'within-a-week' }],
  ])('cannot say: %s', (_name, sessions, why) => {
    const answer = forecast(sessions, 40);
    expect(answer.ok).toBe(false);
    expect(!answer.ok && answer.why).toEqual(why);
  });
  test('as many sessions as are wanted, over just a week, are enough; one day less is not', () => {
    const at = (...days: number[]) =>
      forecast(
        days.map((n) => ({ day: day(n), clean: 20 + n })),
        40,
      );
    expect(at(0, 2, 5, 7).ok).toBe(true);
    expect(at(0, 2, 5, 6)).toEqual({ ok: false, why: { is: 'within-a-week' } });
  });
  test('sessions in any order tell the same', () => {
    const sessions = [20, 22, 21, 25, 27, 26, 30].map((clean, i) => ({ day: day(4 * i), clean }));
    const whole = forecast(sessions, 40);
    expect(whole.ok).toBe(true);
    expect(forecast([...sessions].reverse(), 40)).toEqual(whole);
    expect(
      forecast(
        [3, 0, 6, 1, 5, 2, 4].map((i) => sessions[i]!),
        40,
      ),
    ).toEqual(whole);
  });
  test('worked: the scatter of six sessions about their line, and the fan that follows from it', () => {
    // Residuals about 20 + ½ a day: 1, −1, 1, −1, 1, −1 → their median 1, × 1.4826 × 6/4.
    const sessions = [1, -1, 1, -1, 1, -1].map((r, i) => ({ day: day(8 * i), clean: 20 + 4 * i + r }));
    const answer = forecast(sessions, 60);
    if (!answer.ok) throw new Error(answer.why.is);
    const { fan } = answer.forecast;
    const half = (f: { p10: number; p90: number }): number => (f.p90 - f.p10) / 2;
    // Next to the last session the band is the scatter of one session and the line's own error.
    const narrowest = Math.min(...fan.map(half));
    expect(narrowest).toBeGreaterThan(1.2816 * 1.4826 * 1.5);
    expect(narrowest).toBeLessThan(1.2816 * 1.4826 * 1.5 * 1.5);
  });
  test('a gate beyond the horizon has no date', () => {
    const answer = forecast(line(8, 20, 0.05), 400);
    expect(answer.ok && [answer.forecast.at50, answer.forecast.at80]).toEqual([null, null]);
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
  test('one wild session does not turn the trend', () => {
    const clean = line(9, 20, 0.4);
    const wild = clean.map((s, i) => (i === 4 ? { ...s, clean: 2 } : s));
    const [a, b] = [forecast(clean, 45), forecast(wild, 45)];
    expect(a.ok && b.ok && Math.abs(b.forecast.slope - a.forecast.slope)).toBeLessThan(0.08);
  });
});
