/** Files of pictures whose record is gone: removed at once, and at the next start where that failed. */
import type { Looks } from '../repositories/looks.js';
import type { Clips } from '../repositories/clips.js';
import type { ClipFiles } from './clips.js';
import type { Pictures } from './pictures.js';

/** How long a look that was taken out keeps its picture, so that it can be put back whole, ms. */
export const UNDO_MS = 86_400_000;

export type Removals = ReturnType<typeof removalsIn>;

/**
 * @param clock ISO instant now
 * @param failed told of what could not be removed; it is tried again at the next sweep
 */
export function removalsIn(
  { looks, clips, pictures, clipFiles }: { looks: Looks; clips: Clips; pictures: Pictures; clipFiles: ClipFiles },
  clock: () => string,
  failed: (error: unknown) => void,
) {
  /** Pictures that are being written: noted for removal until they are kept. */
  const underWay = new Set<string>();
  async function sweep(): Promise<void> {
    const gone: string[] = [];
    for (const id of await looks.mediaToRemove()) {
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
        await looks.expectMedia(id, clock());
        return await write();
      } finally {
        underWay.delete(id);
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
