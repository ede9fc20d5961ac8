/** The one evaluation function: an observation and the catalogue in, everything that follows from them out. */
import { bodyOf } from './body/anthropometry.js';
import { simulatePicture } from './body/simulate.js';
import { catalog as shipped, record, rungOf, rungsOf, type Catalog } from './catalog/index.js';
import { SEVERITIES, type CauseId, type Family, type Method, type Rung } from './formats/catalog.js';
import type { Observation } from './formats/observation.js';
import { InputError, type Problem } from './formats/problems.js';
import type { Break } from './hold/breaks.js';
import { analyseHold, type Hold, type HoldAnalysis } from './hold/hold.js';
import { swingOf } from './hold/swing.js';
import { judge, limitsFor, STATED_FROM, type AppliedLimit, type Verdict } from './judge/judge.js';
import {
  measurePicture,
  measureValues,
  type Measure,
  type MeasuredPicture,
  type PictureInput,
} from './measure/measure.js';
import { uprightFrame } from './measure/frame.js';
import { measureDefinition, seenFrom, type MeasureContext } from './measure/measures.js';
import { standingLine } from './measure/measures-whole-body.js';
import { loggedHold, type LoggedHold } from './ladder/holds.js';
import { nextStep, relativeLoad, type Proposal } from './ladder/next-step.js';
import { chooseDrills, type ChoiceQuery, type DrillChoice } from './prescribe/choose.js';
import { factsOf, type Facts, type PersonHistory, type TriedMend } from './reason/facts.js';
import {
  nextBestTest,
  openTests,
  rankCauses,
  takeoverIndex,
  type ProposedTest,
  type RankedCause,
} from './reason/rank.js';
import type { Finding } from './judge/finding.js';
import { median } from './statistics.js';
import type { Dose } from './formats/catalog.js';

/** What the open evaluation file holds; see the contract of the formats. */
export interface Evaluation {
  format: 'upright-anchor/evaluation';
  version: 1;
  /** null when there was no picture */
  view: { offSquareDegrees: number; usable: boolean } | null;
  measures: Measure[];
  findings: Finding[];
  hold: Hold | null;
  /** Causes of what was found, likeliest first; those above {@link WORTH_TELLING}. Empty when nothing was found. */
  causes: { cause: CauseId; probability: number; because: string[] }[];
  nextTest: { test: string; why: string } | null;
  takeoverIndex: number | null;
  drills: { drill: string; dose: Dose; why: string }[];
  /** What to do next on the ladder, and this version's load against the reference version; null without a hold or a ladder. */
  ladder: { rule: Proposal['rule']; proposal: string; load: number | null } | null;
}

/** The evaluation with what a screen shows beside it. */
export interface EvaluationDetail {
  evaluation: Evaluation;
  family: Family;
  rung: Rung;
  method: Method;
  limits: AppliedLimit[];
  verdicts: Verdict[];
  warnings: string[];
  choice: DrillChoice;
  ranking: RankedCause[];
  nextTest: ProposedTest | null;
  facts: Facts;
  step: Proposal | null;
}

/** Beside what the choice of drills takes: */
export interface EvaluateOptions extends Pick<
  ChoiceQuery,
  'cautions' | 'kit' | 'minutes' | 'count' | 'recent' | 'weekKinds' | 'pins' | 'bans'
> {
  catalog?: Catalog;
  /** Judge by this method instead of the observation's own. */
  method?: string;
  /** Used when the observation names no method; one that is not in the catalogue any more is passed over. */
  defaultMethod?: string;
  /** Mends tried after this look: their results are evidence. */
  mends?: readonly TriedMend[];
  /** The coach's own verdict on the cause: taken as sure. */
  overruled?: CauseId;
  /** What is known of the person beside this look. */
  history?: PersonHistory;
  /** A stop sign stands, or pain ended the last hold of this family: nothing that loads is proposed. */
  stop?: boolean;
  /** Day of the look, ISO, and the holds before it: gates, trends and side differences rest on them. */
  day?: string;
  logged?: readonly LoggedHold[];
  /** Leave drills and the ladder out: a line of a history shows neither. */
  brief?: boolean;
}

/** Stands for the day of an observation that comes without one: a file has no date. */
const DAY_OF_NO_DATE = '9999-12-31';

