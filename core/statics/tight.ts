/** What a short muscle adds: a band, never a single number, since nobody measures its stiffness at a bench. */
import type { Rung } from '../formats/catalog.js';
import { groundOf } from './knobs.js';

/**
 * Passive pull of both hamstrings for each degree of hip flexion past the range that the straight-leg raise showed, N·m per degree and
 * kilogram of body mass, low and high. Assumption: people differ severalfold, and only the order of size is meant.
 */
export const PER_DEGREE = { low: 0.008, high: 0.03 } as const;

export interface TightBand {
  /** Hip flexion the version asks of a straight leg, and the range that was measured, degrees. */
  needed: number;
  measured: number;
  /** Extra moment at the hips, N·m. */
  low: number;
  high: number;
}

/** Knees bent beyond this slacken the hamstrings, degrees. */
const STRAIGHT = 15;

/**
 * Extra hip moment of a raise with straight legs against hamstrings whose measured range falls short of it.
 * @param range straight-leg raise lifted by the coach, degrees; the lower back flat
 * @returns null where the range suffices, the knees are bent, or the version is no raise
 */
export function hamstringBand(rung: Rung, bodyMass: number, range: number | undefined): TightBand | null {
  const ground = groundOf(rung);
  if (range === undefined || (ground !== 'hung' && ground !== 'seated') || rung.pose.knee > STRAIGHT) return null;
  const needed = rung.pose.hip;
  const short = needed - range;
  if (short <= 0) return null;
  return { needed, measured: range, low: PER_DEGREE.low * short * bodyMass, high: PER_DEGREE.high * short * bodyMass };
}
