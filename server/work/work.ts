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

/** @param workerFile the built thread; without one everything runs where it is asked for */
export function workIn(workerFile: string | undefined): Work {
  let pool: Tinypool | undefined;
  const threads = (): Tinypool =>
    (pool ??= new Tinypool({
      filename: workerFile!,
      runtime: 'worker_threads',
      minThreads: 0,
      maxThreads: THREADS,
      maxQueue: QUEUE,
      idleTimeout: 60_000,
    }));
  return {
    async run(name, known, given, size, long) {
      let outcome;
      if (workerFile === undefined || size <= long) outcome = await runTask(name, known.catalog, given);
      else {
        const order: Order<typeof name> = { name, given, entries: known.entries, revision: String(known.revision) };
        outcome = await (threads().run(order) as ReturnType<typeof runTask<typeof name>>).catch((error: Error) => {
          if (!/task queue/i.test(error.message)) throw error;
          throw new HttpProblem(503, 'Much is being worked out already', 'Try again in a moment.', undefined, 5);
        });
      }
      if ('problems' in outcome) throw new InputError(outcome.problems);
      if ('late' in outcome)
        throw new HttpProblem(503, outcome.late, 'The machine is busy. Try again in a moment.', undefined, 5);
      if ('backup' in outcome) throw new BackupError(outcome.backup);
      if ('notJson' in outcome) throw new HttpProblem(400, 'The data is not JSON');
      return outcome.value;
    },
    close: async () => void (await pool?.destroy()),
  };
}
