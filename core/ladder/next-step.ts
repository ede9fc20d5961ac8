/** What to do next on a ladder: seven rules, the first that fits, with the numbers that it used. */
import type { Body } from '../body/anthropometry.js';
import type { Catalog } from '../catalog/index.js';
import { ladderOf, rungsOnLadder, type Ladder, placeKey } from '../catalog/ladders.js';
import type { CautionId, Rung } from '../formats/catalog.js';
import { median, theilSen } from '../statistics.js';
import { loadOf, referenceFor, type Load } from '../statics/load.js';
import { findSteps, type Step } from '../statics/step.js';
import { crossStatus, gateFor, gateStatus, neighbours, rungAt, type GateStatus } from './gates.js';
import type { LoggedHold } from './holds.js';

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

export interface Proposal {
  rule: 1 | 2 | 3 | 4 | 5 | 6 | 7;
  kind: StepKind;
  says: string;
  /** What the rule used, as label and value. */
  numbers: { label: string; value: string }[];
  /** `family/rung` to go to; the rung itself where it stays. */
  to: string;
  /** The in-between step, when one is proposed. */
  step: Step | null;
  /** Working seconds proposed. */
  seconds: number;
  /** Weak side first, one set more. */
  sides: { weak: 'left' | 'right'; gap: number } | null;
}

/** Loads apart by more than this want a step in between. */
export const TOO_FAR = 1.25;
/** Where the in-between step is aimed: the middle of 1.10–1.20 and of 0.75–0.85. */
export const BETWEEN = { up: 1.15, down: 0.8 } as const;
const THREE_WEEKS = 21;
const DAY = 86400000;

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
  const end = Date.parse(last.day);
  const within = days.filter((d) => end - Date.parse(d.day) <= (THREE_WEEKS + 7) * DAY);
  if (within.length < 4 || end - Date.parse(within[0]!.day) < THREE_WEEKS * DAY) return null;
  const fit = theilSen(
    within.map((d) => (Date.parse(d.day) - end) / DAY),
    within.map((d) => d.best),
  );
  return fit && fit.perUnit <= 0 ? { days: within.length, slope: fit.perUnit } : null;
}

/** Strong side against weak side, from the best clean time of each within four weeks: a gap of a fifth counts. */
export function sideGap(holds: readonly LoggedHold[]): { weak: 'left' | 'right'; gap: number } | null {
  const newest = holds.reduce((a, h) => (h.day > a ? h.day : a), '');
  const recent = holds.filter((h) => Date.parse(newest) - Date.parse(h.day) <= 28 * DAY);
  const best = (side: 'left' | 'right'): number =>
    Math.max(0, ...recent.filter((h) => h.side === side).map((h) => h.clean));
  const [left, right] = [best('left'), best('right')];
  if (left === 0 || right === 0) return null;
  const gap = (Math.max(left, right) - Math.min(left, right)) / Math.max(left, right);
  return gap >= 0.2 ? { weak: left < right ? 'left' : 'right', gap } : null;
}

/** Load × clean seconds within a week that ends on a day, N·m·s or s. */
export function weekLoad(holds: readonly LoggedHold[], loadAt: (place: string) => number, end: string): number {
  const to = Date.parse(end);
  return holds
    .filter((h) => to - Date.parse(h.day) >= 0 && to - Date.parse(h.day) < 7 * DAY)
    .reduce((sum, h) => sum + loadAt(h.place) * h.clean, 0);
}

const percent = (n: number): string => `${Math.round(100 * n)} %`;
const s = (n: number): string => `${Math.round(n * 10) / 10} s`;

/** Lengthening: 5 s, or a fifth if that is more, never over 10 s. */
export const lengthened = (seconds: number): number => seconds + Math.min(10, Math.max(5, seconds / 5));

/**
 * The proposal for a person on a rung.
 * @returns null for a version of no ladder, or without a hold at it
 */
