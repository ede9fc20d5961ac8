/** What an account leaves on a device when it signs out: locked with a key made of its password, read again when it signs in. */
import { draftsOf } from './draft-store.js';
import { deviceStore, type DraftRecord, type KeyRecord, type SealedRecord } from './store.js';
import type { OutboxItem } from './waiting-item.js';
import { forgetHold, keepHold, storedHold, type KeptHold } from './hold-keeper.js';

/** Rounds of the key's making: what today's guidance asks of PBKDF2 with SHA-256 (OWASP, 600,000). */
const ROUNDS = 600_000;

/** Whether this browser can lock anything: it does so over https and on the machine itself. */
export const canLock = (): boolean => typeof crypto !== 'undefined' && crypto.subtle !== undefined;

async function keyOf(password: string, salt: Uint8Array<ArrayBuffer>): Promise<CryptoKey> {
  const base = await crypto.subtle.importKey('raw', new TextEncoder().encode(password), 'PBKDF2', false, ['deriveKey']);
  return crypto.subtle.deriveKey(
    { name: 'PBKDF2', salt, iterations: ROUNDS, hash: 'SHA-256' },
    base,
    { name: 'AES-GCM', length: 256 },
    false,
    ['encrypt', 'decrypt'],
  );
}
interface Left {
  items: OutboxItem[];
  hold: KeptHold | null;
  /** Their pictures are not locked but let go: they are asked for again. */
  drafts?: Omit<DraftRecord, 'file'>[];
}

/** Makes an account's key from its password, for as long as it is signed in here. */
export async function makeKey(account: string, password: string): Promise<void> {
  if (!canLock()) return;
  const salt = crypto.getRandomValues(new Uint8Array(16));
  await (await deviceStore()).put('keys', { account, salt, key: await keyOf(password, salt) });
}

const itemsOf = async (account: string): Promise<OutboxItem[]> =>
  (await (await deviceStore()).getAll('items')).filter((item) => item.accountId === account);

/** How many things of an account lie here and nowhere else: unsent, a hold under way, drafts. */
export const leftHere = async (account: string): Promise<number> =>
  (await itemsOf(account)).length + (storedHold(account) ? 1 : 0) + (await draftsOf(account)).length;

/**
 * Locks what an account leaves here. Its key goes; only its password makes it anew.
 * @returns false where there is no key to lock with: then everything stays as it is
 */
export async function lockAway(account: string): Promise<boolean> {
  const db = await deviceStore();
  const known: KeyRecord | undefined = await db.get('keys', account);
  if (!known) return false;
  const drafts = (await draftsOf(account)).map(({ file: _file, ...draft }) => draft);
  const left: Left = { items: await itemsOf(account), hold: storedHold(account), drafts };
  const count = left.items.length + (left.hold ? 1 : 0) + drafts.length;
  if (count > 0) {
    const iv = crypto.getRandomValues(new Uint8Array(12));
    const data = await crypto.subtle.encrypt(
      { name: 'AES-GCM', iv },
      known.key,
      new TextEncoder().encode(JSON.stringify(left)),
    );
    const done = db.transaction(['sealed', 'items', 'drafts'], 'readwrite');
    await done.objectStore('sealed').put({ account: sealedKey(account), salt: known.salt, iv, data, count });
    for (const item of left.items) await done.objectStore('items').delete(item.key!);
    for (const draft of drafts) await done.objectStore('drafts').delete(draft.id);
    await done.done;
    forgetHold(account);
  }
  await db.delete('keys', account);
  return true;
}

const sealedKey = (account: string): string => `${account} ${crypto.randomUUID()}`;
const sealedOf = async (account: string): Promise<SealedRecord[]> =>
  (await (await deviceStore()).getAll('sealed')).filter((s) => s.account.split(' ')[0] === account);

async function opened(sealed: SealedRecord, password: string): Promise<Left | null> {
  try {
    const key = await keyOf(password, sealed.salt);
    const data = await crypto.subtle.decrypt({ name: 'AES-GCM', iv: sealed.iv }, key, sealed.data);
    return JSON.parse(new TextDecoder().decode(data)) as Left;
  } catch {
    return null;
  }
}

/**
 * Takes up again what an account left here.
 * @returns how many things; null where the password does not open all of them (it was changed since)
 */
export async function unlock(account: string, password: string): Promise<number | null> {
  const db = await deviceStore();
  let count = 0;
  let shut = false;
  for (const sealed of await sealedOf(account)) {
    const left = canLock() ? await opened(sealed, password) : null;
    if (!left) {
      shut = true;
      continue;
    }
    // One hold at a time: another stays locked until the bench is free at a later sign-in.
    if (left.hold && storedHold(account)) continue;
    const done = db.transaction(['sealed', 'items', 'drafts'], 'readwrite');
    for (const item of left.items) await done.objectStore('items').put(item);
    for (const draft of left.drafts ?? []) await done.objectStore('drafts').put({ ...draft, file: null });
    await done.objectStore('sealed').delete(sealed.account);
    await done.done;
    if (left.hold) keepHold(left.hold);
    count += sealed.count;
  }
  return shut ? null : count;
}

/** Lets go of what an account left here and nobody can open any more. */
export async function dropSealed(account: string): Promise<void> {
  const db = await deviceStore();
  for (const sealed of await sealedOf(account)) await db.delete('sealed', sealed.account);
}

/** Locks what other accounts left here when their session ended without a word. */
export async function lockOthers(account: string): Promise<void> {
  const others = new Set((await (await deviceStore()).getAllKeys('keys')).filter((id) => id !== account));
  for (const other of others) await lockAway(other);
}

/** Everything that an account has here unsent goes. */
export async function discard(account: string): Promise<void> {
  const db = await deviceStore();
  for (const item of await itemsOf(account)) await db.delete('items', item.key!);
  for (const draft of await draftsOf(account)) await db.delete('drafts', draft.id);
  forgetHold(account);
}
