/** Parts of a set: a split set's versions one after another, and reps counted one by one. */
import type { Seconds } from '../geometry.js';
import type { Severity } from '../formats/catalog.js';
import type { Observation } from '../formats/observation.js';
import type { Break } from './breaks.js';

type Reps = NonNullable<Observation['reps']>;
type Segments = NonNullable<Observation['segments']>;

export interface HoldPart {
  rung: string;
  total: Seconds;
  /** From the part's start to its first lasting break. */
  clean: Seconds;
}

/** Where each part of a split set begins and ends, s on the observation's clock. */
export const spans = (
  segments: Segments,
  start: Seconds,
  end: Seconds,
): { rung: string; from: Seconds; to: Seconds }[] =>
  segments.map((part, i) => ({
    rung: part.rung,
    from: i === 0 ? start : Math.min(end, Math.max(start, part.t)),
    to: Math.min(end, Math.max(start, segments[i + 1]?.t ?? end)),
  }));

/**
 * Total and clean seconds of each part of a split set.
 * @param breaks lasting ones of the whole set
 * @param settled when the set had settled; null when it never did
 */
export function partsOf(
  segments: Segments,
  breaks: readonly Pick<Break, 't' | 'length'>[],
  { start, settled, end }: { start: Seconds; settled: Seconds | null; end: Seconds },
): HoldPart[] {
  return spans(segments, start, end).map(({ rung, from, to }, i) => {
    const begins = i === 0 && settled !== null ? Math.max(from, settled) : from;
    const gone = breaks.filter((b) => b.t < to && b.t + b.length > begins).map((b) => Math.max(b.t, begins));
    return {
      rung,
      total: Math.max(0, to - from),
      clean: settled === null ? 0 : Math.max(0, Math.min(to, ...gone) - begins),
    };
  });
}

/** A broken rep as a stretch of time: from the rep before to its own end. */
export function repBreaks(reps: Reps, start: Seconds): Break[] {
  return reps.flatMap((rep, i): Break[] => {
    const from = reps[i - 1]?.t ?? start;
    return rep.clean || rep.fault === undefined
      ? []
      : [
          {
            fault: rep.fault,
            t: from,
            length: rep.t - from,
            severity: 'clear',
            measure: null,
            recovered: reps[i + 1]?.clean ?? false,
            from: 'observed',
          },
        ];
  });
}

/** When the first broken rep began, whether or not it was said what broke it; null when all were clean. */
export function firstBrokenRep(reps: Reps, start: Seconds): Seconds | null {
  const at = reps.findIndex((r) => !r.clean);
  return at < 0 ? null : (reps[at - 1]?.t ?? start);
}

export interface RepFault {
  fault: string;
  severity: Severity;
  /** How sure it is that the fault is a finding, 0–1. */
  probability: number;
}

/** A fault in half or more of the reps is a finding, in up to a quarter it is noise, between them it is to be watched. */
const FINDING_FROM = 0.5;
const NOISE_TO = 0.25;
const TO_WATCH = 0.6;
/** A set that ends on this many reps broken by one fault was ended by it, however many came before. Assumption. */
const ENDED_BY = 2;

/**
 * Faults of counted reps.
 * @param reliability probability that the eye which watched is right about a fault, 0–1
 */
export function repFaults(reps: Reps, reliability: (fault: string) => number): RepFault[] {
  const faults = [...new Set(reps.flatMap((r) => (r.clean ? [] : (r.fault ?? []))))];
  return faults.flatMap((fault): RepFault[] => {
    const broken = (r: Reps[number]): boolean => !r.clean && r.fault === fault;
    const share = reps.filter(broken).length / reps.length;
    const ended = reps.length >= ENDED_BY && reps.slice(-ENDED_BY).every(broken);
    if (share >= FINDING_FROM || ended) return [{ fault, severity: 'clear', probability: reliability(fault) }];
    return share > NOISE_TO ? [{ fault, severity: 'slight', probability: TO_WATCH }] : [];
  });
}
