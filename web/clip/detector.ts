/** The pose detector of this page: started when it is first needed, and kept. */
import type { DetectedPerson } from '../../core/clip/detected.js';
import type { DetectorAsked, DetectorSaid, Region } from './messages.js';

declare const VISION_FILES: string;

/** It could not start on this device: hands place what it would have found. */
export class NoDetector extends Error {}

let started: Promise<Worker> | null = null;
let asked = 0;

/** @throws NoDetector where the device cannot run it */
function detector(): Promise<Worker> {
  started ??= new Promise<Worker>((resolve, reject) => {
    const worker = new Worker(new URL('./pose.worker.ts', import.meta.url), { type: 'module' });
    const fail = (why: string): void => {
      started = null;
      worker.terminate();
      reject(new NoDetector(why));
    };
    worker.onerror = (event) => fail(event.message);
    worker.onmessage = ({ data }: MessageEvent<DetectorSaid>) => {
      if (data.is === 'started') resolve(worker);
      else if (data.is === 'failed') fail(data.why);
    };
    worker.postMessage({ is: 'start', files: VISION_FILES } satisfies DetectorAsked);
  });
  return started;
}

/** A way of its own for another worker. @throws NoDetector */
export async function detectorPort(): Promise<MessagePort> {
  const worker = await detector();
  const { port1, port2 } = new MessageChannel();
  worker.postMessage({ is: 'port', port: port1 } satisfies DetectorAsked, [port1]);
  return port2;
}

/** Longest side of what the detector is given, px: it looks at less itself. */
export const LOOKED_AT = 640;

/**
 * Everybody in a picture, the largest first.
 * @param region where to look, px of the picture
 * @returns points in px of the picture
 * @throws NoDetector
 */
export async function peopleIn(image: ImageBitmap, region: Region | null = null): Promise<DetectedPerson[]> {
  const worker = await detector();
  const of = region ?? { x: 0, y: 0, width: image.width, height: image.height };
  const k = Math.min(1, LOOKED_AT / Math.max(of.width, of.height));
  const small = await createImageBitmap(image, of.x, of.y, of.width, of.height, {
    resizeWidth: Math.max(1, Math.round(of.width * k)),
    resizeHeight: Math.max(1, Math.round(of.height * k)),
  });
  const id = (asked += 1);
  return new Promise((resolve, reject) => {
    const heard = ({ data }: MessageEvent<DetectorSaid>): void => {
      if (data.is !== 'found' || data.id !== id) return;
      stop();
      resolve(
        data.people.map((person) =>
          person.map(({ at, visible }) => ({ at: [of.x + at[0] * of.width, of.y + at[1] * of.height], visible })),
        ),
      );
    };
    const failed = (event: ErrorEvent): void => {
      stop();
      started = null;
      reject(new NoDetector(event.message));
    };
    const stop = (): void => {
      worker.removeEventListener('message', heard);
      worker.removeEventListener('error', failed);
    };
    worker.addEventListener('message', heard);
    worker.addEventListener('error', failed);
    worker.postMessage({ is: 'detect', id, image: small } satisfies DetectorAsked, [small]);
  });
}
