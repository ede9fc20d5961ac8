/** What was read from the server, kept for each account: one cache, keys that name account, route and question. */
import { QueryClient, useQuery, type QueryKey } from '@tanstack/vue-query';
import {
  persistQueryClientRestore,
  persistQueryClientSubscribe,
  type PersistedClient,
  type Persister,
} from '@tanstack/query-persist-client-core';
import { computed, ref, type ComputedRef } from 'vue';
import type { RouteName, Routes } from '../../api/routes.js';
import { call, OfflineError, wordsOf, type Answer, type Ask } from './call.js';
import { deviceStore } from './store.js';

/** Routes that read. */
export type ReadRoute = { [N in RouteName]: Routes[N]['method'] extends 'GET' ? N : never }[RouteName];
type Question<N extends ReadRoute> = Pick<Ask<N>, 'params' | 'query'>;

/** Private reads are kept on a device for this long at most. */
export const KEPT_FOR = 7 * 86_400_000;
/** A read younger than this is not asked again when a page opens, ms. */
const FRESH = 4_000;
/** The device's copy is written at most this often, ms. */
const WRITE_EVERY = 1_000;

export const client = new QueryClient({
  defaultOptions: {
    // Whether the network is there is found by asking: a hall's server may be up where the internet is not.
    queries: { networkMode: 'always', retry: false, staleTime: FRESH, gcTime: KEPT_FOR, refetchOnReconnect: false },
  },
});

/** Whose reads these are: the first part of every key, so that nobody's answer is ever another's. */
const account = ref('');
export const keyOf = <N extends ReadRoute>(name: N, ask?: Question<N>): QueryKey => [
  account.value,
  name,
  ...(ask ? [{ params: ask.params ?? null, query: ask.query ?? null }] : []),
];

export interface Read<T> {
  value: ComputedRef<T | null>;
  loading: ComputedRef<boolean>;
  /** Set only where there is nothing to show instead. */
  error: ComputedRef<string | null>;
  /** What is shown was read earlier, and the server cannot be asked now. */
  old: ComputedRef<boolean>;
  load: () => Promise<void>;
}

/**
 * Reads a route for as long as the component lives.
 * @param ask the question, read reactively; null asks nothing. A new question calls the old one off, and its answer, should it
 *   still come, is kept under its own key.
 */
export function useRead<N extends ReadRoute>(name: N, ask: () => Question<N> | null): Read<Answer<N>> {
  const question = computed(ask);
  const found = useQuery<Answer<N>>(
    {
      queryKey: computed(() => keyOf(name, question.value ?? undefined)),
      queryFn: ({ queryKey, signal }) => {
        const { params, query } = queryKey[2] as { params: unknown; query: unknown };
        return (call as (n: N, a: object) => Promise<Answer<N>>)(name, {
          params: params ?? undefined,
          query: query ?? undefined,
          signal,
        });
      },
      enabled: computed(() => question.value !== null && account.value !== ''),
    },
    client,
  );
  const value = computed(() => (question.value === null ? null : (found.data.value ?? null)));
  return {
    value,
    loading: computed(() => question.value !== null && found.isPending.value && !found.isError.value),
    error: computed(() =>
      value.value === null && found.error.value && !found.isFetching.value ? wordsOf(found.error.value) : null,
    ),
    old: computed(() => value.value !== null && found.error.value instanceof OfflineError),
    load: async () => void (await found.refetch()),
  };
}

/** Asks a route once, through the cache. @throws as {@link call} where nothing is kept */
export const read = <N extends ReadRoute>(name: N, ask: Question<N>): Promise<Answer<N>> =>
  client.fetchQuery({
    queryKey: keyOf(name, ask),
    queryFn: ({ signal }) => (call as (n: N, a: object) => Promise<Answer<N>>)(name, { ...ask, signal }),
  });

/** What is kept of a question, without asking. */
export const kept = <N extends ReadRoute>(name: N, ask: Question<N>): Answer<N> | undefined =>
  client.getQueryData(keyOf(name, ask));

