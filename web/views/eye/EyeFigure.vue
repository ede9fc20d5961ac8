<script setup lang="ts">
/** A plank with a circle about each point in which nineteen of twenty placings lie. */
import { computed } from 'vue';
import type { EyeSummary } from '../../../api/eye.js';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { DRAWN_UNIT, drawnAt, drawPoses } from '../../../core/body/draw.js';
import { rungOf } from '../../../core/catalog/index.js';
import { LANDMARK_LABELS, type BaseLandmark } from '../../../core/landmarks.js';
import { placingText } from '../../../words/eye.js';
import { shipped } from '../../data/catalogue.js';
import { FIGURE_TONES } from '../../drawing/figure-tones.js';
import { eyeFigure as wording } from '../../../words/pages/eye.js';

const props = defineProps<{ placing: NonNullable<EyeSummary['placing']> }>();
/** Radius, in standard deviations an axis, that holds nineteen of twenty placings: √χ²(2; 0.95). */
const NINETEEN = 2.448;
const { pose } = rungOf(shipped, 'front-plank', 'straight-arm');
const body = bodyOf();
const { frame, box, figures } = drawPoses([pose], body);
const figure = figures[0]!;
const long = Math.hypot(figure.shoulder[0] - figure.ankle[0], figure.shoulder[1] - figure.ankle[1]);
const circles = computed(() =>
  props.placing.points.map(({ point, share }) => {
    const [x, y] = drawnAt(figure[point as Exclude<BaseLandmark, 'ribs'>]);
    return { point, x, y, r: NINETEEN * share * long * DRAWN_UNIT };
  }),
);
const spoken = computed(() =>
  wording.placingErrorByPoint(
    props.placing.points
      .map((p) => `${LANDMARK_LABELS[p.point as BaseLandmark].toLowerCase()} ${placingText(p.share)}`)
      .join(', '),
  ),
);
</script>

<template>
  <svg :viewBox="`${box.x} ${box.y} ${box.width} ${box.height}`" role="img" :aria-label="spoken" class="w-full">
    <path v-for="(shape, i) in frame(0)" :key="i" :d="shape.path" :fill="FIGURE_TONES[shape.tone]" />
    <path :d="`M${box.x} 3h${box.width}`" stroke="var(--soft)" stroke-width="3" />
    <circle
      v-for="c in circles"
      :key="c.point"
      :cx="c.x"
      :cy="c.y"
      :r="c.r"
      fill="var(--rope)"
      fill-opacity="0.3"
      stroke="var(--rope)"
      stroke-width="2"
    />
  </svg>
</template>
