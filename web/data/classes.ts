/** Classes, read, changed and worked out by the server. */
import type { ClassInput, ClassLine, ClassOfStudio, PlannedClass } from '../../api/classes.js';
import { call } from './call.js';
import { keep, outdated, useRead, type Read } from './query.js';

export const useClasses = (): Read<ClassLine[]> => useRead('classes.list', () => ({}));
export const useClass = (id: () => string): Read<ClassOfStudio> =>
  useRead('classes.get', () => ({ params: { id: id() } }));
export const usePlan = (id: () => string): Read<PlannedClass> =>
  useRead('classes.plan', () => ({ params: { id: id() } }));

function changed(one: ClassOfStudio): ClassOfStudio {
  keep('classes.get', { params: { id: one.id } }, one);
  outdated('classes.list', 'classes.plan');
  return one;
}
export const addClass = async (input: ClassInput): Promise<ClassOfStudio> =>
  changed(await call('classes.add', { body: input }));
export const changeClass = async (input: ClassInput): Promise<ClassOfStudio> =>
  changed(await call('classes.change', { params: { id: input.id }, body: input }));
export async function removeClass(id: string): Promise<void> {
  await call('classes.remove', { params: { id } });
  outdated('classes.list');
}
export const restoreClass = async (id: string): Promise<ClassOfStudio> =>
  changed(await call('classes.restore', { params: { id } }));
