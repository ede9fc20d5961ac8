/** People, groups and the floor, read and changed. */
import { keepPreviousData, useInfiniteQuery } from '@tanstack/vue-query';
import { computed, type ComputedRef } from 'vue';
import type { GroupTrendsOf } from '../../api/groups.js';
import {
  personSchema,
  type CautionInput,
  type ConsentInput,
  type FloorState,
  type Group,
  type PeoplePage,
  type Person,
  type PersonInput,
  type PersonPatch,
  type PersonSummary,
} from '../../api/people.js';
import { keepChange } from './conflict.js';
import { call, wordsOf, type Ask } from './call.js';
import { client, keep, keyOf, outdated, read, useRead, type Read } from './query.js';

export type PeopleFilter = Omit<NonNullable<Ask<'people.list'>['query']>, 'after' | 'limit'>;

export interface PeopleList {
  people: ComputedRef<PersonSummary[]>;
  total: ComputedRef<number | null>;
  loading: ComputedRef<boolean>;
  error: ComputedRef<string | null>;
  more: ComputedRef<boolean>;
  loadMore: () => Promise<void>;
  load: () => Promise<void>;
}

/** The roster by name, page after page. */
export function usePeople(filter: () => PeopleFilter, limit = 50): PeopleList {
  const query = computed(() => ({ ...filter(), limit }));
  const found = useInfiniteQuery(
    {
      queryKey: computed(() => [...keyOf('people.list', { query: query.value }), 'pages']),
      queryFn: ({ pageParam, signal }): Promise<PeoplePage> =>
        call('people.list', { query: { ...query.value, ...(pageParam ? { after: pageParam } : {}) }, signal }),
      initialPageParam: '',
      getNextPageParam: (last: PeoplePage) => last.next ?? undefined,
      placeholderData: keepPreviousData,
    },
    client,
  );
  const pages = computed(() => found.data.value?.pages ?? []);
  return {
    people: computed(() => pages.value.flatMap((p) => p.items)),
    total: computed(() => pages.value[0]?.total ?? null),
    loading: computed(() => found.isPending.value && !found.isError.value),
    error: computed(() => (pages.value.length === 0 && found.error.value ? wordsOf(found.error.value) : null)),
    more: computed(() => found.hasNextPage.value),
    loadMore: async () => void (await found.fetchNextPage()),
    load: async () => void (await found.refetch()),
  };
}
export const usePerson = (id: () => string | null | undefined): Read<Person> =>
  useRead('people.get', () => (id() ? { params: { id: id()! } } : null));
export const useFloor = (): Read<FloorState> => useRead('floor.get', () => ({}));
export const useGroups = (wanted: () => boolean = () => true): Read<Group[]> =>
  useRead('groups.list', () => (wanted() ? {} : null));
/** What a group's records say of the last weeks. */
export const useTrends = (id: () => string, weeks: () => number): Read<GroupTrendsOf> =>
  useRead('groups.trends', () => ({ params: { id: id() }, query: { weeks: weeks() } }));
export const readPerson = (id: string): Promise<Person> => read('people.get', { params: { id } });

/** A person's page as a change left it; lists that show them are read anew. */
function changed(person: Person): Person {
  keep('people.get', { params: { id: person.id } }, person);
  outdated('people.list', 'floor.get', 'prescriptions.list', 'looks.list', 'ladders.get');
  return person;
}
export async function addPerson(input: PersonInput): Promise<Person> {
  const person = await call('people.add', { body: input });
  outdated('groups.list');
  return changed(person);
}
const fieldsOf = (person: Person): Required<PersonPatch> => {
  const { name, birthYear, stature, mass, sex, email, goal, method, familyMethods, kit, notes, archived } = person;
  const groupId = person.group?.id ?? null;
  return { name, groupId, birthYear, stature, mass, sex, email, goal, method, familyMethods, kit, notes, archived };
};
/**
 * @param before the person as the change began; another change that came meanwhile is laid beside it
 * @throws Told where the coach left it
 */
export async function changePerson(before: Person, patch: PersonPatch): Promise<Person> {
  const { id } = before;
  return keepChange({
    kind: 'person',
    title: before.name,
    base: fieldsOf(before),
    version: before.version,
    mine: patch,
    send: async (body, version) => changed(await call('people.change', { params: { id }, body, version })),
    read(current) {
      const now = personSchema.parse(current);
      return { value: fieldsOf(now), version: now.version ?? 0, by: now.changedBy ?? null, at: now.changedAt ?? null };
    },
  });
}
export async function addGroup(name: string): Promise<Group> {
  const group = await call('groups.add', { body: { name } });
  outdated('groups.list');
  return group;
}
export async function markHere(id: string, here: boolean): Promise<void> {
  await call('attendance.set', { params: { id }, body: { here } });
  outdated('floor.get', 'people.list', 'people.get');
}
export const addCaution = async (id: string, input: CautionInput): Promise<Person> =>
  changed(await call('cautions.add', { params: { id }, body: input }));
export const changeCaution = async (id: string, record: string, input: CautionInput): Promise<Person> =>
  changed(await call('cautions.change', { params: { id, record }, body: input }));
export const removeCaution = async (id: string, record: string): Promise<Person> =>
  changed(await call('cautions.remove', { params: { id, record } }));
export const addConsent = async (id: string, input: ConsentInput): Promise<Person> =>
  changed(await call('consents.add', { params: { id }, body: input }));
export async function withdrawConsent(id: string, record: string): Promise<Person> {
  const person = await call('consents.withdraw', { params: { id, record } });
  outdated('looks.get');
  return changed(person);
}
