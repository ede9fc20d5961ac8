/** Points on a picture with undo and redo; a drag is one step. */
import { computed, ref, shallowRef } from 'vue';
import type { Point } from '../../../core/geometry.js';
import type { LandmarkName } from '../../../core/landmarks.js';

export type HandleName = LandmarkName | 'floor-a' | 'floor-b';
export type Handles = Partial<Record<HandleName, Point>>;

export function usePoints() {
  const points = shallowRef<Handles>({});
  const past = ref<Handles[]>([]);
  const future = ref<Handles[]>([]);
  const same = (a: Handles, b: Handles): boolean => JSON.stringify(a) === JSON.stringify(b);
  /** Remembers the present as one step back; call before a change, or once at the start of a drag. */
  const mark = (): void => {
    if (past.value.length > 0 && same(past.value.at(-1)!, points.value)) return;
    past.value = [...past.value.slice(-99), points.value];
    future.value = [];
  };
  const swap = (from: typeof past, to: typeof past): void => {
    const next = from.value.at(-1);
    if (!next) return;
    from.value = from.value.slice(0, -1);
    to.value = [...to.value, points.value];
    points.value = next;
  };
  return {
    points,
    mark,
    move(name: HandleName, to: Point): void {
      points.value = { ...points.value, [name]: to };
    },
    set(all: Handles): void {
      points.value = all;
    },
    remove(name: HandleName): void {
      mark();
      const { [name]: _gone, ...rest } = points.value;
      points.value = rest;
    },
    undo: () => swap(past, future),
    redo: () => swap(future, past),
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
    clear(): void {
      points.value = {};
      past.value = [];
      future.value = [];
    },
  };
}
