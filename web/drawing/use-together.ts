/** Plays several clips as one: each begun where it was aligned, all by one clock. */
import { useRafFn } from '@vueuse/core';
import { computed, ref } from 'vue';
import { slowerThan, type Speed } from './speeds.js';
import type { Player } from './use-player.js';

/** A clip further off the clock than this is set right, s. */
const OFF = 0.12;

export interface Part {
  player: Player;
  /** Second of its own that all have in common. */
  zero: number;
  length: number;
}

/** @param parts clips with the second at which they are aligned */
export function useTogether(parts: () => readonly Part[]) {
  /** Seconds from the common second on. */
  const at = ref(0);
  const playing = ref(false);
  const speed = ref<Speed>(1);
  const from = computed(() => -Math.max(0, ...parts().map((p) => p.zero)));
  const to = computed(() => Math.max(0.1, ...parts().map((p) => p.length - p.zero)));
  const inside = (p: Part): boolean => at.value + p.zero >= 0 && at.value + p.zero <= p.length;

  function settle(): void {
    for (const p of parts()) {
      const { player } = p;
      const target = Math.min(p.length, Math.max(0, at.value + p.zero));
      const v = player.broken.value ? null : player.video.value;
      player.at.value = target;
      if (!v) continue;
      const runs = playing.value && inside(p);
      if (runs && v.paused) {
        v.playbackRate = speed.value;
        void v.play().catch(() => undefined);
      } else if (!runs && !v.paused) v.pause();
      if (!runs || Math.abs(v.currentTime - target) > OFF) v.currentTime = target;
    }
  }
  let before = 0;
  useRafFn(({ timestamp }) => {
    const since = Math.min(0.1, (timestamp - before) / 1000);
    before = timestamp;
    if (!playing.value) return;
    at.value += since * speed.value;
    if (at.value >= to.value) {
      at.value = to.value;
      playing.value = false;
    }
    settle();
  });
  return {
    at,
    from,
    to,
    playing,
    speed,
    seek(t: number): void {
      playing.value = false;
      at.value = Math.min(to.value, Math.max(from.value, t));
      settle();
    },
    toggle(): void {
      if (!playing.value && at.value >= to.value - 0.05) at.value = from.value;
      playing.value = !playing.value;
      settle();
    },
    slower(): void {
      speed.value = slowerThan(speed.value);
      for (const { player } of parts()) if (player.video.value) player.video.value.playbackRate = speed.value;
    },
  };
}
