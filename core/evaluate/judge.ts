/** Second stage: what a method makes of what was seen. */
import { simulatePicture } from '../body/simulate.js';
import type { Catalog } from '../catalog/index.js';
import { OBSERVER_RELIABILITY, reliabilityOf } from '../eye/eye.js';
import { isStated, type Method, type Rung } from '../formats/catalog.js';
import type { Break } from '../hold/breaks.js';
import { analyseHold, type Hold, type HoldAnalysis } from '../hold/hold.js';
import { repFaults } from '../hold/parts.js';
import { swingOf } from '../hold/swing.js';
import type { Finding } from '../judge/finding.js';
import { findingRank, judgeMeasures, limitsFor, type AppliedLimit, type Verdict } from '../judge/judge.js';
import { measurePicture, measureValues, type Measure } from '../measure/measure.js';
import { measureDefinition, seenFrom, type MeasureContext } from '../measure/measures.js';
import { judgedBy, methodFor, type Circumstance } from '../person/circumstance.js';
import { factsOf, type Facts } from '../reason/facts.js';
import { median } from '../statistics.js';
import { pictureAt, type Seen } from './see.js';
import { judgedTogether } from './together.js';
import { decidingMeasures, gapFinding, undecidedOf } from './undecided.js';

/** What the coach should know of a picture beside its figures. */
export type SeenWarning =
  | 'too-few-points'
  | 'off-square'
  | 'too-far-off'
  | 'not-known'
  | 'only-watched'
  | 'points-missing'
  | 'no-floor'
  | 'below-floor';

export interface Judged extends Seen {
  method: Method;
  limits: readonly AppliedLimit[];
  /** Null for a still. */
  hold: Hold | null;
  /** One frame: that frame; a series: medians of the settled part. */
  measures: readonly Measure[];
  /** Worst first; empty where the camera stands too far off. */
  verdicts: readonly Verdict[];
  /** Measured and tapped, one a fault, what matters most first. */
  findings: readonly Finding[];
  warnings: readonly SeenWarning[];
  /** Deciding measures of the position that could not be judged; empty when all were, or where an eye watched. */
  undecided: readonly string[];
  facts: Facts;
}

/** The measures of the version's own pose on this body: what some limits are counted from. Only of those that need it. */
function poseMeasures(catalog: Catalog, rung: Rung, context: MeasureContext): ReadonlyMap<string, number> {
  const wanted = catalog.tolerances.flatMap((t) =>
    t.family === rung.family && t.from === 'pose' ? [measureDefinition(t.measure)] : [],
  );
  if (wanted.length === 0) return new Map();
  const { points, floor } = simulatePicture(rung.pose, context.body);
  return measureValues({ points, floor, orientation: rung.pose.orientation }, { ...context, view: 'side' }, wanted);
}

/** Distance of the support ahead of the shoulder as set, % of the supporting arm. */
function declaredAhead(rung: Rung, context: MeasureContext): number {
  const { upperArm, forearm } = context.body.lengths;
  const reach = rung.support === 'elbow' ? upperArm : upperArm + forearm;
  return (100 * rung.ahead) / reach;
}

/** Told by the nearest that a series shows, not by its middle: what a raise reaches. */
const NEAREST = new Set(['hand-to-ankle']);

/** Medians of the settled part; each error is that of a typical frame, since a point placed wrong stays wrong. */
function seriesMeasures({ picture, samples }: Seen, from: number): Measure[] {
  return picture!.measures.map((measure) => {
    const values: number[] = [];
    for (const s of samples) {
      const value = s.t >= from ? s.values.get(measure.id) : undefined;
      if (value !== undefined) values.push(value);
    }
    const told = NEAREST.has(measure.id) ? Math.min(...values) : median(values);
    return { ...measure, value: values.length > 0 ? told : measure.value, t: from };
  });
}

