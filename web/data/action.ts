/** Runs an action with its busy and error states, for forms and buttons. */
import { ref, type Ref } from 'vue';
import { wordsOf } from './call.js';

export function useAction(): {
  busy: Ref<boolean>;
  error: Ref<string | null>;
  run: (action: () => Promise<unknown>) => Promise<boolean>;
} {
  const busy = ref(false);
  const error = ref<string | null>(null);
  async function run(action: () => Promise<unknown>): Promise<boolean> {
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
