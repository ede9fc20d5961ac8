/** What to do next on a ladder: seven rules, the first that fits, with the numbers that it used. Codes and numbers; `words/` makes sentences of them. */
import type { Body } from '../body/anthropometry.js';
import type { Catalog } from '../catalog/index.js';
import { addDays, daysBetween, type Day } from '../days.js';
import { ladderOf, rungsOnLadder, type Ladder, placeKey } from '../catalog/ladders.js';
import type { CautionId, Rung } from '../formats/catalog.js';
import type { Observation, Setup } from '../formats/observation.js';
import type { Seconds } from '../geometry.js';
import { median, theilSen } from '../statistics.js';
import type { KnobId } from '../formats/lever.js';
import { loadOf, referenceFor, type Load } from '../statics/load.js';
import { declared, knobsOfSetup, loadAsSet } from '../statics/setup.js';
import { findSteps, type Step } from '../statics/step.js';
import {
  crossStatus,
  EARLY,
  gateFor,
  gateStatus,
  neighbours,
  rungAt,
  SLACK,
  type CrossStatus,
  type GateStatus,
} from './gates.js';
import { amountOf, byTime, heldEasier, type Amount, type LoggedHold } from './holds.js';
import { rangeStatus, type RangeStatus } from './range.js';
import type { StepKind } from './step-kinds.js';

/** What made a rule fire. */
export type StepReason =
  | 'pain'
  | 'caution'
  | 'no-progress'
  | 'gate-passed'
  | 'cap-reached'
  | 'gross-fault'
  | 'broke-early'
  | 'broke-early-after-cue'
  | 'mended-by-cue'
  | 'broke-late'
  | 'hard-part-clean'
  | 'clean-to-the-time'
  | 'lengthened-this-week'
  | 'stopped-before-the-time';

/** A number that a rule used; what it is, its value and the unit it is told in. */
export interface StepNumber {
  is:
    | 'clean'
    | 'best-clean'
    | 'working-time'
    | 'usual-break'
    | 'working-time-a-week-ago'
    | 'days-in-four-weeks'
    | 'trend-a-week'
    | 'sides-apart'
    | 'week-against-last'
    | 'load-of-the-next'
    | 'load-of-the-one-below'
    | 'load-of-the-step'
    | 'load-as-set';
  value: number;
  unit: 's' | 'reps' | 'days' | 's-a-week' | 'reps-a-week' | 'share' | 'of-this';
}

export interface Proposal {
  rule: 1 | 2 | 3 | 4 | 5 | 6 | 7;
  kind: StepKind;
  because: StepReason;
  numbers: StepNumber[];
  /** `family/rung` to go to; the rung itself where it stays. */
  to: string;
  /** The in-between step, when one is proposed. */
  step: Step | null;
  /** What to set for it: the step on top of what was set; null where the version's own set-up stands. */
  setup: Setup | null;
  /** Working seconds proposed; of a counted version, about what its reps take. */
  seconds: number;
  /** Working reps proposed; null for a timed version. */
  reps: number | null;
  /** Weak side first, one set more. */
  sides: { weak: 'left' | 'right'; gap: number } | null;
  /** The next version, where a passed gate does not lead straight to it, and why not. */
  held:
    | { next: string; by: 'caution' | 'too-far' }
    | { next: string; by: 'gates'; gates: CrossStatus[] }
    | { next: string; by: 'range'; ranges: RangeStatus[] }
    | null;
  /** Range to check before the next version, not known yet. */
  check: RangeStatus[];
  /** Cautions of this person that bar this version, or the next. */
  barred: CautionId[];
  /** The easier version that the rest of a split set is done at, and for how long, or how many reps. */
  rest: { at: string; seconds: number; reps: number | null } | null;
  /** Lengthening would raise the week's load by more than a fifth: a set is dropped instead. */
  dropSet: boolean;
  /** The method's cap, s. */
  cap: number;
}

