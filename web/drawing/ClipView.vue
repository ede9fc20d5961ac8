<script setup lang="ts">
/** A frame with the line on it: the clip or the picture where it is here, else the points joined up. What lies in the slot is drawn over it. */
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import type { Judged } from '../../core/evaluate/judge.js';
import type { Observation } from '../../core/formats/observation.js';
import type { Point } from '../../core/geometry.js';
import type { Landmarks } from '../../core/landmarks.js';
import { joinedLandmarks, overlayOf } from './overlay.js';
import OverlayLines from './OverlayLines.vue';
import type { Player } from './use-player.js';

const props = defineProps<{
  player: Player;
  src: string | null;
  /** A stored picture under a still. */
  mediaId?: string | null;
  /** What the points belong to: its picture, its floor. */
  observation: Observation;
  /** Points of the frame that is shown, px. */
  points: Landmarks;
  /** The line alone, without its error and its knots. */
  bare?: boolean;
  detail: Judged | null;
  label: string;
  /** Share of the window's height that it may take, vh. */
  tall?: number;
}>();
const frame = ref<SVGSVGElement | null>(null);
const { width } = useElementSize(frame);
const picture = computed(() => props.observation.picture ?? { width: 1280, height: 720 });
const scale = computed(() => (width.value ? width.value / picture.value.width : 1));
const here = computed(() => (props.player.broken.value ? null : props.src));
const still = computed<Observation>(() => ({
  ...props.observation,
  frames: [{ t: 0, points: props.points as Observation['frames'][number]['points'] }],
}));
const overlay = computed(() => (props.detail ? overlayOf(still.value, props.detail) : null));
/** Px of the picture a px of the screen. */
const perScreen = (): number => 1 / scale.value;
/** Where a pointer is on the picture, px of it, and how many of them a px of the screen is. */
function placeOf(event: PointerEvent): { p: Point; k: number } {
  const area = frame.value!.getBoundingClientRect();
  const k = picture.value.width / area.width;
  return { p: [(event.clientX - area.left) * k, (event.clientY - area.top) * k], k };
}
defineExpose({ placeOf, perScreen });
</script>

<template>
  <div
    class="bg-sunk relative mx-auto overflow-hidden rounded-md"
    :style="{
      aspectRatio: `${picture.width} / ${picture.height}`,
      maxWidth: `calc(${tall ?? 56}vh * ${picture.width / picture.height})`,
    }"
  >
    <video
      v-if="here"
      :ref="player.attach"
      :src="here"
      muted
      playsinline
      preload="auto"
      class="absolute inset-0 h-full w-full"
      @pause="player.playing.value && player.pause()"
      @error="player.broke()"
      @loadeddata="player.seek(player.at.value)"
      @seeked="player.followed()"
    ></video>
    <svg
      ref="frame"
      :viewBox="`0 0 ${picture.width} ${picture.height}`"
      class="absolute inset-0 h-full w-full"
      role="img"
      :aria-label="label"
      :data-t="player.at.value.toFixed(3)"
    >
      <image v-if="mediaId" :href="`/api/media/${mediaId}`" :width="picture.width" :height="picture.height" />
      <path
        v-else-if="!here"
        :d="joinedLandmarks(still)"
        fill="none"
        stroke="var(--soft)"
        :stroke-width="9 / scale"
        stroke-linecap="round"
        opacity="0.4"
      />
      <OverlayLines v-if="overlay" :overlay="overlay" :unit="2.6 / scale" :bare="bare" />
      <slot :unit="2.6 / scale" :scale="scale"></slot>
    </svg>
  </div>
</template>