/** Measures that only some frames show, like the bottom of a hanging rep, and the swing, which only a series shows. */
function passingMeasures(seen: Seen): Measure[] {
  const { picture, samples, context } = seen;
  const known = new Set(picture!.measures.map((m) => m.id));
  const missing = [...new Set(samples.flatMap((s) => [...s.values.keys()]))].filter((id) => !known.has(id));
  const found = missing.flatMap((id): Measure[] => {
    const i = samples.findIndex((s) => s.values.has(id));
    const there = measurePicture(pictureAt(seen, i), context).measures.find((m) => m.id === id);
    const values = samples.flatMap((s) => s.values.get(id) ?? []);
    return there ? [{ ...there, value: NEAREST.has(id) ? Math.min(...values) : median(values) }] : [];
  });
  const swing = swingOf(samples);
  const line = [...picture!.measures, ...found].find((m) => m.id === 'hang-line');
  // The difference of two independently placed frames.
  if (swing !== null && line)
    found.push({ id: 'swing', value: swing, sd: Math.SQRT2 * line.sd, unit: 'deg', t: line.t });
  return found;
}

const measuresOf = (seen: Seen, settled: number): Measure[] => {
  if (!seen.picture) return [];
  return seen.samples.length === 0
    ? seen.picture.measures
    : [...seriesMeasures(seen, settled), ...passingMeasures(seen)];
};

/** An estimate speaks only where it is sure of a fault, and gives way to the hand that felt for it. */
const withoutGuesses = (verdicts: readonly Verdict[], measures: readonly Measure[], { evidence }: Seen): Verdict[] =>
  verdicts.filter((v) => {
    const told = measures.find((m) => m.id === v.measure);
    return !told?.estimated || (v.stated && !(v.measure === 'low-back-gap' && evidence['back-gap'] !== undefined));
  });

/** The verdict on a measured break: the median of its stretch, with the measure's own error. */
function breakVerdict(
  b: Break,
  analysis: HoldAnalysis,
  measures: readonly Measure[],
  limits: readonly AppliedLimit[],
): Verdict | undefined {
  const series = analysis.series.get(b.measure!);
  const measure = measures.find((m) => m.id === b.measure);
  if (!series || !measure) return undefined;
  const values = series.value.filter((_, i) => series.t[i]! >= b.t && series.t[i]! <= b.t + b.length);
  return judgeMeasures([{ ...measure, value: median(values) }], limits).find((v) => v.fault === b.fault);
}

/** What went first in a hold is told before others that are as sure and as bad. */
const WENT_FIRST = 5;

const observed = (of: Pick<Finding, 'fault' | 'severity' | 'probability'>): Finding => ({
  ...of,
  measure: null,
  from: 'observed',
});

/**
 * Measured and tapped findings, one a fault: the surer and worse of the two stands. What went first in a hold leads among equals.
 * @param more found otherwise: in counted reps, by the hand under the back
 * @param reliability chance that a tapped fault is there
 */
export function findingsOf(
  verdicts: readonly Verdict[],
  analysis: HoldAnalysis | null,
  measures: readonly Measure[],
  limits: readonly AppliedLimit[],
  more: readonly Finding[] = [],
  reliability: (fault: string) => number = (fault) => reliabilityOf(null, fault),
): Finding[] {
  const measured = ({ fault, severity, probability, measure }: Verdict): Finding => ({
    fault,
    severity,
    probability,
    measure,
    from: 'measured',
  });
  const all: Finding[] = [...verdicts.map(measured), ...more];
  for (const b of analysis?.hold.breaks ?? []) {
    const during = b.measure && breakVerdict(b, analysis!, measures, limits);
    if (during) all.push(measured(during));
  }
  for (const { dip, fault, severity } of analysis?.taps ?? [])
    if (!dip) all.push(observed({ fault, severity, probability: reliability(fault) }));
  const worst = new Map<string, Finding>();
  for (const finding of all) {
    const known = worst.get(finding.fault);
    if (!known || findingRank(finding) > findingRank(known)) worst.set(finding.fault, finding);
  }
  const first = analysis?.hold.firstToGo?.fault;
  const order = (finding: Finding): number => findingRank(finding) + (finding.fault === first ? WENT_FIRST : 0);
  return [...worst.values()].sort((a, b) => order(b) - order(a));
}

