/** Files that are written as drafts and take their name when they are whole. */
import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { machineClock, msOf } from '../clock.js';

/** SHA-256 of what lies in a file, hexadecimal. @throws the system's own error where it cannot be read */
export async function hashOfFile(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}

/** The machine's clock: it is the one that files are dated by. */
const now = msOf(machineClock());

/** What another process is writing is taken for broken off after so long, ms. */
export const BROKEN_MS = 86_400_000;

/**
 * Removes what a broken writing left.
 * @param age of those that nobody is writing any more, ms: 0 where no other process writes there
 */
export async function sweepDrafts(folder: string, age: number): Promise<void> {
  for (const name of (await readdir(folder)).filter((n) => n.endsWith('.part'))) {
    const path = join(folder, name);
    const written = age > 0 ? await stat(path).catch(() => null) : null;
    if (age === 0 || (written !== null && now() - written.mtimeMs > age)) await rm(path, { force: true });
  }
}
