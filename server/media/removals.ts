/** Files of pictures whose record is gone: removed at once, and at the next start where that failed. */
import type { Looks } from '../repositories/looks.js';
import type { Clips } from '../repositories/clips.js';
import type { ClipFiles } from './clips.js';
import { BROKEN_MS } from './drafts.js';
import type { Pictures } from './pictures.js';

/** How long a look that was taken out keeps its picture, so that it can be put back whole, ms. */
export const UNDO_MS = 86_400_000;

export type Removals = ReturnType<typeof removalsIn>;

/**
 * @param clock ISO instant now
 * @param failed told of what could not be removed; it is tried again at the next sweep
 * @param shared other processes write to the same folder: what they are writing is left alone
 */
export function removalsIn(
  { looks, clips, pictures, clipFiles }: { looks: Looks; clips: Clips; pictures: Pictures; clipFiles: ClipFiles },
  clock: () => string,
  failed: (error: unknown) => void,
  shared = false,
) {
  const later = (at: string, ms: number): string => new Date(Date.parse(at) + ms).toISOString();
  /** Pictures that are being written: noted for removal until they are kept. */
  const underWay = new Set<string>();
  async function sweep(): Promise<void> {
    const gone: string[] = [];
    for (const id of await looks.mediaToRemove(shared ? clock() : null)) {
      if (underWay.has(id)) continue;
      try {
        await Promise.all([pictures.remove(id), clipFiles.remove(id)]);
        gone.push(id);
      } catch (error) {
        failed(error);
      }
    }
    if (gone.length > 0) await looks.mediaRemoved(gone).catch(failed);
  }
  return {
    sweep,
    /** Writes a picture's files so that a broken writing leaves nothing behind. */
    async whileWriting<T>(id: string, write: () => Promise<T>): Promise<T> {
      underWay.add(id);
      try {
        const now = clock();
        await looks.expectMedia(id, shared ? later(now, BROKEN_MS) : now);
        return await write();
      } finally {
        underWay.delete(id);
        // What was not kept is due at once; only what a process that died was writing waits.
        if (shared) await looks.mediaDue(id, clock()).catch(failed);
      }
    },
    /** Lets the pictures and clips of looks go that were taken out longer ago than they can be put back whole. */
    async ofDeletedLooks(): Promise<void> {
      const now = clock();
      const before = new Date(Date.parse(now) - UNDO_MS).toISOString();
      await looks.removeMediaOfDeleted(before, now);
      await clips.removeOfDeleted(before, now);
      await sweep();
    },
  };
}
