/** Requests that must not be lost: written to this device first, sent in order when the server can be reached. */
import { defineStore } from 'pinia';
import { computed, readonly, ref, shallowRef } from 'vue';
import type { ProblemBody } from '../../api/common.js';
import type { Look, LookPatch } from '../../api/observations.js';
import { ApiError, call, hasToken, OfflineError } from './call.js';
import { connected } from './connection.js';
import { alsoChanged, lookIn } from './look-changes.js';
import { everythingOutdated, keep, outdated } from './query.js';
import { useSession } from './session.js';
import { deviceStore } from './store.js';
import {
  checkWaiting,
  lookIdOf,
  looksBefore,
  pauseAfter,
  refusedBy,
  type OutboxItem,
  type Waiting,
} from './waiting-item.js';

/** How often what waits is tried again, and a lost server asked for, ms. */
export const RETRY_MS = 5000;

/** How long a request that has just been kept lets the page draw what came of it before it is sent, ms. */
const AFTER_SHOWN_MS = 100;

/** The server's answer goes where readers look, before the item that brought it is let go. */
function settled(look: Look): void {
  keep('looks.get', { params: { id: look.id } }, look);
  outdated('looks.list', 'ladders.get', 'facts.get', 'floor.get', 'people.list', 'people.get');
}

/** One page of this device sends at a time, where the browser can tell pages apart; else the server knows what comes twice. */
const alone = (work: () => Promise<void>): Promise<void> =>
  typeof navigator !== 'undefined' && navigator.locks
    ? navigator.locks.request('anchor-outbox', { ifAvailable: true }, async (lock) => {
        if (lock) await work();
      })
    : work();

/** A copy without reactivity, which the device's store cannot hold. */
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** What became of one try: it is done with, others may go on, or nothing can be sent now. */
type Sent = 'done' | 'later' | 'stop';

