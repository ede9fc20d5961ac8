<script setup lang="ts">
/** A position drawn by the body model. */
import { computed } from 'vue';
import { bodyOf, type Body } from '../../core/body/anthropometry.js';
import { figureShapes } from '../../core/body/draw.js';
import { placeFigure } from '../../core/body/figure.js';
import type { Pose } from '../../core/body/pose.js';

const props = defineProps<{ pose: Pose; body?: Body; label: string }>();
const UNIT = 200;
const drawn = computed(() => {
  const body = props.body ?? bodyOf();
  const figure = placeFigure(props.pose, body);
  const shapes = figureShapes(figure, body, (p) => [p[0] * UNIT, -p[1] * UNIT], UNIT);
  const points = [
    figure.vertex,
    figure.toe,
    figure.wrist,
    figure.fingertip,
    figure.knee,
    figure.shoulder,
    figure.far.toe,
    figure.far.fingertip,
  ];
  const xs = points.map((p) => p[0] * UNIT);
  const top = Math.max(...points.map((p) => p[1] * UNIT));
  const [x, w] = [Math.min(...xs) - 24, Math.max(...xs) - Math.min(...xs) + 48];
  return { shapes, box: `${x} ${-top - 24} ${w} ${top + 34}`, floor: `M${x} 3H${x + w}` };
});
const TONES = {
  far: 'var(--rule)',
  skin: 'var(--soft)',
  shirt: 'var(--sea)',
  shorts: 'var(--ink)',
  shoe: 'var(--soft)',
  hair: 'var(--ink)',
} as const;
</script>

<template>
  <svg :viewBox="drawn.box" role="img" :aria-label="label" class="h-full w-full">
    <path :d="drawn.floor" stroke="var(--soft)" stroke-width="3" />
    <path v-for="(shape, i) in drawn.shapes" :key="i" :d="shape.path" :fill="TONES[shape.tone]" />
  </svg>
</template>
