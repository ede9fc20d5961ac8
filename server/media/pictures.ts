/** Pictures on disk: decoded and encoded anew, so that position data and anything hidden in the file is gone. */
import { mkdirSync } from 'node:fs';
import { rename, rm, stat } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import sharp, { type Metadata } from 'sharp';
import { HttpProblem } from '../http/problems.js';

export const MAX_BYTES = 20 * 1024 * 1024;
const MAX_PIXELS = 50_000_000;
const LONGEST_SIDE = 4096;
const THUMBNAIL = 360;

const broken = (detail: string): HttpProblem => new HttpProblem(422, 'This picture cannot be used', detail);

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
     * @returns width and height in px after the camera's orientation is applied
     * @throws HttpProblem 422 for another kind of file, a broken one, or more than 50 megapixels
     */
    async store(id: string, bytes: Buffer): Promise<{ width: number; height: number }> {
      const options = { limitInputPixels: MAX_PIXELS, failOn: 'error' as const, animated: false };
      let facts: Metadata;
      try {
        facts = await sharp(bytes, { ...options, limitInputPixels: false }).metadata();
      } catch {
        throw broken('It is not a JPEG, PNG or WebP picture, or the file is damaged.');
      }
      if (!['jpeg', 'png', 'webp'].includes(facts.format ?? ''))
        throw broken(`It is a ${facts.format ?? 'strange'} file; JPEG, PNG and WebP can be used.`);
      if ((facts.width ?? 0) * (facts.height ?? 0) > MAX_PIXELS)
        throw broken('It has more than 50 megapixels. Take it smaller.');
      const [main, thumb] = [file(id, false), file(id, true)];
      const drafts = [`${main}.part`, `${thumb}.part`] as const;
      try {
        const size = await sharp(bytes, options)
          .rotate()
          .resize(LONGEST_SIDE, LONGEST_SIDE, { fit: 'inside', withoutEnlargement: true })
          .flatten({ background: '#ffffff' })
          .jpeg({ quality: 88 })
          .toFile(drafts[0]);
        await sharp(drafts[0]).resize(THUMBNAIL, THUMBNAIL, { fit: 'inside' }).jpeg({ quality: 80 }).toFile(drafts[1]);
        await rename(drafts[1], thumb);
        await rename(drafts[0], main);
        return { width: size.width, height: size.height };
      } catch {
        await Promise.all([...drafts, main, thumb].map((f) => rm(f, { force: true })));
        throw broken('The file is damaged.');
      }
    },
    async remove(id: string): Promise<void> {
      await Promise.all([rm(file(id, false), { force: true }), rm(file(id, true), { force: true })]);
    },
  };
}
