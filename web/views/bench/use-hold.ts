/** The watched hold: clock, taps, undo; kept on the device at every change. */
import { useIntervalFn } from '@vueuse/core';
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue';
import type { EndReason, ObservationEvent } from '../../../core/formats/observation.js';
import { analyseHold } from '../../../core/hold/hold.js';
import { forgetHold, keepHold, type KeptHold } from './hold-keeper.js';

export type PadState = 'off' | 'on' | 'gross';

const rounded = (t: number): number => Math.round(t * 100) / 100;

export function useHold(kept: KeptHold | null) {
  const hold = shallowRef<KeptHold | null>(kept);
  const now = ref(Date.now());
  const tick = useIntervalFn(() => (now.value = Date.now()), 100, { immediate: kept !== null });
  watch(hold, (value) => (value ? keepHold(value) : forgetHold()));
  onScopeDispose(tick.pause);

  const elapsed = computed(() =>
    hold.value ? (hold.value.stoppedAt ?? Math.max(0, (now.value - hold.value.startedAt) / 1000)) : 0,
  );
  const padState = (fault: string): PadState => {
    let state: PadState = 'off';
    for (const e of hold.value?.events ?? [])
      if (e.fault === fault) state = e.state === 'off' ? 'off' : state === 'off' ? 'on' : 'gross';
    return state;
  };
  /** Clean seconds so far, by the same rules as the stored hold. */
  const soFar = computed(
    () =>
      analyseHold({
        samples: [],
        events: hold.value?.events ?? [],
        limits: [],
        ended: { t: elapsed.value, reason: 'coach' },
      }).hold,
  );
  const change = (next: Partial<KeptHold>): void => {
    if (hold.value) hold.value = { ...hold.value, ...next };
  };
  const tap = (fault: string, state: ObservationEvent['state']): void => {
    const value = hold.value;
    if (!value || value.stoppedAt !== null) return;
    if (state === 'off' && padState(fault) === 'off') return;
    if (state === 'on' && padState(fault) === 'gross') return;
    // Times strictly ascend, so that an undo never meets two taps of one moment.
    const t = Math.max(
      rounded((Date.now() - value.startedAt) / 1000),
      rounded((value.events.at(-1)?.t ?? -0.01) + 0.01),
    );
    change({ events: [...value.events, { t, fault, state }] });
  };
  return {
    hold,
    elapsed,
    soFar,
    padState,
    tap,
    start(begin: Omit<KeptHold, 'startedAt' | 'events' | 'stoppedAt' | 'reason'>): void {
      now.value = Date.now();
      hold.value = { ...begin, startedAt: Date.now(), events: [], stoppedAt: null, reason: null };
      tick.resume();
    },
    undo(): void {
      change({ events: (hold.value?.events ?? []).slice(0, -1) });
    },
    /** Stops the clock now; the reason is asked afterwards so that asking costs no seconds. */
    stop(reason: EndReason | null = null): void {
      if (hold.value && hold.value.stoppedAt === null)
        change({ stoppedAt: rounded((Date.now() - hold.value.startedAt) / 1000), reason });
    },
    resume(): void {
      change({ stoppedAt: null, reason: null });
      now.value = Date.now();
    },
    because(reason: EndReason): void {
      change({ reason });
    },
    clear(): void {
      hold.value = null;
      tick.pause();
    },
  };
}
