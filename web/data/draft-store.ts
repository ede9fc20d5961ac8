/** Drafts in the device's store, by account. */
import { DAY_MS } from '../../core/days.js';
import { deviceStore, type DraftRecord } from './store.js';

/** A draft that nobody came back to goes after this, ms. */
export const DRAFTS_FOR = 14 * DAY_MS;

const fresh = (draft: DraftRecord): boolean => Date.now() - Date.parse(draft.at) < DRAFTS_FOR;

/** All drafts of an account on this device; old ones are let go. @throws where the device's store is shut */
export async function draftsOf(account: string): Promise<DraftRecord[]> {
  const db = await deviceStore();
  const own = (await db.getAll('drafts')).filter((d) => d.account === account);
  for (const old of own.filter((d) => !fresh(d))) await db.delete('drafts', old.id);
  return own.filter(fresh);
}
/** The draft of one thing; null where there is none, or an old one. @throws where the device's store is shut */
export async function readDraft(account: string, of: string): Promise<DraftRecord | null> {
  const found = await (await deviceStore()).get('drafts', `${account} ${of}`);
  return found && fresh(found) ? found : null;
}
/** @param value plain data; null takes the draft away @throws where the device cannot keep it */
export async function putDraft(account: string, of: string, value: unknown, file: Blob | null): Promise<void> {
  const db = await deviceStore();
  const id = `${account} ${of}`;
  if (value === null) await db.delete('drafts', id);
  else await db.put('drafts', { id, account, at: new Date().toISOString(), value, file });
}
/**
 * Changes a draft in one step, so that two pages of a device do not overwrite each other's.
 * @param change is given what lies here, or null, and says what is to lie here; null takes it away
 * @throws where the device cannot keep it
 */
export async function changeDraft(account: string, of: string, change: (value: unknown) => unknown): Promise<void> {
  const id = `${account} ${of}`;
  const { store, done } = (await deviceStore()).transaction('drafts', 'readwrite');
  const found = await store.get(id);
  const value = change(found && fresh(found) ? found.value : null);
  if (value === null) await store.delete(id);
  else await store.put({ id, account, at: new Date().toISOString(), value, file: found?.file ?? null });
  await done;
}