/** Loads apart by more than this want a step in between. */
export const TOO_FAR = 1.25;
/** Where the in-between step is aimed: the middle of 1.10–1.20 and of 0.75–0.85. */
export const BETWEEN = { up: 1.15, down: 0.8 } as const;
const THREE_WEEKS = 21;
/** A lower version is easier when its load is at most this share of this one's, for this body. */
export const EASIER = 0.97;
/** Below this share the way down is too far: the step between comes first. */
const FAR_DOWN = 0.75;
/** Days over which sides are compared. */
const FOUR_WEEKS = 28;

export interface NextStepQuery {
  catalog: Catalog;
  rung: Rung;
  body: Body;
  /** The person's holds, any rungs, any order; the newest of this rung is the one that is judged. */
  holds: readonly LoggedHold[];
  /** Longest useful hold of the method, s. */
  cap: number;
  cautions?: readonly CautionId[];
  /** The hall's day today, after which old gates do not count; the day of the newest hold where left out. */
  today?: Day;
  /** Range checks that are known of the person, by test. */
  ranges?: Observation['tests'];
  /** A stop sign stands, or pain ended the last hold of the family. */
  pain?: boolean;
}

/** Best amount of each day in the version's own unit, oldest first, and whether the clock or the count ended it. */
function byDay(holds: readonly LoggedHold[], rung: Pick<Rung, 'counted' | 'target'>): Day3[] {
  const best = new Map<string, Day3>();
  for (const h of holds) {
    const clean = amountOf(rung, h).clean;
    if (clean === null) continue;
    const known = best.get(h.day);
    if (!known || clean > known.best) best.set(h.day, { day: h.day, best: clean, atLeast: h.toTarget });
  }
  return [...best.values()].sort((a, b) => a.day.localeCompare(b.day));
}
interface Day3 {
  day: string;
  best: number;
  /** It ended at its target: the person could have gone on. */
  atLeast: boolean;
}

const TIMED: Pick<Rung, 'counted' | 'target'> = { target: 0 };

/**
 * No progress over three weeks of done work: four days at least, three weeks apart, whose rise is not beyond its own error. Days that
 * ended at their target are no plateau: the newest must have ended by itself, and so must half of them.
 * @returns days that were looked at, and the slope in seconds or reps a day with its standard error
 */
export function noProgress(
  holds: readonly LoggedHold[],
  rung: Pick<Rung, 'counted' | 'target'> = TIMED,
): { days: number; slope: number; error: number } | null {
  const days = byDay(holds, rung);
  const last = days.at(-1);
  if (!last || last.atLeast) return null;
  const within = days.filter((d) => daysBetween(d.day, last.day) <= THREE_WEEKS + 7);
  if (within.length < 4 || daysBetween(within[0]!.day, last.day) < THREE_WEEKS) return null;
  if (2 * within.filter((d) => d.atLeast).length > within.length) return null;
  const x = within.map((d) => -daysBetween(d.day, last.day));
  const fit = theilSen(
    x,
    within.map((d) => d.best),
  );
  if (!fit) return null;
  const error = slopeError(
    x,
    within.map((d, i) => d.best - fit.intercept - fit.perUnit * x[i]!),
  );
  return fit.perUnit - error <= 0 ? { days: within.length, slope: fit.perUnit, error } : null;
}

/** Standard error of a slope from its residuals, by least squares' formula; units of the residuals per unit of x. */
function slopeError(x: readonly number[], residuals: readonly number[]): number {
  const middle = x.reduce((a, b) => a + b, 0) / x.length;
  const spread = x.reduce((sum, v) => sum + (v - middle) ** 2, 0);
  const scatter = residuals.reduce((sum, r) => sum + r * r, 0) / Math.max(1, x.length - 2);
  return Math.sqrt(scatter / spread);
}

/** Strong side against weak side, from the best clean seconds or reps of each within four weeks: a gap of a fifth counts. */
export function sideGap(
  holds: readonly LoggedHold[],
  rung: Pick<Rung, 'counted' | 'target'> = TIMED,
): { weak: 'left' | 'right'; gap: number } | null {
  const newest = holds.reduce((a, h) => (h.day > a ? h.day : a), '');
  const recent = holds.filter((h) => daysBetween(h.day, newest) <= FOUR_WEEKS);
  const best = (side: 'left' | 'right'): number =>
    Math.max(0, ...recent.filter((h) => h.side === side).map((h) => amountOf(rung, h).clean ?? 0));
  const [left, right] = [best('left'), best('right')];
  if (left === 0 || right === 0) return null;
  const gap = (Math.max(left, right) - Math.min(left, right)) / Math.max(left, right);
  return gap >= 0.2 ? { weak: left < right ? 'left' : 'right', gap } : null;
}

