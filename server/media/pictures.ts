/** Pictures on disk: decoded and encoded anew, so that position data and anything hidden in the file is gone. */
import { mkdirSync } from 'node:fs';
import { rename, rm, stat, writeFile } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import sharp, { type Metadata, type Sharp } from 'sharp';
import type { Blur } from '../../api/observations.js';
import { HttpProblem } from '../http/problems.js';
import { sweepDrafts } from './drafts.js';

export const MAX_BYTES = 20 * 1024 * 1024;
const MAX_PIXELS = 50_000_000;
const LONGEST_SIDE = 4096;
const THUMBNAIL = 360;

const broken = (detail: string): HttpProblem => new HttpProblem(422, 'This picture cannot be used', detail);

/** A blurred place is made of at most this many squares a side, then smoothed: no face can be read from it. */
const SQUARES = 5;

interface Upright {
  data: Buffer;
  info: { width: number; height: number };
}
/** The picture with places made unknowable: averaged to a few squares, which cannot be undone, and smoothed. */
async function blurred({ data, info }: Upright, places: readonly Blur[]): Promise<Upright> {
  const patches = await Promise.all(
    places.map(async (place) => {
      const left = Math.min(info.width - 1, Math.floor(place.x * info.width));
      const top = Math.min(info.height - 1, Math.floor(place.y * info.height));
      const width = Math.max(1, Math.min(info.width - left, Math.ceil(place.width * info.width)));
      const height = Math.max(1, Math.min(info.height - top, Math.ceil(place.height * info.height)));
      const few = await sharp(data)
        .extract({ left, top, width, height })
        .resize(SQUARES, SQUARES, { fit: 'fill', kernel: 'cubic' })
        .png()
        .toBuffer();
      const input = await sharp(few).resize(width, height, { fit: 'fill', kernel: 'cubic' }).png().toBuffer();
      return { input, left, top };
    }),
  );
  return sharp(data).composite(patches).jpeg({ quality: 88 }).toBuffer({ resolveWithObject: true });
}

const READING = { limitInputPixels: MAX_PIXELS, failOn: 'error' as const, animated: false };
/** A picture encoded anew: upright, of a size, and without what its file held besides. */
const uprightJpeg = (from: string | Buffer): Sharp =>
  sharp(from, READING)
    .rotate()
    .resize(LONGEST_SIDE, LONGEST_SIDE, { fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#ffffff' })
    .jpeg({ quality: 88 });

/**
 * Encodes a picture anew, upright: whole or not there.
 * @throws HttpProblem 422 for what cannot be decoded
 */
export async function plainStill(from: string, to: string): Promise<void> {
  const made = `${to}.plain.part`;
  try {
    await uprightJpeg(from).toFile(made);
    await rename(made, to);
  } catch (error) {
    await rm(made, { force: true });
    if ((error as { code?: string }).code) throw error;
    throw broken('It is damaged, or too large.');
  }
}

export type Pictures = ReturnType<typeof picturesIn>;

/** @param dataDir the studio's folder; pictures lie in `media` below it, outside the database */
export function picturesIn(dataDir: string) {
  const folder = resolve(dataDir, 'media');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = (id: string, thumbnail: boolean): string => join(folder, `${id}${thumbnail ? '.thumb' : ''}.jpg`);
  return {
    path: file,
    async exists(id: string, thumbnail: boolean): Promise<boolean> {
      return stat(file(id, thumbnail)).then(
        () => true,
        () => false,
      );
    },
    /**
     * Stores a picture and its thumbnail; both are complete files or neither is there.
     * @param bytes JPEG, PNG or WebP
     * @param blur places, as shares of the upright picture, that are made unknowable; the picture as it came is not kept
     * @returns width and height in px after the camera's orientation is applied
     * @throws HttpProblem 422 for another kind of file, a broken one, or more than 50 megapixels; the system's own error where the
     *   folder cannot be written
     */
    async store(id: string, bytes: Buffer, blur: readonly Blur[] = []): Promise<{ width: number; height: number }> {
      let facts: Metadata;
      try {
        facts = await sharp(bytes, { ...READING, limitInputPixels: false }).metadata();
      } catch {
        throw broken('It is not a JPEG, PNG or WebP picture, or the file is damaged.');
      }
      if (!['jpeg', 'png', 'webp'].includes(facts.format ?? ''))
        throw broken(`It is a ${facts.format ?? 'strange'} file; JPEG, PNG and WebP can be used.`);
      if ((facts.width ?? 0) * (facts.height ?? 0) > MAX_PIXELS)
        throw broken('It has more than 50 megapixels. Take it smaller.');
      const [main, thumb] = [file(id, false), file(id, true)];
      const drafts = [`${main}.part`, `${thumb}.part`] as const;
      let upright: Upright;
      try {
        upright = await uprightJpeg(bytes).toBuffer({ resolveWithObject: true });
        if (blur.length > 0) upright = await blurred(upright, blur);
      } catch {
        throw broken('The file is damaged.');
      }
      const small = await sharp(upright.data)
        .resize(THUMBNAIL, THUMBNAIL, { fit: 'inside' })
        .jpeg({ quality: 80 })
        .toBuffer();
      try {
        await writeFile(drafts[0], upright.data, { mode: 0o600 });
        await writeFile(drafts[1], small, { mode: 0o600 });
        await rename(drafts[1], thumb);
        await rename(drafts[0], main);
      } catch (error) {
        await Promise.all([...drafts, main, thumb].map((f) => rm(f, { force: true }).catch(() => undefined)));
        throw error;
      }
      return { width: upright.info.width, height: upright.info.height };
    },
    sweepDrafts: (age: number): Promise<void> => sweepDrafts(folder, age),
    async remove(id: string): Promise<void> {
      await Promise.all([rm(file(id, false), { force: true }), rm(file(id, true), { force: true })]);
    },
  };
}
