/**
 * When a gate will be passed: a mixture of rises that slow down, straight ones and none at all, each weighted by how well it fits what was
 * logged, with the chance of a session on any day, and no date where the ceiling is likelier below the gate.
 */
import { DAY_MS, type Day } from '../days.js';
import { median, normalCdf } from '../statistics.js';

export interface Session {
  /** ISO day. */
  day: string;
  /** Best clean seconds, or clean reps, of the day. */
  clean: number;
  /** It ended at its target: the person could have gone on. */
  atLeast?: boolean;
  /** The person's own word, of work alone: it counts less. */
  said?: boolean;
}

export interface Forecast {
  /** Seconds or reps a day over the next four weeks, by the mixture's middle. */
  slope: number;
  /** Clean amount at the last session's day. */
  now: number;
  /** Scatter of a session, s or reps. */
  scatter: number;
  /** ISO days from which a session passes the gate with that chance; null where it never does within the horizon. */
  at50: string | null;
  at80: string | null;
  /** Middle and band by day from the first session on, for a fan: 10, 25, 50, 75 and 90 % of sessions lie below. */
  fan: { day: string; p10: number; p25: number; p50: number; p75: number; p90: number }[];
}

/** Why no date can be said. */
export type NoForecast =
  | { is: 'few-sessions'; sessions: number; wanted: number }
  | { is: 'within-a-week' }
  /** By a straight rise an even chance from that day on, by one that slows down far less: the log does not tell them apart yet. */
  | { is: 'rises-or-levels-off'; from: string; fan: Forecast['fan'] }
  /** The course leads to a middle below the gate: chance of a session that passes at the horizon, 0–1. */
  | { is: 'not-on-this-course'; middle: number; chance: number };
export type ForecastAnswer = { ok: true; forecast: Forecast } | { ok: false; why: NoForecast };

/** Fewer sessions than this say nothing. */
export const ENOUGH = 4;
/** Nothing is said beyond this many days. */
export const HORIZON = 180;
/** A break in the work moves the clock by no more than this, days: weeks without work move none. */
const BREAK = 7;

/**
 * Shapes of a course over practice days x, and how likely each is before anything is known. Assumptions: as often straight for as long as
 * is looked ahead as slowing down, with half-lives as coaches see them; a plateau from the first day on is rare.
 */
const SHAPES: readonly { rises: (x: number) => number; prior: number; straight: boolean }[] = [
  { rises: () => 0, prior: 0.06, straight: false },
  { rises: (x) => x / 30, prior: 0.5, straight: true },
  { rises: (x) => 1 - 2 ** (-x / 20), prior: 0.147, straight: false },
  { rises: (x) => 1 - 2 ** (-x / 40), prior: 0.147, straight: false },
  { rises: (x) => 1 - 2 ** (-x / 80), prior: 0.147, straight: false },
];
/** Rise that is expected of a shape before anything is known, and how far it may be from it, as shares of the gate. Assumptions. */
const RISE = { mean: 0.2, sd: 0.35 } as const;
/** Where a course begins is known to about this share of the gate. Assumption, wide. */
const START_SD = 0.5;
/** Scatters of a session that are tried, as shares of the gate, and how likely each is before anything is known. Assumptions. */
const SCATTERS = [0.02, 0.03, 0.045, 0.065, 0.09, 0.13] as const;
/** Straight and slowing courses may say chances this far apart, 0–1: where they are farther, no date is said. See docs/ladders.md. */
const APART = 0.65;
/** A session this many scatters below its neighbours' course is a bad day and does not turn it. */
const FAR = 3;
/** Median absolute deviation to standard deviation for normal scatter (Rousseeuw and Croux 1993, J. Am. Stat. Assoc. 88:1273–1283). */
const MAD = 1.4826;

/** What somebody says of their own set scatters so many times as much as a set that a coach tapped. Assumption, wide. */
const SAID = 2.5;
/** A session that is only told counts as so much of one that was watched: its error is that much larger. */
const SAID_COUNTS = 1 / SAID ** 2;
const wordOf = ({ said }: Session): number => (said ? SAID : 1);

const dayOf = (time: number): Day => new Date(time).toISOString().slice(0, 10);

/** One course: start and rise with their joint error, for one scatter. */
interface Course {
  straight: boolean;
  rises: (x: number) => number;
  weight: number;
  start: number;
  rise: number;
  /** Variances of start and rise, and their covariance. */
  vs: number;
  vr: number;
  c: number;
  scatter: number;
}

/** Middle and standard deviation of a session by one course. */
function at(course: Course, x: number): { mean: number; sd: number } {
  const f = course.rises(x);
  const variance = course.vs + 2 * f * course.c + f * f * course.vr + course.scatter ** 2;
  return { mean: course.start + f * course.rise, sd: Math.sqrt(variance) };
}

