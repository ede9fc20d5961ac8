/** A hold: settle, breaks, clean seconds, total, the first thing to go, drift and why it ended. */
import type { Seconds } from '../geometry.js';
import type { EndReason, Observation, ObservationEvent } from '../formats/observation.js';
import type { AppliedLimit } from '../judge/judge.js';
import { theilSen } from '../statistics.js';
import {
  breaksClean,
  measuredBreaks,
  settleTime,
  stretchesBeyond,
  smoothed,
  tapStretches,
  type Break,
  type Sample,
  type Series,
  type Stretch,
  type Tap,
} from './breaks.js';
import { firstBrokenRep, partsOf, repBreaks, spans, type HoldPart } from './parts.js';

export interface Drift {
  measure: string;
  /** Units of the measure per second, Theil–Sen. */
  perSecond: number;
  /** 10th and 90th percentile of the pairwise slopes. */
  band: readonly [number, number];
  /** Second at which the clear limit would have been crossed had it gone on; null when the drift is too small or leads away. */
  crossesAt: Seconds | null;
}

export interface Hold {
  total: Seconds;
  /** From settle to the first lasting break. */
  clean: Seconds;
  /** Start of the hold proper; null when it never settled. */
  settled: Seconds | null;
  firstToGo: { fault: string; t: Seconds } | null;
  breaks: Break[];
  drift: Drift[];
  /** Why it ended; whether the target was reached is a fact of the clock, or of the count. */
  endedBy: EndReason | null;
  /** Each part of a split set; absent where it was not split. */
  segments?: HoldPart[];
  /** Finished reps and those of them that were clean; absent where none were counted. */
  reps?: { done: number; clean: number };
}

export interface HoldInput {
  samples: readonly Sample[];
  events: readonly ObservationEvent[];
  limits: readonly AppliedLimit[];
  /** Limits of the later parts of a split set, by version; the first part's are {@link limits}. */
  partLimits?: ReadonlyMap<string, readonly AppliedLimit[]>;
  segments?: NonNullable<Observation['segments']>;
  reps?: NonNullable<Observation['reps']>;
  ended?: { t: Seconds; reason: EndReason };
  target?: Seconds;
  targetReps?: number;
}

export interface HoldAnalysis {
  hold: Hold;
  series: ReadonlyMap<string, Series>;
  taps: Tap[];
}

/**
 * Analyses a hold from taps, a series of measured frames (two or more), or both.
 * With taps alone the settle time is the clock's start; frames that could not be judged, without taps, settle nothing. Drift and crossing are taken from the settled part.
 */
export function analyseHold(input: HoldInput): HoldAnalysis {
  const { samples, events, limits, ended, segments, reps = [] } = input;
  const measured = samples.length >= 2 && samples.some((sample) => sample.values.size > 0);
  const start = samples[0]?.t ?? 0;
  const end = ended?.t ?? Math.max(start, samples.at(-1)?.t ?? 0, ...[...events, ...reps].map((e) => e.t));
  const within = samples.filter((sample) => sample.t <= end);
  const series = new Map([...new Set(limits.map((limit) => limit.measure))].map((id) => [id, smoothed(within, id)]));
  const stretches = measured ? stretchesOf(input, within, series, start, end) : [];
  const watched = samples.length < 2 || events.length > 0 || reps.length > 0;
  const settled = measured ? settleTime(stretches, start, end) : watched ? start : null;
  const taps = tapStretches(events, end);
  const breaks: Break[] = [
    ...(measured ? measuredBreaks(stretches) : []),
    ...taps
      .filter((tap) => !tap.dip && breaksClean(tap.severity))
      .map(({ dip: _dip, ...tap }): Break => ({ ...tap, measure: null, from: 'observed' })),
    ...repBreaks(reps, start),
  ].sort((a, b) => a.t - b.t);
  const counted = breaks.filter((b) => settled === null || b.t + b.length > settled);
  const first = counted[0];
  const broken = firstBrokenRep(reps, start);
  const gone = Math.min(first?.t ?? Infinity, broken ?? Infinity);
  const cleanTo = settled === null ? end : Math.min(end, Math.max(gone, settled));
  return {
    hold: {
      total: Math.max(0, end - start),
      clean: settled === null ? 0 : Math.max(0, cleanTo - settled),
      settled,
      firstToGo: first ? { fault: first.fault, t: first.t } : null,
      breaks: counted,
      drift: measured && settled !== null ? driftsOf(series, limits, settled, end) : [],
      endedBy: endedBy(input, Math.max(0, end - start)),
      ...(segments ? { segments: partsOf(segments, counted, { start, settled, end }) } : {}),
      ...(input.reps ? { reps: { done: reps.length, clean: reps.filter((r) => r.clean).length } } : {}),
    },
    series,
    taps,
  };
}

/** What goes beyond the clear limits, each part of a split set by its own version's. */
function stretchesOf(
  { limits, partLimits, segments }: HoldInput,
  samples: readonly Sample[],
  series: HoldAnalysis['series'],
  start: Seconds,
  end: Seconds,
): Stretch[] {
  if (!segments || segments.length < 2) return stretchesBeyond(series, limits);
  return spans(segments, start, end)
    .flatMap(({ rung, from, to }, i) => {
      const judged = i === 0 ? limits : (partLimits?.get(rung) ?? []);
      const there = samples.filter((s) => s.t >= from && (s.t < to || i === segments.length - 1));
      const own = new Map([...new Set(judged.map((l) => l.measure))].map((id) => [id, smoothed(there, id)]));
      return stretchesBeyond(own, judged);
    })
    .sort((a, b) => a.run.from - b.run.from);
}

/** A clock may miss by this, s. */
const CLOCK: Seconds = 0.5;

/** The reason that was given, save that the target is reached when the clock or the count says so, and not otherwise. */
function endedBy({ ended, target, targetReps, reps }: HoldInput, total: Seconds): EndReason | null {
  if (!ended) return null;
  const { reason } = ended;
  if (reason === 'pain' || reason === 'position-lost') return reason;
  if (target === undefined && (targetReps === undefined || !reps)) return reason;
  const byClock = target !== undefined && total >= target - CLOCK;
  const byCount = targetReps !== undefined && (reps?.length ?? 0) >= targetReps;
  return byClock || byCount ? 'target' : notTarget(reason);
}
const notTarget = (reason: EndReason): EndReason => (reason === 'target' ? 'coach' : reason);

function driftsOf(
  series: ReadonlyMap<string, Series>,
  limits: readonly AppliedLimit[],
  settled: Seconds,
  end: Seconds,
): Drift[] {
  const drifts: Drift[] = [];
  for (const [measure, { t, value }] of series) {
    const from = t.findIndex((time) => time >= settled);
    if (from < 0) continue;
    const line = theilSen(t.slice(from), value.slice(from));
    if (!line) continue;
    const steady = line.band[0] > 0 || line.band[1] < 0;
    const crossings = limits
      .filter(
        (limit) =>
          limit.measure === measure && steady && (limit.side === 'above' ? line.perUnit > 0 : line.perUnit < 0),
      )
      .map((limit) => (limit.limits[1] - line.intercept) / line.perUnit)
      .filter((at) => at > end);
    drifts.push({
      measure,
      perSecond: line.perUnit,
      band: line.band,
      crossesAt: crossings.length > 0 ? Math.min(...crossings) : null,
    });
  }
  return drifts.sort((a, b) => Math.abs(b.perSecond) - Math.abs(a.perSecond));
}
