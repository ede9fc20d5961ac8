/** Holds as ladders see them: what was held, how long clean, and what went wrong. Derived from a look whenever it is read. */
import { isStated, worse, type Severity } from '../formats/catalog.js';
import type { Evidence, Observation } from '../formats/observation.js';
import type { Hold } from '../hold/hold.js';
import type { Finding } from '../judge/finding.js';
import type { Measure } from '../measure/measure.js';
import type { Day } from '../days.js';
import type { Seconds } from '../geometry.js';

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
  /** Something went: a lasting break ended the clean part. A hold that only settled late did not break. */
  broke: boolean;
  pain: boolean;
  /** Whether a cue mended it, where one was tried. */
  cue: 'mended' | 'mended-for-a-moment' | 'not-mended' | null;
  felt: string | null;
  side: 'left' | 'right' | null;
  /** Measured values that cross gates ask for, by measure. */
  values: Readonly<Record<string, number>>;
}

/**
 * The hold of a look; null for a still.
 * @param evidence answers as every reader of them takes them, with what mends showed merged in
 * @param day the hall's day of the look
 * @param at ISO instant at which it began
 */
export function loggedHold(
  judged: {
    observation: Pick<Observation, 'position' | 'target' | 'ended' | 'side'>;
    rung: { id: string };
    evidence: Evidence;
    hold: Hold | null;
    findings: readonly Finding[];
    measures: readonly Pick<Measure, 'id' | 'value'>[];
  },
  day: Day,
  at: string,
): LoggedHold | null {
  const { hold, observation, evidence } = judged;
  if (!hold) return null;
  return {
    place: `${observation.position}/${judged.rung.id}`,
    day,
    at,
    clean: hold.clean,
    total: hold.total,
    target: observation.target ?? null,
    worst: judged.findings
      .filter(isStated)
      .reduce<Severity | null>((worst, f) => (worse(f.severity, worst) ? f.severity : worst), null),
    broke: hold.firstToGo !== null,
    pain: observation.ended?.reason === 'pain',
    cue: evidence.cue ?? null,
    felt: evidence['felt-first'] ?? null,
    side: observation.side ?? null,
    values: Object.fromEntries(judged.measures.map((m) => [m.id, m.value])),
  };
}

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
