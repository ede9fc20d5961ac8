/** Runs in a page: draws people as the simulated camera does, has them found as the bench does, and says both. */
import { bodyOf, type BodyInput } from '../core/body/anthropometry.js';
import { DEFAULT_CAMERA, simulatePicture, withFaults, type PoseFaults } from '../core/body/simulate.js';
import { rungOf } from '../core/catalog/index.js';
import { catalog } from '../core/catalog/shipped.js';
import { nearerSide, pointsOf } from '../core/clip/detected.js';
import type { LandmarkName, Landmarks } from '../core/landmarks.js';
import { peopleIn } from '../web/clip/detector.js';
import { mannequin, WARDROBES, type Mannequin } from '../web/drawing/mannequin.js';

export interface Posed {
  family: string;
  rung: string;
  faults: PoseFaults;
  body: BodyInput;
  dress: string;
  offSquare: number;
  lens: { distance: number; height: number };
}
export interface FoundOf {
  found: Landmarks | null;
  /** How sure the detector is that it sees a point, nought to one. */
  visible: Partial<Record<LandmarkName, number>>;
  truth: Landmarks;
  /** What finding took, ms. */
  took: number;
}
export const PICTURE = { width: 960, height: 540 } as const;

const stages = new Map<string, Mannequin>();
async function look({ family, rung, faults, body: of, dress, offSquare, lens }: Posed): Promise<FoundOf> {
  const body = bodyOf(of);
  const { pose } = rungOf(catalog, family, rung);
  const scale = pose.orientation === 'upright' ? 215 : 350;
  const camera = { ...DEFAULT_CAMERA, ...PICTURE, pixelsPerMetre: scale, offSquare, lens };
  const bent = Object.keys(faults).length > 0 ? withFaults(pose, faults, body) : pose;
  const shot = simulatePicture(bent, body, camera);
  const stage = stages.get(dress) ?? mannequin(PICTURE.width, PICTURE.height, WARDROBES[dress]);
  stages.set(dress, stage);
  stage.draw(shot, body, camera);
  const image = await createImageBitmap(stage.canvas);
  const began = performance.now();
  const [person] = await peopleIn(image);
  const took = performance.now() - began;
  image.close();
  const found = person ? pointsOf(person, 'side', nearerSide(person)) : null;
  return { found: found?.points ?? null, visible: found?.visible ?? {}, truth: shot.points, took };
}
(globalThis as unknown as { look: typeof look }).look = look;
