/** Holds as ladders see them: what was held, how long clean, and what went wrong. Derived from a look whenever it is read. */
import type { Body } from '../body/anthropometry.js';
import { isStated, worse, type Rung, type Severity } from '../formats/catalog.js';
import type { Evidence, Observation, Setup } from '../formats/observation.js';
import type { Hold } from '../hold/hold.js';
import type { Finding } from '../judge/finding.js';
import type { Measure } from '../measure/measure.js';
import type { Day } from '../days.js';
import type { Seconds } from '../geometry.js';
import { isEasierShare, shareAsSet } from '../statics/setup.js';

/** A clock may miss by this, s. */
const CLOCK: Seconds = 0.05;

export interface LoggedHold {
  /** `family/rung`. */
  place: string;
  /** The hall's day, for gates that ask for separate days. */
  day: Day;
  /** ISO instant at which it began: the order of holds within a day. */
  at: string;
  clean: Seconds;
  total: Seconds;
  /** The working time; null where none was set. */
  target: Seconds | null;
  /** Worst stated fault. */
  worst: Severity | null;
  /** The fault that went first; null where nothing did. */
  first: string | null;
  /** Something went: a lasting break ended the clean part. A hold that only settled late did not break. */
  broke: boolean;
  pain: boolean;
  /** Whether a cue mended it, where one was tried. */
  cue: 'mended' | 'mended-for-a-moment' | 'not-mended' | null;
  /** One cue or set-up step mended it, and it stayed. */
  mended: boolean;
  felt: string | null;
  /** Whether the low back stayed on the floor, by hand or by measure; null where it is not known. */
  backDown: boolean | null;
  side: 'left' | 'right' | null;
  /** What was declared of the set-up; null where nothing was. */
  setup: Setup | null;
  /** Load as set against the version's own, see `shareAsSet`; null where loads cannot be compared. */
  share: number | null;
  /** Finished reps, clean ones and the wanted number, where reps were counted. */
  reps: { done: number; clean: number; target: number | null } | null;
  /** The set went on at an easier version after so many seconds; null where it was not split. */
  split: { hard: Seconds; rung: string; easy: Seconds } | null;
  /** It ended at its target: the person could have gone on. */
  toTarget: boolean;
  /** A measure that decides the position could not be judged. */
  undecided: boolean;
  /** Measured values that cross gates ask for, by measure. */
  values: Readonly<Record<string, number>>;
}

/** A gap of this much is none, cm: the limit of a slight one. */
const NO_GAP = 1;
function backDown({ evidence, measures }: Parameters<typeof loggedHold>[0]): boolean | null {
  const answer = evidence['back-gap'];
  if (answer) return answer === 'nothing';
  const gap = measures.find((m) => m.id === 'low-back-gap' && !m.estimated);
  return gap ? gap.value <= NO_GAP : null;
}

/**
 * The hold of a look; null for a still.
 * @param evidence answers as every reader of them takes them, with what mends showed merged in
 * @param day the hall's day of the look
 * @param at ISO instant at which it began
 */
export function loggedHold(
  judged: {
    observation: Pick<Observation, 'position' | 'target' | 'targetReps' | 'ended' | 'side' | 'setup'>;
    rung: Rung;
    evidence: Evidence;
    mended: boolean;
    hold: Hold | null;
    findings: readonly Finding[];
    measures: readonly Pick<Measure, 'id' | 'value' | 'estimated'>[];
    undecided: readonly string[];
    context: { body: Body };
  },
  day: Day,
  at: string,
): LoggedHold | null {
  const { hold, observation, evidence, rung } = judged;
  if (!hold) return null;
  const [hard, ...later] = hold.segments ?? [];
  const easy = later.reduce((sum, part) => sum + part.total, 0);
  const { setup } = observation;
  return {
    place: `${observation.position}/${rung.id}`,
    day,
    at,
    // A split set speaks for its version as far as it was held there.
    clean: hard?.clean ?? hold.clean,
    total: hard?.total ?? hold.total,
    target: observation.target ?? null,
    worst: judged.findings
      .filter(isStated)
      .reduce<Severity | null>((worst, f) => (worse(f.severity, worst) ? f.severity : worst), null),
    first: hold.firstToGo?.fault ?? null,
    broke: hard ? hard.clean < hard.total - CLOCK : hold.firstToGo !== null,
    pain: observation.ended?.reason === 'pain',
    cue: evidence.cue ?? null,
    mended: judged.mended || evidence.cue === 'mended',
    felt: evidence['felt-first'] ?? null,
    backDown: backDown(judged),
    side: observation.side ?? null,
    setup: setup && Object.keys(setup).length > 0 ? setup : null,
    share: shareAsSet(rung, judged.context.body, setup),
    reps: hold.reps ? { ...hold.reps, target: observation.targetReps ?? null } : null,
    split: later[0] ? { hard: hard!.total, rung: later[0].rung, easy } : null,
    toTarget: hold.endedBy === 'target' && hold.firstToGo === null,
    undecided: judged.undecided.length > 0,
    values: Object.fromEntries(judged.measures.filter((m) => !m.estimated).map((m) => [m.id, m.value])),
  };
}

/**
 * A hold of which no more is known than where and when it was and how long it was clean.
 * @param at ISO instant
 */
export const bareHold = (
  { place, day, at, clean }: Pick<LoggedHold, 'place' | 'day' | 'at' | 'clean'>,
  more: Partial<LoggedHold> = {},
): LoggedHold => ({
  place,
  day,
  at,
  clean,
  total: clean,
  target: null,
  worst: null,
  first: null,
  broke: false,
  pain: false,
  cue: null,
  mended: false,
  felt: null,
  backDown: null,
  side: null,
  setup: null,
  share: 1,
  reps: null,
  split: null,
  toTarget: false,
  undecided: false,
  values: {},
  ...more,
});

/** Oldest first: by the hall's day, and within a day by the instant. */
export const byTime = (a: Pick<LoggedHold, 'day' | 'at'>, b: Pick<LoggedHold, 'day' | 'at'>): number =>
  a.day.localeCompare(b.day) || a.at.localeCompare(b.at);

/**
 * Holds that came before a look.
 * @param holds newest first, as they are listed
 * @returns none where the look itself is not among them: what came before it is not known then
 */
export function holdsBefore<T extends { lookId: string }>(holds: readonly T[], lookId: string): readonly T[] {
  const at = holds.findIndex((h) => h.lookId === lookId);
  return at < 0 ? [] : holds.slice(at + 1);
}

/** A hold on a set-up that is lighter than the version's own: it passes no gate. */
export const heldEasier = (hold: Pick<LoggedHold, 'share'>): boolean => isEasierShare(hold.share);

/** What a version is counted in: its reps or its seconds. */
export interface Amount {
  unit: 'reps' | 's';
  /** What was clean of it; null where it was not counted in this unit. */
  clean: number | null;
  /** All of it. */
  total: number;
  /** What was wanted. */
  target: number;
}

/** A hold in the unit of its version: a set of raises that was only timed says nothing of reps. */
export function amountOf(rung: Pick<Rung, 'counted' | 'target'>, hold: LoggedHold): Amount {
  if (!rung.counted) return { unit: 's', clean: hold.clean, total: hold.total, target: hold.target ?? rung.target };
  const { reps } = hold;
  return {
    unit: 'reps',
    clean: reps?.clean ?? null,
    total: reps?.done ?? 0,
    target: reps?.target ?? rung.counted.target,
  };
}