export function nextStep(query: NextStepQuery): Proposal | null {
  const { catalog, rung, body, holds, cap, cautions = [], pain = false } = query;
  const place = placeKey(rung);
  const ladder = ladderOf(catalog, rung);
  const own = holds.filter((h) => h.place === place).sort((a, b) => a.day.localeCompare(b.day));
  const last = own.at(-1);
  if (!ladder || !last) return null;
  const target = Math.min(last.target ?? rung.target, 3600);
  const gate = gateFor(ladder, rung, cap, cautions);
  const status = gateStatus(gate, own);
  const load = loadOf(rung, body);
  const sides = sideGap(own);
  const make = (
    rule: Proposal['rule'],
    kind: StepKind,
    says: string,
    numbers: Proposal['numbers'],
    more: Partial<Proposal> = {},
  ): Proposal => ({
    rule,
    kind,
    says: sides ? `${says} Weak side first (${sides.weak}), and one set more on it.` : says,
    numbers: sides ? [...numbers, { label: 'sides apart', value: percent(sides.gap) }] : numbers,
    to: place,
    step: null,
    seconds: Math.min(target, cap),
    sides,
    ...more,
  });
  const numbers = [
    { label: 'clean', value: s(last.clean) },
    { label: 'working time', value: s(target) },
  ];

  const barred = rung.excludedBy.filter((c) => cautions.includes(c));
  if (pain || last.pain || barred.length > 0)
    return make(
      1,
      'leave',
      pain || last.pain
        ? 'Pain: leave this ladder and ask the stop signs before anything that loads it.'
        : 'A caution now leaves this version out: leave this ladder, choose an easier version or ask the person’s professional.',
      [{ label: pain || last.pain ? 'pain' : 'cautions', value: pain || last.pain ? 'yes' : barred.join(', ') }],
    );

  const flat = noProgress(own);
  if (flat && !status.passed)
    return make(
      2,
      'easier-week',
      'No progress in three weeks of done work: an easier week, about half, then look at the cause again.',
      [
        { label: 'days in four weeks', value: String(flat.days) },
        { label: 'trend', value: `${(flat.slope * 7).toFixed(1)} s a week` },
      ],
      { seconds: Math.max(5, Math.round(target / 2)) },
    );

  if (status.passed) return up(3, query, ladder, status, make);
  if (last.clean >= cap - 0.05) return up(4, query, ladder, status, make);

  const half = target / 2;
  const lost = last.broke && last.clean < target - 0.05;
  if (last.worst === 'gross' || (lost && last.clean < half && last.cue !== 'mended'))
    return down(query, ladder, last, make);
  if (lost) {
    const usual = median(own.slice(-3).map((h) => h.clean));
    const { before } = neighbours(ladder, rungsOnLadder(catalog, ladder), place);
    const hard = Math.max(1, Math.floor(usual - 1));
    const rest = Math.max(0, Math.round(target - hard));
    return before && rest > 0
      ? make(
          6,
          'split',
          `Stay, or split the set: ${hard} s here, the other ${rest} s at “${before.name}” without stopping; move seconds over each week.`,
          [...numbers, { label: 'usual break', value: s(usual) }],
          { seconds: hard },
        )
      : make(6, 'stay', `Stay at ${Math.round(target)} s until the break moves back.`, [
          ...numbers,
          { label: 'usual break', value: s(usual) },
        ]);
  }
  if (last.clean >= target - 0.05) {
    const more = Math.min(cap, lengthened(target));
    const loadAt = (at: string): number => (at === place ? load : loadOf(rungAt(catalog, at), body))?.value ?? 1;
    const onLadder = new Set(rungsOnLadder(catalog, ladder).map(placeKey));
    const ladderHolds = holds.filter((h) => onLadder.has(h.place));
    const week = weekLoad(ladderHolds, loadAt, new Date(Date.parse(last.day) - 7 * DAY).toISOString().slice(0, 10));
    // Only what is held at this version grows.
    const after = weekLoad(ladderHolds, loadAt, last.day) + weekLoad(own, loadAt, last.day) * (more / target - 1);
    return week > 0 && after > 1.2 * week
      ? make(
          7,
          'lengthen',
          `Lengthen to ${Math.round(more)} s and drop a set: the week’s load would rise by more than a fifth.`,
          [...numbers, { label: 'week against the last', value: percent(after / week) }],
          { seconds: more },
        )
      : make(7, 'lengthen', `Clean to the working time: lengthen to ${Math.round(more)} s.`, numbers, {
          seconds: more,
        });
  }
  return make(
    6,
    'stay',
    'Stopped before the working time without a break: stay, and hold to the working time next.',
    numbers,
  );
}

/** Loads of two versions compared; null where they are not of one kind, or the first is next to nothing. */
function ratioOf(load: Load | null, other: Load | null): number | null {
  if (!load || !other || load.governs !== other.governs) return null;
  return load.value < (load.unit === 'N·m' ? 2 : 0.02) ? null : other.value / load.value;
}

