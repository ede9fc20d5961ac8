/** What a person's next set in a position begins with: the step that was accepted since, else what was done last. */
import type { Setup } from '../formats/observation.js';
import { byTime, type LoggedHold } from './holds.js';

/** A decision of the coach as far as the next set needs it. */
export interface DecidedStep {
  /** `family/rung` it leads to. */
  to: string;
  day: string;
  lookId: string | null;
  decision: 'accepted' | 'changed' | 'declined';
  seconds: number;
  reps: number | null;
  setup: Setup | null;
  rest: { at: string; seconds: number } | null;
}

export interface Opening {
  /** Version within the position. */
  rung: string;
  setup: Setup;
  seconds: number | null;
  reps: number | null;
  /** The easier version that a split set goes on at. */
  rest: { rung: string; seconds: number } | null;
  /** It is a step that was accepted, and not what was done last. */
  accepted: boolean;
}

const familyOf = (place: string): string => place.split('/')[0]!;
const rungOf = (place: string): string => place.slice(place.indexOf('/') + 1);

/** A decision stands until something is held after it: on a later day, or on the same day in another look. */
const isNewer = (step: DecidedStep, last: LoggedHold & { lookId: string }): boolean =>
  step.day > last.day || (step.day === last.day && (step.lookId === null || step.lookId === last.lookId));

/**
 * What the next set in a position begins with.
 * @param holds of the person, any order
 * @param steps newest first
 * @param rung a version that is asked for: only what concerns it counts
 * @returns null where nothing was done or decided there
 */
export function openingOf(
  position: string,
  holds: readonly (LoggedHold & { lookId: string })[],
  steps: readonly DecidedStep[],
  rung?: string,
): Opening | null {
  const here = (place: string): boolean =>
    familyOf(place) === position && (rung === undefined || rungOf(place) === rung);
  const own = holds.filter((h) => here(h.place)).sort(byTime);
  const last = own.at(-1);
  const newest = holds
    .filter((h) => familyOf(h.place) === position)
    .sort(byTime)
    .at(-1);
  const step = steps.find((s) => s.decision !== 'declined' && here(s.to));
  if (step && (!newest || isNewer(step, newest)))
    return {
      rung: rungOf(step.to),
      setup: step.setup ?? {},
      seconds: step.rest ? step.seconds + step.rest.seconds : step.seconds,
      reps: step.reps,
      rest: step.rest && { rung: rungOf(step.rest.at), seconds: step.rest.seconds },
      accepted: true,
    };
  return last
    ? {
        rung: rungOf(last.place),
        setup: last.setup ?? {},
        seconds: last.target,
        reps: last.reps?.target ?? null,
        rest: last.split && { rung: last.split.rung, seconds: Math.round(last.split.easy) },
        accepted: false,
      }
    : null;
}