/** Causes below this are not listed in the evaluation file. */
export const WORTH_TELLING = 0.2;

/** The ranking with the coach's own verdict put first, where there is one. */
const ranked = (ranking: RankedCause[], overruled: CauseId | undefined): RankedCause[] =>
  overruled
    ? [
        ...ranking.filter((r) => r.cause === overruled).map((r) => ({ ...r, probability: 0.99 })),
        ...ranking.filter((r) => r.cause !== overruled),
      ]
    : ranking;

/** A tapped fault is taken as true with this probability: an eye at the bench errs about one time in ten. Assumption. */
export const OBSERVER_RELIABILITY = 0.9;

/**
 * Checks what the schema alone cannot: family, rung and faults must stand in the catalogue.
 * @throws InputError with a line per problem
 */
export function resolveObservation(
  observation: Observation,
  catalog: Catalog = shipped,
): { family: Family; rung: Rung } {
  const problems: Problem[] = [];
  const family = catalog.families.find((f) => f.id === observation.position);
  if (!family)
    throw new InputError([
      {
        path: 'position',
        message: `"${observation.position}" cannot be evaluated; known: ${catalog.families.map((f) => f.id).join(', ')}`,
      },
    ]);
  const rungs = rungsOf(catalog, family.id);
  const rung =
    observation.rung === undefined ? rungOf(catalog, family.id) : rungs.find((r) => r.id === observation.rung);
  if (!rung)
    problems.push({
      path: 'rung',
      message: `"${observation.rung}" is no version of ${family.id}; known: ${rungs.map((r) => r.id).join(', ')}`,
    });
  if (!family.views.includes(observation.view))
    problems.push({ path: 'view', message: `${family.id} is looked at from: ${family.views.join(', ')}` });
  observation.events?.forEach((event, i) => {
    const fault = catalog.faults.find((f) => f.id === event.fault);
    if (!fault?.families.includes(family.id))
      problems.push({ path: `events[${i}].fault`, message: `"${event.fault}" is no fault of ${family.id}` });
  });
  if (problems.length > 0 || !rung) throw new InputError(problems);
  return { family, rung };
}

function contextOf(observation: Observation, rung: Rung): MeasureContext {
  return {
    chordEnd: rung.chordEnd,
    support: rung.support,
    stack: rung.stack,
    body: bodyOf(observation.athlete),
    statureKnown: observation.athlete?.stature !== undefined,
    pixelsPerMetre: observation.pixelsPerMetre,
    view: observation.view,
    side: observation.side,
  };
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

/** Body line of the first frame, for positions that are compared with their own start. */
function startLine(observation: Observation, family: Family): number | undefined {
  const first = observation.frames[0]?.points;
  if (observation.frames.length < 2 || !first?.shoulder || !first.hip || !first.knee) return undefined;
  return standingLine(uprightFrame(first, observation.floor, family.orientation)) ?? undefined;
}

/** Declared distance of the support ahead of the shoulder as % of the supporting arm. */
function declaredAhead(observation: Observation, rung: Rung, context: MeasureContext): number {
  const { upperArm, forearm } = context.body.lengths;
  const reach = rung.support === 'elbow' ? upperArm : upperArm + forearm;
  return (100 * (observation.setup?.elbowAhead ?? rung.ahead)) / reach;
}

const pictureOf = (observation: Observation, family: Family, i: number): PictureInput => ({
  points: observation.frames[i]!.points,
  t: observation.frames[i]!.t,
  floor: observation.floor,
  orientation: family.orientation,
  landmarkSd: observation.landmarkSd,
});

/** Medians of the settled part; each error is that of a typical frame, since a point placed wrong stays wrong. */
function seriesMeasures(
  typical: MeasuredPicture,
  samples: readonly { t: number; values: ReadonlyMap<string, number> }[],
  from: number,
): Measure[] {
  return typical.measures.map((measure) => {
    const values: number[] = [];
    for (const s of samples) {
      const value = s.t >= from ? s.values.get(measure.id) : undefined;
      if (value !== undefined) values.push(value);
    }
    const told = NEAREST.has(measure.id) ? Math.min(...values) : median(values);
    return { ...measure, value: values.length > 0 ? told : measure.value, t: from };
  });
}

const SWING_NEEDS = ['hang-line', 'feet-behind', 'hand-to-ankle'] as const;
/** Told by the nearest that a series shows, not by its middle: what a raise reaches. */
const NEAREST = new Set(['hand-to-ankle']);

/** Measures that only some frames show, like the bottom of a hanging rep, and the swing, which only a series shows. */
function passingMeasures(
  observation: Observation,
  family: Family,
  context: MeasureContext,
  typical: MeasuredPicture,
  samples: readonly { t: number; values: ReadonlyMap<string, number> }[],
): Measure[] {
  const known = new Set(typical.measures.map((m) => m.id));
  const missing = [...new Set(samples.flatMap((s) => [...s.values.keys()]))].filter((id) => !known.has(id));
  const found = missing.flatMap((id): Measure[] => {
    const i = samples.findIndex((s) => s.values.has(id));
    const there = measurePicture(pictureOf(observation, family, i), context).measures.find((m) => m.id === id);
    const values = samples.flatMap((s) => s.values.get(id) ?? []);
    return there ? [{ ...there, value: NEAREST.has(id) ? Math.min(...values) : median(values) }] : [];
  });
  const swing = swingOf(samples);
  const line = [...typical.measures, ...found].find((m) => m.id === 'hang-line');
  // The difference of two independently placed frames.
  if (swing !== null && line)
    found.push({ id: 'swing', value: swing, sd: Math.SQRT2 * line.sd, unit: 'deg', t: line.t });
  return found;
}

const FINDING_RANK = (finding: Finding): number =>
  (finding.probability >= STATED_FROM ? 10 : 0) + SEVERITIES.indexOf(finding.severity) * 2 + finding.probability;

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
  return judge([{ ...measure, value: median(values) }], limits).find((v) => v.fault === b.fault);
}

