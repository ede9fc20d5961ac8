/** Pressure of the low back on a pad: how long it was kept, when it slipped, when it was gone. */
import type { Seconds } from '../geometry.js';
import type { Evidence } from '../formats/observation.js';
import { median } from '../statistics.js';
import { LASTING, SETTLED_FOR } from './breaks.js';

/** Second on the clock, and what the pad says, 0–100 of its range. */
export type PressureSample = readonly [t: Seconds, value: number];
export const PRESSURE_STATES = ['kept', 'slipping', 'gone'] as const;
export type PressureState = (typeof PRESSURE_STATES)[number];

/** Shares of the pressure that was set at the start below which it slips, and is gone. Assumptions: no source gives numbers. */
const SLIPS_BELOW = 0.7;
const GONE_BELOW = 0.25;
/** Less than this is no back on a pad, of its range. Assumption. */
const LEAST_SET = 10;
/** The second of a slip is right to so much nineteen times in twenty, over made-up backs that tremble with breath and device, s; see the tests. */
export const SLIP_ERROR: Seconds = 2;
/** Samples that are smoothed over: a pad trembles with the breath. */
const SMOOTHED = 5;
/** A pad that says nothing for so long has stopped: what comes after is not known. */
const SILENT: Seconds = 1;

/** Positions on the back in which a pad can lie under it. */
export const ON_A_PAD: ReadonlySet<string> = new Set(['hollow', 'dead-bug', 'curl-up']);

/** What a value says against the pressure that was set. */
export const pressureState = (value: number, set: number): PressureState =>
  value < GONE_BELOW * set ? 'gone' : value < SLIPS_BELOW * set ? 'slipping' : 'kept';

export interface PressureReading {
  /** What was set at the start, 0–100: the median of the first second with a back on the pad. */
  set: number;
  /** Seconds from the start to the first lasting slip, or to the end of what is known. */
  kept: Seconds;
  /** When it first slipped, and when it was first gone, for {@link LASTING} at least; null where it was not. */
  slipped: Seconds | null;
  gone: Seconds | null;
  /** Up to where the pad spoke. */
  until: Seconds;
  /** Time between two samples, the usual one: nothing is known closer. */
  step: Seconds;
}

const smoothed = (samples: readonly PressureSample[]): PressureSample[] =>
  samples.map(([t], i) => {
    const from = Math.max(0, i - Math.floor(SMOOTHED / 2));
    return [t, median(samples.slice(from, i + Math.ceil(SMOOTHED / 2)).map(([, v]) => v))];
  });

/** Samples up to the first silence. */
function spoken(samples: readonly PressureSample[]): readonly PressureSample[] {
  const silent = samples.findIndex(([t], i) => i > 0 && t - samples[i - 1]![0] > SILENT);
  return silent < 0 ? samples : samples.slice(0, silent);
}

/** The pressure that was set at the start; null while no second of it is there. */
export function pressureSet(samples: readonly PressureSample[]): number | null {
  const first = samples.findIndex(([, v]) => v >= LEAST_SET);
  if (first < 0) return null;
  const start = samples[first]![0];
  if (samples.at(-1)![0] - start < SETTLED_FOR) return null;
  const set = median(samples.slice(first).flatMap(([t, v]) => (t - start <= SETTLED_FOR ? [v] : [])));
  return set >= LEAST_SET ? set : null;
}

/** The first moment from which a state lasts. */
function lasting(samples: readonly PressureSample[], is: (value: number) => boolean, from: Seconds): Seconds | null {
  let since: Seconds | null = null;
  for (const [t, value] of samples) {
    if (t < from) continue;
    if (!is(value)) since = null;
    else {
      since ??= t;
      if (t - since >= LASTING) return since;
    }
  }
  return null;
}

/**
 * A series read.
 * @param all times ascend, s on the clock of the hold; values 0–100
 * @returns null where no back was on the pad for a second
 */
export function readPressure(all: readonly PressureSample[]): PressureReading | null {
  const samples = spoken(all);
  const set = pressureSet(samples);
  if (set === null) return null;
  const even = smoothed(samples);
  const start = samples.find(([, v]) => v >= LEAST_SET)![0];
  const from = start + SETTLED_FOR;
  const slipped = lasting(even, (v) => pressureState(v, set) !== 'kept', from);
  const gone = lasting(even, (v) => pressureState(v, set) === 'gone', from);
  const until = samples.at(-1)![0];
  return {
    set,
    kept: (slipped ?? until) - start,
    slipped,
    gone,
    until,
    step: median(samples.slice(1).map(([t], i) => t - samples[i]![0])),
  };
}

/**
 * What a reading says of the gap under the low back: nothing where the pressure was kept, fingertips where it slipped, a flat hand where it
 * was gone. A pad does not tell how high a gap is; the coach's hand does, and stands before it.
 */
export const gapOf = ({ slipped, gone }: PressureReading): NonNullable<Evidence['back-gap']> =>
  gone !== null ? 'flat-hand' : slipped !== null ? 'fingertips' : 'nothing';

/** Longest line that a device sends. */
const LONGEST_LINE = 32;
/**
 * Reads what a device sends: a number from 0 to 100 a line, in pieces as they come. Other lines are passed over.
 * @returns takes a piece and gives the values of the lines that it ended
 * @example pressureLines()('61\n6') // => [61]
 */
export function pressureLines(): (piece: string) => number[] {
  let rest = '';
  return (piece) => {
    const lines = (rest + piece).split(/\r?\n/);
    rest = lines.pop()!.slice(-LONGEST_LINE);
    return lines.flatMap((line) => {
      const value = /^\s*\d{1,3}(?:\.\d{1,4})?\s*$/.test(line) ? Number(line) : NaN;
      return value <= 100 ? [value] : [];
    });
  };
}

/**
 * A made-up back on a pad: set, kept for a while, then going, with the tremble of breath and of the device.
 * @param random 0–1
 * @returns value at a second, 0–100
 */
export function simulatedBack(random: () => number): (t: Seconds) => number {
  const set = 45 + 30 * random();
  const keeps = 8 + 20 * random();
  const falls = 0.04 + 0.16 * random();
  const breath = 2 + 4 * random();
  return (t) => {
    const level = set * Math.max(0.05, 1 - falls * Math.max(0, t - keeps));
    const value = level + breath * Math.sin((2 * Math.PI * t) / 4) + 4 * (random() - 0.5);
    return Math.round(10 * Math.min(100, Math.max(0, value))) / 10;
  };
}
