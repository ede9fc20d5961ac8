/** Clips on disk, as they came from the device that took sound and place out of them. */
import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream, mkdirSync } from 'node:fs';
import { open, rename, rm, stat } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { STILL, type Clip } from '../../api/clips.js';
import { HttpProblem, invalid } from '../http/problems.js';
import { hashOfFile, sweepDrafts } from './drafts.js';
import { plainStill } from './pictures.js';

export type ClipFiles = ReturnType<typeof clipFilesIn>;

/** How files begin that browsers play: MP4 and MOV name their kind after four bytes of length, WebM begins with its mark. */
const HEAD_BYTES = 12;
const isClip = (head: Buffer): boolean =>
  head.subarray(4, 8).toString('latin1') === 'ftyp' || head.subarray(0, 4).toString('hex') === '1a45dfa3';
const isJpeg = (head: Buffer): boolean => head.subarray(0, 3).toString('hex') === 'ffd8ff';

/** @param dataDir the studio's folder; clips lie in `clips` below it, outside the database */
export function clipFilesIn(dataDir: string) {
  const folder = resolve(dataDir, 'clips');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const path = (id: string): string => join(folder, `${id}.clip`);
  return {
    path,
    exists: (id: string): Promise<boolean> =>
      stat(path(id)).then(
        () => true,
        () => false,
      ),
    /**
     * Writes a clip as it comes, under a name that no other writing has, and reads it back; it takes its place when it is published.
     * @param announced its length and its type; a picture is encoded anew, so that position data and anything hidden in it is gone
     * @throws HttpProblem 422 for another length than was announced, or what is no clip; the system's own error where it cannot be written
     */
    async draft(
      id: string,
      content: Readable,
      { bytes, type }: Pick<Clip, 'bytes' | 'type'>,
    ): Promise<{ publish: () => Promise<void>; discard: () => Promise<void> }> {
      const part = `${path(id)}.${randomUUID()}.part`;
      const discard = (): Promise<void> => rm(part, { force: true }).catch(() => undefined);
      let came = 0;
      const hash = createHash('sha256');
      const count = new Transform({
        transform(chunk: Buffer, _encoding, next) {
          came += chunk.length;
          hash.update(chunk);
          next(
            came > bytes ? new HttpProblem(413, 'This clip is longer than announced', 'Choose the file again.') : null,
            chunk,
          );
        },
      });
      try {
        await pipeline(content, count, createWriteStream(part, { mode: 0o600 }));
        if (came !== bytes)
          throw invalid([{ path: 'content', message: `is ${came} bytes long; ${bytes} were announced` }]);
        const head = Buffer.alloc(HEAD_BYTES);
        const file = await open(part, 'r+');
        try {
          await file.sync();
          await file.read(head, 0, HEAD_BYTES, 0);
        } finally {
          await file.close();
        }
        if ((await hashOfFile(part)) !== hash.digest('hex'))
          throw new HttpProblem(503, 'The disk did not keep this clip as it came', 'Send it again.', undefined, 10);
        if (type === STILL && !isJpeg(head)) throw invalid([{ path: 'content', message: 'is no JPEG picture' }]);
        if (type !== STILL && !isClip(head))
          throw invalid([{ path: 'content', message: 'is no MP4, MOV or WebM clip' }]);
        if (type === STILL) await plainStill(part, part);
        return { publish: () => rename(part, path(id)), discard };
      } catch (error) {
        await discard();
        throw error;
      }
    },
    sweepDrafts: (age: number): Promise<void> => sweepDrafts(folder, age),
    remove: (id: string): Promise<void> => rm(path(id), { force: true }),
  };
}