/** Measured and tapped findings, one a fault: the surer and worse of the two stands. What went first in a hold leads among equals. */
function findingsOf(
  verdicts: readonly Verdict[],
  analysis: HoldAnalysis | null,
  measures: readonly Measure[],
  limits: readonly AppliedLimit[],
): Finding[] {
  const all: Finding[] = verdicts.map((v) => ({
    fault: v.fault,
    severity: v.severity,
    probability: v.probability,
    measure: v.measure,
    from: 'measured',
  }));
  for (const b of analysis?.hold.breaks ?? []) {
    const during = b.measure && breakVerdict(b, analysis!, measures, limits);
    if (during)
      all.push({
        fault: b.fault,
        severity: during.severity,
        probability: during.probability,
        measure: b.measure,
        from: 'measured',
      });
  }
  for (const tap of analysis?.taps ?? []) {
    if (!tap.dip)
      all.push({
        fault: tap.fault,
        severity: tap.severity,
        probability: OBSERVER_RELIABILITY,
        measure: null,
        from: 'observed',
      });
  }
  const worst = new Map<string, Finding>();
  for (const finding of all) {
    const known = worst.get(finding.fault);
    if (!known || FINDING_RANK(finding) > FINDING_RANK(known)) worst.set(finding.fault, finding);
  }
  const first = analysis?.hold.firstToGo?.fault;
  const order = (finding: Finding): number => FINDING_RANK(finding) + (finding.fault === first ? 5 : 0);
  return [...worst.values()].sort((a, b) => order(b) - order(a));
}

/**
 * Evaluates an observation: measures with errors, view check, verdicts, hold and drills.
 * The observation is not altered; another method judges the same record anew.
 * @throws InputError when position, rung, view or a fault is not in the catalogue
 */
