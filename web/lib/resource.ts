/** A fetched value with its loading and error states. */
import { ref, shallowRef, type Ref, type ShallowRef } from 'vue';
import { wordsOf } from './api.js';

export interface Resource<T> {
  value: ShallowRef<T | null>;
  loading: Ref<boolean>;
  error: Ref<string | null>;
  load: () => Promise<void>;
}

/** @param fetcher called by `load`; a later call's answer wins over an earlier one's */
export function useResource<T>(fetcher: () => Promise<T>): Resource<T> {
  const value = shallowRef<T | null>(null);
  const loading = ref(true);
  const error = ref<string | null>(null);
  let turn = 0;
  async function load(): Promise<void> {
    const mine = ++turn;
    error.value = null;
    if (value.value === null) loading.value = true;
    try {
      const answer = await fetcher();
      if (mine === turn) value.value = answer;
    } catch (problem) {
      if (mine === turn) error.value = wordsOf(problem);
    } finally {
      if (mine === turn) loading.value = false;
    }
  }
  return { value, loading, error, load };
}

/** Runs an action with its busy and error states, for forms and buttons. */
export function useAction(): {
  busy: Ref<boolean>;
  error: Ref<string | null>;
  run: (action: () => Promise<void>) => Promise<boolean>;
} {
  const busy = ref(false);
  const error = ref<string | null>(null);
  async function run(action: () => Promise<void>): Promise<boolean> {
    busy.value = true;
    error.value = null;
    try {
      await action();
      return true;
    } catch (problem) {
      error.value = wordsOf(problem);
      return false;
    } finally {
      busy.value = false;
    }
  }
  return { busy, error, run };
}