export const useOutbox = defineStore('outbox', () => {
  const items = shallowRef<OutboxItem[]>([]);
  const sending = ref(false);
  /** Whether this device has been asked what waits for the account. */
  const ready = ref(false);
  /** The server has asked for patience until then, epoch ms. */
  let patience = 0;
  /** The sending of what has just been kept, where it is still to come. */
  let soon = 0;

  const refresh = async (): Promise<void> => {
    const mine = useSession().account?.id;
    const all = await (await deviceStore()).getAll('items');
    items.value = mine === undefined ? [] : all.filter((item) => item.accountId === mine);
    ready.value = mine !== undefined;
  };
  const write = async (item: OutboxItem): Promise<void> => void (await (await deviceStore()).put('items', plain(item)));
  const remove = async (key: number): Promise<void> => (await deviceStore()).delete('items', key);

  /** Asks the server with what waits; every such route answers with the look. */
  const post = (item: OutboxItem): Promise<Look> =>
    (call as (name: string, ask: object) => Promise<unknown>)(item.name, item.ask) as Promise<Look>;
  /** Sends one. The account that it belongs to was signed in when it was taken up. */
  async function send(item: OutboxItem): Promise<Sent> {
    const session = useSession();
    try {
      const look = await post(item);
      // An answer for one account is nothing for the cache of another who signed in meanwhile.
      if (session.account?.id === item.accountId) settled(look);
      await remove(item.key!);
      return 'done';
    } catch (error) {
      if (error instanceof OfflineError) return 'stop';
      // An answer that this page cannot read: what came of it is not known, so it is tried again, and holds nobody up.
      return error instanceof ApiError ? answered(item, error) : failed(item);
    }
  }
  async function answered(item: OutboxItem, { problem }: ApiError): Promise<Sent> {
    const session = useSession();
    const { status } = problem;
    if (status === 401 || status === 403) {
      // The session has ended, or the page's token is an old one: the server is asked who is signed in, once.
      const before = session.state?.token;
      await session.load();
      if (status === 401 || session.account?.id !== item.accountId || session.state?.token !== before) return 'stop';
    }
    if (status === 429 || status === 503 || status === 507) {
      patience = Date.now() + pauseAfter(1);
      return 'stop';
    }
    if (status >= 500) return failed(item);
    const next = overtaken(item, problem);
    if (next) {
      await write(next);
      return send(next);
    }
    const now = lookIn(problem.current);
    if (now && session.account?.id === item.accountId) settled(now);
    await write({ ...item, refused: refusedBy(problem, new Date().toISOString()) });
    return 'later';
  }
  /** A change that somebody else's change of other fields came before: it goes on over theirs. Null for anything else. */
  function overtaken(item: OutboxItem, problem: ProblemBody): OutboxItem | null {
    const now = item.name === 'looks.change' && problem.status === 409 ? lookIn(problem.current) : null;
    if (item.name !== 'looks.change' || !now || item.ask.version === now.version) return null;
    return alsoChanged(item.ask.body, item.was, now).length === 0
      ? { ...item, ask: { ...item.ask, version: now.version } }
      : null;
  }
  async function failed(item: OutboxItem): Promise<Sent> {
    const tries = (item.tries ?? 0) + 1;
    await write({ ...item, tries, after: Date.now() + pauseAfter(tries) });
    return 'later';
  }
  /** Whether an item may be tried now. */
  const due = (item: OutboxItem, all: boolean): boolean => !item.refused && (all || (item.after ?? 0) <= Date.now());

  /**
   * Sends what waits, oldest first. What the server refuses, or fails at, stands aside and lets the rest pass; only what waits for the
   * same look stays behind it.
   * @param all also what has failed of late
   */
  async function flush(all = false): Promise<void> {
    window.clearTimeout(soon);
    const session = useSession();
    if (sending.value || !session.account || (!all && patience > Date.now())) return;
    sending.value = true;
    try {
      // What waits is shown before anybody is asked for it.
      await refresh();
      if (session.offline || !hasToken()) await session.load();
      if (session.offline) return;
      await alone(async () => {
        await refresh();
        const behind = new Set<string>();
        for (const item of items.value) {
          // Somebody else may have signed in meanwhile: nothing is sent in another's name.
          if (item.accountId !== session.account?.id) break;
          const waits = looksBefore(item).some((look) => behind.has(look));
          const became = !waits && due(item, all) ? await send(item) : 'later';
          if (became === 'stop') break;
          if (became === 'later') behind.add(lookIdOf(item));
        }
      });
    } catch (error) {
      if (!(error instanceof OfflineError)) throw error;
    } finally {
      await refresh().catch(() => undefined);
      sending.value = false;
    }
  }
  /**
   * Keeps a request on this device. Resolves when it is kept; sending goes on by itself and nobody waits for it. Where the device
   * cannot keep it, it is sent at once.
   * @param was of a change: what it changes, as it stands
   * @returns `kept`, or `sent` where this device could not keep it
   * @throws NotTaken for what the server would refuse; what the device's store or the server said where it is neither kept nor sent
   */
  async function put(waiting: Waiting, was?: LookPatch): Promise<'kept' | 'sent'> {
    const accountId = useSession().account!.id;
    const item = plain({
      ...waiting,
      accountId,
      keptAt: new Date().toISOString(),
      ...(was ? { was } : {}),
    }) as OutboxItem;
    checkWaiting(item);
    try {
      const key = await (await deviceStore()).add('items', item);
      // Shown at once, without asking the device for all of it again.
      items.value = [...items.value, { ...item, key }];
    } catch (unkept) {
      await sendDirectly(item, unkept);
      return 'sent';
    }
    // What was kept is shown before the sending takes the processor.
    window.clearTimeout(soon);
    soon = window.setTimeout(() => void flush().catch(() => undefined), AFTER_SHOWN_MS);
    return 'kept';
  }
  async function sendDirectly(item: OutboxItem, unkept: unknown): Promise<void> {
    try {
      settled(await post(item));
    } catch (error) {
      throw error instanceof ApiError ? error : unkept;
    }
  }
  async function drop(key: number): Promise<void> {
    await remove(key);
    await refresh();
  }
  const byKey = (key: number): OutboxItem | undefined => items.value.find((i) => i.key === key);
  /** Tries one again at once. */
  async function retry(key: number): Promise<void> {
    const item = byKey(key);
    if (!item) return;
    const { refused: _refused, tries: _tries, after: _after, ...rest } = item;
    await write(rest);
    await flush(true);
  }
  /** Puts what was mended in an item's place and tries it. @throws NotTaken for what the server would refuse again */
  async function mend(key: number, ask: OutboxItem['ask']): Promise<void> {
    const item = byKey(key);
    if (!item) return;
    const next = { ...item, ask } as OutboxItem;
    checkWaiting(next);
    await write(next);
    await refresh();
    await retry(key);
  }
  /** Asks for a lost server, and reads anew what was shown without it. */
  async function lookForServer(): Promise<void> {
    if (connected.value && !useSession().offline) return;
    await useSession()
      .load()
      .then(
        () => !useSession().offline && everythingOutdated(),
        () => undefined,
      );
  }
  async function beat(): Promise<void> {
    await lookForServer();
    if (items.value.some((item) => due(item, false))) await flush();
  }
  function start(): void {
    const safely = (): void => void beat().catch(() => undefined);
    window.addEventListener('online', safely);
    window.setInterval(safely, RETRY_MS);
    void flush().catch(() => undefined);
  }
  return {
    items,
    sending: readonly(sending),
    ready: readonly(ready),
    waiting: computed(() => items.value.filter((i) => !i.refused)),
    refused: computed(() => items.value.filter((i) => i.refused)),
    put,
    flush,
    refresh,
    retry,
    mend,
    drop,
    start,
  };
});

/** How many requests of anybody wait on this device: said at the door, without whose or what. */
export async function waitingHere(): Promise<number> {
  try {
    const db = await deviceStore();
    const sealed = await db.getAll('sealed');
    return (await db.count('items')) + sealed.reduce((n, s) => n + s.count, 0);
  } catch {
    return 0;
  }
}