/** Load × clean seconds within a week that ends on a day, as set, N·m·s or s. */
export function weekLoad(holds: readonly LoggedHold[], loadAt: (place: string) => number, end: string): number {
  return holds
    .filter((h) => daysBetween(h.day, end) >= 0 && daysBetween(h.day, end) < 7)
    .reduce((sum, h) => sum + loadAt(h.place) * (h.share ?? 1) * h.clean, 0);
}

/** Lengthening: 5 s, or a fifth if that is more, never over 10 s. */
export const lengthened = (seconds: number): number => seconds + Math.min(10, Math.max(5, seconds / 5));
/** Reps grow by one, or a fifth if that is more, never by more than two. */
export const moreReps = (reps: number): number => reps + Math.min(2, Math.max(1, Math.round(reps / 5)));

const loadAgainst = (is: StepNumber['is'], value: number): StepNumber => ({ is, value, unit: 'of-this' });

type Make = (
  rule: Proposal['rule'],
  kind: StepKind,
  because: StepReason,
  numbers: StepNumber[],
  more?: Partial<Proposal>,
) => Proposal;

/** What all rules look at. */
interface At {
  query: NextStepQuery;
  ladder: Ladder;
  /** The version's own holds that say something in its unit, oldest first, and the newest. */
  own: readonly LoggedHold[];
  last: LoggedHold;
  amount: Amount & { clean: number };
  /** Load as it was set; null where there is no figure. */
  load: Load | null;
  make: Make;
}

const counts = ({ amount }: Pick<At, 'amount'>, is: StepNumber['is'], value: number): StepNumber => ({
  is,
  value,
  unit: amount.unit,
});

/**
 * The proposal for a person on a rung. Words are made of it elsewhere.
 * @returns null for a version of no ladder, without a hold at it, or where a counted version was only timed
 */
export function nextStep(query: NextStepQuery): Proposal | null {
  const { catalog, rung, body, holds, cap, cautions = [], pain = false, today } = query;
  const place = placeKey(rung);
  const ladder = ladderOf(catalog, rung);
  const all = holds.filter((h) => h.place === place).sort(byTime);
  const newest = all.at(-1);
  if (!ladder || !newest) return null;
  const barred = rung.excludedBy.filter((c) => cautions.includes(c));
  const own = all.filter((h) => amountOf(rung, h).clean !== null);
  const last = own.at(-1);
  const leave = pain || newest.pain || barred.length > 0;
  if (!last && !leave) return null;
  const told = amountOf(rung, last ?? newest);
  const amount = { ...told, clean: told.clean ?? 0, target: Math.min(told.target, 3600) };
  const status = gateStatus(gateFor(ladder, rung, cap, cautions), all, today ?? newest.day);
  const sides = sideGap(own, rung);
  const working = amount.unit === 's' ? Math.min(amount.target, cap) : rung.target;
  const make: Make = (rule, kind, because, numbers, more = {}) => ({
    rule,
    kind,
    because,
    numbers: sides ? [...numbers, { is: 'sides-apart', value: sides.gap, unit: 'share' }] : numbers,
    to: place,
    step: null,
    setup: last?.setup ?? null,
    seconds: working,
    reps: amount.unit === 'reps' ? amount.target : null,
    sides,
    held: null,
    check: [],
    barred: [],
    rest: null,
    dropSet: false,
    cap,
    ...more,
  });
  if (leave) return make(1, 'leave', pain || newest.pain ? 'pain' : 'caution', [], { barred });

  const at: At = {
    query,
    ladder,
    own,
    last: last!,
    amount,
    load: loadAsSet(rung, body, last!.setup ?? undefined),
    make,
  };
  const { clean, target } = amount;
  const slack = amount.unit === 's' ? SLACK : 0;
  const flat = noProgress(own, rung);
  if (flat && !status.passed)
    return make(
      2,
      'easier-week',
      'no-progress',
      [
        { is: 'days-in-four-weeks', value: flat.days, unit: 'days' },
        { is: 'trend-a-week', value: flat.slope * 7, unit: amount.unit === 's' ? 's-a-week' : 'reps-a-week' },
      ],
      half(at),
    );

  if (status.passed) return up(3, at, status);
  if (amount.unit === 's' && clean >= cap - SLACK && !heldEasier(last!)) return up(4, at, status);

  const lost = clean < target - slack && (amount.unit === 's' ? last!.broke : amount.total > clean);
  if (last!.worst === 'gross' || (lost && clean < EARLY * target))
    return last!.mended
      ? make(5, 'stay', 'mended-by-cue', [counts(at, 'clean', clean), counts(at, 'working-time', target)])
      : down(at);
  if (lost || (last!.split && !last!.broke)) return split(at, lost ? 'broke-late' : 'hard-part-clean');
  if (clean >= target - slack) return lengthen(at);
  return make(6, 'stay', 'stopped-before-the-time', [counts(at, 'clean', clean), counts(at, 'working-time', target)]);
}

