/** Who is signed in, also where the server cannot be asked: then the account that signed in last on this device, for seven days. */
import { forgetOwnSolo } from './own-solo.js';
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { z } from 'zod';
import { accountSchema, type Account, type SessionState } from '../../api/accounts.js';
import { eyeSchema } from '../../api/eye.js';
import type { Eye } from '../../core/eye/eye.js';
import { call, OfflineError, setToken } from './call.js';
import { discard, dropSealed, lockAway, lockOthers, makeKey, unlock } from './sealed.js';
import { ACCOUNT_KEY } from '../known-device.js';
import { closeReads, forgetReads, KEPT_FOR, openReads } from './query.js';

const LEFT = 'anchor.left';
const rememberedSchema = z.object({ account: accountSchema, eye: eyeSchema.nullable().default(null), at: z.number() });
type Remembered = Pick<z.infer<typeof rememberedSchema>, 'account' | 'eye'>;

/** The account that was signed in here last, unless that is too long ago. */
function remembered(): Remembered | null {
  try {
    const found = rememberedSchema.safeParse(JSON.parse(localStorage.getItem(ACCOUNT_KEY) ?? 'null'));
    return found.success && Date.now() - found.data.at < KEPT_FOR ? found.data : null;
  } catch {
    return null;
  }
}
/** A device whose store is full or shut remembers nobody, and works with the network. */
const remember = (account: Account | null, eye: Eye | null = null): void => {
  try {
    if (account) localStorage.setItem(ACCOUNT_KEY, JSON.stringify({ account, eye, at: Date.now() }));
    else localStorage.removeItem(ACCOUNT_KEY);
  } catch {
    // Nothing is remembered.
  }
};

export const useSession = defineStore('session', () => {
  const state = ref<SessionState | null>(null);
  /** Signed in by what this device remembers; the server has not been asked. */
  const offline = ref(false);
  const account = computed(() => state.value?.account ?? null);
  /** Whoever was signed in has signed out, and did not just lose the session. */
  const left = ref(false);
  /** Something that the account left on this device does not open with its password any more. */
  const shut = ref(false);
  /** Makes the account's key on this device, and opens what it left here. */
  async function openLeft(who: Account | null, password: string): Promise<void> {
    if (!who) return;
    try {
      shut.value = (await unlock(who.id, password)) === null;
      await makeKey(who.id, password);
    } catch {
      // A device whose store is shut has nothing to open.
    }
  }

  async function take(next: SessionState): Promise<void> {
    setToken(next.token);
    const before = account.value?.id;
    if (next.account) {
      left.value = false;
      await openReads(next.account.id);
      // What somebody else left here unsent, when their session ended without a word, is locked.
      await lockOthers(next.account.id).catch(() => undefined);
    } else closeReads();
    // Whoever was signed in before and is not any more leaves nothing behind.
    if (!next.account && before) await forgetReads(before);
    state.value = next;
    offline.value = false;
    remember(next.account, next.eye);
  }
  /** @throws OfflineError where neither the server nor this device knows anybody */
  async function load(): Promise<void> {
    try {
      if (localStorage.getItem(LEFT)) {
        // Signing out without a network is made good first.
        setToken((await call('session.get')).token);
        await call('session.end');
        localStorage.removeItem(LEFT);
      }
      await take(await call('session.get'));
    } catch (error) {
      const known = error instanceof OfflineError ? remembered() : null;
      if (!known) throw error;
      await openReads(known.account.id);
      state.value = { ...known, token: '', needsOwner: false, demo: null };
      offline.value = true;
    }
  }
  return {
    state,
    offline,
    account,
    isCoach: computed(() => account.value !== null && account.value.role !== 'assistant'),
    isOwner: computed(() => account.value?.role === 'owner'),
    /** What is known of one's own eye; null where it never practised. */
    eye: computed((): Eye | null => state.value?.eye ?? null),
    /** A round has said something new of one's own eye. */
    seeWith(eye: Eye): void {
      if (!state.value) return;
      state.value = { ...state.value, eye };
      if (!offline.value) remember(state.value.account, eye);
    },
    load,
    shut,
    left,
    /** @param code of an account with a second factor @throws ApiError naming `code` where one is asked for */
    async signIn(email: string, password: string, code = ''): Promise<void> {
      const next = await call('session.start', { body: { email, password, ...(code ? { code } : {}) } });
      await openLeft(next.account, password);
      await take(next);
    },
    async createOwner(input: { code: string; name: string; email: string; password: string }): Promise<void> {
      const next = await call('owner.make', { body: input });
      await openLeft(next.account, input.password);
      await take(next);
    },
    /** Changes one's own password; sessions of the account on other devices end. @throws ApiError naming the field */
    async changePassword(before: string, password: string): Promise<void> {
      const next = await call('password.change', { body: { before, password } });
      await take(next);
      if (next.account) await makeKey(next.account.id, password).catch(() => undefined);
    },
    /** What was left here and cannot be opened any more is let go. */
    async forgetShut(): Promise<void> {
      if (account.value) await dropSealed(account.value.id);
      shut.value = false;
    },
    /**
     * Signs out and removes this account's private copy from the device; without a network the server is told later.
     * @param unsent what becomes of it: locked here until the account signs in again, or let go
     */
    async signOut(unsent: 'lock' | 'discard' = 'lock'): Promise<void> {
      const id = account.value?.id;
      left.value = true;
      if (id && unsent === 'discard') await discard(id);
      if (id) await lockAway(id).catch(() => undefined);
      try {
        await call('session.end');
      } catch (error) {
        if (!(error instanceof OfflineError)) throw error;
        try {
          localStorage.setItem(LEFT, '1');
        } catch {
          // The session ends by itself.
        }
      }
      remember(null);
      if (id) {
        await forgetReads(id);
        forgetOwnSolo(id);
      }
      closeReads();
      state.value = null;
      setToken('');
      await call('session.get').then(take, () => undefined);
    },
  };
});
