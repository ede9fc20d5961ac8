/** Files of pictures and clips: written so that a broken writing leaves nothing, removed when their record is gone. */
import type { Clock } from '../clock.js';
import type { Clips } from '../repositories/clips.js';
import type { Looks } from '../repositories/looks.js';
import type { MediaNotes } from '../repositories/media-notes.js';
import type { ClipFiles } from './clips.js';
import { BROKEN_MS } from './drafts.js';
import type { Pictures } from './pictures.js';

/** How long a look that was taken out keeps its picture, so that it can be put back whole, ms. */
export const UNDO_MS = 86_400_000;

export type Removals = ReturnType<typeof removalsIn>;

/**
 * @param failed told of what could not be removed; it is tried again at the next sweep
 * @param shared other processes write to the same folder: what they are writing is left alone for a day
 */
export function removalsIn(
  {
    looks,
    clips,
    notes,
    pictures,
    clipFiles,
  }: { looks: Looks; clips: Clips; notes: MediaNotes; pictures: Pictures; clipFiles: ClipFiles },
  clock: Clock,
  failed: (error: unknown) => void,
  shared = false,
) {
  const earlier = (at: string, ms: number): string => new Date(Date.parse(at) - ms).toISOString();
  async function sweep(): Promise<void> {
    for (const id of await notes.toRemove())
      await notes
        .remove(id, async () => {
          await Promise.all([pictures.remove(id), clipFiles.remove(id)]);
        })
        .catch(failed);
  }
  return {
    sweep,
    /**
     * Writes the files of a record; what is not kept leaves nothing behind.
     * @param write keeps the record with the writer's token in the transaction that ends the writing (`endWriting`)
     */
    async whileWriting<T>(id: string, write: (writer: string) => Promise<T>): Promise<T> {
      const writer = await notes.begin(id, clock());
      try {
        return await write(writer);
      } finally {
        // Ended already where it was kept.
        await notes.abandon(id, writer, clock()).catch(failed);
      }
    },
    /** What no process that lives is writing any more is to go: at a start, before anything is written. */
    async ofBrokenWritings(): Promise<void> {
      const now = clock();
      await notes.breakOff(shared ? earlier(now, BROKEN_MS) : now, now);
    },
    /** Lets the pictures and clips of looks go that were taken out longer ago than they can be put back whole. */
    async ofDeletedLooks(): Promise<void> {
      const now = clock();
      const before = earlier(now, UNDO_MS);
      if (shared) await notes.breakOff(earlier(now, BROKEN_MS), now);
      await looks.removeMediaOfDeleted(before, now);
      await clips.removeOfDeleted(before, now);
      await sweep();
    },
  };
}
