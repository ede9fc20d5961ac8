/** Programmes, read, tried and changed. */
import type {
  ItemLogInput,
  Programme,
  ProgrammeInput,
  ProgrammeLine,
  ProgrammeSettings,
  Tried,
} from '../../api/programmes.js';
import { call } from './call.js';
import { keep, outdated, useRead, type Read } from './query.js';

export const useAllProgrammes = (): Read<ProgrammeLine[]> => useRead('programmes.all', () => ({}));
export const useProgrammes = (person: () => string | null): Read<ProgrammeLine[]> =>
  useRead('programmes.list', () => (person() === null ? null : { params: { id: person()! } }));
export const useProgramme = (id: () => string | null): Read<Programme> =>
  useRead('programmes.get', () => (id() ? { params: { id: id()! } } : null));

function changed(one: Programme): Programme {
  keep('programmes.get', { params: { id: one.id } }, one);
  outdated('programmes.all', 'programmes.list', 'floor.get', 'people.list');
  return one;
}
/** The weeks as they would be now; nothing is kept. @param of the programme that it would be a new version of */
export const tryProgramme = (person: string, settings: ProgrammeSettings, of: string | null): Promise<Tried> =>
  call('programmes.try', { params: { id: person }, query: of === null ? {} : { of }, body: settings });
export const keepProgramme = async (person: string, input: ProgrammeInput): Promise<Programme> =>
  changed(await call('programmes.keep', { params: { id: person }, body: input }));
/** Ends it on a day, or takes the end back with null. */
export const endProgramme = async (id: string, day: string | null): Promise<Programme> =>
  changed(await call('programmes.end', { params: { id }, body: { day } }));
export const logDone = async (
  id: string,
  logs: readonly Pick<ItemLogInput, 'day' | 'item' | 'is'>[],
): Promise<Programme> => changed(await call('programmes.log', { params: { id }, body: { logs: [...logs] } }));
