/** Measures and a method to verdicts: the probability that the true value lies beyond each limit. */
import type { Catalog } from '../catalog/index.js';
import {
  SEVERITIES,
  severityRank,
  STATED_FROM,
  type Limits,
  type Method,
  type Rung,
  type Severity,
  type Tolerance,
} from '../formats/catalog.js';
import type { Measure } from '../measure/measure.js';
import { normalCdf } from '../statistics.js';

/** Between this and STATED_FROM a verdict is borderline; below, nothing is said. */
export const BORDERLINE_FROM = 0.4;

/** A tolerance with the limits that the method, the rung and the declared set-up leave of it. */
export interface AppliedLimit {
  fault: string;
  measure: string;
  side: 'above' | 'below';
  limits: Limits;
}

export interface Verdict extends AppliedLimit {
  severity: Severity;
  /** Probability that the true value lies beyond the limit of `severity`. */
  probability: number;
  stated: boolean;
  value: number;
  sd: number;
  beyond: Record<Severity, number>;
}

/** Whether a tolerance is judged at a version, whatever the method. */
export const appliesTo = (tolerance: Tolerance, rung: Rung): boolean => {
  if (tolerance.family !== rung.family) return false;
  if (tolerance.rungs && !tolerance.rungs.includes(rung.id)) return false;
  switch (tolerance.when) {
    case 'straight-knees':
      return rung.chordEnd === 'ankle';
    case 'overhead':
      return rung.overhead;
    case 'blades-clear':
      return rung.bladesClear;
    default:
      return true;
  }
};

/** The option of an axis that a method chooses; a rung's own spine shape goes before the method's. */
const optionOf = (axis: NonNullable<Tolerance['axis']>, method: Method, rung: Rung): string =>
  axis === 'spine' && rung.spine ? rung.spine : method.axes[axis];

/** What limits are counted from where they are not counted from nought. */
export interface LimitOrigins {
  /** Support ahead of the shoulder as declared, % of the supporting arm; 0 when not given. */
  declared?: number;
  /** Values of the measures on the version's own pose; a tolerance that counts from one that is missing is not judged. */
  pose?: ReadonlyMap<string, number>;
}

/** The limits in force. */
export function limitsFor(catalog: Catalog, rung: Rung, method: Method, origins: LimitOrigins = {}): AppliedLimit[] {
  return catalog.tolerances.flatMap((tolerance) => {
    if (!appliesTo(tolerance, rung)) return [];
    const limits = tolerance.axis ? tolerance.limits[optionOf(tolerance.axis, method, rung)] : tolerance.limits.any;
    if (!limits) return [];
    const origin =
      tolerance.from === 'declared'
        ? (origins.declared ?? 0)
        : tolerance.from === 'pose'
          ? origins.pose?.get(tolerance.measure)
          : 0;
    if (origin === undefined) return [];
    const shifted = limits.map((limit) => limit + origin) as Limits;
    return [{ fault: tolerance.fault, measure: tolerance.measure, side: tolerance.side, limits: shifted }];
  });
}

/** Probability that a true value with this estimate lies beyond `limit`. With no error it is 0 or 1, and 0.5 on the limit. */
export function probabilityBeyond(value: number, sd: number, limit: number, side: 'above' | 'below'): number {
  const distance = side === 'above' ? value - limit : limit - value;
  if (sd <= 0) return distance > 0 ? 1 : distance < 0 ? 0 : 0.5;
  return normalCdf(distance / sd);
}

/** Worst severity whose limit the value itself is beyond, or null: the quick judgement for one sample of a series. */
export function severityOf(value: number, limit: AppliedLimit): Severity | null {
  for (let i = 2; i >= 0; i -= 1) {
    if (limit.side === 'above' ? value > limit.limits[i]! : value < limit.limits[i]!) return SEVERITIES[i]!;
  }
  return null;
}

function verdictOf(measure: Measure, limit: AppliedLimit): Verdict | null {
  const beyond = Object.fromEntries(
    SEVERITIES.map((severity, i) => [
      severity,
      probabilityBeyond(measure.value, measure.sd, limit.limits[i]!, limit.side),
    ]),
  ) as Record<Severity, number>;
  const severity = [...SEVERITIES].reverse().find((s) => beyond[s] >= STATED_FROM) ?? 'slight';
  const probability = beyond[severity];
  if (probability < BORDERLINE_FROM) return null;
  return {
    ...limit,
    severity,
    probability,
    stated: probability >= STATED_FROM,
    value: measure.value,
    sd: measure.sd,
    beyond,
  };
}

/** Order of verdicts and findings: what is stated before what is borderline, then the worse, then the surer. */
export const findingRank = (of: { probability: number; severity: Severity }): number =>
  (of.probability >= STATED_FROM ? 10 : 0) + severityRank(of.severity) * 2 + of.probability;

/**
 * Verdicts on the measured faults, worst first, one a fault (its worst measure).
 * @param measures with errors; those without a limit in force are passed over
 */
export function judgeMeasures(measures: readonly Measure[], limits: readonly AppliedLimit[]): Verdict[] {
  const worst = new Map<string, Verdict>();
  for (const limit of limits) {
    const measure = measures.find((m) => m.id === limit.measure);
    const verdict = measure ? verdictOf(measure, limit) : null;
    if (!verdict) continue;
    const known = worst.get(verdict.fault);
    if (!known || findingRank(verdict) > findingRank(known)) worst.set(verdict.fault, verdict);
  }
  return [...worst.values()].sort((a, b) => findingRank(b) - findingRank(a));
}
