/** A thread of the pool: lays the studio's entries over the shipped catalogue, once for each revision, and runs a task. */
import { catalog as shipped, type Catalog } from '../../core/catalog/index.js';
import type { StudioEntry } from '../../core/formats/entries.js';
import { applyEntries } from '../../core/studio/overlay.js';
import { runTask, type ArgumentsOf, type Outcome, type TaskName } from './tasks.js';

export interface Order<N extends TaskName = TaskName> {
  name: N;
  given: ArgumentsOf<N>;
  entries: readonly StudioEntry[];
  revision: string;
}

let laid: { revision: string; catalog: Catalog } | undefined;

export default function work({ name, given, entries, revision }: Order): Outcome<unknown> {
  if (laid?.revision !== revision) laid = { revision, catalog: applyEntries(shipped, entries) };
  return runTask(name, laid.catalog, given);
}
