/** What is known of the eye that made a record: how far off its points lie, how much of what it taps is there, how late it taps. */
import type { Seconds } from '../geometry.js';
import { baseOf, type BaseLandmark, type LandmarkName } from '../landmarks.js';
import { normalCdf } from '../statistics.js';
import type { Day } from '../days.js';

export interface Eye {
  /** Own placing error, 1 SD as a share of the shoulder–ankle distance, by point; null where it was never measured. */
  placing: { day: Day; share: Partial<Record<BaseLandmark, number>>; rest: number } | null;
  /** Chance that a tapped fault is there, by fault and for the others; null where it was never practised. */
  taps: { there: Readonly<Record<string, number>>; rest: number } | null;
  /** How late a tap comes; null where it was never practised. */
  late: { mean: Seconds; sd: Seconds } | null;
}

/** A hand-placed point is off by so much of the shoulder–ankle distance, 1 SD. Assumption, until an eye is measured. */
export const DEFAULT_PLACING = 0.012;
/** A tapped fault is taken as true with this probability: an eye at the bench errs about one time in ten. Assumption, until an eye is measured. */
export const OBSERVER_RELIABILITY = 0.9;
/** A tap comes so late after the line breaks: seeing it and reaching for the pad. Assumption, until an eye is measured. */
export const DEFAULT_LATE = { mean: 0.6, sd: 0.6 } as const;

/** Chance that a fault which this eye tapped is there, 0–1. */
export const reliabilityOf = (eye: Eye | null | undefined, fault: string): number =>
  eye?.taps ? (eye.taps.there[fault] ?? eye.taps.rest) : OBSERVER_RELIABILITY;

/** Error of a point that this eye placed, 1 SD as a share of the shoulder–ankle distance; sides share their joint's. */
export const placingOf = (eye: Eye | null | undefined, name: LandmarkName): number =>
  eye?.placing ? (eye.placing.share[baseOf(name)] ?? eye.placing.rest) : DEFAULT_PLACING;

/** Halvings in which a half-width is found. */
const HALVINGS = 40;
/**
 * Half the width about the tapped second that holds the true one nineteen times in twenty, s: taps come late, so the width counts the
 * lateness and its scatter. Says nothing of breaks that were not seen at all.
 */
export function lateWithin(eye: Eye | null | undefined): Seconds {
  const { mean, sd } = eye?.late ?? DEFAULT_LATE;
  let [low, high] = [0, Math.abs(mean) + 4 * sd];
  for (let i = 0; i < HALVINGS; i += 1) {
    const h = (low + high) / 2;
    if (normalCdf((h - mean) / sd) - normalCdf((-h - mean) / sd) < 0.95) low = h;
    else high = h;
  }
  return high;
}
