/** A position with one fault in it, drawn larger than life: what a coach looks for. */
import type { Point } from '../geometry.js';
import type { Body } from './anthropometry.js';
import { placeFigure, type FigurePoints } from './figure.js';
import type { Pose } from './pose.js';
import { withFaults } from './simulate.js';

/** How a fault changes a pose; degrees, metres and % of trunk as the pose has them. Larger than the limits, to be seen at a glance. */
const SHOWN: Readonly<Record<string, (pose: Pose, body: Body) => Pose>> = {
  'hip-sag': (pose, body) => withFaults(pose, { hipLine: 17 }, body),
  'hip-pike': (pose, body) => withFaults(pose, { hipLine: -24 }, body),
  'sunk-shoulders': (pose) => ({ ...pose, bladePush: pose.bladePush - 16, thoracic: pose.thoracic - 16 }),
  'winging-blades': (pose) => ({ ...pose, bladePush: pose.bladePush - 16, thoracic: pose.thoracic - 16 }),
  'upper-back-crunch': (pose) => ({ ...pose, thoracic: pose.thoracic + 32, bladePush: pose.bladePush + 8 }),
  'chin-poke': (pose) => ({ ...pose, neck: pose.neck + 38 }),
  'head-thrown-back': (pose) => ({ ...pose, neck: pose.neck + 48 }),
  'head-drop': (pose) => ({ ...pose, neck: pose.neck - 45 }),
  'soft-knees': (pose) => ({ ...pose, knee: pose.knee + 32 }),
  'bent-knees': (pose) => ({ ...pose, knee: pose.knee + 45 }),
  'low-back-arch': (pose, body) =>
    pose.orientation === 'supine'
      ? withFaults(pose, { arch: 26 }, body)
      : { ...pose, lumbar: pose.lumbar - 24, pelvicTilt: pose.pelvicTilt + 14 },
  'arched-line': (pose) => ({ ...pose, lumbar: pose.lumbar - 22, hip: pose.hip - 14, thoracic: pose.thoracic - 10 }),
  'excess-tuck': (pose) => ({ ...pose, lumbar: pose.lumbar + 26, pelvicTilt: pose.pelvicTilt - 18 }),
  'tail-tucks': (pose) => ({ ...pose, lumbar: pose.lumbar + 28, pelvicTilt: pose.pelvicTilt - 20 }),
  'elbows-ahead': (pose) =>
    pose.support ? { ...pose, support: { ...pose.support, ahead: pose.support.ahead + 0.16 } } : pose,
  // Arms that are not overhead have nothing to close.
  'shoulders-closed': (pose) => (pose.shoulder > 90 ? { ...pose, shoulder: pose.shoulder - 38 } : pose),
  'arms-forward': (pose) => (pose.shoulder > 90 ? { ...pose, shoulder: pose.shoulder - 45 } : pose),
  'ears-leave-arms': (pose) =>
    pose.shoulder > 90 ? { ...pose, neck: pose.neck + 30, shoulder: pose.shoulder - 15 } : pose,
  'heels-rise': (pose) => ({ ...pose, ankle: pose.ankle + 30 }),
};

/** Where a fault is seen; and the line that it breaks, where it is one of the whole body. */
const SEEN_AT: Readonly<Record<string, Exclude<keyof FigurePoints, 'far'>>> = {
  'hip-sag': 'hip',
  'hip-pike': 'hip',
  'sunk-shoulders': 'midback',
  'winging-blades': 'midback',
  'upper-back-crunch': 'midback',
  'chin-poke': 'ear',
  'head-thrown-back': 'ear',
  'head-drop': 'ear',
  'soft-knees': 'knee',
  'bent-knees': 'knee',
  'low-back-arch': 'lowback',
  'arched-line': 'lowback',
  'excess-tuck': 'psis',
  'tail-tucks': 'psis',
  'elbows-ahead': 'elbow',
  'shoulders-closed': 'shoulder',
  'arms-forward': 'shoulder',
  'ears-leave-arms': 'ear',
  'heels-rise': 'heel',
};
const OFF_THE_LINE: ReadonlySet<string> = new Set(['hip-sag', 'hip-pike', 'arched-line', 'soft-knees', 'bent-knees']);

/**
 * What a drawing of a fault points to.
 * @param figure the figure with the fault in it
 * @param end where the body's line ends in this version
 * @returns the place, and the taut line that should be there, in the figure's unit; null for a fault that is not drawn
 */
export function faultMark(
  figure: FigurePoints,
  fault: string,
  end: 'ankle' | 'knee' = 'ankle',
): { at: Point; line: readonly [Point, Point] | null } | null {
  const place = SEEN_AT[fault];
  if (!place) return null;
  return { at: figure[place], line: OFF_THE_LINE.has(fault) ? [figure.shoulder, figure[end]] : null };
}

/**
 * The pose with a fault in it.
 * @param fault id of the catalogue
 * @returns null where a drawing from the side cannot show it, or the pose cannot stand so
 * @example faultPose(rungOf(catalog, 'front-plank').pose, 'breath-held', bodyOf()) // => null
 */
export function faultPose(pose: Pose, fault: string, body: Body): Pose | null {
  const shown = SHOWN[fault]?.(pose, body);
  if (!shown || shown === pose) return null;
  try {
    placeFigure(shown, body);
    return shown;
  } catch {
    return null;
  }
}
