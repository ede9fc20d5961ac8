/** What to do next on a ladder: seven rules, the first that fits, with the numbers that it used. Codes and numbers; `words/` makes sentences of them. */
import type { Body } from '../body/anthropometry.js';
import type { Catalog } from '../catalog/index.js';
import { addDays, daysBetween } from '../days.js';
import { ladderOf, rungsOnLadder, type Ladder, placeKey } from '../catalog/ladders.js';
import type { CautionId, Rung } from '../formats/catalog.js';
import { median, theilSen } from '../statistics.js';
import { loadOf, referenceFor, type Load } from '../statics/load.js';
import { findSteps, type Step } from '../statics/step.js';
import { crossStatus, gateFor, gateStatus, neighbours, rungAt, type CrossStatus, type GateStatus } from './gates.js';
import { byTime, type LoggedHold } from './holds.js';

export const STEP_KINDS = [
  'leave',
  'easier-week',
  'step-up',
  'between',
  'first',
  'step-down',
  'stay',
  'split',
  'lengthen',
  'top',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

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
  | 'broke-late'
  | 'clean-to-the-time'
  | 'stopped-before-the-time';

/** A number that a rule used; what it is, its value and the unit it is told in. */
export interface StepNumber {
  is:
    | 'clean'
    | 'best-clean'
    | 'working-time'
    | 'usual-break'
    | 'days-in-four-weeks'
    | 'trend-a-week'
    | 'sides-apart'
    | 'week-against-last'
    | 'load-of-the-next'
    | 'load-of-the-one-below'
    | 'load-of-the-step';
  value: number;
  unit: 's' | 'days' | 's-a-week' | 'share' | 'of-this';
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
  /** Working seconds proposed. */
  seconds: number;
  /** Weak side first, one set more. */
  sides: { weak: 'left' | 'right'; gap: number } | null;
  /** The next version, where a passed gate does not lead straight to it, and why not. */
  held: { next: string; by: 'caution' | 'too-far' } | { next: string; by: 'gates'; gates: CrossStatus[] } | null;
  /** Cautions of this person that bar this version, or the next. */
  barred: CautionId[];
  /** The easier version that the rest of a split set is done at, and for how long. */
  rest: { at: string; seconds: number } | null;
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
/** Before half of the working time, a break is early. */
const EARLY = 0.5;
/** Seconds by which a clock may miss. */
const SLACK = 0.05;
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
  /** A stop sign stands, or pain ended the last hold of the family. */
  pain?: boolean;
}

const byDay = (holds: readonly LoggedHold[]): { day: string; best: number }[] => {
  const best = new Map<string, number>();
  for (const h of holds) best.set(h.day, Math.max(best.get(h.day) ?? 0, h.clean));
  return [...best].map(([day, clean]) => ({ day, best: clean })).sort((a, b) => a.day.localeCompare(b.day));
};

/** No rise of the best clean time a day over three weeks of done work: four days at least, three weeks apart. */
export function noProgress(holds: readonly LoggedHold[]): { days: number; slope: number } | null {
  const days = byDay(holds);
  const last = days.at(-1);
  if (!last) return null;
  const within = days.filter((d) => daysBetween(d.day, last.day) <= THREE_WEEKS + 7);
  if (within.length < 4 || daysBetween(within[0]!.day, last.day) < THREE_WEEKS) return null;
  const fit = theilSen(
    within.map((d) => daysBetween(last.day, d.day)),
    within.map((d) => d.best),
  );
  return fit && fit.perUnit <= 0 ? { days: within.length, slope: fit.perUnit } : null;
}

/** Strong side against weak side, from the best clean time of each within four weeks: a gap of a fifth counts. */
export function sideGap(holds: readonly LoggedHold[]): { weak: 'left' | 'right'; gap: number } | null {
  const newest = holds.reduce((a, h) => (h.day > a ? h.day : a), '');
  const recent = holds.filter((h) => daysBetween(h.day, newest) <= FOUR_WEEKS);
  const best = (side: 'left' | 'right'): number =>
    Math.max(0, ...recent.filter((h) => h.side === side).map((h) => h.clean));
  const [left, right] = [best('left'), best('right')];
  if (left === 0 || right === 0) return null;
  const gap = (Math.max(left, right) - Math.min(left, right)) / Math.max(left, right);
  return gap >= 0.2 ? { weak: left < right ? 'left' : 'right', gap } : null;
}

/** Load × clean seconds within a week that ends on a day, N·m·s or s. */
export function weekLoad(holds: readonly LoggedHold[], loadAt: (place: string) => number, end: string): number {
  return holds
    .filter((h) => daysBetween(h.day, end) >= 0 && daysBetween(h.day, end) < 7)
    .reduce((sum, h) => sum + loadAt(h.place) * h.clean, 0);
}

/** Lengthening: 5 s, or a fifth if that is more, never over 10 s. */
export const lengthened = (seconds: number): number => seconds + Math.min(10, Math.max(5, seconds / 5));

const seconds = (is: StepNumber['is'], value: number): StepNumber => ({ is, value, unit: 's' });
const loadAgainst = (is: StepNumber['is'], value: number): StepNumber => ({ is, value, unit: 'of-this' });

type Make = (
  rule: Proposal['rule'],
  kind: StepKind,
  because: StepReason,
  numbers: StepNumber[],
  more?: Partial<Proposal>,
) => Proposal;

/**
 * The proposal for a person on a rung. Words are made of it elsewhere.
 * @returns null for a version of no ladder, or without a hold at it
 */
export function nextStep(query: NextStepQuery): Proposal | null {
  const { catalog, rung, holds, cap, cautions = [], pain = false } = query;
  const place = placeKey(rung);
  const ladder = ladderOf(catalog, rung);
  const own = holds.filter((h) => h.place === place).sort(byTime);
  const last = own.at(-1);
  if (!ladder || !last) return null;
  const target = Math.min(last.target ?? rung.target, 3600);
  const status = gateStatus(gateFor(ladder, rung, cap, cautions), own);
  const sides = sideGap(own);
  const make: Make = (rule, kind, because, numbers, more = {}) => ({
    rule,
    kind,
    because,
    numbers: sides ? [...numbers, { is: 'sides-apart', value: sides.gap, unit: 'share' }] : numbers,
    to: place,
    step: null,
    seconds: Math.min(target, cap),
    sides,
    held: null,
    barred: [],
    rest: null,
    dropSet: false,
    cap,
    ...more,
  });
  const numbers = [seconds('clean', last.clean), seconds('working-time', target)];

  const barred = rung.excludedBy.filter((c) => cautions.includes(c));
  if (pain || last.pain || barred.length > 0)
    return make(1, 'leave', pain || last.pain ? 'pain' : 'caution', [], { barred });

  const flat = noProgress(own);
  if (flat && !status.passed)
    return make(
      2,
      'easier-week',
      'no-progress',
      [
        { is: 'days-in-four-weeks', value: flat.days, unit: 'days' },
        { is: 'trend-a-week', value: flat.slope * 7, unit: 's-a-week' },
      ],
      { seconds: Math.max(5, Math.round(target / 2)) },
    );

  if (status.passed) return up(3, query, ladder, status, make);
  if (last.clean >= cap - SLACK) return up(4, query, ladder, status, make);

  const lost = last.broke && last.clean < target - SLACK;
  if (last.worst === 'gross' || (lost && last.clean < EARLY * target && last.cue !== 'mended'))
    return down(query, ladder, last, make);
  if (lost) return split(query, ladder, own, target, numbers, make);
  if (last.clean >= target - SLACK) return lengthen(query, ladder, own, target, numbers, make);
  return make(6, 'stay', 'stopped-before-the-time', numbers);
}

/** Loads of two versions compared; null where they are not of one kind, or the first is next to nothing. */
function ratioOf(load: Load | null, other: Load | null): number | null {
  if (!load || !other || load.governs !== other.governs) return null;
  return load.value < (load.unit === 'N·m' ? 2 : 0.02) ? null : other.value / load.value;
}

/** A break between half and the whole: the set is split one second before the usual break. */
function split(
  { catalog, rung }: NextStepQuery,
  ladder: Ladder,
  own: readonly LoggedHold[],
  target: number,
  numbers: StepNumber[],
  make: Make,
): Proposal {
  const usual = median(own.slice(-3).map((h) => h.clean));
  const { before } = neighbours(ladder, rungsOnLadder(catalog, ladder), placeKey(rung));
  const hard = Math.max(1, Math.floor(usual - 1));
  const rest = Math.max(0, Math.round(target - hard));
  const used = [...numbers, seconds('usual-break', usual)];
  return before && rest > 0
    ? make(6, 'split', 'broke-late', used, { seconds: hard, rest: { at: placeKey(before), seconds: rest } })
    : make(6, 'stay', 'broke-late', used);
}

/** Clean to the working time: longer, unless the week's load would rise by more than a fifth. */
function lengthen(
  { catalog, rung, body, holds, cap }: NextStepQuery,
  ladder: Ladder,
  own: readonly LoggedHold[],
  target: number,
  numbers: StepNumber[],
  make: Make,
): Proposal {
  const place = placeKey(rung);
  const last = own.at(-1)!;
  const more = Math.min(cap, lengthened(target));
  const load = loadOf(rung, body);
  const loadAt = (at: string): number => (at === place ? load : loadOf(rungAt(catalog, at), body))?.value ?? 1;
  const onLadder = new Set(rungsOnLadder(catalog, ladder).map(placeKey));
  const ladderHolds = holds.filter((h) => onLadder.has(h.place));
  const week = weekLoad(ladderHolds, loadAt, addDays(last.day, -7));
  // Only what is held at this version grows.
  const after = weekLoad(ladderHolds, loadAt, last.day) + weekLoad(own, loadAt, last.day) * (more / target - 1);
  const dropSet = week > 0 && after > 1.2 * week;
  return make(
    7,
    'lengthen',
    'clean-to-the-time',
    dropSet ? [...numbers, { is: 'week-against-last', value: after / week, unit: 'share' }] : numbers,
    { seconds: more, dropSet },
  );
}

function up(rule: 3 | 4, query: NextStepQuery, ladder: Ladder, status: GateStatus, make: Make): Proposal {
  const { catalog, rung, body, holds, cautions = [], cap } = query;
  const { next } = neighbours(ladder, rungsOnLadder(catalog, ladder), placeKey(rung));
  const because = rule === 3 ? 'gate-passed' : 'cap-reached';
  const numbers = [seconds(rule === 3 ? 'best-clean' : 'clean', status.best)];
  if (!next) return make(rule, 'top', because, numbers);
  const load = loadOf(rung, body);
  const ratio = ratioOf(load, loadOf(next, body));
  const shown = ratio === null ? numbers : [...numbers, loadAgainst('load-of-the-next', ratio)];
  const to = placeKey(next);
  const between = (held: Proposal['held'], more: Partial<Proposal> = {}): Proposal | null => {
    const [step] = load ? findSteps(rung, body, load.value * BETWEEN.up) : [];
    return step
      ? make(rule, 'between', because, [...shown, loadAgainst('load-of-the-step', step.load / load!.value)], {
          step,
          held,
          ...more,
        })
      : null;
  };
  const barred = next.excludedBy.filter((c) => cautions.includes(c));
  if (barred.length > 0) {
    const held = { next: to, by: 'caution' as const };
    return between(held, { barred }) ?? make(rule, 'stay', because, shown, { held, barred });
  }
  const gates = crossStatus(catalog, to, holds).filter((c) => !c.passed);
  if (gates.length > 0) return make(rule, 'first', because, shown, { held: { next: to, by: 'gates', gates } });
  if (ratio !== null && ratio > TOO_FAR) {
    const step = between({ next: to, by: 'too-far' });
    if (step) return step;
  }
  return make(rule, 'step-up', because, shown, { to, seconds: Math.min(next.target, cap) });
}

function down(query: NextStepQuery, ladder: Ladder, last: LoggedHold, make: Make): Proposal {
  const { catalog, rung, body, cap } = query;
  const { before } = neighbours(ladder, rungsOnLadder(catalog, ladder), placeKey(rung));
  const load = loadOf(rung, body);
  const ratio = ratioOf(load, before && loadOf(before, body));
  const because = last.worst === 'gross' ? 'gross-fault' : last.cue ? 'broke-early-after-cue' : 'broke-early';
  const target = last.target ?? rung.target;
  const numbers = [
    seconds('clean', last.clean),
    seconds('working-time', target),
    ...(ratio === null ? [] : [loadAgainst('load-of-the-one-below', ratio)]),
  ];
  if (!before || (ratio !== null && ratio < 0.75)) {
    const [step] = load ? findSteps(rung, body, load.value * BETWEEN.down) : [];
    if (step)
      return make(5, 'between', because, [...numbers, loadAgainst('load-of-the-step', step.load / load!.value)], {
        step,
      });
  }
  return before
    ? make(5, 'step-down', because, numbers, { to: placeKey(before), seconds: Math.min(before.target, cap) })
    : make(5, 'stay', because, numbers, { seconds: Math.max(5, Math.round(target / 2)) });
}

/**
 * Load of a version relative to the reference version of its kind, for the evaluation file.
 * @returns null where there is no load figure or nothing of the same kind to compare with
 */
export function relativeLoad(catalog: Catalog, rung: Rung, body: Body): number | null {
  const [own, reference] = [loadOf(rung, body), loadOf(referenceFor(catalog, rung), body)];
  return own && reference && own.governs === reference.governs && reference.value > 1e-6
    ? own.value / reference.value
    : null;
}
