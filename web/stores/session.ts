/** Who is signed in. */
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { sessionSchema, type SessionState } from '../../api/accounts.js';
import { call, nothing, setToken } from '../lib/api.js';

export const useSession = defineStore('session', () => {
  const state = ref<SessionState | null>(null);
  const take = (next: SessionState): void => {
    state.value = next;
    setToken(next.token);
  };
  const account = computed(() => state.value?.account ?? null);
  return {
    state,
    account,
    isCoach: computed(() => account.value !== null && account.value.role !== 'assistant'),
    isOwner: computed(() => account.value?.role === 'owner'),
    async load(): Promise<void> {
      take(await call('/session', sessionSchema));
    },
    async signIn(email: string, password: string): Promise<void> {
      take(await call('/session', sessionSchema, { method: 'POST', body: { email, password } }));
    },
    async createOwner(input: { code: string; name: string; email: string; password: string }): Promise<void> {
      take(await call('/owner', sessionSchema, { method: 'POST', body: input }));
    },
    async signOut(): Promise<void> {
      await call('/session', nothing, { method: 'DELETE' });
      state.value = null;
      take(await call('/session', sessionSchema));
    },
  };
});
