/** Films the simulated person: every frame drawn, and packed into a file with its exact time, as fast as the device draws. */
import {
  BufferTarget,
  CanvasSource,
  getFirstEncodableVideoCodec,
  Mp4OutputFormat,
  Output,
  QUALITY_HIGH,
  WebMOutputFormat,
} from 'mediabunny';
import type { Body } from '../../core/body/anthropometry.js';
import { lineAt, type Course } from '../../core/body/course.js';
import { poseBetween, shareAt, type Ends, type RepCourse } from '../../core/body/moves.js';
import type { Pose } from '../../core/body/pose.js';
import type { Camera } from '../../core/body/simulate.js';
import type { Rung } from '../../core/formats/catalog.js';
import type { Degrees, Seconds } from '../../core/geometry.js';
import type { View } from '../../core/landmarks.js';
import { standingCamera } from '../drawing/simulated-scene.js';
import { mannequin, WARDROBES } from '../drawing/mannequin.js';

export interface Filming {
  rung: Pick<Rung, 'family' | 'chordEnd'>;
  /** Where the camera stands. */
  view: View;
  /** Across the body: how far the knees go in at the far end, degrees. */
  kneeIn: Degrees;
  pose: Pose;
  body: Body;
  camera: Camera;
  course: Course;
  /** The line bends as the course says; else the position is filmed as it stands, or as it moves. */
  bends: boolean;
  /** To and fro between two ends; null: it holds still. */
  moves: { ends: Ends; course: RepCourse } | null;
  length: Seconds;
  /** Frames a second. */
  rate: number;
  dress: string;
  kind: 'webm' | 'mp4';
}

/** This device cannot film: it cannot draw in three dimensions, or has nothing to pack a clip with. */
export class CannotFilm extends Error {}

/**
 * @param on told how much is done, 0–1
 * @param signal ends it
 * @returns null where it was ended
 * @throws CannotFilm
 */
export async function film(
  { rung, view, kneeIn, pose, body, camera, course, bends, moves, length, rate, dress, kind }: Filming,
  on: (done: number) => void,
  signal: AbortSignal,
): Promise<File | null> {
  const format = kind === 'webm' ? new WebMOutputFormat() : new Mp4OutputFormat();
  const codec = await getFirstEncodableVideoCodec(kind === 'webm' ? ['vp9', 'vp8'] : ['avc'], {
    width: camera.width,
    height: camera.height,
  });
  if (!codec) throw new CannotFilm(`no ${kind} here`);
  let stage;
  try {
    stage = mannequin(camera.width, camera.height, WARDROBES[dress], false);
  } catch (error) {
    throw new CannotFilm(String(error));
  }
  // The picture is taken off the drawing before it is packed.
  const flat = document.createElement('canvas');
  flat.width = camera.width;
  flat.height = camera.height;
  const context = flat.getContext('2d')!;
  const target = new BufferTarget();
  const output = new Output({ format, target });
  const source = new CanvasSource(flat, { codec, bitrate: QUALITY_HIGH });
  output.addVideoTrack(source, { frameRate: rate });
  try {
    await output.start();
    const frames = Math.round(length * rate);
    const first = moves ? poseBetween(moves.ends, 0) : pose;
    const draw = standingCamera(stage, rung, view, first, body, camera);
    for (let i = 0; i < frames; i += 1) {
      if (signal.aborted) {
        await output.cancel();
        return null;
      }
      const t = i / rate;
      const out = moves ? shareAt(moves.course, t) : 0;
      draw(moves ? poseBetween(moves.ends, out) : pose, bends ? lineAt(course, t) : null, kneeIn * out);
      context.drawImage(stage.canvas, 0, 0);
      await source.add(t, 1 / rate);
      on((i + 1) / frames);
    }
    await output.finalize();
  } finally {
    stage.dispose();
  }
  return new File([target.buffer!], `simulated.${kind}`, { type: kind === 'webm' ? 'video/webm' : 'video/mp4' });
}
