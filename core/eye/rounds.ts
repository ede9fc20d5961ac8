/** Rounds that a coach has played, scored one by one, and what all of them say of the coach's eye. */
import type { Catalog } from '../catalog/index.js';
import type { Day } from '../days.js';
import type { Answered, Dealt, Scored, Sure } from '../formats/eye.js';
import { InputError } from '../formats/problems.js';
import type { Degrees, Seconds } from '../geometry.js';
import type { Circumstance } from '../person/circumstance.js';
import { median } from '../statistics.js';
import { padsOf, readMeasure, truthOfHold, truthOfPicture } from './deal.js';
import type { Eye } from './eye.js';
import { placingFrom, placingInForce, placingsOf, type Placing } from './placing.js';
import { addRates, NO_RATE, type Rate } from './rates.js';
import {
  calibration,
  faultScores,
  lateInForce,
  scoreHold,
  scorePicture,
  tapsInForce,
  type FaultScore,
} from './tapping.js';

/**
 * Scores a round against the truth under the method in force.
 * @throws InputError where the answers are of another kind, or not one an item
 */
export function scoreRound(dealt: Dealt, answered: Answered, catalog: Catalog, circumstance: Circumstance): Scored {
  if (dealt.kind !== answered.kind)
    throw new InputError([{ path: 'kind', message: `is ${answered.kind}; this round is ${dealt.kind}` }]);
  if (dealt.items.length !== answered.answers.length)
    throw new InputError([
      { path: 'answers', message: `are ${answered.answers.length}; the round has ${dealt.items.length} items` },
    ]);
  const pads = (family: string): string[] => padsOf(catalog, family).map((f) => f.id);
  if (dealt.kind === 'placing' && answered.kind === 'placing') {
    const placings = dealt.items.flatMap((item, i) => placingsOf(item, answered.answers[i]!, catalog));
    return { kind: 'placing', placings, pictures: dealt.items.length };
  }
  if (dealt.kind === 'holds' && answered.kind === 'holds')
    return {
      kind: 'holds',
      holds: dealt.items.map((item, i) =>
        scoreHold(truthOfHold(item, catalog, circumstance), answered.answers[i]!, item.seconds, pads(item.family)),
      ),
    };
  if (dealt.kind === 'pictures' && answered.kind === 'pictures')
    return {
      kind: 'pictures',
      pictures: dealt.items.map((item, i) => {
        const truth = truthOfPicture(item, catalog, circumstance);
        const line = readMeasure(item, truth, catalog);
        return scorePicture(truth, answered.answers[i]!, pads(item.family), line?.value ?? null);
      }),
    };
  throw new RangeError(`no scores for ${dealt.kind}`);
}

export interface Round {
  id: string;
  day: Day;
  scored: Scored;
}

/** A round in a line: what one's own progress is read from. */
export interface RoundLine {
  id: string;
  day: Day;
  kind: Scored['kind'];
  /** Of the faults that were there, seen; of those that were not, named. Nought of nought for a placing check. */
  seen: Rate;
  alarms: Rate;
  /** Median lateness of taps; null where none hit. */
  late: Seconds | null;
  /** Median error of what was read by eye, without its sign; null where nothing was. */
  off: Degrees | null;
  /** Placing error of all points, 1 SD as a share of the shoulder–ankle distance; null for other rounds. */
  placing: number | null;
}

const medianOf = (list: readonly number[]): number | null => (list.length > 0 ? median(list) : null);
const namedOf = (scored: Scored) =>
  scored.kind === 'holds'
    ? scored.holds.flatMap((h) => h.named)
    : scored.kind === 'pictures'
      ? scored.pictures.flatMap((p) => p.named)
      : [];
const offOf = (scored: Scored): Degrees[] =>
  scored.kind === 'pictures' ? scored.pictures.flatMap((p) => p.off ?? []) : [];

export function lineOfRound({ id, day, scored }: Round): RoundLine {
  const { all } = faultScores(namedOf(scored));
  return {
    id,
    day,
    kind: scored.kind,
    seen: all.seen,
    alarms: all.alarms,
    late: scored.kind === 'holds' ? medianOf(scored.holds.flatMap((h) => h.late.map((l) => l.by))) : null,
    off: medianOf(offOf(scored).map(Math.abs)),
    placing: scored.kind === 'placing' ? (placingFrom(scored.placings, scored.pictures)?.rest ?? null) : null,
  };
}

/** All that is known of one coach's eye. */
export interface EyeSummary {
  /** What every verdict takes. */
  eye: Eye;
  /** The last placing check. */
  placing: (Placing & { day: Day }) | null;
  faults: FaultScore[];
  seen: Rate;
  alarms: Rate;
  /** Holds in which something went and the first to go was told rightly. */
  first: Rate;
  /** Tapped clean seconds less true ones: the median, and that without its sign; null without a hold. */
  clean: { bias: Seconds; off: Seconds; holds: number } | null;
  late: { median: Seconds; taps: number } | null;
  /** Read by eye less true: the median, and that without its sign. */
  degrees: { bias: Degrees; off: Degrees; pictures: number } | null;
  sure: Record<Sure, Rate>;
}

/** Rounds that speak for an eye, the newest of each kind: an eye learns. */
export const SPEAK = 8;

/**
 * What rounds say of the eye that played them.
 * @param rounds newest first; the newest placing check is the one in force, of holds and of pictures the newest {@link SPEAK} count each
 */
export function eyeFrom(rounds: readonly Round[]): EyeSummary {
  const check = rounds.find((r) => r.scored.kind === 'placing');
  const placing = check?.scored.kind === 'placing' ? placingFrom(check.scored.placings, check.scored.pictures) : null;
  const newest = (kind: Scored['kind']): Round[] => rounds.filter((r) => r.scored.kind === kind).slice(0, SPEAK);
  const holds = newest('holds').flatMap((r) => (r.scored.kind === 'holds' ? r.scored.holds : []));
  const pictures = newest('pictures').flatMap((r) => (r.scored.kind === 'pictures' ? r.scored.pictures : []));
  const tapped = holds.flatMap((h) => h.named);
  const { faults, all } = faultScores([...tapped, ...pictures.flatMap((p) => p.named)]);
  const late = holds.flatMap((h) => h.late.map((l) => l.by));
  const off = pictures.flatMap((p) => p.off ?? []);
  const clean = holds.map((h) => h.clean.tapped - h.clean.true);
  return {
    eye: {
      placing: placing && placingInForce(placing, check!.day),
      // What is named of a still, with time to look, says nothing of taps against the clock.
      taps: tapsInForce(tapped),
      late: lateInForce(late),
    },
    placing: placing && { ...placing, day: check!.day },
    faults,
    seen: all.seen,
    alarms: all.alarms,
    first: holds.flatMap((h) => h.first ?? []).reduce((r, f) => addRates(r, { hits: f ? 1 : 0, of: 1 }), NO_RATE),
    clean: clean.length > 0 ? { bias: median(clean), off: median(clean.map(Math.abs)), holds: clean.length } : null,
    late: late.length > 0 ? { median: median(late), taps: late.length } : null,
    degrees: off.length > 0 ? { bias: median(off), off: median(off.map(Math.abs)), pictures: off.length } : null,
    sure: calibration(pictures),
  };
}
