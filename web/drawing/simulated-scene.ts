/** What the simulated camera sees of a body, from wherever it stands. */
import type { AcrossFaults } from '../../core/body/across.js';
import type { Body } from '../../core/body/anthropometry.js';
import { fleshAcross } from '../../core/body/flesh-across.js';
import type { Pose } from '../../core/body/pose.js';
import { simulateAcross, simulatePicture, steadyAim, withFaults, type Camera } from '../../core/body/simulate.js';
import type { Rung } from '../../core/formats/catalog.js';
import type { Degrees } from '../../core/geometry.js';
import type { View } from '../../core/landmarks.js';
import { depthsAcross } from '../../core/measure/lens-across.js';
import type { Mannequin } from './mannequin.js';

/**
 * A body across its plane.
 * @param pose as it is held now; a version that moves passes through several
 */
export function acrossScene(
  { family, chordEnd }: Pick<Rung, 'family' | 'chordEnd'>,
  view: Exclude<View, 'side'>,
  pose: Pose,
  body: Body,
  faults: AcrossFaults,
  camera: Camera,
) {
  const { of } = depthsAcross(family, view, pose, body, chordEnd);
  const seen = simulateAcross(family, view, body, faults, chordEnd, camera, of, pose);
  return { ...seen, tubes: fleshAcross(view, seen.metres, of, body), down: view === 'above' };
}

/**
 * A camera on a stand before somebody who moves.
 * @param first what it is aimed at
 * @returns draws what it sees: of a pose, its line bent by so many degrees (null: as the pose has it), its knees so far in
 */
export function standingCamera(
  stage: Pick<Mannequin, 'draw' | 'drawAcross'>,
  rung: Pick<Rung, 'family' | 'chordEnd'>,
  view: View,
  first: Pose,
  body: Body,
  camera: Camera,
): (pose: Pose, line: Degrees | null, kneeIn?: Degrees) => void {
  if (view !== 'side') {
    const aimed = { ...camera, aim: acrossScene(rung, view, first, body, {}, camera).centre };
    return (pose, line, kneeIn = 0) =>
      stage.drawAcross(acrossScene(rung, view, pose, body, { sideLine: line ?? 0, kneeIn }, aimed), aimed);
  }
  const aimAt = steadyAim(first, body);
  return (pose, line) => {
    const now = line === null ? pose : withFaults(pose, { hipLine: line }, body);
    const aimed = { ...camera, aim: aimAt(now) };
    stage.draw(simulatePicture(now, body, aimed), body, aimed);
  };
}

/** Whether a sag can be seen to come from there: a plank's from the side, a side plank's from the front. */
export const bendsFrom = ({ family }: Pick<Rung, 'family'>, view: View): boolean =>
  (family === 'front-plank' && view === 'side') || (family === 'side-plank' && view === 'front');
