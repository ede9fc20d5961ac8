<script setup lang="ts">
/** A position with its forces and moments to scale; grips on the joints turn the version's knobs. */
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { FIGURE_TONES } from '../../drawing/figure-tones.js';
import type { Body } from '../../../core/body/anthropometry.js';
import { DRAWN_UNIT as UNIT, drawnAt as at, figureShapes } from '../../../core/body/draw.js';
import type { FigurePoints } from '../../../core/body/figure.js';
import type { Rung } from '../../../core/formats/catalog.js';
import type { KnobId } from '../../../core/formats/lever.js';
import type { Point } from '../../../core/geometry.js';
import type { Knob, Knobs } from '../../../core/statics/knobs.js';
import { staticsOf, type Joint, type Statics } from '../../../core/statics/statics.js';
import { leverFigure as wording } from '../../../words/pages/ladders.js';

const props = defineProps<{ rung: Rung; body: Body; statics: Statics; knobs: Knobs; known: readonly Knob[] }>();
const emit = defineEmits<{ set: [knob: KnobId, value: number] }>();
const shapes = computed(() => figureShapes(props.statics.figure, props.body, at));

/** Landmark that turns a knob when it is dragged. */
const GRIPS: Partial<Record<KnobId, (f: FigurePoints, rung: Rung) => Point>> = {
  handHeight: (f) => f.shoulder,
  footHeight: (f) => f.toe,
  elbowAhead: (f, rung) => f[rung.support],
  kneeBend: (f) => f.ankle,
  armElevation: (f, rung) => (rung.pose.orientation === 'prone' ? f.far.wrist : f.wrist),
  legElevation: (f, rung) => (rung.pose.orientation === 'prone' ? f.far.knee : f.knee),
  edgeDistance: (f) => f.hip,
};
const grips = computed(() =>
  props.known.flatMap((knob) => {
    const grip = GRIPS[knob.id];
    return grip ? [{ knob, at: at(grip(props.statics.figure, props.rung)) }] : [];
  }),
);
const box = computed(() => {
  const f = props.statics.figure;
  const points = [f.vertex, f.toe, f.wrist, f.fingertip, f.knee, f.shoulder, f.far.toe, f.far.fingertip].map(at);
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  const [left, right] = [Math.min(...xs) - 60, Math.max(...xs) + 60];
  const top = Math.min(...ys, -120) - 24;
  return { x: left, y: top, width: right - left, height: Math.max(...ys, 0) + 130 - top };
});
/** A body weight is drawn this long. */
const WEIGHT = 110;
const arrows = computed(() =>
  props.statics.contacts.map((c) => ({
    name: c.name,
    from: at(c.at),
    length: c.bodyWeight * WEIGHT,
    share: c.bodyWeight,
    newtons: c.newtons,
  })),
);
const JOINT_AT: Record<Joint, (f: FigurePoints) => Point> = {
  lumbar: (f) => f.lumbar,
  hip: (f) => f.hip,
  shoulder: (f) => f.shoulder,
  knee: (f) => f.knee,
};
const JOINT_WORDS: Record<Joint, string> = { lumbar: wording.lowBack, hip: 'hip', shoulder: 'shoulder', knee: 'knee' };
/** Rings whose area goes with the moment. */
const rings = computed(() =>
  (Object.keys(props.statics.moments) as Joint[]).map((joint) => {
    const value = Math.abs(props.statics.moments[joint]);
    return {
      joint,
      at: at(JOINT_AT[joint](props.statics.figure)),
      r: 3 + Math.sqrt(value) * 1.6,
      says: `${JOINT_WORDS[joint]} ${Math.round(value)} N·m`,
    };
  }),
);
const blocks = computed(() =>
  props.statics.pose.contacts
    .filter((c) => (c.height ?? 0) > 0.02 && c.height! < 1.2)
    .map((c) => ({ x: props.statics.figure[c.at][0] * UNIT - 26, y: -c.height! * UNIT, height: c.height! * UNIT })),
);

