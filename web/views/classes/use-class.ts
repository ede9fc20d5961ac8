/** A class under the coach's hands: each change is kept by itself, can be taken back, and is worked out again. */
import { useDebounceFn } from '@vueuse/core';
import { computed, onScopeDispose, ref, shallowRef, watch, type ComputedRef, type Ref } from 'vue';
import type { ClassInput, ClassOfStudio } from '../../../api/classes.js';
import { wordsOf } from '../../data/call.js';
import { changeClass, inputOf, useClass } from '../../data/classes.js';

/** A change is sent so long after the last one, ms. */
const SETTLE_MS = 500;
const STEPS_BACK = 50;

export interface ClassEdit {
  read: ReturnType<typeof useClass>;
  input: Ref<ClassInput | null>;
  change: (patch: Partial<ClassInput>) => void;
  undo: () => void;
  canUndo: ComputedRef<boolean>;
  /** What stands is kept by the server. */
  kept: Ref<boolean>;
  error: Ref<string | null>;
  send: () => Promise<void>;
}

export function useClassEdit(id: () => string): ClassEdit {
  const read = useClass(id);
  const input = shallowRef<ClassInput | null>(null);
  const past = shallowRef<ClassInput[]>([]);
  /** The class as the server last had it: what a change begins from. */
  const stood = shallowRef<ClassOfStudio | null>(null);
  const kept = ref(true);
  const error = ref<string | null>(null);
  watch(
    [id, () => read.value.value],
    ([now], before) => {
      const stored = read.value.value;
      // What was read later never goes over what is typed here.
      if (!stored || stored.id !== now || (!kept.value && before?.[0] === now)) return;
      const rest = inputOf(stored);
      stood.value = stored;
      if (JSON.stringify(rest) !== JSON.stringify(input.value)) input.value = rest;
      if (before?.[0] !== now) past.value = [];
    },
    { immediate: true },
  );
  async function send(): Promise<void> {
    const sent = input.value;
    if (!sent || !stood.value || kept.value) return;
    try {
      error.value = null;
      const now = await changeClass(stood.value, sent);
      stood.value = now;
      if (input.value === sent) {
        // What somebody else changed meanwhile may be in it too.
        input.value = inputOf(now);
        kept.value = true;
      } else void soon();
    } catch (problem) {
      error.value = wordsOf(problem);
    }
  }
  const soon = useDebounceFn(() => send(), SETTLE_MS);
  onScopeDispose(() => void send());
  function put(next: ClassInput): void {
    input.value = next;
    kept.value = false;
    void soon();
  }
  return {
    read,
    input,
    kept,
    error,
    send,
    canUndo: computed(() => past.value.length > 0),
    change(patch) {
      if (!input.value) return;
      past.value = [...past.value.slice(1 - STEPS_BACK), input.value];
      put({ ...input.value, ...patch });
    },
    undo() {
      const last = past.value.at(-1);
      if (!last) return;
      past.value = past.value.slice(0, -1);
      put(last);
    },
  };
}
