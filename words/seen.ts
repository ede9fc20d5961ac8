/** What a coach should know of a picture beside its figures. */
import type { Judged, SeenWarning } from '../core/evaluate/judge.js';
import { measureDefinition, seenFrom } from '../core/measure/measures.js';
import { baseOf, LANDMARK_LABELS, type LandmarkName } from '../core/landmarks.js';

/** @param offSquare degrees between the camera and the square side view */
export function seenWarning(warning: SeenWarning, offSquare: number): string {
  const off = `The camera looks about ${Math.round(offSquare)}° off the square side view`;
  switch (warning) {
    case 'too-few-points':
      return 'Too few points to check the camera angle.';
    case 'off-square':
      return `${off}: figures are given with wider errors.`;
    case 'too-far-off':
      return `${off}: too far for a verdict. Take the picture again from straight beside the hips.`;
    case 'not-known':
      return 'How square the camera looked is not known: two taps on the far shoulder and the far hip would tell.';
    case 'only-watched':
      return 'Nothing is judged by measure from here: this version is watched from this view, not measured.';
    case 'points-missing':
      return 'None of the judged measures can be taken from these points; more of them have to be placed.';
    case 'below-floor':
      return 'Points lie well below the floor line. Is the line along the mat, and the picture the right way up?';
    case 'no-floor':
      return 'No floor line: the picture’s own upright is taken, and heights above the floor are not measured.';
  }
}

/** All of a judged record's warnings. */
export const seenWarnings = (judged: {
  warnings: readonly SeenWarning[];
  picture: { view: { offSquareDegrees: number } } | null;
}): string[] => judged.warnings.map((w) => seenWarning(w, judged.picture?.view.offSquareDegrees ?? 0));

const labelOf = (name: LandmarkName): string => LANDMARK_LABELS[baseOf(name)].toLowerCase();

/** What is missing before anything is said to be inside the limits; empty where nothing is. */
export function undecidedText(judged: Pick<Judged, 'undecided' | 'observation' | 'context' | 'usable'>): string {
  const { undecided, observation, context, usable } = judged;
  if (undecided.length === 0) return '';
  if (observation.frames.length > 0 && !usable)
    return 'Not judged yet: the camera stands too far off. Take the picture again from straight beside the hips.';
  const told = undecided.map((id) => {
    const definition = measureDefinition(id);
    const name = definition.name.toLowerCase();
    if (!seenFrom(definition, observation.view)) return `${name}, which this view does not show`;
    const has = observation.frames[0]?.points ?? {};
    const wanted = [...definition.needs(context), ...(definition.better ?? [])].filter((n) => !has[n]).map(labelOf);
    const floor = definition.needsFloor && !observation.floor ? ['floor line'] : [];
    const place = [...new Set([...wanted, ...floor])];
    return place.length > 0 ? `${name}: place the ${place.join(', the ')}` : name;
  });
  return `Not judged yet: ${told.join('; ')}.`;
}