const svg = ref<SVGSVGElement | null>(null);
const size = useElementSize(svg as never);
/** So many units of the drawing make 17 px on the screen. */
const letters = computed(
  () => 17 / (Math.min(size.width.value / box.value.width, size.height.value / box.value.height) || 1),
);
const held = ref<Knob | null>(null);
function grab(event: PointerEvent, knob: Knob): void {
  held.value = knob;
  (event.target as Element).setPointerCapture(event.pointerId);
}
/** The knob's setting that brings its grip nearest to the pointer: tried evenly over its range, then closer. */
function drag(event: PointerEvent): void {
  const knob = held.value;
  const matrix = svg.value?.getScreenCTM();
  if (!knob || !matrix) return;
  const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
  const far = (value: number): number => {
    try {
      const s = staticsOf(props.rung, props.body, { ...props.knobs, [knob.id]: value });
      const g = at(GRIPS[knob.id]!(s.figure, props.rung));
      return Math.hypot(g[0] - p.x, g[1] - p.y);
    } catch {
      return Infinity;
    }
  };
  let [low, high] = [knob.low, knob.high];
  for (let round = 0; round < 3; round += 1) {
    const tries = Array.from({ length: 9 }, (_, i) => low + ((high - low) * i) / 8);
    const distances = tries.map(far);
    const best = distances.indexOf(Math.min(...distances));
    [low, high] = [tries[Math.max(0, best - 1)]!, tries[Math.min(8, best + 1)]!];
  }
  emit('set', knob.id, (low + high) / 2);
}
</script>

<template>
  <svg
    ref="svg"
    :viewBox="`${box.x} ${box.y} ${box.width} ${box.height}`"
    class="h-full w-full touch-none"
    role="img"
    :aria-label="`${rung.name}: ${arrows.map((a) => wording.ofBodyWeight(a.name, Math.round(100 * a.share))).join(', ')}; ${rings.map((r) => r.says).join(', ')}`"
    @pointermove="drag"
    @pointerup="held = null"
    @pointercancel="held = null"
  >
    <path :d="`M${box.x} 3h${box.width}`" stroke="var(--soft)" stroke-width="3" />
    <rect v-for="(b, i) in blocks" :key="i" :x="b.x" :y="b.y" width="52" :height="b.height" fill="var(--rule)" />
    <path v-for="(shape, i) in shapes" :key="i" :d="shape.path" :fill="FIGURE_TONES[shape.tone]" />
    <g v-for="r in rings" :key="r.joint">
      <circle :cx="r.at[0]" :cy="r.at[1]" :r="r.r" fill="none" stroke="var(--rope)" stroke-width="4" />
    </g>
    <g v-for="a in arrows" :key="a.name" :transform="`translate(${a.from[0]} ${a.from[1]})`">
      <path
        :d="
          a.length >= 0
            ? `M0 ${12 + a.length}V10M-7 20L0 9L7 20`
            : `M0 10V${12 - a.length}M-7 ${2 - a.length}L0 ${13 - a.length}L7 ${2 - a.length}`
        "
        fill="none"
        stroke="var(--sea)"
        stroke-width="5"
      />
      <text
        y="0"
        :dy="13 + letters + Math.abs(a.length)"
        text-anchor="middle"
        :font-size="letters"
        font-weight="700"
        fill="var(--ink)"
      >
        {{ Math.round(100 * a.share) }} %
      </text>
    </g>
    <path
      v-if="Math.hypot(...statics.band) > 1"
      :d="`M${at(statics.figure.hip)[0]} ${at(statics.figure.hip)[1]}l${statics.band[0] * 0.4} ${-statics.band[1] * 0.4}`"
      stroke="var(--warn)"
      stroke-width="5"
      stroke-dasharray="8 5"
    />
    <g v-for="g in grips" :key="g.knob.id">
      <circle
        :cx="g.at[0]"
        :cy="g.at[1]"
        r="11"
        fill="var(--paper)"
        fill-opacity="0.85"
        stroke="var(--focus)"
        stroke-width="3"
        class="cursor-grab"
        :data-grip="g.knob.id"
        @pointerdown.prevent="grab($event, g.knob)"
      >
        <title>{{ g.knob.name }}</title>
      </circle>
    </g>
  </svg>
</template>
