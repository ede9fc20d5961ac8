/** How far two eyes agree about the same thing: kappa for faults, limits of agreement for degrees and seconds. */

import { shareWithin } from './rates.js';

/** What two eyes said of one thing, as ordered grades from 0. */
export type Pair = readonly [a: number, b: number];

export interface Kappa {
  /** 1: as one; 0: as chance would have it; null where neither eye ever said anything but the same one grade. */
  kappa: number | null;
  /** Interval that holds it nineteen times in twenty; null under five things, or where there is no kappa. */
  within: readonly [number, number] | null;
  things: number;
}

/** Below this many things no interval is given. */
const FEW = 5;

/** Share of the way from one end of the grades to the other that two eyes lie apart on average, as seen and as chance would have it. */
function apartness(pairs: readonly Pair[], grades: number): { seen: number; chance: number } {
  const n = pairs.length;
  const share = (side: 0 | 1, grade: number): number => pairs.filter((p) => p[side] === grade).length / n;
  const apart = (a: number, b: number): number => Math.abs(a - b) / (grades - 1);
  let chance = 0;
  for (let a = 0; a < grades; a += 1)
    for (let b = 0; b < grades; b += 1) chance += share(0, a) * share(1, b) * apart(a, b);
  return { seen: pairs.reduce((sum, [a, b]) => sum + apart(a, b), 0) / n, chance };
}

/**
 * Weighted kappa with linear weights (Cohen 1968, Psychol. Bull. 70:213); with two grades it is Cohen's kappa (1960).
 *
 * Its interval is the wider, on either side, of two: leaving out one thing at a time (Quenouille's jackknife; Efron and Tibshirani 1993,
 * ch. 11), and Wilson's about the seen apartness with that of chance held. Alone, the first calls few things that all agree certain.
 * @param grades how many there are, at least 2
 * @example weightedKappa([[1, 1], [0, 0], [1, 0], [0, 0]], 2).kappa // => 0.5
 */
export function weightedKappa(pairs: readonly Pair[], grades: number): Kappa {
  const n = pairs.length;
  const kappaOf = (list: readonly Pair[]): number | null => {
    const { seen, chance } = apartness(list, grades);
    return list.length === 0 || chance === 0 ? null : 1 - seen / chance;
  };
  const kappa = kappaOf(pairs);
  if (kappa === null || n < FEW) return { kappa, within: null, things: n };
  const without = pairs.map((_, i) => kappaOf(pairs.filter((__, j) => j !== i)) ?? kappa);
  const mean = without.reduce((a, b) => a + b, 0) / n;
  const half = 1.96 * Math.sqrt(((n - 1) / n) * without.reduce((a, k) => a + (k - mean) ** 2, 0));
  const { seen, chance } = apartness(pairs, grades);
  const [least, most] = shareWithin({ hits: seen * n, of: n });
  return {
    kappa,
    within: [
      Math.max(-1, Math.min(kappa - half, 1 - most / chance)),
      Math.min(1, Math.max(kappa + half, 1 - least / chance)),
    ],
    things: n,
  };
}

export interface Limits {
  /** Second less first, on average. */
  mean: number;
  /** Between these lie nineteen differences in twenty. */
  low: number;
  high: number;
  /** Half the width of the interval about each of them. */
  error: number;
  things: number;
}

/**
 * Limits of agreement (Bland and Altman 1986, Lancet 1:307): mean difference ± 1.96 standard deviations; each limit's own standard error is
 * √(3/n) standard deviations.
 * @param differences second less first, one a thing
 * @returns null under three things
 * @example limitsOfAgreement([1, -1, 2, -2]).mean // => 0
 */
export function limitsOfAgreement(differences: readonly number[]): Limits | null {
  const n = differences.length;
  if (n < 3) return null;
  const mean = differences.reduce((a, b) => a + b, 0) / n;
  const sd = Math.sqrt(differences.reduce((a, d) => a + (d - mean) ** 2, 0) / (n - 1));
  return { mean, low: mean - 1.96 * sd, high: mean + 1.96 * sd, error: 1.96 * sd * Math.sqrt(3 / n), things: n };
}
