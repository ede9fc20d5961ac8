/** Who is signed in, also where the server cannot be asked: then the account that signed in last on this device, for seven days. */
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { z } from 'zod';
import { accountSchema, type Account, type SessionState } from '../../api/accounts.js';
import { call, OfflineError, setToken } from './call.js';
import { closeReads, forgetReads, KEPT_FOR, openReads } from './query.js';

const KEY = 'anchor.account';
const LEFT = 'anchor.left';
const rememberedSchema = z.object({ account: accountSchema, at: z.number() });

/** The account that was signed in here last, unless that is too long ago. */
function remembered(): Account | null {
  try {
    const found = rememberedSchema.safeParse(JSON.parse(localStorage.getItem(KEY) ?? 'null'));
    return found.success && Date.now() - found.data.at < KEPT_FOR ? found.data.account : null;
  } catch {
    return null;
  }
}
const remember = (account: Account | null): void => {
  if (account) localStorage.setItem(KEY, JSON.stringify({ account, at: Date.now() }));
  else localStorage.removeItem(KEY);
};

export const useSession = defineStore('session', () => {
  const state = ref<SessionState | null>(null);
  /** Signed in by what this device remembers; the server has not been asked. */
  const offline = ref(false);
  const account = computed(() => state.value?.account ?? null);

  async function take(next: SessionState): Promise<void> {
    setToken(next.token);
    const before = account.value?.id;
    if (next.account) await openReads(next.account.id);
    else closeReads();
    // Whoever was signed in before and is not any more leaves nothing behind.
    if (!next.account && before) await forgetReads(before);
    state.value = next;
    offline.value = false;
    remember(next.account);
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
      const account = error instanceof OfflineError ? remembered() : null;
      if (!account) throw error;
      await openReads(account.id);
      state.value = { account, token: '', needsOwner: false, demo: null };
      offline.value = true;
    }
  }
  return {
    state,
    offline,
    account,
    isCoach: computed(() => account.value !== null && account.value.role !== 'assistant'),
    isOwner: computed(() => account.value?.role === 'owner'),
    load,
    async signIn(email: string, password: string): Promise<void> {
      await take(await call('session.start', { body: { email, password } }));
    },
    async createOwner(input: { code: string; name: string; email: string; password: string }): Promise<void> {
      await take(await call('owner.make', { body: input }));
    },
    /** Signs out and removes this account's private copy from the device; without a network the server is told later. */
    async signOut(): Promise<void> {
      const id = account.value?.id;
      try {
        await call('session.end');
      } catch (error) {
        if (!(error instanceof OfflineError)) throw error;
        localStorage.setItem(LEFT, '1');
      }
      remember(null);
      if (id) await forgetReads(id);
      closeReads();
      state.value = null;
      setToken('');
      await call('session.get').then(take, () => undefined);
    },
  };
});