export function evaluateObservation(observation: Observation, options: EvaluateOptions = {}): EvaluationDetail {
  const catalog = options.catalog ?? shipped;
  const { family, rung } = resolveObservation(observation, catalog);
  const method = record(
    catalog.methods,
    options.method ??
      observation.method ??
      (catalog.methods.some((m) => m.id === options.defaultMethod) ? options.defaultMethod! : family.defaultMethod),
  );
  const base = contextOf(observation, rung);
  const context = { ...base, startLine: startLine(observation, family) };
  const limits = limitsFor(catalog, rung, method, {
    declared: declaredAhead(observation, rung, context),
    pose: poseMeasures(catalog, rung, context),
  }).filter((limit) => seenFrom(measureDefinition(limit.measure), observation.view));
  const warnings: string[] = [];

  const count = observation.frames.length;
  const events = observation.events ?? [];
  const isHold = count >= 2 || events.length > 0 || observation.ended !== undefined;
  const judged = [...new Set(limits.flatMap(({ measure }) => (measure === 'swing' ? SWING_NEEDS : [measure])))].map(
    measureDefinition,
  );
  const middle = count > 0 ? measurePicture(pictureOf(observation, family, Math.floor(count / 2)), context) : null;
  const samples =
    count >= 2
      ? observation.frames.map((frame, i) => ({
          t: frame.t,
          values: measureValues(pictureOf(observation, family, i), context, judged, middle!.facing),
        }))
      : [];
  const usable = middle?.view.usable ?? false;
  const analysis = isHold
    ? analyseHold({
        samples: usable || !middle ? samples : samples.map(({ t }) => ({ t, values: new Map() })),
        events,
        limits,
        ended: observation.ended,
      })
    : null;

  const measures = !middle
    ? []
    : count === 1
      ? middle.measures
      : [
          ...seriesMeasures(middle, samples, analysis?.hold.settled ?? 0),
          ...passingMeasures(observation, family, context, middle, samples),
        ];
  const verdicts = usable ? judge(measures, limits) : [];
  if (middle) warnings.push(...middle.view.warnings);
  if (count > 0 && limits.length === 0)
    warnings.push('Nothing is judged by measure from here: this version is watched from this view, not measured.');
  else if (count > 0 && !limits.some((l) => measures.some((m) => m.id === l.measure)))
    warnings.push('None of the judged measures can be taken from these points; more of them have to be placed.');
  if (count > 0 && !observation.floor && observation.view !== 'above')
    warnings.push('No floor line: the picture’s own upright is taken, and heights above the floor are not measured.');

  const findings = findingsOf(verdicts, analysis, measures, limits);
  const facts = factsOf(
    catalog,
    observation,
    family,
    rung,
    analysis?.hold ?? null,
    measures,
    options.mends,
    options.history,
  );
  const pain = observation.ended?.reason === 'pain';
  const stated = findings.filter((finding) => finding.probability >= STATED_FROM);
  const ranking =
    stated.length === 0 || pain ? [] : ranked(rankCauses(catalog, facts, family, stated), options.overruled);
  const cautions = options.cautions ?? [];
  const nextTest = options.overruled
    ? null
    : nextBestTest(ranking, openTests(catalog, facts, family, { cautions, kit: options.kit }), catalog);
  const choice =
    ranking.length > 0 && !options.stop && !options.brief
      ? chooseDrills(catalog, { ...options, family: family.id, ranking, method, cautions })
      : { chosen: [], leftOut: [], minutes: 0, covered: 0 };
  const body = bodyOf(observation.athlete);
  const hold = options.brief
    ? null
    : loggedHold(
        observation,
        { hold: analysis?.hold ?? null, findings, measures },
        rung.id,
        options.day ?? DAY_OF_NO_DATE,
      );
  const step =
    hold &&
    nextStep({
      catalog,
      rung,
      body,
      holds: [...(options.logged ?? []), hold],
      cap: method.cap,
      cautions,
      pain: options.stop,
    });
  return {
    evaluation: {
      format: 'upright-anchor/evaluation',
      version: 1,
      view: middle ? { offSquareDegrees: middle.view.offSquareDegrees, usable: middle.view.usable } : null,
      measures,
      findings,
      hold: analysis?.hold ?? null,
      causes: pain
        ? [{ cause: 'pain', probability: 0.99, because: ['pain ended the hold'] }]
        : ranking
            .filter((r) => r.probability >= WORTH_TELLING)
            .map((r) => ({ cause: r.cause, probability: r.probability, because: r.reasons.map((x) => x.says) })),
      nextTest: nextTest && { test: nextTest.test, why: nextTest.why },
      takeoverIndex: takeoverIndex(catalog, facts, family),
      drills: choice.chosen.map(({ drill, dose, why }) => ({ drill, dose, why })),
      ladder: step && { rule: step.rule, proposal: step.says, load: relativeLoad(catalog, rung, body) },
    },
    family,
    rung,
    method,
    limits,
    verdicts,
    warnings,
    choice,
    ranking,
    nextTest,
    facts,
    step,
  };
}
