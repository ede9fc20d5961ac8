/** A pad in use: what it says now, and its series while a clock runs. */
import { computed, onScopeDispose, ref, shallowRef, watch, type ComputedRef, type Ref } from 'vue';
import {
  pressureLines,
  pressureSet,
  pressureState,
  type PressureSample,
  type PressureState,
} from '../../core/hold/pressure.js';
import { byHand, byScript } from './pad-source.js';

export const PADS = ['none', 'hand', 'script'] as const;
export type PadChoice = (typeof PADS)[number];

/** The series is handed on in bundles, ms. */
const BUNDLE_MS = 1000;

export interface Pad {
  choice: Ref<PadChoice>;
  /** Of the slider. */
  level: Ref<number>;
  /** What it says now, 0–100; null while it says nothing. */
  now: Ref<number | null>;
  state: ComputedRef<PressureState | null>;
  /** Hands on what has come so far. */
  flush: () => void;
}

/**
 * @param running whether the clock runs
 * @param elapsed seconds on it
 * @param on takes what came while it ran, in bundles
 */
export function usePad(running: () => boolean, elapsed: () => number, on: (samples: PressureSample[]) => void): Pad {
  const choice = ref<PadChoice>('none');
  const level = ref(60);
  const now = ref<number | null>(null);
  /** The start of the series, from which the set pressure is known. */
  const first = shallowRef<PressureSample[]>([]);
  let bundle: PressureSample[] = [];
  let last = -1;
  let stop = (): void => undefined;
  function flush(): void {
    if (bundle.length > 0) on(bundle);
    bundle = [];
  }
  function take(value: number): void {
    now.value = value;
    if (!running()) return;
    const t = Math.round(elapsed() * 100) / 100;
    if (t <= last) return;
    last = t;
    bundle.push([t, value]);
    if (pressureSet(first.value) === null) first.value = [...first.value, [t, value]];
  }
  function listen(): void {
    stop();
    stop = () => undefined;
    now.value = null;
    if (choice.value === 'none') return;
    const read = pressureLines();
    const timer = setInterval(flush, BUNDLE_MS);
    const source = choice.value === 'hand' ? byHand(() => level.value) : byScript();
    const deaf = source.listen((piece) => read(piece).forEach(take));
    stop = () => {
      deaf();
      clearInterval(timer);
    };
  }
  watch(choice, listen);
  watch(running, (is) => {
    if (is) {
      [first.value, bundle, last] = [[], [], -1];
      // A made-up back lies down when the clock starts.
      if (choice.value === 'script') listen();
    } else flush();
  });
  onScopeDispose(() => stop());
  const set = computed(() => pressureSet(first.value));
  return {
    choice,
    level,
    now,
    state: computed(() => (set.value === null || now.value === null ? null : pressureState(now.value, set.value))),
    flush,
  };
}
