/** What decides a position, and what of it could not be judged: *inside the limits* is said only when nothing is left. */
import type { Family, Severity } from '../formats/catalog.js';
import type { Evidence, Observation } from '../formats/observation.js';
import type { Hold } from '../hold/hold.js';
import type { Finding } from '../judge/finding.js';
import type { AppliedLimit, Verdict } from '../judge/judge.js';
import type { Measure } from '../measure/measure.js';
import { measureDefinition, seenFrom } from '../measure/measures.js';

/** Hand's breadths under the low back as severities: about 1, 2 and 4 cm and more, the limits of the measured gap. */
const GAP: Readonly<Record<NonNullable<Evidence['back-gap']>, Severity | null>> = {
  nothing: null,
  fingertips: 'slight',
  'flat-hand': 'clear',
  fist: 'gross',
};

/** Measures that decide this version by this method: of the family's, those with a limit in force. */
export const decidingMeasures = (family: Pick<Family, 'decides'>, limits: readonly AppliedLimit[]): string[] =>
  family.decides.filter((id) => limits.some((l) => l.measure === id));

interface Known {
  observation: Pick<Observation, 'frames' | 'view'>;
  evidence: Evidence;
  isHold: boolean;
  usable: boolean;
  measures: readonly Pick<Measure, 'id' | 'estimated'>[];
  verdicts: readonly Pick<Verdict, 'measure' | 'stated'>[];
}

/** An eye watched it: its taps decide, and what was not tapped was not seen. */
const watched = ({ observation, isHold }: Pick<Known, 'observation' | 'isHold'>): boolean =>
  isHold && observation.frames.length === 0;

/**
 * Deciding measures that could not be judged. An estimate decides only where it shows a fault; the hand under the back decides the gap;
 * a hold that was watched is decided by the eye. Where the camera's place shows none of them, all of them are missing.
 * @param deciding see {@link decidingMeasures}
 */
export function undecidedOf(deciding: readonly string[], known: Known): string[] {
  if (watched(known)) return [];
  const { observation, evidence, usable, measures, verdicts } = known;
  const seen = deciding.filter((id) => seenFrom(measureDefinition(id), observation.view));
  return (seen.length > 0 ? seen : [...deciding]).filter((id) => {
    if (id === 'low-back-gap' && evidence['back-gap'] !== undefined) return false;
    const measure = usable && measures.find((m) => m.id === id);
    if (!measure) return true;
    return measure.estimated === true && !verdicts.some((v) => v.measure === id && v.stated);
  });
}

/**
 * The answer of the hand under the back as a finding, where the gap decides and was not measured.
 * @param reliability probability that the hand is right, 0–1
 */
export function gapFinding(
  limits: readonly AppliedLimit[],
  deciding: readonly string[],
  known: Known,
  reliability: number,
): Finding | null {
  const answer = known.evidence['back-gap'];
  const severity = answer && GAP[answer];
  const limit = limits.find((l) => l.measure === 'low-back-gap');
  const measured = known.usable && known.measures.some((m) => m.id === 'low-back-gap' && !m.estimated);
  if (!severity || !limit || !deciding.includes('low-back-gap') || measured || watched(known)) return null;
  return { fault: limit.fault, severity, probability: reliability, measure: null, from: 'observed' };
}

/**
 * Whether it is known how long a hold was clean: it settled, or what decides was judged and it never did. Nought seconds of a hold that could not be
 * judged from where it was seen are no figure.
 * @returns false for a still
 */
export const cleanKnown = ({
  hold,
  undecided,
}: {
  hold: Pick<Hold, 'settled'> | null;
  undecided: readonly string[];
}): boolean => hold !== null && (hold.settled !== null || undecided.length === 0);
