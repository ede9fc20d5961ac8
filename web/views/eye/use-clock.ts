/** The clock of a simulated hold: by the device's monotonic time, drawn as often as the screen is. */
import { useRafFn } from '@vueuse/core';
import { computed, onScopeDispose, ref, type ComputedRef, type Ref } from 'vue';
import type { Seconds } from '../../../core/geometry.js';

export interface RoundClock {
  t: ComputedRef<Seconds>;
  running: Ref<boolean>;
  /** What the clock says at this very moment, not at the last drawing. */
  now: () => Seconds;
  start: () => void;
}

/**
 * @param seconds after which it stops by itself
 * @param over told once it has
 */
export function useRoundClock(seconds: () => Seconds, over: () => void): RoundClock {
  const running = ref(false);
  const drawn = ref(0);
  let began = 0;
  const now = (): Seconds => (performance.now() - began) / 1000;
  const { pause, resume } = useRafFn(
    () => {
      drawn.value = Math.min(now(), seconds());
      if (now() < seconds()) return;
      stop();
      over();
    },
    { immediate: false },
  );
  function stop(): void {
    pause();
    running.value = false;
  }
  onScopeDispose(stop);
  return {
    t: computed(() => drawn.value),
    running,
    now,
    start(): void {
      began = performance.now();
      [drawn.value, running.value] = [0, true];
      resume();
    },
  };
}
