/** Clips packed anew on the device: without sound and without where they were filmed, cut to a part, or with what was found drawn on. */
import {
  ALL_FORMATS,
  BlobSource,
  BufferTarget,
  Conversion,
  Input,
  Mp4OutputFormat,
  Output,
  QUALITY_HIGH,
  WebMOutputFormat,
  type ConversionVideoOptions,
} from 'mediabunny';
import type { ClipType } from '../../api/clips.js';
import type { Seconds } from '../../core/geometry.js';

/** This device cannot pack this clip. */
export class CannotPack extends Error {}

interface Part {
  from: Seconds;
  /** Null: to its end. */
  to: Seconds | null;
}

async function packed(
  file: Blob,
  { from, to }: Part,
  video: ConversionVideoOptions,
  on: (done: number) => void,
  signal?: AbortSignal,
): Promise<{ blob: Blob; type: ClipType } | null> {
  const input = new Input({ source: new BlobSource(file), formats: ALL_FORMATS });
  const readable = await input.canRead().catch(() => false);
  const track = readable ? await input.getPrimaryVideoTrack().catch(() => null) : null;
  if (!track) throw new CannotPack('no picture');
  const webm = /webm|matroska/.test(await input.getMimeType());
  const target = new BufferTarget();
  const output = new Output({ format: webm ? new WebMOutputFormat() : new Mp4OutputFormat(), target });
  const first = await track.getFirstTimestamp();
  const conversion = await Conversion.init({
    input,
    output,
    tracks: 'primary',
    video,
    audio: { discard: true },
    ...(from > 0 || to !== null ? { trim: { start: first + from, ...(to === null ? {} : { end: first + to }) } } : {}),
    // What a phone writes into a file, the place among it, goes.
    tags: {},
    showWarnings: false,
  });
  if (!conversion.isValid) throw new CannotPack(conversion.discardedTracks.map((t) => t.reason).join());
  conversion.onProgress = on;
  const stop = (): void => void conversion.cancel();
  signal?.addEventListener('abort', stop);
  try {
    await conversion.execute();
  } catch (error) {
    if (signal?.aborted) return null;
    throw new CannotPack(String(error));
  } finally {
    signal?.removeEventListener('abort', stop);
  }
  if (signal?.aborted) return null;
  const type = webm ? 'video/webm' : 'video/mp4';
  return { blob: new Blob([target.buffer!], { type }), type };
}

/**
 * The picture alone of a clip, or of a part of it.
 * @param on told how much is done, 0–1
 * @throws CannotPack
 */
export const withoutExtras = async (
  file: Blob,
  part: Part,
  on: (done: number) => void = () => undefined,
): Promise<{ blob: Blob; type: ClipType }> => (await packed(file, part, { alpha: 'keep' }, on))!;

/**
 * The clip with something drawn on every frame.
 * @param draw draws over the frame, which has this size, at this second of the part
 * @returns null where it was called off
 * @throws CannotPack
 */
export function drawnOn(
  file: Blob,
  part: Part,
  size: { width: number; height: number },
  draw: (context: OffscreenCanvasRenderingContext2D, t: Seconds) => void | Promise<void>,
  on: (done: number) => void,
  signal: AbortSignal,
): Promise<{ blob: Blob; type: ClipType } | null> {
  const canvas = new OffscreenCanvas(size.width, size.height);
  const context = canvas.getContext('2d')!;
  return packed(
    file,
    part,
    {
      forceTranscode: true,
      quality: QUALITY_HIGH,
      allowTransformationMetadata: false,
      processedWidth: size.width,
      processedHeight: size.height,
      async process(sample) {
        sample.draw(context, 0, 0, size.width, size.height);
        await draw(context, sample.timestamp);
        return canvas;
      },
    },
    on,
    signal,
  );
}
