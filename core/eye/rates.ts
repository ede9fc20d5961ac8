/** Shares and spreads from few tries, with their intervals. */

/** A share of tries. */
export interface Rate {
  hits: number;
  of: number;
}
export const NO_RATE: Rate = { hits: 0, of: 0 };
export const rateOf = (list: readonly boolean[]): Rate => ({ hits: list.filter(Boolean).length, of: list.length });
export const addRates = (a: Rate, b: Rate): Rate => ({ hits: a.hits + b.hits, of: a.of + b.of });

const Z = 1.96;

/**
 * Interval that holds the true share nineteen times in twenty (Wilson 1927, J. Am. Stat. Assoc. 22:209).
 * @returns [0, 1] where nothing was tried
 * @example shareWithin({ hits: 8, of: 10 }).map((x) => x.toFixed(2)) // => ['0.49', '0.94']
 */
export function shareWithin({ hits, of }: Rate): readonly [number, number] {
  if (of === 0) return [0, 1];
  const p = hits / of;
  const middle = (p + Z ** 2 / (2 * of)) / (1 + Z ** 2 / of);
  const half = (Z / (1 + Z ** 2 / of)) * Math.sqrt((p * (1 - p)) / of + Z ** 2 / (4 * of ** 2));
  return [Math.max(0, middle - half), Math.min(1, middle + half)];
}

/** A share drawn towards what is thought without trying, as if that had been tried `weight` times. */
export const shrunk = ({ hits, of }: Rate, before: number, weight: number): number =>
  (hits + before * weight) / (of + weight);

/** Quantile of χ² by the cube-root normal (Wilson and Hilferty 1931, Proc. Natl. Acad. Sci. 17:684); within 2 % from 4 degrees on. */
function chiSquare(z: number, df: number): number {
  const spread = 2 / (9 * df);
  return df * Math.max(1e-3, 1 - spread + z * Math.sqrt(spread)) ** 3;
}

/**
 * Factors on a standard deviation that was found with so many degrees of freedom: between them lies the true one nineteen times in twenty.
 * @example spreadWithin(20).map((x) => x.toFixed(2)) // => ['0.77', '1.45']
 */
export const spreadWithin = (df: number): readonly [number, number] =>
  df <= 0 ? [0, Infinity] : [Math.sqrt(df / chiSquare(Z, df)), Math.sqrt(df / chiSquare(-Z, df))];
