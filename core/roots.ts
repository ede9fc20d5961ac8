/** Finding where a continuous function of one number is zero. */

export interface Bracket {
  low: number;
  high: number;
  atLow: number;
  atHigh: number;
}

/**
 * A zero between two points at which `f` has different signs: regula falsi with the Illinois step (Dowell and Jarratt 1971, BIT 11:168),
 * which halves the value kept at an end that stays twice.
 * @param close the search ends once |f| is below this
 * @param tries evaluations at most
 * @returns the last point tried; within `close` unless the tries ran out
 * @example closeIn({ low: 0, high: 2, atLow: -2, atHigh: 2 }, (x) => x * x - 2).toFixed(6) // => '1.414214'
 */
export function closeIn(bracket: Bracket, f: (x: number) => number, close = 1e-12, tries = 60): number {
  let { low, high, atLow, atHigh } = bracket;
  let middle = low;
  for (let i = 0, side = 0; i < tries && Math.abs(high - low) > 1e-10; i += 1) {
    middle = atHigh === atLow ? (low + high) / 2 : (low * atHigh - high * atLow) / (atHigh - atLow);
    const value = f(middle);
    if (Math.abs(value) < close) break;
    if (value * atLow > 0) {
      [low, atLow] = [middle, value];
      if (side === -1) atHigh /= 2;
      side = -1;
    } else {
      [high, atHigh] = [middle, value];
      if (side === 1) atLow /= 2;
      side = 1;
    }
  }
  return middle;
}
