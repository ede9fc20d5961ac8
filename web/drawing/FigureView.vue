<script setup lang="ts">
/**
 * A position drawn by the body model; with a second pose it moves between both, until it is pressed, and shows both side by side where
 * motion is not wanted.
 */
import { usePreferredReducedMotion, useRafFn } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { bodyOf, type Body } from '../../core/body/anthropometry.js';
import { drawnAt, drawPoses } from '../../core/body/draw.js';
import { faultMark } from '../../core/body/fault-pose.js';
import type { Pose } from '../../core/body/pose.js';
import { poseText } from '../../words/figure.js';
import { useSettings } from '../stores/settings.js';
import { FIGURE_TONES } from './figure-tones.js';
import { poseBetween } from '../../core/body/range.js';
import { figureView as wording } from '../../words/pages/drawing.js';

const props = defineProps<{
  pose: Pose;
  to?: Pose;
  body?: Body;
  label: string;
  /** A fault that the first pose has: its place is marked, beside the line that should be there. */
  fault?: string;
  /** Where the body's line ends. */
  lineEnd?: 'ankle' | 'knee';
}>();
/** There and back, with a pause at both ends, seconds. */
const PERIOD = 4;
const STEPS = 24;
const motion = usePreferredReducedMotion();
const settings = useSettings();
const still = computed(() => motion.value === 'reduce' || settings.motion === 'still' || !props.to);
const paused = ref(false);
const spoken = computed(() => `${props.label}: ${poseText(props.pose, props.to)}`);
const own = computed(() => props.body ?? bodyOf());
const drawn = computed(() =>
  drawPoses(
    props.to
      ? Array.from({ length: STEPS + 1 }, (_, i) => poseBetween(props.pose, props.to!, i / STEPS))
      : [props.pose],
    own.value,
  ),
);
const at = ref(0);
const { pause, resume } = useRafFn(
  ({ timestamp }) => {
    const phase = (timestamp / 1000 / PERIOD) % 1;
    const way = Math.min(1, Math.max(0, (phase < 0.5 ? phase : 1 - phase) * 3 - 0.25));
    at.value = Math.round(way * way * (3 - 2 * way) * STEPS);
  },
  { immediate: false },
);
watch(
  () => still.value || paused.value,
  (no) => (no ? pause() : resume()),
  { immediate: true },
);
const shown = computed(() => {
  const { frame } = drawn.value;
  return still.value && props.to ? [frame(0), frame(STEPS)] : [frame(still.value || !props.to ? 0 : at.value)];
});
/** The fault's place and the taut line, on the frame that has the fault, and as long as it is there. */
const mark = computed(() => {
  const frame = still.value ? 0 : at.value;
  const figure = props.fault && frame < STEPS / 2 ? drawn.value.figures[frame] : undefined;
  const found = figure && faultMark(figure, props.fault!, props.lineEnd);
  if (!found) return null;
  const [x, y] = drawnAt(found.at);
  return { x, y, line: found.line?.map((p) => drawnAt(p).join(',')).join(' ') ?? null };
});
const box = computed(() => {
  const { x, y, width, height } = drawn.value.box;
  return `${x} ${y} ${width * shown.value.length} ${height}`;
});
</script>

<template>
  <component
    :is="still ? 'span' : 'button'"
    class="block h-full w-full"
    v-bind="
      still
        ? {}
        : {
            type: 'button',
            'aria-pressed': paused,
            'aria-label': wording.holdItStillWithSpoken(spoken),
            title: paused ? wording.letItMove : wording.holdItStill,
          }
    "
    @click="paused = !still && !paused"
  >
    <svg
      :viewBox="box"
      :role="still ? 'img' : undefined"
      :aria-hidden="still ? undefined : true"
      :aria-label="still ? spoken : undefined"
      class="h-full w-full"
    >
      <g v-for="(shapes, k) in shown" :key="k" :transform="`translate(${k * drawn.box.width} 0)`">
        <path v-for="(shape, i) in shapes" :key="i" :d="shape.path" :fill="FIGURE_TONES[shape.tone]" />
      </g>
      <path :d="`M${drawn.box.x} 3h${drawn.box.width * shown.length}`" stroke="var(--soft)" stroke-width="3" />
      <g v-if="mark" fill="none" stroke="var(--rope)" stroke-width="2.5" class="fault-mark">
        <polyline v-if="mark.line" :points="mark.line" vector-effect="non-scaling-stroke" stroke-dasharray="6 4" />
        <circle :cx="mark.x" :cy="mark.y" r="17" vector-effect="non-scaling-stroke" />
      </g>
    </svg>
  </component>
</template>
