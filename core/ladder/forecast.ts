/** When a gate will be passed: a robust trend through the clean times, with a band, and no answer where there is none. */
import { DAY_MS, type Day } from '../days.js';
import { median, normalCdf, theilSen } from '../statistics.js';

export interface Session {
  /** ISO day. */
  day: string;
  /** Best clean seconds of the day. */
  clean: number;
}

export interface Forecast {
  /** s a day. */
  slope: number;
  /** Clean seconds at the last session's day by the trend. */
  now: number;
  /** Scatter of a session about the trend, s. */
  scatter: number;
  /** ISO days from which a session passes the gate with that chance; null beyond the horizon. */
  at50: string | null;
  at80: string | null;
  /** Trend and band by day from the first session on, for a fan: 10, 25, 50, 75 and 90 % of sessions lie below. */
  fan: { day: string; p10: number; p25: number; p50: number; p75: number; p90: number }[];
}
/** Why nothing can be said. */
export type NoForecast =
  { is: 'few-sessions'; sessions: number; wanted: number } | { is: 'within-a-week' } | { is: 'no-clear-rise' };
export type ForecastAnswer = { ok: true; forecast: Forecast } | { ok: false; why: NoForecast };

/** Fewer sessions than this say nothing. */
export const ENOUGH = 4;
/** Nothing is said beyond this many days. */
export const HORIZON = 180;
/** Median absolute deviation to standard deviation for normal scatter (Rousseeuw and Croux 1993, J. Am. Stat. Assoc. 88:1273–1283). */
const MAD = 1.4826;
/** A session this many scatters below the trend is a bad day. */
const FAR = 2.5;
const Z = { p10: -1.2816, p25: -0.6745, p50: 0, p75: 0.6745, p90: 1.2816 } as const;

const dayOf = (time: number): Day => new Date(time).toISOString().slice(0, 10);

/**
 * Forecast from best clean times a day: Theil–Sen slope (Sen 1968, J. Am. Stat. Assoc. 63:1379–1389), scatter from the median absolute
 * residual, widened for few sessions, a chance of bad days far below the trend, plus what the slope's own error adds with distance from the middle of the sessions.
 * @param sessions any order, one a day
 * @param gate clean seconds
 */
export function forecast(sessions: readonly Session[], gate: number): ForecastAnswer {
  const list = [...sessions].sort((a, b) => a.day.localeCompare(b.day));
  const n = list.length;
  if (n < ENOUGH) return { ok: false, why: { is: 'few-sessions', sessions: n, wanted: ENOUGH } };
  const first = Date.parse(list[0]!.day);
  const x = list.map((d) => (Date.parse(d.day) - first) / DAY_MS);
  const y = list.map((d) => d.clean);
  const fit = theilSen(x, y);
  const last = x[n - 1]!;
  if (!fit || last < 7) return { ok: false, why: { is: 'within-a-week' } };
  const { intercept } = fit;
  const residuals = y.map((v, i) => v - intercept - fit.perUnit * x[i]!);
  const scatter = Math.max(0.5, (MAD * median(residuals.map(Math.abs)) * n) / (n - 2));
  // Bad days that lie far below the trend do not widen it, but they are a chance of not passing of their own.
  const lapses = residuals.filter((r) => r < -FAR * scatter).length / (n + 4);
  const middle = x.reduce((a, b) => a + b, 0) / n;
  const spread = x.reduce((sum, v) => sum + (v - middle) ** 2, 0);
  const slopeSd = scatter / Math.sqrt(spread);
  // A rise that its own error could explain away at one to five is no trend.
  if (fit.perUnit <= 0.84 * slopeSd) return { ok: false, why: { is: 'no-clear-rise' } };
  const at = (day: number): { mean: number; sd: number } => ({
    mean: intercept + fit.perUnit * day,
    sd: Math.hypot(scatter, scatter / Math.sqrt(n), slopeSd * (day - middle)),
  });
  const chance = (day: number): number => {
    const { mean, sd } = at(day);
    return (1 - lapses) * (1 - normalCdf((gate - mean) / sd));
  };
  const from = (p: number): string | null => {
    for (let d = last; d <= last + HORIZON; d += 1) if (chance(d) >= p) return dayOf(first + d * DAY_MS);
    return null;
  };
  const at80 = from(0.8);
  const end = Math.min(last + HORIZON, at80 ? (Date.parse(at80) - first) / DAY_MS + 7 : last + 42);
  const stride = Math.max(1, Math.round((end + 1) / 60));
  const fan: Forecast['fan'] = [];
  for (let d = 0; d <= end; d += stride) {
    const { mean, sd } = at(d);
    const q = (z: number): number => Math.max(0, mean + z * sd);
    fan.push({
      day: dayOf(first + d * DAY_MS),
      p10: q(Z.p10),
      p25: q(Z.p25),
      p50: q(Z.p50),
      p75: q(Z.p75),
      p90: q(Z.p90),
    });
  }
  return { ok: true, forecast: { slope: fit.perUnit, now: at(last).mean, scatter, at50: from(0.5), at80, fan } };
}
