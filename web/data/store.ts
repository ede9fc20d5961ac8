/** The device's own store: requests that wait, and each account's copy of what it read. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { PersistedClient } from '@tanstack/query-persist-client-core';
import { waitingFromPath, type OutboxItem } from './waiting.js';

export interface CacheRecord {
  account: string;
  client: PersistedClient;
}
export interface DeviceStore extends DBSchema {
  items: { key: number; value: OutboxItem };
  caches: { key: string; value: CacheRecord };
}

/** What the first version kept: addresses instead of routes' names. */
interface FirstItem {
  key: number;
  accountId: string;
  path: string;
  method: string;
  body?: unknown;
  refused?: string;
}

let opened: Promise<IDBPDatabase<DeviceStore>> | undefined;
/** Opens the store, once; items that an earlier version kept are carried over. */
export const deviceStore = (): Promise<IDBPDatabase<DeviceStore>> =>
  (opened ??= openDB<DeviceStore>('upright-anchor', 2, {
    upgrade(db, from, _to, transaction) {
      if (from < 1) db.createObjectStore('items', { keyPath: 'key', autoIncrement: true });
      if (from < 2) db.createObjectStore('caches', { keyPath: 'account' });
      if (from === 1) {
        const items = transaction.objectStore('items');
        // The upgrade ends when all of it is written; what fails aborts it.
        void items.getAll().then((all) => {
          for (const old of all as unknown as FirstItem[]) {
            const item = waitingFromPath(old.method, old.path, old.body);
            if (item) void items.put({ ...item, key: old.key, accountId: old.accountId, refused: old.refused });
          }
        });
      }
    },
  }));
/** Forgets the open connection: for tests that begin with an empty device. */
export const closeStore = async (): Promise<void> => {
  (await opened)?.close();
  opened = undefined;
};
