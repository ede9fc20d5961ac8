<script setup lang="ts">
/** A picture with the body line drawn on it, or the line alone: the ideal dashed, the measured line with its error as width. */
import { computed } from 'vue';
import type { Judged } from '../../core/evaluate/judge.js';
import type { Observation } from '../../core/formats/observation.js';
import OverlayLines from './OverlayLines.vue';
import { joinedLandmarks, overlayOf } from './overlay.js';

const props = defineProps<{
  observation: Observation;
  detail: Judged;
  mediaId?: string | null;
  label: string;
  box?: string;
}>();
/** Frames lie on a picture; a look without any is not drawn here. */
const picture = computed(() => props.observation.picture ?? { width: 1280, height: 720 });
const overlay = computed(() => overlayOf(props.observation, props.detail));
const view = computed(() => props.box ?? `0 0 ${picture.value.width} ${picture.value.height}`);
const s = computed(() => overlay.value.size);
</script>

<template>
  <svg
    :viewBox="view"
    class="bg-sunk max-h-full w-full rounded-lg"
    role="img"
    :aria-label="label"
    preserveAspectRatio="xMidYMid meet"
  >
    <image v-if="mediaId" :href="`/api/media/${mediaId}`" :width="picture.width" :height="picture.height" />
    <path
      v-else
      :d="joinedLandmarks(observation)"
      fill="none"
      stroke="var(--soft)"
      :stroke-width="s * 3"
      stroke-linecap="round"
      stroke-linejoin="round"
      opacity="0.5"
    />
    <OverlayLines :overlay="overlay" :unit="overlay.size" />
  </svg>
</template>
