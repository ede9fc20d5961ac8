/** Breaks of a hold, from a coach's taps and from series of measures. */
import type { Seconds } from '../geometry.js';
import { SEVERITIES, type Severity } from '../formats/catalog.js';
import type { ObservationEvent } from '../formats/observation.js';
import { severityOf, type AppliedLimit } from '../judge/judge.js';
import { median } from '../statistics.js';

/** Shorter than this is a dip, not a break. */
export const LASTING: Seconds = 0.8;
/** So long everything must be inside the clear limits for the hold to have settled. */
export const SETTLED_FOR: Seconds = 1;
/**
 * Half the window of the running median: three tenths of a second, or as far as the neighbours of a slower series where they are not too
 * far apart to speak for one another; what lies on its edge belongs to it, however the times were rounded.
 */
const SMOOTH: Seconds = 0.3;
const SMOOTH_AT_MOST: Seconds = 0.7;

export interface Break {
  fault: string;
  /** Start, s on the observation's clock. */
  t: Seconds;
  length: Seconds;
  severity: Severity;
  measure: string | null;
  recovered: boolean;
  from: 'measured' | 'observed';
}

export interface Sample {
  t: Seconds;
  values: ReadonlyMap<string, number>;
}

export interface Series {
  t: Seconds[];
  value: number[];
  /** Neighbouring samples further apart than this are a gap over which nothing is known. */
  gap: Seconds;
}

/** The usual time from one sample to the next; nought for one sample alone. */
const stepOf = (times: readonly Seconds[]): Seconds =>
  times.length > 1 ? median(times.slice(1).map((t, i) => t - times[i]!)) : 0;

/** One measure over time, smoothed by a running median of about 0.6 s that does not reach over gaps. */
export function smoothed(samples: readonly Sample[], measure: string): Series {
  const t: Seconds[] = [];
  const raw: number[] = [];
  for (const sample of samples) {
    const value = sample.values.get(measure);
    if (value === undefined) continue;
    t.push(sample.t);
    raw.push(value);
  }
  const step = stepOf(t);
  const reach = 1e-9 + (1.1 * step > SMOOTH_AT_MOST ? SMOOTH : Math.max(SMOOTH, 1.1 * step));
  let low = 0;
  let high = 0;
  const value = raw.map((_, i) => {
    while (t[low]! < t[i]! - reach) low += 1;
    while (high < t.length && t[high]! <= t[i]! + reach) high += 1;
    // The same number of samples on both sides, so that a ramp is not bent at its ends.
    const half = Math.min(i - low, high - 1 - i);
    return half === 0 ? raw[i]! : medianOf(raw, i - half, i + half + 1);
  });
  // The longer of 1.5 s and two and a half usual steps.
  return { t, value, gap: Math.max(1.5, 2.5 * step) };
}

/** Median of a small odd stretch by insertion: quicker than a sort for the dozen samples of a window. */
function medianOf(values: readonly number[], from: number, to: number): number {
  const count = to - from;
  const sorted = count <= buffer.length ? buffer : new Float64Array(count);
  for (let i = from; i < to; i += 1) {
    const v = values[i]!;
    let at = i - from;
    for (; at > 0 && sorted[at - 1]! > v; at -= 1) sorted[at] = sorted[at - 1]!;
    sorted[at] = v;
  }
  return sorted[(count - 1) / 2]!;
}
const buffer = new Float64Array(64);

interface Run {
  from: Seconds;
  to: Seconds;
  open: boolean;
  worst: number;
}

