/** What the simulated camera sees, as a picture: the person in the flesh where this device can draw that, else the flat figure. */
import type { Body } from '../../core/body/anthropometry.js';
import { simulatedSvg } from '../../core/body/draw.js';
import type { Camera, SimulatedPicture } from '../../core/body/simulate.js';

async function inTheFlesh(shot: SimulatedPicture, body: Body, camera: Camera): Promise<ImageBitmap | null> {
  try {
    const { mannequin } = await import('./mannequin.js');
    const stage = mannequin(camera.width, camera.height);
    try {
      stage.draw(shot, body, camera);
      return await createImageBitmap(stage.canvas);
    } finally {
      stage.dispose();
    }
  } catch {
    return null;
  }
}

/** @param shot what {@link simulatePicture} says of the same body and camera */
export async function simulatedImage(shot: SimulatedPicture, body: Body, camera: Camera): Promise<ImageBitmap> {
  const drawn = await inTheFlesh(shot, body, camera);
  if (drawn) return drawn;
  const flat = new Image();
  flat.src = `data:image/svg+xml;utf8,${encodeURIComponent(simulatedSvg(shot, body))}`;
  await flat.decode();
  return createImageBitmap(flat);
}
