/** Where a computation runs: short ones at once, long ones in a thread, so that nobody else waits for them. */
import { Tinypool } from 'tinypool';
import { InputError } from '../../core/formats/problems.js';
import { BackupError } from '../backup/archive.js';
import { HttpProblem } from '../http/problems.js';
import type { Known } from '../repositories/studio.js';
import { runTask, type AnswerOfTask, type ArgumentsOf, type TaskName } from './tasks.js';
import type { Order } from './worker.js';

/** Bodies longer than this are read in a thread, bytes of JSON. */
export const LONG_BODY = 64 * 1024;
/** Records with more frames than this are judged in a thread. */
export const LONG_CLIP = 400;
const THREADS = 2;
/** Long computations that wait at once; more are refused until some are done. */
const QUEUE = 64;

export interface Work {
  /**
   * @param size bytes, or frames, of what is given
   * @param long above which it goes to a thread
   * @throws InputError with a line per problem; BackupError in words; HttpProblem 400 for what is not JSON, 503 when too much waits already or it takes too long
   */
  run: <N extends TaskName>(
    name: N,
    known: Known,
    given: ArgumentsOf<N>,
    size: number,
    long: number,
  ) => Promise<AnswerOfTask<N>>;
  close: () => Promise<void>;
}

/** How long a computation may take before its thread is ended and replaced, ms. Backups take what the disk takes. */
const PATIENCE: Partial<Record<TaskName, number>> = { readImport: 60_000 };
const MOST_PATIENCE = 180_000;
const BACKUPS: readonly TaskName[] = ['backup', 'restore'];
/** Most memory of a thread, MB: one that needs more is ended, and the server goes on. */
const MEMORY = { maxOldGenerationSizeMb: 1536 };

/** @param workerFile the built thread; without one everything runs where it is asked for */
export function workIn(workerFile: string | undefined, patience = PATIENCE): Work {
  const poolOf = (maxThreads: number): Tinypool =>
    new Tinypool({
      filename: workerFile!,
      runtime: 'worker_threads',
      minThreads: 0,
      maxThreads,
      maxQueue: QUEUE,
      idleTimeout: 60_000,
      resourceLimits: MEMORY,
    });
  const pools: { work?: Tinypool; backups?: Tinypool } = {};
  /** Backups have a thread of their own: nothing that comes in from outside holds them up. */
  const threadsFor = (name: TaskName): Tinypool =>
    BACKUPS.includes(name) ? (pools.backups ??= poolOf(1)) : (pools.work ??= poolOf(THREADS));
  /** Runs in a thread, which is ended where it takes too long. */
  async function inThread<N extends TaskName>(order: Order<N>): Promise<Awaited<ReturnType<typeof runTask<N>>>> {
    const long = BACKUPS.includes(order.name) ? null : (patience[order.name] ?? MOST_PATIENCE);
    const ending = new AbortController();
    const timer = long === null ? undefined : setTimeout(() => ending.abort(), long);
    try {
      return await (threadsFor(order.name).run(order, { signal: ending.signal }) as ReturnType<typeof runTask<N>>);
    } catch (error) {
      const { message, code } = error as { message: string; code?: string };
      if (/task queue/i.test(message))
        throw new HttpProblem(503, 'Much is being worked out already', 'Try again in a moment.', undefined, 5);
      const much = ending.signal.aborted ? 'time' : code === 'ERR_WORKER_OUT_OF_MEMORY' ? 'memory' : null;
      if (much === null) throw error;
      if (order.name === 'readImport')
        throw new InputError([
          { path: 'file', message: `takes too much ${much} to read: it may be damaged. Save it as CSV` },
        ]);
      throw new HttpProblem(503, `This takes too much ${much}`, 'Try again with less of it.', undefined, 5);
    } finally {
      clearTimeout(timer);
    }
  }
  return {
    async run(name, known, given, size, long) {
      let outcome;
      if (workerFile === undefined || size <= long) outcome = await runTask(name, known.catalog, given);
      else {
        const order: Order<typeof name> = { name, given, entries: known.entries, revision: String(known.revision) };
        outcome = await inThread(order);
      }
      if ('problems' in outcome) throw new InputError(outcome.problems);
      if ('late' in outcome)
        throw new HttpProblem(503, outcome.late, 'The machine is busy. Try again in a moment.', undefined, 5);
      if ('backup' in outcome) throw new BackupError(outcome.backup);
      if ('notJson' in outcome) throw new HttpProblem(400, 'The data is not JSON');
      return outcome.value;
    },
    close: async () => void (await Promise.all([pools.work?.destroy(), pools.backups?.destroy()])),
  };
}