/**
 * Bayesian straight line in (1, f(x)) with known scatter and normal priors: posterior of start and rise, and the log of the evidence.
 * Source: the conjugate normal model, e.g. Gelman et al. (2013), Bayesian Data Analysis, ch. 14; the evidence as a chain of one-step
 * predictive densities.
 */
function fitted(
  rises: (x: number) => number,
  scatter: number,
  x: readonly number[],
  y: readonly number[],
  atLeast: readonly boolean[],
  /** Times that each session scatters as much as a watched one. */
  word: readonly number[],
  gate: number,
): Omit<Course, 'weight' | 'straight'> & { evidence: number } {
  let start = y[0]!;
  let rise = RISE.mean * gate;
  let vs = (START_SD * gate) ** 2;
  let vr = (RISE.sd * gate) ** 2;
  let c = 0;
  let evidence = 0;
  for (let i = 0; i < x.length; i += 1) {
    const f = rises(x[i]!);
    const mean = start + f * rise;
    const variance = vs + 2 * f * c + f * f * vr + (scatter * word[i]!) ** 2;
    const sd = Math.sqrt(variance);
    let value = y[i]!;
    if (atLeast[i]) {
      // Only that it was more is known: the evidence is the chance of that, the value what is then expected.
      const z = (value - mean) / sd;
      const beyond = Math.max(1e-6, 1 - normalCdf(z));
      evidence += Math.log(beyond);
      value = mean + (sd * Math.exp((-z * z) / 2)) / (Math.sqrt(2 * Math.PI) * beyond);
    } else evidence -= Math.log(sd) + (value - mean) ** 2 / (2 * variance);
    const ks = (vs + f * c) / variance;
    const kr = (c + f * vr) / variance;
    start += ks * (value - mean);
    rise += kr * (value - mean);
    const [a, b] = [vs + f * c, c + f * vr];
    vs -= ks * a;
    c -= ks * b;
    vr -= kr * b;
  }
  return { rises, scatter, start, rise, vs, vr, c, evidence };
}

/** A course of less weight than this changes nothing that is shown. */
const NEGLIGIBLE = 1e-3;
/** All courses that matter, with their weights, which sum to 1. */
function courses(
  x: readonly number[],
  y: readonly number[],
  atLeast: readonly boolean[],
  word: readonly number[],
  gate: number,
): Course[] {
  const all = SHAPES.flatMap(({ rises, prior, straight }) =>
    SCATTERS.map((share) => ({ straight, ...fitted(rises, share * gate, x, y, atLeast, word, gate), prior })),
  );
  const top = Math.max(...all.map((f) => f.evidence));
  const weights = all.map((f) => f.prior * Math.exp(f.evidence - top));
  const sum = weights.reduce((a, b) => a + b, 0);
  const told = all
    .map(({ evidence: _evidence, prior: _prior, ...course }, i) => ({ ...course, weight: weights[i]! / sum }))
    .filter((course) => course.weight >= NEGLIGIBLE);
  const left = told.reduce((a, course) => a + course.weight, 0);
  return told.map((course) => ({ ...course, weight: course.weight / left }));
}

/** Share of sessions below a value by some courses, by their weights among themselves, 0–1. */
function shareBelow(some: readonly Course[], x: number, value: number): number {
  let [sum, weights] = [0, 0];
  for (const course of some) {
    const { mean, sd } = at(course, x);
    sum += course.weight * normalCdf((value - mean) / sd);
    weights += course.weight;
  }
  return weights > 0 ? sum / weights : 0;
}

/** Days of practice: a break counts as a week at most. */
function practiceDays(days: readonly string[]): number[] {
  const x = [0];
  for (let i = 1; i < days.length; i += 1)
    x.push(x[i - 1]! + Math.min(BREAK, (Date.parse(days[i]!) - Date.parse(days[i - 1]!)) / DAY_MS));
  return x;
}

/** Bad days: far below what the days around them lead to expect. */
function badDays(x: readonly number[], y: readonly number[], word: readonly number[], gate: number): boolean[] {
  const open = y.map(() => false);
  const all = courses(x, y, open, word, gate);
  const expected = x.map((v) => all.reduce((sum, course) => sum + course.weight * at(course, v).mean, 0));
  const residuals = y.map((v, i) => (v - expected[i]!) / word[i]!);
  const middle = median(residuals);
  const scatter = Math.max(0.03 * gate, MAD * median(residuals.map((r) => Math.abs(r - middle))));
  const bad = residuals.map((r) => r - middle < -FAR * scatter);
  // Where many are bad, they are no exceptions.
  return bad.filter(Boolean).length * 3 > y.length ? open : bad;
}

