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

/** Quantile `q` (0–1) of `values`, linear between order statistics. NaN for an empty list. */
export function quantile(values: readonly number[], q: number): number {
  if (values.length === 0) return Number.NaN;
  const sorted = [...values].sort((a, b) => a - b);
  const at = (sorted.length - 1) * q;
  const low = Math.floor(at);
  const a = sorted[low]!;
  const b = sorted[Math.min(low + 1, sorted.length - 1)]!;
  return a + (b - a) * (at - low);
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

/**
 * Theil–Sen line: the median of the slopes of all pairs (Sen 1968, J. Am. Stat. Assoc. 63:1379).
 * At most 400 points are used (evenly picked), so that a long clip stays quick.
 * @returns null with fewer than three points or when all x are equal
 */
export function theilSen(x: readonly number[], y: readonly number[]): Slope | null {
  const n = Math.min(x.length, y.length);
  if (n < 3) return null;
  const step = Math.max(1, Math.ceil(n / 400));
  const index: number[] = [];
  for (let i = 0; i < n; i += step) index.push(i);
  const slopes: number[] = [];
  for (let a = 0; a < index.length; a += 1) {
    for (let b = a + 1; b < index.length; b += 1) {
      const dx = x[index[b]!]! - x[index[a]!]!;
      if (dx !== 0) slopes.push((y[index[b]!]! - y[index[a]!]!) / dx);
    }
  }
  if (slopes.length === 0) return null;
  const perUnit = median(slopes);
  return {
    perUnit,
    band: [quantile(slopes, 0.1), quantile(slopes, 0.9)],
    intercept: median(index.map((i) => y[i]! - perUnit * x[i]!)),
  };
}
