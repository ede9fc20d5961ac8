/** Plays a clip, or the series of points that was read of one: frame by frame, slowly, to and fro. */
import { useRafFn } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { nearestIndex } from '../../core/statistics.js';
import { slowerThan, type Speed } from './speeds.js';

export interface Played {
  /** Address of the clip; null: only what was read of it is here. */
  src: () => string | null;
  /** Where in the clip what was read begins, s. */
  from: () => number;
  /** Of what was read, s. */
  length: () => number;
  /** Times of its frames, s from its beginning. */
  times: () => readonly number[];
}

export function usePlayer(of: Played) {
  const video = ref<HTMLVideoElement | null>(null);
  const at = ref(0);
  const playing = ref(false);
  const speed = ref<Speed>(1);
  /** The clip cannot be shown on this device. */
  const broken = ref(false);
  /** The frame that is shown: the one nearest in time. */
  const shown = computed(() => nearestIndex(of.times(), at.value));
  const step = computed(() => {
    const t = of.times();
    return t.length > 1 ? (t.at(-1)! - t[0]!) / (t.length - 1) : 1 / 15;
  });
  const clip = (): HTMLVideoElement | null => (of.src() && !broken.value ? video.value : null);

  function seek(t: number): void {
    at.value = Math.min(of.length(), Math.max(0, t));
    const v = clip();
    if (v) v.currentTime = of.from() + at.value;
  }
  function pause(): void {
    clip()?.pause();
    playing.value = false;
  }
  function play(): void {
    if (at.value >= of.length() - 0.05) seek(0);
    const v = clip();
    playing.value = true;
    if (!v) return;
    v.playbackRate = speed.value;
    // Without the picture the points go on.
    void v.play().catch(() => (broken.value = v.error !== null));
  }
  watch(speed, (is) => video.value && (video.value.playbackRate = is));
  let before = 0;
  useRafFn(({ timestamp }) => {
    const since = Math.min(0.1, (timestamp - before) / 1000);
    before = timestamp;
    if (!playing.value) return;
    const v = clip();
    at.value = v && !v.paused ? Math.max(0, v.currentTime - of.from()) : at.value + (v ? 0 : since * speed.value);
    if (at.value >= of.length()) {
      pause();
      seek(of.length());
    }
  });
  watch(of.src, () => {
    broken.value = false;
    seek(0);
  });
  return {
    video,
    at,
    playing,
    speed,
    shown,
    step,
    broken,
    seek,
    pause,
    play,
    toggle: () => (playing.value ? pause() : play()),
    stepBy(by: 1 | -1): void {
      pause();
      const t = of.times();
      seek(t[Math.min(t.length - 1, Math.max(0, shown.value + by))] ?? 0);
    },
    slower: () => void (speed.value = slowerThan(speed.value)),
    attach: (element: unknown) => void (video.value = element instanceof HTMLVideoElement ? element : null),
    /** The clip cannot be shown. */
    broke: () => void (broken.value = true),
    /** The clip itself moved: by its own controls, or since it came. */
    followed(): void {
      if (!playing.value && video.value)
        at.value = Math.max(0, Math.min(of.length(), video.value.currentTime - of.from()));
    },
  };
}
export type Player = ReturnType<typeof usePlayer>;