/** Half of the work. */
const half = ({ amount }: At): Partial<Proposal> =>
  amount.unit === 's'
    ? { seconds: Math.max(5, Math.round(amount.target / 2)) }
    : { reps: Math.max(1, Math.round(amount.target / 2)) };

/** Loads of two versions compared; null where they are not of one kind, or the first is next to nothing. */
function ratioOf(load: Load | null, other: Load | null): number | null {
  if (!load || !other || load.governs !== other.governs) return null;
  return load.value < (load.unit === 'N·m' ? 2 : 0.02) ? null : other.value / load.value;
}

/** The lower versions of a ladder, nearest first: a sideways one is passed over. */
function lower(catalog: Catalog, ladder: Ladder, rung: Rung): Rung[] {
  const way = rungsOnLadder(catalog, ladder).filter(
    (r) => placeKey(r) === placeKey(rung) || !ladder.sideways.includes(placeKey(r)),
  );
  return way
    .slice(
      0,
      way.findIndex((r) => placeKey(r) === placeKey(rung)),
    )
    .reverse();
}

/**
 * The nearest lower version that is lighter for this body: its load at most {@link EASIER} of this one's as set. Where loads cannot be
 * compared the ladder's order stands.
 */
export function easierVersion(
  { catalog, body, cautions = [] }: Pick<NextStepQuery, 'catalog' | 'body' | 'cautions'>,
  ladder: Ladder,
  rung: Rung,
  load: Load | null,
): { rung: Rung; ratio: number | null } | null {
  for (const candidate of lower(catalog, ladder, rung)) {
    if (candidate.excludedBy.some((c) => cautions.includes(c))) continue;
    const ratio = ratioOf(load, loadAsSet(candidate, body, undefined));
    if (ratio === null || ratio <= EASIER) return { rung: candidate, ratio };
  }
  return null;
}

/** A load is the wanted one within this share. */
const AS_WANTED = 0.02;
/** The step that was done already: what was set gives the wanted load. */
function asIs(setup: Setup | null, load: Load, wanted: number): Step | null {
  const [knob] = Object.entries(declared(setup ?? undefined)) as [KnobId, number][];
  return knob && Math.abs(load.value / wanted - 1) < AS_WANTED
    ? { knob: knob[0], value: knob[1], load: load.value }
    : null;
}

/** What a step makes of what was set. */
const setTo = (setup: Setup | null, step: Step): Setup => ({
  ...declared(setup ?? undefined),
  [step.knob]: step.value,
});

/** The step to a share of the load as it was set; null where no knob reaches it. */
function stepAt(
  { query: { rung, body }, load, last }: At,
  share: number,
  from = load,
): { step: Step; setup: Setup } | null {
  if (!load || !from) return null;
  const here = asIs(last.setup, load, from.value * share);
  if (here) return { step: here, setup: last.setup! };
  const [step] = findSteps(rung, body, from.value * share, knobsOfSetup(rung, body, last.setup ?? undefined));
  return step ? { step, setup: setTo(last.setup, step) } : null;
}

