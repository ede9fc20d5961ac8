/** A thread of the pool: lays the studio's entries over the shipped catalogue, once for each revision, and runs a task. */
import { constants, setPriority } from 'node:os';
import type { Catalog } from '../../core/catalog/index.js';
import { catalog as shipped } from '../../core/catalog/shipped.js';
import type { StudioEntry } from '../../core/formats/entries.js';
import { applyEntries } from '../../core/studio/overlay.js';
import { runTask, type ArgumentsOf, type Outcome, type TaskName } from './tasks.js';

export interface Order<N extends TaskName = TaskName> {
  name: N;
  given: ArgumentsOf<N>;
  entries: readonly StudioEntry[];
  revision: string;
}

// Where there are fewer cores than work, who waits for a page comes before who waits for a clip. On Linux this is the thread's own.
try {
  setPriority(constants.priority.PRIORITY_LOW);
} catch {
  // A system that gives no priorities shares as it can.
}

let laid: { revision: string; catalog: Catalog } | undefined;

export default function work({ name, given, entries, revision }: Order): Promise<Outcome<unknown>> {
  if (laid?.revision !== revision) laid = { revision, catalog: applyEntries(shipped, entries) };
  return runTask(name, laid.catalog, given);
}