type Make = (
  rule: Proposal['rule'],
  kind: StepKind,
  says: string,
  numbers: Proposal['numbers'],
  more?: Partial<Proposal>,
) => Proposal;

function up(rule: 3 | 4, query: NextStepQuery, ladder: Ladder, status: GateStatus, make: Make): Proposal {
  const { catalog, rung, body, holds, cautions = [], cap } = query;
  const place = placeKey(rung);
  const { next } = neighbours(ladder, rungsOnLadder(catalog, ladder), place);
  const why = rule === 3 ? 'Gate passed' : `Clean to the method’s cap of ${cap} s: harder, not longer`;
  const numbers = [{ label: rule === 3 ? 'best clean' : 'clean', value: s(status.best) }];
  if (!next)
    return make(rule, 'top', `${why}. This is the top of the ladder: keep it, or choose a goal elsewhere.`, numbers);
  const load = loadOf(rung, body);
  const harder = loadOf(next, body);
  const ratio = ratioOf(load, harder);
  const shown =
    ratio === null ? numbers : [...numbers, { label: 'load of the next', value: `${ratio.toFixed(2)} of this` }];
  const to = placeKey(next);
  const between = (because: string): Proposal | null => {
    const [step] = load ? findSteps(rung, body, load.value * BETWEEN.up) : [];
    return step
      ? make(
          rule,
          'between',
          `${why}. ${because} The step between, at ${BETWEEN.up} of today: ${step.says}.`,
          [...shown, { label: 'step', value: `${(step.load / load!.value).toFixed(2)} of this` }],
          { step },
        )
      : null;
  };
  const barred = next.excludedBy.filter((c) => cautions.includes(c));
  if (barred.length > 0) {
    const says = `“${next.name}” is left out for a caution.`;
    return (
      between(says) ??
      make(rule, 'stay', `${why}. ${says} Stay here.`, [...shown, { label: 'cautions', value: barred.join(', ') }])
    );
  }
  const open = crossStatus(catalog, to, holds).filter((c) => !c.passed);
  if (open.length > 0) {
    const asks = open.flatMap((c) => c.missing).join('; ');
    return make(rule, 'first', `${why}, but “${next.name}” first asks for ${asks}.`, [
      ...shown,
      ...open.map((c) => ({
        label: c.gate.from.replace('/', ', '),
        value: `best ${s(c.best)} of ${c.gate.seconds} s`,
      })),
    ]);
  }
  if (ratio !== null && ratio > TOO_FAR) {
    const step = between(`“${next.name}” is too far a step.`);
    if (step) return step;
  }
  return make(
    rule,
    'step-up',
    `${why}: step up to “${next.name}”; this one stays as the warm-up or the easy part of a split set.`,
    shown,
    {
      to,
      seconds: Math.min(next.target, cap),
    },
  );
}

function down(query: NextStepQuery, ladder: Ladder, last: LoggedHold, make: Make): Proposal {
  const { catalog, rung, body, cap } = query;
  const { before } = neighbours(ladder, rungsOnLadder(catalog, ladder), placeKey(rung));
  const load = loadOf(rung, body);
  const easier = before && loadOf(before, body);
  const ratio = ratioOf(load, easier);
  const why =
    last.worst === 'gross'
      ? 'A gross fault'
      : last.cue
        ? 'A lasting break before half of the working time, even after a cue'
        : 'A lasting break before half of the working time';
  const numbers = [
    { label: 'clean', value: s(last.clean) },
    { label: 'working time', value: s(last.target ?? rung.target) },
    ...(ratio === null ? [] : [{ label: 'load of the one below', value: `${ratio.toFixed(2)} of this` }]),
  ];
  if (!before || (ratio !== null && ratio < 0.75)) {
    const [step] = load ? findSteps(rung, body, load.value * BETWEEN.down) : [];
    if (step)
      return make(
        5,
        'between',
        `${why}: the step between, at ${BETWEEN.down} of today: ${step.says}.`,
        [...numbers, { label: 'step', value: `${(step.load / load!.value).toFixed(2)} of this` }],
        { step },
      );
  }
  return before
    ? make(5, 'step-down', `${why}: one rung down, to “${before.name}”.`, numbers, {
        to: placeKey(before),
        seconds: Math.min(before.target, cap),
      })
    : make(
        5,
        'stay',
        `${why}, and nothing easier on this ladder: half of the working time, and look at the cause.`,
        numbers,
        {
          seconds: Math.max(5, Math.round((last.target ?? rung.target) / 2)),
        },
      );
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