/** Puts an answer that a change brought where readers of it look. A read that is under way is older than the change, and called off. */
export function keep<N extends ReadRoute>(name: N, ask: Question<N>, value: Answer<N>): void {
  const queryKey = keyOf(name, ask);
  void client.cancelQueries({ queryKey, exact: true }, { revert: false, silent: true });
  client.setQueryData(queryKey, value);
}
/** Asks anew, where somebody looks, whatever a change has made old. */
export const outdated = (...names: ReadRoute[]): void => {
  for (const name of names) void client.invalidateQueries({ queryKey: [account.value, name] });
};
/** What this device knows of somebody who is gone goes from it, the copy for reading without a network too. */
export async function forgetAbout(id: string): Promise<void> {
  client.removeQueries({ predicate: (query) => JSON.stringify(query.queryKey).includes(id) });
  await writeCopy();
}
export const everythingOutdated = (): void => void client.invalidateQueries({ queryKey: [account.value] });

/** Reads that an account's copy holds; pictures, accounts and the list of all askings are never among them. */
const COPIED: ReadonlySet<string> = new Set<ReadRoute>([
  'catalogue.get',
  'floor.get',
  'groups.list',
  'people.list',
  'people.get',
  'facts.get',
  'ladders.get',
  'looks.list',
  'looks.get',
  'prescriptions.list',
  'screens.list',
]);

interface CopyOf extends Persister {
  /** Writes what is about to be written now. */
  flush: () => Promise<void>;
  /** Begins no write any more: whatever removes the copy from now on removes it for good. */
  stop: () => void;
}
function persisterOf(id: string): CopyOf {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let last: PersistedClient | undefined;
  let stopped = false;
  const flush = async (): Promise<void> => {
    clearTimeout(timer);
    timer = undefined;
    const copy = last;
    last = undefined;
    if (!copy) return;
    const store = await deviceStore();
    // A device that cannot keep a copy still works with the network.
    if (!stopped) await store.put('caches', { account: id, client: copy }).catch(() => undefined);
  };
  return {
    persistClient(copy) {
      if (stopped) return;
      last = copy;
      timer ??= setTimeout(() => void flush().catch(() => undefined), WRITE_EVERY);
    },
    restoreClient: async () => (await (await deviceStore()).get('caches', id))?.client,
    removeClient: async () => (await deviceStore()).delete('caches', id),
    flush,
    stop() {
      stopped = true;
      clearTimeout(timer);
      last = undefined;
    },
  };
}

let leave: (() => void) | null = null;
let persister: CopyOf | null = null;
/** Marks copies that another version of the interface wrote in another shape. */
const SHAPE = 'reads-2';

/** Takes up the reads of an account, from its copy on this device where there is one. Another account's are put away first. */
export async function openReads(id: string): Promise<void> {
  if (account.value === id) return;
  closeReads();
  account.value = id;
  persister = persisterOf(id);
  const options = { queryClient: client, persister, maxAge: KEPT_FOR, buster: SHAPE };
  await persistQueryClientRestore(options).catch(() => undefined);
  // A copy is shown at once and asked for anew by whoever shows it.
  await client.invalidateQueries({ queryKey: [id], refetchType: 'none' });
  if (account.value !== id) return;
  leave = persistQueryClientSubscribe({
    ...options,
    dehydrateOptions: {
      shouldDehydrateQuery: (query) =>
        query.state.data !== undefined && query.queryKey[0] === id && COPIED.has(query.queryKey[1] as string),
    },
  });
}
function stopCopying(): void {
  leave?.();
  leave = null;
  persister?.stop();
  persister = null;
}
/** Puts the reads of the account away; its copy on the device stays as it was written last. */
export function closeReads(): void {
  stopCopying();
  account.value = '';
  client.clear();
}
const removeCopy = async (id: string): Promise<void> =>
  (await deviceStore()).delete('caches', id).catch(() => undefined);
/** Removes an account's copy from this device. */
export async function forgetReads(id: string): Promise<void> {
  if (account.value === id) closeReads();
  await removeCopy(id);
}
/** Keeps no copy from now on, and removes the one there is: the studio has switched copies off. */
export async function keepNoCopy(): Promise<void> {
  stopCopying();
  const id = account.value;
  if (id) await removeCopy(id);
}
/** Writes the copy now, before the page goes. */
export const writeCopy = (): Promise<void> => persister?.flush() ?? Promise.resolve();
