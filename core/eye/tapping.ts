/** What an eye named, held against what was there: hits, false alarms, lateness, and what that says of its next taps. */
import type { JudgedPicture, Sure, TappedHold } from '../formats/eye.js';
import type { Degrees, Seconds } from '../geometry.js';
import { analyseHold } from '../hold/hold.js';
import { SURE } from '../formats/eye.js';
import { DEFAULT_LATE, OBSERVER_RELIABILITY, type Eye } from './eye.js';
import type { HoldTruth, PictureTruth } from './deal.js';
import { addRates, NO_RATE, rateOf, shrunk, type Rate } from './rates.js';

/** One fault of one item: whether it was there and whether it was named. Faults of which either answer is right are left out. */
export interface Named {
  fault: string;
  there: boolean;
  named: boolean;
}

export interface HoldScore {
  named: Named[];
  /** Seconds that each seen break was tapped after it began; negative: before. */
  late: { fault: string; by: Seconds }[];
  clean: { true: Seconds; tapped: Seconds };
  /** Whether the first to go was told rightly; null where nothing went. */
  first: boolean | null;
}

/** A tap belongs to a break from so long before it until so long after its end, s. */
const EARLY: Seconds = 1;
const AFTER: Seconds = 2;

/**
 * Holds taps against the breaks that were there.
 * @param pads faults that could be tapped
 */
export function scoreHold(
  truth: HoldTruth,
  { events }: TappedHold,
  seconds: Seconds,
  pads: readonly string[],
): HoldScore {
  const { hold, taps } = analyseHold({ samples: [], events, limits: [], ended: { t: seconds, reason: 'coach' } });
  const lasting = taps.filter((t) => !t.dip);
  const late: HoldScore['late'] = [];
  const named = pads
    .filter((fault) => !truth.open.includes(fault))
    .map((fault): Named => {
      const breaks = truth.breaks.filter((b) => b.fault === fault);
      const own = lasting.filter((t) => t.fault === fault);
      const seen = breaks.flatMap((b) => {
        const tap = own.find((t) => t.t >= b.t - EARLY && t.t <= b.t + b.length + AFTER);
        return tap ? [{ fault, by: tap.t - b.t }] : [];
      });
      late.push(...seen);
      // What is tapped long before it goes is an alarm, not a hit.
      return { fault, there: breaks.length > 0, named: breaks.length > 0 ? seen.length > 0 : own.length > 0 };
    });
  return {
    named,
    late,
    clean: { true: truth.clean, tapped: hold.clean },
    first: truth.first === null ? null : hold.firstToGo?.fault === truth.first,
  };
}

export interface PictureScore {
  named: Named[];
  sure: Sure;
  /** Everything that was there was named, and nothing else. */
  right: boolean;
  /** Read by eye less true, degrees; null where nothing was read. */
  off: Degrees | null;
}

export function scorePicture(
  truth: PictureTruth,
  { faults, sure, degrees }: JudgedPicture,
  pads: readonly string[],
  line: Degrees | null,
): PictureScore {
  const named = pads
    .filter((fault) => !truth.open.includes(fault))
    .map((fault): Named => ({ fault, there: truth.there.includes(fault), named: faults.includes(fault) }));
  return {
    named,
    sure,
    right: named.every((n) => n.there === n.named),
    off: degrees === null || line === null ? null : degrees - line,
  };
}

/** One fault over many items. */
export interface FaultScore {
  fault: string;
  /** Of the times it was there, seen. */
  seen: Rate;
  /** Of the times it was not, named all the same. */
  alarms: Rate;
  /** Of the times it was named, there. */
  there: Rate;
}

const scoreOf = (fault: string, list: readonly Named[]): FaultScore => ({
  fault,
  seen: rateOf(list.filter((n) => n.there).map((n) => n.named)),
  alarms: rateOf(list.filter((n) => !n.there).map((n) => n.named)),
  there: rateOf(list.filter((n) => n.named).map((n) => n.there)),
});

/** By fault, those that were there or named; and all together. */
export function faultScores(list: readonly Named[]): { faults: FaultScore[]; all: Omit<FaultScore, 'fault'> } {
  const ids = [...new Set(list.filter((n) => n.there || n.named).map((n) => n.fault))];
  const { fault: _all, ...all } = scoreOf('', list);
  return {
    faults: ids.map((id) =>
      scoreOf(
        id,
        list.filter((n) => n.fault === id),
      ),
    ),
    all,
  };
}

/** What is thought of an eye before it is measured speaks like so many taps; so does the whole eye for one fault. */
const BEFORE = 10;

/**
 * Chance that a tapped fault is there: of the taps in practice, those that were; drawn towards the whole eye's for faults that were seldom
 * tapped, and the whole eye towards {@link OBSERVER_RELIABILITY}, each as if it had been tapped ten times. Holds as far as the floor shows
 * faults about as often as the practice does.
 * @returns null where nothing was tapped or there to be tapped
 */
export function tapsInForce(list: readonly Named[]): Eye['taps'] {
  const { faults, all } = faultScores(list);
  if (all.there.of + all.seen.of === 0) return null;
  const rest = shrunk(all.there, OBSERVER_RELIABILITY, BEFORE);
  return {
    there: Object.fromEntries(
      faults.filter((f) => f.there.of > 0).map((f) => [f.fault, shrunk(f.there, rest, BEFORE)]),
    ),
    rest,
  };
}

/** Taps that what is thought of lateness before it is measured speaks like. */
const LATE_BEFORE = 4;

/** Mean and scatter of lateness, drawn towards {@link DEFAULT_LATE} as if that had been four taps. Null without a tap. */
export function lateInForce(late: readonly Seconds[]): Eye['late'] {
  if (late.length === 0) return null;
  const n = late.length + LATE_BEFORE;
  const mean = (late.reduce((a, b) => a + b, 0) + LATE_BEFORE * DEFAULT_LATE.mean) / n;
  const about = late.reduce((a, b) => a + (b - mean) ** 2, 0);
  const before = LATE_BEFORE * (DEFAULT_LATE.sd ** 2 + (DEFAULT_LATE.mean - mean) ** 2);
  return { mean, sd: Math.sqrt((about + before) / (n - 1)) };
}

/** How often each word was right. */
export function calibration(list: readonly PictureScore[]): Record<Sure, Rate> {
  return Object.fromEntries(
    SURE.map((sure) => [
      sure,
      list.filter((p) => p.sure === sure).reduce((r, p) => addRates(r, { hits: p.right ? 1 : 0, of: 1 }), NO_RATE),
    ]),
  ) as Record<Sure, Rate>;
}
