/** A form over stored values that may arrive, or change, while it is filled in: what was touched stays, what was not follows. */
import { ref, watch, type Ref } from 'vue';

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/**
 * A copy of stored values to be edited.
 * @param source the stored values, read again whenever they change
 * @returns the form: each field follows the source as long as it stands as the source had it
 */
export function useFollowing<T extends object>(source: () => T): Ref<T> {
  let before = source();
  const form = ref({ ...before }) as Ref<T>;
  watch(source, (now) => {
    const next = { ...form.value };
    for (const key of Object.keys(now) as (keyof T)[]) if (same(form.value[key], before[key])) next[key] = now[key];
    before = now;
    form.value = next;
  });
  return form;
}
