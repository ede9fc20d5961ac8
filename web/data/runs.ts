/** Classes that run: begun, followed and kept. */
import type { Run, RunLine } from '../../api/runs.js';
import { call } from './call.js';
import { keep, outdated, useRead, type Read } from './query.js';

export const useRuns = (classId: () => string): Read<RunLine[]> =>
  useRead('runs.list', () => ({ params: { id: classId() } }));

function kept(run: Run): Run {
  keep('runs.get', { params: { id: run.id } }, run);
  return run;
}
export async function beginRun(classId: string): Promise<Run> {
  const run = kept(await call('runs.add', { params: { id: classId }, body: { id: crypto.randomUUID() } }));
  outdated('runs.list');
  return run;
}
export const joinRun = async (id: string, member: string): Promise<Run> =>
  kept(await call('runs.join', { params: { id }, body: { member } }));
/** Keeps notes as looks of those whose notes they are. */
export async function keepRun(id: string, notes: string[]): Promise<Run> {
  const run = kept(await call('runs.keep', { params: { id }, body: { notes } }));
  outdated(
    'runs.list',
    'floor.get',
    'people.list',
    'people.get',
    'looks.list',
    'ladders.get',
    'facts.get',
    'classes.plan',
  );
  return run;
}
