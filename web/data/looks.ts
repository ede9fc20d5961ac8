/** Looks and a person's history, with what waits on this device laid over. */
import { useInfiniteQuery } from '@tanstack/vue-query';
import { computed, type ComputedRef } from 'vue';
import {
  unjudged,
  type Blur,
  type History,
  type HistoryItem,
  type Look,
  type LookInput,
  type LookLine,
  type LookPatch,
  type Media,
  type MendTried,
} from '../../api/observations.js';
import { InputError } from '../../core/formats/problems.js';
import { catalog, studio } from './catalogue.js';
import { judge } from '../../core/evaluate/judge.js';
import { resolveObservation } from '../../core/evaluate/resolve.js';
import { lineOf } from '../../core/evaluate/line.js';
import { see } from '../../core/evaluate/see.js';
import { judgedBy, nobody } from '../../core/person/circumstance.js';
import { call, wordsOf } from './call.js';
import { before } from './look-changes.js';
import { useOutbox } from './outbox.js';
import { client, keyOf, outdated, read, useRead, type Read } from './query.js';
import { useSession } from './session.js';
import { asLook, isWaiting, NOBODY, waitingLooks, withWaiting, type Maker } from './waiting.js';
import { looks as wording } from '../../words/pages/data.js';

/** Who is signed in, with what is known of their eye. */
const makerHere = (): Maker => {
  const { account, eye } = useSession();
  return account ? { ...account, eye } : NOBODY;
};

/** A look with what waits for it; one that waits itself reads like one from the server. */
export function useLook(id: () => string | null): Read<Look> & { waiting: ComputedRef<boolean> } {
  const outbox = useOutbox();
  const by = makerHere;
  const waitsWhole = computed(() => outbox.waiting.some((i) => i.name === 'looks.add' && i.ask.body.id === id()));
  const found = useRead('looks.get', () => (id() && !waitsWhole.value ? { params: { id: id()! } } : null));
  return {
    ...found,
    // Before it is known what waits here, nothing is missing yet.
    loading: computed(() => found.loading.value || (id() !== null && !outbox.ready)),
    error: computed(() => (outbox.ready ? found.error.value : null)),
    value: computed(() =>
      id() ? withWaiting(found.value.value, outbox.items, id()!, by(), studio.defaults.timeZone) : null,
    ),
    waiting: computed(() => id() !== null && isWaiting(outbox.items, id()!)),
  };
}
export const readLook = (id: string): Promise<Look> => read('looks.get', { params: { id } });

export interface HistoryList {
  items: ComputedRef<HistoryItem[]>;
  /** Lines of looks that wait on this device. */
  waiting: ComputedRef<ReadonlySet<string>>;
  loading: ComputedRef<boolean>;
  error: ComputedRef<string | null>;
  more: ComputedRef<boolean>;
  loadMore: () => Promise<void>;
  load: () => Promise<void>;
}

/** What is judged of a look on this device; a line that says so where it cannot be. */
function judgedHere({ observation, eye }: Look, method: string): LookLine {
  const circumstance = judgedBy(nobody(studio.defaults), method);
  try {
    return { ...lineOf(judge(see({ observation, eye }, catalog), catalog, circumstance), catalog), cannot: null };
  } catch (error) {
    return unjudged(error instanceof InputError ? error.message : wording.itsRecordCannot);
  }
}

/** The line of a look that waits, judged here as the server will judge it. */
function waitingLine(input: LookInput, personId: string, method: string): HistoryItem {
  const look = asLook(input, personId, makerHere(), studio.defaults.timeZone);
  return {
    ...judgedHere(look, method),
    id: look.id,
    startedAt: look.startedAt,
    day: look.day,
    position: look.observation.position,
    mediaId: look.mediaId,
    relookOf: look.relookOf,
    runId: look.runId,
    target: look.observation.target ?? null,
    helped: [],
  };
}

/**
 * A person's history, newest first, page after page; looks that wait stand first.
 * @param method judge by this; '' by the methods in force
 */
