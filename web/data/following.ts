/** A form over stored values that may arrive, or change, while it is filled in: what was touched stays, what was not follows. */
import { watch } from 'vue';

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/**
 * Lets a form follow stored values: each field as long as it stands as they had it.
 * @param source the stored values, read again whenever they change
 * @param form what is edited, which began as a copy of them
 */
export function useFollowing<T extends object>(source: () => T, form: T): void {
  let before = source();
  watch(source, (now) => {
    for (const key of Object.keys(now) as (keyof T)[]) if (same(form[key], before[key])) form[key] = now[key];
    before = now;
  });
}
