/** What a coach should know of a picture beside its figures. */
import type { SeenWarning } from '../core/evaluate/judge.js';

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
    case 'only-watched':
      return 'Nothing is judged by measure from here: this version is watched from this view, not measured.';
    case 'points-missing':
      return 'None of the judged measures can be taken from these points; more of them have to be placed.';
    case 'no-floor':
      return 'No floor line: the picture’s own upright is taken, and heights above the floor are not measured.';
  }
}

/** All of a judged record's warnings. */
export const seenWarnings = (judged: {
  warnings: readonly SeenWarning[];
  picture: { view: { offSquareDegrees: number } } | null;
}): string[] => judged.warnings.map((w) => seenWarning(w, judged.picture?.view.offSquareDegrees ?? 0));