/** Seconds by which a split set grows harder in a week. */
const MOVED: Seconds = 5;
const WEEK = 7;

/** A break between half and the whole: the set is split one second, or one rep, before this side's usual break. */
function split(at: At, because: StepReason): Proposal {
  const { query, ladder, own, last, amount, load, make } = at;
  const { rung } = query;
  const side = own.filter((h) => h.side === last.side);
  const usual = median(side.slice(-3).map((h) => amountOf(rung, h).clean!));
  const easier = easierVersion(query, ladder, rung, load);
  const hard = Math.max(1, moved(at, side) ?? Math.floor(usual - 1));
  const rest = Math.max(0, Math.round(amount.target - hard));
  const used = [
    counts(at, 'clean', amount.clean),
    counts(at, 'working-time', amount.target),
    counts(at, 'usual-break', usual),
  ];
  if (!easier || rest === 0) return make(6, 'stay', because, used);
  const to = placeKey(easier.rung);
  return amount.unit === 's'
    ? make(6, 'split', because, used, { seconds: hard, rest: { at: to, seconds: rest, reps: null } })
    : make(6, 'split', because, used, { reps: hard, rest: { at: to, seconds: rest * 3, reps: rest } });
}

/** A split set whose hard part was clean for a week: seconds move from easy to hard. Null where the last was none, or broke. */
function moved({ last, amount }: At, side: readonly LoggedHold[]): number | null {
  const was = last.split;
  if (!was || last.broke || amount.unit !== 's') return null;
  const since = side.find((h) => h.split !== null && h.split.hard >= was.hard - SLACK)!;
  return daysBetween(since.day, last.day) >= WEEK ? Math.min(amount.target, was.hard + MOVED) : was.hard;
}

/** Clean to the working time: longer, unless the week has had its rise, or its load would rise by more than a fifth. */
function lengthen(at: At): Proposal {
  const { query, ladder, own, last, amount, make } = at;
  const { catalog, rung, body, holds, cap } = query;
  const { target } = amount;
  const numbers = [counts(at, 'clean', amount.clean), counts(at, 'working-time', target)];
  // Whatever is looked at in a week, it grows once.
  const week = own.filter((h) => daysBetween(h.day, last.day) < WEEK && h.side === last.side);
  const from = Math.min(...week.map((h) => amountOf(rung, h).target));
  const timed = amount.unit === 's';
  const more = timed ? Math.min(cap, lengthened(target), from + 10) : Math.min(moreReps(target), from + 2);
  if (more - target < (timed ? 1 : 0.5))
    return make(7, 'stay', 'lengthened-this-week', [...numbers, counts(at, 'working-time-a-week-ago', from)]);
  const place = placeKey(rung);
  const plain = loadOf(rung, body);
  const loadAt = (p: string): number => (p === place ? plain : loadOf(rungAt(catalog, p), body))?.value ?? 1;
  const onLadder = new Set(rungsOnLadder(catalog, ladder).map(placeKey));
  const ladderHolds = holds.filter((h) => onLadder.has(h.place));
  const before = weekLoad(ladderHolds, loadAt, addDays(last.day, -WEEK));
  // Only what is held at this version grows.
  const after = weekLoad(ladderHolds, loadAt, last.day) + weekLoad(own, loadAt, last.day) * (more / target - 1);
  const dropSet = before > 0 && after > 1.2 * before;
  return make(
    7,
    'lengthen',
    'clean-to-the-time',
    dropSet ? [...numbers, { is: 'week-against-last', value: after / before, unit: 'share' }] : numbers,
    { ...(timed ? { seconds: more } : { reps: more }), dropSet },
  );
}