function warningsOf(
  { picture, observation }: Seen,
  limits: readonly AppliedLimit[],
  measures: readonly Measure[],
): SeenWarning[] {
  if (!picture) return [];
  const warnings: SeenWarning[] = picture.view.warning ? [picture.view.warning] : [];
  if (limits.length === 0) warnings.push('only-watched');
  else if (!limits.some((l) => measures.some((m) => m.id === l.measure))) warnings.push('points-missing');
  if (!observation.floor && observation.view !== 'above') warnings.push('no-floor');
  if (picture.below.length > 0) warnings.push('below-floor');
  return warnings;
}

/** The finding that a line of a history names: the first that is told. */
export const topFinding = ({ findings }: Pick<Judged, 'findings'>): Finding | null => findings[0] ?? null;
/** The first stated finding: what is mended. */
export const statedFinding = ({ findings }: Pick<Judged, 'findings'>): Finding | null =>
  findings.find(isStated) ?? null;

/**
 * Judges what was seen by the method in force: limits, hold, verdicts, findings, and the facts that speak about causes; views of the same
 * doing are judged as one, all by the method of the first.
 * Judging the same {@link Seen} under another circumstance is how another method judges the same record.
 */
export function judge(seen: Seen, catalog: Catalog, circumstance: Circumstance): Judged {
  const own = judgeView(seen, catalog, circumstance);
  if (seen.others.length === 0) return own;
  const same = judgedBy(circumstance, own.method.id);
  const others = seen.others.map((other) => judgeView(other, catalog, same));
  const together = judgedTogether(own, others);
  // What a measure of another view says of causes is read from all of them.
  return { ...together, facts: judgedTogether(own, others, factsOf(catalog, together, circumstance.history)).facts };
}

function judgeView(seen: Seen, catalog: Catalog, circumstance: Circumstance): Judged {
  const { observation, asSet: rung, family, context, samples, usable } = seen;
  const method = methodFor(catalog, circumstance, family, observation.method);
  const limitsOf = (of: Rung, within: MeasureContext): AppliedLimit[] =>
    limitsFor(catalog, of, method, {
      declared: declaredAhead(of, within),
      pose: poseMeasures(catalog, of, within),
    });
  const fromHere = (of: readonly AppliedLimit[]): AppliedLimit[] =>
    of.filter((limit) => seenFrom(measureDefinition(limit.measure), observation.view));
  const all = limitsOf(rung, context);
  const limits = fromHere(all);
  const analysis = seen.isHold
    ? analyseHold({
        samples: usable ? samples : samples.map(({ t }) => ({ t, values: new Map() })),
        events: observation.events ?? [],
        limits,
        partLimits: new Map(seen.later.map((part) => [part.rung.id, fromHere(limitsOf(part.rung, part.context))])),
        segments: observation.segments,
        reps: observation.reps,
        ended: observation.ended,
        target: observation.target,
        targetReps: observation.targetReps,
      })
    : null;
  const hold = analysis?.hold ?? null;
  const measures = measuresOf(seen, hold?.settled ?? 0);
  const verdicts = usable ? withoutGuesses(judgeMeasures(measures, limits), measures, seen) : [];
  const deciding = decidingMeasures(family, all);
  const known = { ...seen, measures, verdicts };
  const reliability = (fault: string): number => reliabilityOf(seen.eye, fault);
  const byHand = gapFinding(all, deciding, known, OBSERVER_RELIABILITY);
  return {
    ...seen,
    method,
    limits,
    hold,
    measures,
    verdicts,
    findings: findingsOf(
      verdicts,
      analysis,
      measures,
      limits,
      [...repFaults(observation.reps ?? [], reliability).map(observed), ...(byHand ? [byHand] : [])],
      reliability,
    ),
    undecided: undecidedOf(deciding, known),
    warnings: warningsOf(seen, limits, measures),
    facts: factsOf(catalog, { ...seen, hold, measures }, circumstance.history),
  };
}
