/** Swing under a bar: how far the line hands→hip travels between reps. */
import type { Degrees } from '../geometry.js';
import { quantile } from '../statistics.js';

/** Frames of the bottom phases below this number tell nothing. */
const FEWEST = 4;

/**
 * Range of the line hands→hip about the vertical during the bottom phases of the reps, from the 2nd to the 98th percentile, so
 * that a single misplaced point does not make a swing.
 * @param samples values by measure id; a frame is a bottom phase where `feet-behind` could be measured
 * @returns degrees, or null with fewer than four bottom frames
 */
export function swingOf(samples: readonly { values: ReadonlyMap<string, number> }[]): Degrees | null {
  const lines = samples
    .flatMap(({ values }) => (values.has('feet-behind') && values.has('hang-line') ? [values.get('hang-line')!] : []))
    .sort((a, b) => a - b);
  return lines.length < FEWEST ? null : quantile(lines, 0.98) - quantile(lines, 0.02);
}
