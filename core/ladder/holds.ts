/** Holds as ladders see them: what was held, how long clean, and what went wrong. Derived from a look whenever it is read. */
import type { Severity } from '../formats/catalog.js';
import type { Observation } from '../formats/observation.js';
import type { Hold } from '../hold/hold.js';
import type { Finding } from '../judge/finding.js';
import type { Measure } from '../measure/measure.js';
import type { Seconds } from '../geometry.js';

export interface LoggedHold {
  /** `family/rung`. */
  place: string;
  /** ISO day, for gates that ask for separate days. */
  day: string;
  clean: Seconds;
  total: Seconds;
  /** The working time; null where none was set. */
  target: Seconds | null;
  /** Worst stated fault. */
  worst: Severity | null;
  /** A break that ended the clean part. */
  broke: boolean;
  pain: boolean;
  /** Whether a cue mended it, where one was tried. */
  cue: 'mended' | 'mended-for-a-moment' | 'not-mended' | null;
  felt: string | null;
  side: 'left' | 'right' | null;
  /** Measured values that cross gates ask for, by measure. */
  values: Readonly<Record<string, number>>;
}

const RANK: readonly (Severity | null)[] = [null, 'slight', 'clear', 'gross'];
export const worse = (a: Severity | null, b: Severity | null): boolean => RANK.indexOf(a) > RANK.indexOf(b);
/** Findings from this probability on are stated, see the judge. */
const STATED = 0.8;

/**
 * The hold of a look; null for a still.
 * @param day ISO day of the look
 */
export function loggedHold(
  observation: Observation,
  evaluation: { hold: Hold | null; findings: readonly Finding[]; measures: readonly Pick<Measure, 'id' | 'value'>[] },
  rung: string,
  day: string,
): LoggedHold | null {
  const { hold } = evaluation;
  if (!hold) return null;
  return {
    place: `${observation.position}/${rung}`,
    day,
    clean: hold.clean,
    total: hold.total,
    target: observation.target ?? null,
    worst: evaluation.findings
      .filter((f) => f.probability >= STATED)
      .reduce<Severity | null>((worst, f) => (worse(f.severity, worst) ? f.severity : worst), null),
    broke: hold.clean < hold.total - 1e-9,
    pain: observation.ended?.reason === 'pain',
    cue: observation.evidence?.cue ?? null,
    felt: observation.evidence?.['felt-first'] ?? null,
    side: observation.side ?? null,
    values: Object.fromEntries(evaluation.measures.map((m) => [m.id, m.value])),
  };
}

/**
 * Holds that came before a look.
 * @param holds newest first, as they are listed
 * @returns none where the look itself is not among them: what came before it is not known then
 */
export function holdsBefore<T extends { lookId: string }>(holds: readonly T[], lookId: string): readonly T[] {
  const at = holds.findIndex((h) => h.lookId === lookId);
  return at < 0 ? [] : holds.slice(at + 1);
}
