/** Points on a picture, and the first of the two clicks that lay them, with undo and redo; a drag is one step. */
import { computed, ref, shallowRef } from 'vue';
import { z } from 'zod';
import type { Point } from '../../../core/geometry.js';
import type { LandmarkName } from '../../../core/landmarks.js';

export type HandleName = LandmarkName | 'floor-a' | 'floor-b';
export type Handles = Partial<Record<HandleName, Point>>;
/** What stands on a picture. */
export interface Laying {
  /** The first click, while the second is waited for. */
  first: Point | null;
  points: Handles;
  /** Points that were set or confirmed by hand; the others are guesses and enter no verdict. */
  placed: readonly HandleName[];
}
/** What is laid, as a draft of it is read again. */
export const layingSchema = z.object({
  first: z.tuple([z.number(), z.number()]).readonly().nullable(),
  points: z.record(z.string(), z.tuple([z.number(), z.number()]).readonly()),
  placed: z.array(z.string()).default([]),
});
export type LayingKept = z.infer<typeof layingSchema>;
const NOTHING: Laying = { first: null, points: {}, placed: [] };

const withName = (names: readonly HandleName[], name: HandleName): HandleName[] =>
  names.includes(name) ? [...names] : [...names, name];

export function usePoints() {
  const laying = shallowRef<Laying>(NOTHING);
  const past = ref<Laying[]>([]);
  const future = ref<Laying[]>([]);
  const same = (a: Laying, b: Laying): boolean => JSON.stringify(a) === JSON.stringify(b);
  /** Remembers the present as one step back; call before a change, or once at the start of a drag. */
  const mark = (): void => {
    if (past.value.length > 0 && same(past.value.at(-1)!, laying.value)) return;
    past.value = [...past.value.slice(-99), laying.value];
    future.value = [];
  };
  const swap = (from: typeof past, to: typeof past): void => {
    const next = from.value.at(-1);
    if (!next) return;
    from.value = from.value.slice(0, -1);
    to.value = [...to.value, laying.value];
    laying.value = next;
  };
  const begin = (with_: Laying): void => {
    laying.value = with_;
    past.value = [];
    future.value = [];
  };
  return {
    points: computed(() => laying.value.points),
    first: computed(() => laying.value.first),
    placed: computed((): ReadonlySet<HandleName> => new Set(laying.value.placed)),
    mark,
    /** A point set by hand. */
    move(name: HandleName, to: Point): void {
      const { points, placed } = laying.value;
      laying.value = { ...laying.value, points: { ...points, [name]: to }, placed: withName(placed, name) };
    },
    /** A point that is only guessed. */
    guess(name: HandleName, at: Point): void {
      laying.value = { ...laying.value, points: { ...laying.value.points, [name]: at } };
    },
    /** Points that the step which laid them has placed: no step of their own. */
    place(names: readonly HandleName[]): void {
      laying.value = { ...laying.value, placed: names.reduce(withName, [...laying.value.placed]) };
    },
    /** Guesses that lie right are taken as placed. */
    confirm(names: readonly HandleName[]): void {
      mark();
      laying.value = { ...laying.value, placed: names.reduce(withName, [...laying.value.placed]) };
    },
    /** All points at once, guessed; the first click is answered by them. */
    set(points: Handles): void {
      laying.value = { first: null, points, placed: [] };
    },
    /** The first of two clicks, a step of its own. */
    begin(at: Point): void {
      mark();
      laying.value = { ...laying.value, first: at };
    },
    /** What a draft keeps; null where nothing is laid. */
    kept: computed((): LayingKept | null => {
      const { first, points, placed } = laying.value;
      return first || Object.keys(points).length > 0 ? { first, points, placed: [...placed] } : null;
    }),
    /** What an earlier visit left: nothing lies behind it. */
    restore: (left: LayingKept): void => begin({ ...left, placed: left.placed as HandleName[] }),
    remove(name: HandleName): void {
      mark();
      const { [name]: _gone, ...points } = laying.value.points;
      laying.value = { ...laying.value, points, placed: laying.value.placed.filter((n) => n !== name) };
    },
    undo: () => swap(past, future),
    redo: () => swap(future, past),
    /** Takes the present back to where the last mark stood, without a way forward: a drag that was none. */
    forget(): void {
      const last = past.value.at(-1);
      if (!last) return;
      past.value = past.value.slice(0, -1);
      laying.value = last;
    },
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
    clear: () => begin(NOTHING),
  };
}
