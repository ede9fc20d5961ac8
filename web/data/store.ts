/** The device's own store: requests that wait, each account's copy of what it read, work under way, and what was locked away at signing out. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { PersistedClient } from '@tanstack/query-persist-client-core';
import { waitingFromPath } from './waiting.js';
import type { OutboxItem } from './waiting-item.js';

export interface CacheRecord {
  account: string;
  client: PersistedClient;
}
/** The key of an account on this device while it is signed in: it locks, and cannot be read out. */
export interface KeyRecord {
  account: string;
  salt: Uint8Array<ArrayBuffer>;
  key: CryptoKey;
}
/** What an account left here, locked with its password. Several lie beside one another where an earlier one did not open. */
export interface SealedRecord {
  /** The account's id and an id of its own, see `sealedKey`. */
  account: string;
  salt: Uint8Array<ArrayBuffer>;
  iv: Uint8Array<ArrayBuffer>;
  data: ArrayBuffer;
  count: number;
}
/** Work under way, see `useDraft`. */
export interface DraftRecord {
  /** The account's id and what the work is of. */
  id: string;
  account: string;
  /** Instant at which it was written. */
  at: string;
  value: unknown;
  /** A picture that belongs to it. */
  file: Blob | null;
}
export interface DeviceStore extends DBSchema {
  items: { key: number; value: OutboxItem };
  caches: { key: string; value: CacheRecord };
  keys: { key: string; value: KeyRecord };
  sealed: { key: string; value: SealedRecord };
  drafts: { key: string; value: DraftRecord };
}

/** What earlier versions kept: addresses instead of routes' names (1), and only the words of a refusal (1, 2). */
interface EarlierItem {
  key: number;
  accountId: string;
  path?: string;
  method?: string;
  body?: unknown;
  refused?: string;
}
const carriedOver = ({ refused, ...old }: EarlierItem): OutboxItem | null => {
  const waiting = old.path ? waitingFromPath(old.method!, old.path, old.body) : (old as unknown as OutboxItem);
  return (
    waiting && {
      ...waiting,
      key: old.key,
      accountId: old.accountId,
      ...(refused ? { refused: { status: 0, title: refused, problems: [], at: '' } } : {}),
    }
  );
};

let opened: Promise<IDBPDatabase<DeviceStore>> | undefined;
/** Opens the store, once; items that an earlier version kept are carried over. A store that cannot be opened is tried again. */
export function deviceStore(): Promise<IDBPDatabase<DeviceStore>> {
  if (opened) return opened;
  const opening = openDB<DeviceStore>('upright-anchor', 4, {
    upgrade(db, from, _to, transaction) {
      if (from < 1) db.createObjectStore('items', { keyPath: 'key', autoIncrement: true });
      if (from < 2) db.createObjectStore('caches', { keyPath: 'account' });
      if (from < 3) {
        db.createObjectStore('keys', { keyPath: 'account' });
        db.createObjectStore('sealed', { keyPath: 'account' });
      }
      if (from < 4) db.createObjectStore('drafts', { keyPath: 'id' });
      if (from === 1 || from === 2) {
        const items = transaction.objectStore('items');
        // The upgrade ends when all of it is written; what fails aborts it.
        void items.getAll().then((all) => {
          for (const old of all as unknown as EarlierItem[]) {
            const item = carriedOver(old);
            if (item) void items.put(item);
          }
        });
      }
    },
  });
  opened = opening;
  opening.catch(() => {
    if (opened === opening) opened = undefined;
  });
  return opening;
}

/** As much as a hold takes, for trying whether this device can keep one. */
const PROBE = 'x'.repeat(20_000);
/** Whether this device can keep something now. */
export async function canKeep(): Promise<boolean> {
  try {
    localStorage.setItem('anchor.probe', PROBE);
    localStorage.removeItem('anchor.probe');
    const db = await deviceStore();
    const account = 'probe';
    await db.put('caches', { account, client: PROBE as unknown as PersistedClient });
    await db.delete('caches', account);
    return true;
  } catch {
    return false;
  }
}

/** Forgets the open connection: for tests that begin with an empty device. */
export const closeStore = async (): Promise<void> => {
  (await opened)?.close();
  opened = undefined;
};