/**
 * Forecast from best clean amounts a day.
 * @param sessions any order, one a day
 * @param gate clean seconds or reps
 * @param withFan false leaves the fan empty, for whoever asks for dates alone
 * @param pace work of late against the work that the log grew from, see `workPace`: at half the pace the days to come count half
 */
export function forecast(sessions: readonly Session[], gate: number, withFan = true, pace = 1): ForecastAnswer {
  const list = [...sessions].sort((a, b) => a.day.localeCompare(b.day));
  const n = list.length;
  const enough = list.reduce((sum, s) => sum + (s.said ? SAID_COUNTS : 1), 0);
  if (enough < ENOUGH) return { ok: false, why: { is: 'few-sessions', sessions: Math.floor(enough), wanted: ENOUGH } };
  const first = Date.parse(list[0]!.day);
  const last = (Date.parse(list[n - 1]!.day) - first) / DAY_MS;
  if (last < 7) return { ok: false, why: { is: 'within-a-week' } };
  const x = practiceDays(list.map((d) => d.day));
  const y = list.map((d) => d.clean);
  const word = list.map(wordOf);
  const bad = badDays(x, y, word, gate);
  const good = <T>(values: readonly T[]): T[] => values.filter((_, i) => !bad[i]);
  const all = courses(good(x), good(y), good(list.map((d) => d.atLeast ?? false)), good(word), gate);
  // A session may be one of the bad days, as often as they were; a little even where none was yet.
  const lapses = (bad.filter(Boolean).length + 0.25) / (n + 4);
  /** Practice day of a calendar day counted from the first session: the days of the log are stretched, those to come run on. */
  const practice = (d: number): number => {
    if (d >= last) return x[n - 1]! + pace * (d - last);
    const i = list.findLastIndex((s) => (Date.parse(s.day) - first) / DAY_MS <= d);
    return Math.min(x[i + 1] ?? Infinity, x[i]! + d - (Date.parse(list[i]!.day) - first) / DAY_MS);
  };
  const below = (d: number, value: number): number => shareBelow(all, practice(d), value);
  const chance = (d: number): number => (1 - lapses) * (1 - below(d, gate));
  const from = (p: number): number | null => {
    for (let d = last; d <= last + HORIZON; d += 1) if (chance(d) >= p) return d;
    return null;
  };
  const middleAt = (d: number): number => {
    const p = practice(d);
    return all.reduce((sum, course) => sum + course.weight * at(course, p).mean, 0);
  };
  const quantileAt = (d: number, q: number): number => {
    let [low, high] = [0, 4 * gate + Math.max(...y)];
    for (let i = 0; i < 18; i += 1) {
      const mid = (low + high) / 2;
      if (below(d, mid) < q) low = mid;
      else high = mid;
    }
    return (low + high) / 2;
  };
  const fanTo = (end: number): Forecast['fan'] => {
    const stride = Math.max(1, Math.round((end + 1) / 60));
    const days = withFan ? Array.from({ length: Math.floor(end / stride) + 1 }, (_, i) => i * stride) : [];
    return days.map((d) => ({
      day: dayOf(first + d * DAY_MS),
      p10: quantileAt(d, 0.1),
      p25: quantileAt(d, 0.25),
      p50: quantileAt(d, 0.5),
      p75: quantileAt(d, 0.75),
      p90: quantileAt(d, 0.9),
    }));
  };
  /** Chance by the straight courses, or by those that slow down, alone. */
  const chanceBy = (d: number, straight: boolean): number => {
    const own = all.filter((course) => course.straight === straight);
    return (1 - shareBelow(own, practice(d), gate)) * (1 - lapses);
  };
  /** A date stands only where it matters little whether the rise goes on or slows down. */
  const agreed = (d: number | null): number | null =>
    d !== null && Math.abs(chanceBy(d, true) - chanceBy(d, false)) <= APART ? d : null;
  const even = from(0.5);
  const at50 = agreed(even);
  if (at50 === null && even !== null)
    return {
      ok: false,
      why: {
        is: 'rises-or-levels-off',
        from: dayOf(first + even * DAY_MS),
        fan: fanTo(Math.min(last + HORIZON, even + 7)),
      },
    };
  if (at50 === null) {
    const end = last + HORIZON;
    return { ok: false, why: { is: 'not-on-this-course', middle: middleAt(end), chance: chance(end) } };
  }
  const at80 = agreed(from(0.8));
  const end = Math.min(last + HORIZON, at80 === null ? Math.max(at50, last) + 42 : at80 + 7);
  const now = middleAt(last);
  return {
    ok: true,
    forecast: {
      slope: (middleAt(last + 28) - now) / 28,
      now,
      scatter: all.reduce((sum, course) => sum + course.weight * course.scatter, 0),
      at50: dayOf(first + at50 * DAY_MS),
      at80: at80 === null ? null : dayOf(first + at80 * DAY_MS),
      fan: fanTo(end),
    },
  };
}
