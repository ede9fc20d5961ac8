/** Small statistics used by measures, holds and verdicts. */

/** A source of uniform numbers in [0, 1); passed in wherever chance is needed. */
export type Random = () => number;

/**
 * Seeded uniform generator (mulberry32), so that a simulation can be repeated.
 * @param seed any integer
 */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** One standard normal number from two uniform ones (Box and Muller 1958, Ann. Math. Stat. 29:610). */
export function gaussian(random: Random): number {
  const u = 1 - random();
  return Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * random());
}

/**
 * Standard normal distribution function Φ(z); absolute error below 1.5e-7.
 * Source: Abramowitz and Stegun (1964), Handbook of Mathematical Functions, 7.1.26.
 */
export function normalCdf(z: number): number {
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const poly = t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  const erf = 1 - poly * Math.exp(-x * x);
  return z >= 0 ? 0.5 * (1 + erf) : 0.5 * (1 - erf);
}

/** Quantile `q` (0–1) of ascending values, linear between order statistics. NaN for an empty list. */
function sortedQuantile(sorted: ArrayLike<number>, q: number): number {
  if (sorted.length === 0) return Number.NaN;
  const at = (sorted.length - 1) * q;
  const low = Math.floor(at);
  const a = sorted[low]!;
  return a + (sorted[Math.min(low + 1, sorted.length - 1)]! - a) * (at - low);
}

/** Quantile `q` (0–1) of `values` in any order. NaN for an empty list. */
export const quantile = (values: readonly number[], q: number): number =>
  sortedQuantile(Float64Array.from(values).sort(), q);

/**
 * The place in a rising list that lies nearest to a value; of two as near, the earlier.
 * @returns 0 for an empty list
 */
export function nearestIndex(rising: readonly number[], value: number): number {
  let [low, high] = [0, Math.max(0, rising.length - 1)];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (rising[middle]! < value) low = middle + 1;
    else high = middle;
  }
  return low > 0 && value - rising[low - 1]! <= rising[low]! - value ? low - 1 : low;
}

/** Median of `values`; NaN for an empty list. */
export const median = (values: readonly number[]): number => quantile(values, 0.5);

export interface Slope {
  /** Median of the pairwise slopes, in units of y per unit of x. */
  perUnit: number;
  /** 10th and 90th percentile of the pairwise slopes. */
  band: readonly [number, number];
  /** Median of y − slope · x. */
  intercept: number;
}

/** Pairwise slopes grow with the square of the points: this many are kept, evenly picked. */
const THEIL_SEN_POINTS = 80;

/**
 * Theil–Sen line: the median of the slopes of all pairs (Sen 1968, J. Am. Stat. Assoc. 63:1379).
 * At most 80 points are used (evenly picked), so that a long clip stays quick.
 * @returns null with fewer than three points or when all x are equal
 */
export function theilSen(x: readonly number[], y: readonly number[]): Slope | null {
  const n = Math.min(x.length, y.length);
  if (n < 3) return null;
  const step = Math.max(1, Math.ceil(n / THEIL_SEN_POINTS));
  const index: number[] = [];
  for (let i = 0; i < n; i += step) index.push(i);
  const slopes = new Float64Array((index.length * (index.length - 1)) / 2);
  let count = 0;
  for (let a = 0; a < index.length; a += 1) {
    for (let b = a + 1; b < index.length; b += 1) {
      const dx = x[index[b]!]! - x[index[a]!]!;
      if (dx !== 0) slopes[count++] = (y[index[b]!]! - y[index[a]!]!) / dx;
    }
  }
  if (count === 0) return null;
  const sorted = slopes.subarray(0, count).sort();
  const perUnit = sortedQuantile(sorted, 0.5);
  return {
    perUnit,
    band: [sortedQuantile(sorted, 0.1), sortedQuantile(sorted, 0.9)],
    intercept: median(index.map((i) => y[i]! - perUnit * x[i]!)),
  };
}

export interface Interval {
  value: number;
  low: number;
  high: number;
}

/** Student's t at 97.5 % for 1 to 30 degrees of freedom (Fisher and Yates 1963, table III). */
const T_975 = [
  12.706, 4.303, 3.182, 2.776, 2.571, 2.447, 2.365, 2.306, 2.262, 2.228, 2.201, 2.179, 2.16, 2.145, 2.131, 2.12, 2.11,
  2.101, 2.093, 2.086, 2.08, 2.074, 2.069, 2.064, 2.06, 2.056, 2.052, 2.048, 2.045, 2.042,
] as const;
/** The same of a normal distribution. */
export const Z_975 = 1.959964;
/**
 * Student's t at 97.5 %; beyond the table the first terms of Peiser's expansion (1943, Ann. Math. Stat. 14:56).
 * @param df degrees of freedom, 1 or more
 * @example t975(10) // => 2.228
 */
export const t975 = (df: number): number => T_975[df - 1] ?? Z_975 + (Z_975 ** 3 + Z_975) / (4 * df);