function up(rule: 3 | 4, at: At, status: GateStatus): Proposal {
  const { query, ladder, last, amount, make } = at;
  const { catalog, rung, body, holds, cautions = [], cap, today, ranges } = query;
  const { next } = neighbours(ladder, rungsOnLadder(catalog, ladder), placeKey(rung));
  const because = rule === 3 ? 'gate-passed' : 'cap-reached';
  const best = rule === 3 ? status.best : amount.clean;
  const numbers = [counts(at, rule === 3 ? 'best-clean' : 'clean', best)];
  if (!next) return make(rule, 'top', because, numbers);
  // The hardest set-up that was held is where the next step is counted from.
  const own = loadOf(rung, body);
  const held = own && { ...own, value: own.value * (rule === 3 ? status.share : (last.share ?? 1)) };
  const ratio = ratioOf(held, loadOf(next, body));
  const asSet =
    held && own && held.value / own.value > 1 + 1e-3 ? [loadAgainst('load-as-set', held.value / own.value)] : [];
  const shown = [...numbers, ...asSet, ...(ratio === null ? [] : [loadAgainst('load-of-the-next', ratio)])];
  const to = placeKey(next);
  const between = (why: Proposal['held'], more: Partial<Proposal> = {}): Proposal | null => {
    const found = stepAt(at, BETWEEN.up, held);
    return found
      ? make(rule, 'between', because, [...shown, loadAgainst('load-of-the-step', found.step.load / held!.value)], {
          ...found,
          held: why,
          ...more,
        })
      : null;
  };
  const barred = next.excludedBy.filter((c) => cautions.includes(c));
  if (barred.length > 0) {
    const why = { next: to, by: 'caution' as const };
    return between(why, { barred }) ?? make(rule, 'stay', because, shown, { held: why, barred });
  }
  const gates = crossStatus(catalog, to, holds, today ?? last.day).filter((c) => !c.passed);
  if (gates.length > 0) return make(rule, 'first', because, shown, { held: { next: to, by: 'gates', gates } });
  const range = rangeStatus(catalog, to, ranges, { from: rung, last });
  const short = range.filter((r) => r.is === 'short');
  if (short.length > 0) return make(rule, 'first', because, shown, { held: { next: to, by: 'range', ranges: short } });
  const check = range.filter((r) => r.is === 'unknown');
  if (ratio !== null && ratio > TOO_FAR) {
    const step = between({ next: to, by: 'too-far' });
    if (step) return step;
  }
  return make(rule, 'step-up', because, shown, { to, setup: null, check, ...ownWork(next, cap) });
}

/** The work that a version begins with. */
const ownWork = (rung: Rung, cap: number): Pick<Proposal, 'seconds' | 'reps'> =>
  rung.counted
    ? { seconds: rung.target, reps: rung.counted.target }
    : { seconds: Math.min(rung.target, cap), reps: null };

function down(at: At): Proposal {
  const { query, ladder, last, amount, load, make } = at;
  const { rung, cap } = query;
  const easier = easierVersion(query, ladder, rung, load);
  const because =
    last.worst === 'gross' ? 'gross-fault' : last.cue === 'not-mended' ? 'broke-early-after-cue' : 'broke-early';
  const numbers = [
    counts(at, 'clean', amount.clean),
    counts(at, 'working-time', amount.target),
    ...(easier?.ratio == null ? [] : [loadAgainst('load-of-the-one-below', easier.ratio)]),
  ];
  if (!easier || (easier.ratio !== null && easier.ratio < FAR_DOWN)) {
    const found = stepAt(at, BETWEEN.down);
    if (found)
      return make(
        5,
        'between',
        because,
        [...numbers, loadAgainst('load-of-the-step', found.step.load / load!.value)],
        found,
      );
  }
  return easier
    ? make(5, 'step-down', because, numbers, {
        to: placeKey(easier.rung),
        setup: null,
        ...ownWork(easier.rung, cap),
      })
    : make(5, 'stay', because, numbers, half(at));
}

/**
 * Load of a version as set, relative to the reference version of its kind, for the evaluation file.
 * @returns null where there is no load figure or nothing of the same kind to compare with
 */
export function relativeLoad(catalog: Catalog, rung: Rung, body: Body, setup?: Setup): number | null {
  const [own, reference] = [loadAsSet(rung, body, setup), loadOf(referenceFor(catalog, rung), body)];
  return own && reference && own.governs === reference.governs && reference.value > 1e-6
    ? own.value / reference.value
    : null;
}
