<script setup lang="ts">
/** A picture with the body line drawn on it, or the line alone: the ideal dashed, the measured line with its error as width. */
import { computed } from 'vue';
import type { Judged } from '../../core/evaluate/judge.js';
import type { Observation } from '../../core/formats/observation.js';
import { CASING, joinedLandmarks, overlayOf } from './overlay.js';

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
    <line
      v-if="overlay.floor"
      :x1="overlay.floor[0][0]"
      :y1="overlay.floor[0][1]"
      :x2="overlay.floor[1][0]"
      :y2="overlay.floor[1][1]"
      :stroke="CASING"
      :stroke-width="s * 1.5"
    />
    <line
      v-if="overlay.floor"
      :x1="overlay.floor[0][0]"
      :y1="overlay.floor[0][1]"
      :x2="overlay.floor[1][0]"
      :y2="overlay.floor[1][1]"
      stroke="#fff"
      :stroke-width="s * 0.6"
      stroke-dasharray="8 6"
      opacity="0.8"
    />
    <!-- Every line has a dark casing, so that it stands out from a light wall and from a dark shirt. -->
    <template v-if="overlay.line">
      <line
        :x1="overlay.ideal![0][0]"
        :y1="overlay.ideal![0][1]"
        :x2="overlay.ideal![1][0]"
        :y2="overlay.ideal![1][1]"
        :stroke="CASING"
        :stroke-width="s * 2"
      />
      <polyline :points="overlay.line" fill="none" :stroke="CASING" :stroke-width="s * 2.4" stroke-linejoin="round" />
      <polyline
        :points="overlay.line"
        fill="none"
        stroke="#ff7a33"
        stroke-opacity="0.4"
        :stroke-width="overlay.band"
        stroke-linejoin="round"
        stroke-linecap="round"
      />
      <line
        :x1="overlay.ideal![0][0]"
        :y1="overlay.ideal![0][1]"
        :x2="overlay.ideal![1][0]"
        :y2="overlay.ideal![1][1]"
        stroke="#fff"
        :stroke-width="s"
        :stroke-dasharray="`${s * 3} ${s * 2}`"
      />
      <polyline :points="overlay.line" fill="none" stroke="#ff7a33" :stroke-width="s * 1.2" stroke-linejoin="round" />
      <circle
        v-for="(p, i) in overlay.knots"
        :key="i"
        :cx="p[0]"
        :cy="p[1]"
        :r="s * 2.4"
        fill="#ff7a33"
        :stroke="CASING"
        :stroke-width="s * 0.7"
      />
    </template>
  </svg>
</template>
