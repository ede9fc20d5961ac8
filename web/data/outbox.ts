/** Requests that must not be lost: written to this device first, sent in order when the server can be reached. */
import { defineStore } from 'pinia';
import { computed, readonly, ref, shallowRef } from 'vue';
import type { Look } from '../../api/observations.js';
import { ApiError, call, hasToken, OfflineError } from './call.js';
import { connected } from './connection.js';
import { everythingOutdated, keep, outdated } from './query.js';
import { useSession } from './session.js';
import { deviceStore } from './store.js';
import type { OutboxItem, Waiting } from './waiting.js';

/** How often what waits is tried again, and a lost server asked for, ms. */
export const RETRY_MS = 5000;

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

export const useOutbox = defineStore('outbox', () => {
  const items = shallowRef<OutboxItem[]>([]);
  const sending = ref(false);
  /** Whether this device has been asked what waits for the account. */
  const ready = ref(false);

  const refresh = async (): Promise<void> => {
    const mine = useSession().account?.id;
    items.value = (await (await deviceStore()).getAll('items')).filter((item) => item.accountId === mine);
    ready.value = mine !== undefined;
  };
  /** Sends one. @returns whether to go on with the next */
  async function send(item: OutboxItem): Promise<boolean> {
    try {
      settled((await (call as (name: string, ask: object) => Promise<unknown>)(item.name, item.ask)) as Look);
      await (await deviceStore()).delete('items', item.key!);
      return true;
    } catch (error) {
      const passing =
        error instanceof OfflineError ||
        !(error instanceof ApiError) ||
        error.problem.status >= 500 ||
        [401, 403, 429].includes(error.problem.status);
      if (passing) return false;
      await (await deviceStore()).put('items', { ...item, refused: error.message });
      return true;
    }
  }
  /** Sends what waits, oldest first; stops at the first that cannot be sent now. */
  async function flush(): Promise<void> {
    const session = useSession();
    if (sending.value || !session.account) return;
    sending.value = true;
    try {
      // What waits is shown before anybody is asked for it.
      await refresh();
      if (session.offline || !hasToken()) await session.load();
      if (session.offline) return;
      await alone(async () => {
        await refresh();
        for (const item of items.value) {
          // Somebody else may have signed in meanwhile: nothing is sent in another's name.
          if (item.accountId !== session.account?.id) break;
          if (!item.refused && !(await send(item))) break;
        }
      });
    } catch (error) {
      if (!(error instanceof OfflineError)) throw error;
    } finally {
      await refresh();
      sending.value = false;
    }
  }
  /** Keeps a request on this device. Resolves when it is kept; sending goes on by itself and nobody waits for it. */
  async function put(waiting: Waiting): Promise<void> {
    const accountId = useSession().account!.id;
    // A copy without reactivity, which the device's store cannot hold.
    const item = JSON.parse(JSON.stringify({ ...waiting, accountId })) as OutboxItem;
    await (await deviceStore()).add('items', item);
    await refresh();
    void flush().catch(() => undefined);
  }
  async function drop(key: number): Promise<void> {
    await (await deviceStore()).delete('items', key);
    await refresh();
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
    if (items.value.some((i) => !i.refused)) await flush();
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
    drop,
    start,
  };
});
