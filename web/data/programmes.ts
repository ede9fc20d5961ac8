/** Programmes, read, tried and changed. */
import {
  programmeSchema,
  type ItemLogInput,
  type Programme,
  type ProgrammeInput,
  type ProgrammeLine,
  type ProgrammeSettings,
  type Tried,
} from '../../api/programmes.js';
import { call } from './call.js';
import { keepChange } from './conflict.js';
import { keep, outdated, useRead, type Read } from './query.js';
import { programmes as wording } from '../../words/pages/data.js';

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
/**
 * @param before what the change began from; null for a new programme, and where that is not known any more
 * @throws Told where somebody else made a version too and the coach left it
 */
export const keepProgramme = (
  person: string,
  { id, version, settings }: ProgrammeInput,
  before: ProgrammeSettings | null = null,
): Promise<Programme> =>
  keepChange({
    kind: 'programme',
    title: wording.theProgramme,
    base: before,
    version,
    mine: settings,
    send: async (body, stands) =>
      changed(
        await call('programmes.keep', { params: { id: person }, body: { id, version: stands ?? 0, settings: body } }),
      ),
    read(current) {
      const now = programmeSchema.parse(current);
      const last = now.versions[0];
      return { value: now.settings, version: now.version, by: last?.by ?? null, at: last?.at ?? null };
    },
  });
/** Ends it on a day, or takes the end back with null. */
export const endProgramme = async (id: string, day: string | null): Promise<Programme> =>
  changed(await call('programmes.end', { params: { id }, body: { day } }));
export const logDone = async (
  id: string,
  logs: readonly Pick<ItemLogInput, 'day' | 'item' | 'is'>[],
): Promise<Programme> => changed(await call('programmes.log', { params: { id }, body: { logs: [...logs] } }));
