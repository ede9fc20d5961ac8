/** Classes, read, changed and worked out by the server. */
import {
  classSchema,
  type ClassInput,
  type ClassLine,
  type ClassOfStudio,
  type PlannedClass,
} from '../../api/classes.js';
import { call } from './call.js';
import { keepChange } from './conflict.js';
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
/** A class as it is set, without who changed it when. */
export const inputOf = ({ by: _by, changedAt: _at, version: _version, ...input }: ClassOfStudio): ClassInput => input;
/**
 * @param before the class as the change began; another change that came meanwhile is laid beside it
 * @throws Told where the coach left it
 */
export const changeClass = (before: ClassOfStudio, input: ClassInput): Promise<ClassOfStudio> =>
  keepChange({
    kind: 'class',
    title: before.name,
    base: inputOf(before),
    version: before.version,
    mine: input,
    send: async (body, version) => changed(await call('classes.change', { params: { id: body.id }, body, version })),
    read(current) {
      const now = classSchema.parse(current);
      return { value: inputOf(now), version: now.version ?? 0, by: now.by, at: now.changedAt };
    },
  });
export async function removeClass(id: string): Promise<void> {
  await call('classes.remove', { params: { id } });
  outdated('classes.list');
}
export const restoreClass = async (id: string): Promise<ClassOfStudio> =>
  changed(await call('classes.restore', { params: { id } }));