export function useHistory(personId: () => string | null, method: () => string = () => '', limit = 50): HistoryList {
  const outbox = useOutbox();
  const ask = computed(() =>
    personId() ? { params: { id: personId()! }, query: { limit, ...(method() ? { method: method() } : {}) } } : null,
  );
  const found = useInfiniteQuery(
    {
      queryKey: computed(() => [...keyOf('looks.list', ask.value ?? undefined), 'pages']),
      queryFn: ({ pageParam, queryKey, signal }): Promise<History> => {
        const { params, query } = queryKey[2] as NonNullable<typeof ask.value>;
        return call('looks.list', { params, query: { ...query, ...(pageParam ? { before: pageParam } : {}) }, signal });
      },
      initialPageParam: '',
      getNextPageParam: (last: History) => last.next ?? undefined,
      enabled: computed(() => ask.value !== null),
    },
    client,
  );
  const pages = computed(() => (ask.value ? (found.data.value?.pages ?? []) : []));
  const sent = computed(() => pages.value.flatMap((p) => p.items));
  const waiting = computed(() => {
    const id = personId();
    return id
      ? waitingLooks(outbox.waiting, id)
          .filter((l) => !sent.value.some((s) => s.id === l.id))
          .map((l) => waitingLine(l, id, method()))
      : [];
  });
  return {
    items: computed(() => [...waiting.value, ...sent.value]),
    waiting: computed(() => new Set(waiting.value.map((w) => w.id))),
    loading: computed(() => ask.value !== null && found.isPending.value && !found.isError.value),
    error: computed(() => (pages.value.length === 0 && found.error.value ? wordsOf(found.error.value) : null)),
    more: computed(() => found.hasNextPage.value),
    loadMore: async () => void (await found.fetchNextPage()),
    load: async () => void (await found.refetch()),
  };
}

const lists = (): void => outdated('looks.list', 'ladders.get', 'facts.get', 'floor.get', 'people.list', 'people.get');

/** Keeps a look on this device; it is sent when the server can be reached. @throws InputError, NotTaken for what the server would refuse */
export async function keepLook(personId: string, input: LookInput): Promise<'kept' | 'sent'> {
  // What the server would refuse is refused here, before anything that was entered is let go.
  resolveObservation(input.observation, catalog);
  return useOutbox().put({ name: 'looks.add', ask: { params: { id: personId }, body: input } });
}
/** @param look as it stands on the page: another change that came meanwhile is seen by it */
export const changeLook = (look: Look, patch: LookPatch): Promise<unknown> =>
  useOutbox().put(
    { name: 'looks.change', ask: { params: { id: look.id }, body: patch, version: look.version } },
    before(look, patch),
  );
export const keepMend = (id: string, mend: Omit<MendTried, 'at'>): Promise<unknown> =>
  useOutbox().put({ name: 'mends.add', ask: { params: { id }, body: mend } });
export const takeMendBack = (id: string, record: string): Promise<unknown> =>
  useOutbox().put({ name: 'mends.remove', ask: { params: { id, record } } });
/** Takes a look from a file. @throws ApiError 409 with what is to be confirmed */
export async function importLook(personId: string, input: LookInput): Promise<void> {
  await call('looks.add', { params: { id: personId }, body: input });
  lists();
}
export async function removeLook(id: string): Promise<void> {
  await call('looks.remove', { params: { id } });
  lists();
}
export async function restoreLook(id: string): Promise<void> {
  await call('looks.restore', { params: { id } });
  outdated('looks.get');
  lists();
}
/** @param blur places that the server makes unknowable before it keeps the picture */
export function sendPicture(personId: string, file: File, blur: readonly Blur[] = []): Promise<Media> {
  const form = new FormData();
  // Fields come before the file: the server reads them in order.
  if (blur.length > 0) form.append('blur', JSON.stringify(blur));
  form.append('picture', file);
  return call('media.add', { params: { id: personId }, form });
}
