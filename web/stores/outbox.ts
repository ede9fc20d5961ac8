/** Requests that must not be lost: written to this device first, sent in order when the server can be reached. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { defineStore } from 'pinia';
import { ref } from 'vue';
import { z } from 'zod';
import { ApiError, call, OfflineError } from '../lib/api.js';
import { useSession } from './session.js';

export interface OutboxItem {
  key?: number;
  accountId: string;
  path: string;
  method: 'POST' | 'PATCH' | 'DELETE';
  body?: unknown;
  /** Set when the server refused it; it stays until the coach decides. */
  refused?: string;
}

interface Schema extends DBSchema {
  items: { key: number; value: OutboxItem };
}

const RETRY_MS = 5000;

export const useOutbox = defineStore('outbox', () => {
  const items = ref<OutboxItem[]>([]);
  const sending = ref(false);
  let opened: Promise<IDBPDatabase<Schema>> | undefined;
  const db = (): Promise<IDBPDatabase<Schema>> =>
    (opened ??= openDB<Schema>('upright-anchor', 1, {
      upgrade: (d) => void d.createObjectStore('items', { keyPath: 'key', autoIncrement: true }),
    }));
  const refresh = async (): Promise<void> => {
    const mine = useSession().account?.id;
    items.value = (await (await db()).getAll('items')).filter((item) => item.accountId === mine);
  };

  /** Sends what waits, oldest first; stops at the first that cannot be sent. */
  async function flush(): Promise<void> {
    if (sending.value || !useSession().account) return;
    sending.value = true;
    try {
      await refresh();
      for (const item of items.value.filter((i) => !i.refused)) {
        try {
          await call(item.path, z.unknown(), { method: item.method, body: item.body });
          await (await db()).delete('items', item.key!);
        } catch (error) {
          if (
            error instanceof OfflineError ||
            !(error instanceof ApiError) ||
            error.problem.status >= 500 ||
            [401, 403, 429].includes(error.problem.status)
          )
            break;
          await (await db()).put('items', { ...item, refused: error.message });
        }
      }
    } finally {
      await refresh();
      sending.value = false;
    }
  }

  /** Keeps a request on this device. Resolves when it is kept; sending goes on by itself and nobody waits for it. */
  async function put(item: Pick<OutboxItem, 'path' | 'method' | 'body'>): Promise<void> {
    // A copy without reactivity, which the device's store cannot hold.
    await (
      await db()
    ).add('items', JSON.parse(JSON.stringify({ ...item, accountId: useSession().account!.id })) as OutboxItem);
    await refresh();
    void flush();
  }
  async function drop(key: number): Promise<void> {
    await (await db()).delete('items', key);
    await refresh();
  }
  function start(): void {
    window.addEventListener('online', () => void flush());
    window.setInterval(() => {
      if (items.value.some((i) => !i.refused)) void flush();
    }, RETRY_MS);
    void flush();
  }
  return { items, put, flush, drop, start };
});