/** Stretches beyond `limit`; their ends are interpolated between samples and never reach over a gap. */
function runsBeyond(series: Series, limit: number, side: 'above' | 'below'): Run[] {
  const excess = series.value.map((v) => (side === 'above' ? v - limit : limit - v));
  const runs: Run[] = [];
  let run: Run | null = null;
  for (let i = 0; i < excess.length; i += 1) {
    const t = series.t[i]!;
    const before = series.t[i - 1];
    const broken = before === undefined || t - before > series.gap;
    if (run && broken) {
      runs.push({ ...run, to: before!, open: false });
      run = null;
    }
    const crossing = (): Seconds =>
      before! + ((t - before!) * Math.abs(excess[i - 1]!)) / (Math.abs(excess[i - 1]!) + Math.abs(excess[i]!) || 1);
    if (excess[i]! > 0) {
      run ??= { from: broken ? t : crossing(), to: t, open: true, worst: series.value[i]! };
      if (side === 'above' ? series.value[i]! > run.worst : series.value[i]! < run.worst) run.worst = series.value[i]!;
      run.to = t;
    } else if (run) {
      runs.push({ ...run, to: crossing(), open: false });
      run = null;
    }
  }
  if (run) runs.push(run);
  return runs;
}

/** A stretch beyond the clear limit of a fault, however short. */
export interface Stretch {
  limit: AppliedLimit;
  run: Run;
}

/** Every stretch beyond a clear limit, by start. */
export function stretchesBeyond(series: ReadonlyMap<string, Series>, limits: readonly AppliedLimit[]): Stretch[] {
  return limits
    .flatMap((limit) => {
      const values = series.get(limit.measure);
      return values ? runsBeyond(values, limit.limits[1], limit.side).map((run) => ({ limit, run })) : [];
    })
    .sort((a, b) => a.run.from - b.run.from);
}

/** Measured breaks: the stretches of at least {@link LASTING} seconds. */
export function measuredBreaks(stretches: readonly Stretch[]): Break[] {
  return stretches
    .filter(({ run }) => run.to - run.from >= LASTING - 1e-9)
    .map(({ limit, run }) => ({
      fault: limit.fault,
      t: run.from,
      length: run.to - run.from,
      severity: severityOf(run.worst, limit) ?? 'clear',
      measure: limit.measure,
      recovered: !run.open,
      from: 'measured',
    }));
}

/**
 * First moment from which {@link SETTLED_FOR} seconds pass with every judged measure inside its clear limit.
 * @returns null when that never happens
 */
export function settleTime(stretches: readonly Stretch[], start: Seconds, end: Seconds): Seconds | null {
  let candidate = start;
  for (const { run } of stretches) {
    if (run.from - candidate >= SETTLED_FOR) break;
    candidate = Math.max(candidate, run.to);
  }
  return end - candidate >= SETTLED_FOR ? candidate : null;
}

export interface Tap extends Omit<Break, 'from' | 'measure'> {
  dip: boolean;
}

/**
 * Taps as stretches: on to off, or to the end. A tap counts as clear; a second `on` while it is on makes it gross;
 * off again within {@link LASTING} seconds is a dip.
 * @param end end of the hold; taps after it are passed over
 */
export function tapStretches(events: readonly ObservationEvent[], end: Seconds): Tap[] {
  const open = new Map<string, { t: Seconds; severity: Severity }>();
  const done: Tap[] = [];
  const close = (fault: string, to: Seconds, recovered: boolean): void => {
    const tap = open.get(fault);
    if (!tap) return;
    open.delete(fault);
    const length = Math.max(0, to - tap.t);
    done.push({
      fault,
      t: tap.t,
      length,
      severity: tap.severity,
      recovered,
      dip: recovered && length < LASTING - 1e-9,
    });
  };
  for (const event of [...events].sort((a, b) => a.t - b.t)) {
    if (event.t > end) continue;
    const known = open.get(event.fault);
    if (event.state === 'off') close(event.fault, event.t, true);
    else if (known) known.severity = event.severity ?? 'gross';
    else open.set(event.fault, { t: event.t, severity: event.severity ?? 'clear' });
  }
  for (const fault of [...open.keys()]) close(fault, end, false);
  return done.sort((a, b) => a.t - b.t);
}

/** Whether a severity is enough to end the clean part. */
export const breaksClean = (severity: Severity): boolean => SEVERITIES.indexOf(severity) >= 1;
