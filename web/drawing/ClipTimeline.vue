<script setup lang="ts">
/** A clip's line over time: one measure with its error, the limit that it must not pass, what broke and where the clip stands. */
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { NO_REP, type JudgedRep } from '../../core/clip/judged-reps.js';
import type { Judged } from '../../core/evaluate/judge.js';
import { smoothed } from '../../core/hold/breaks.js';
import { measureDefinition } from '../../core/measure/measures.js';
import { Z_975 } from '../../core/statistics.js';
import { secondsText } from '../../words/numbers.js';
import { faultName } from '../data/names.js';
import { clipTimeline as wording } from '../../words/pages/drawing.js';

const props = defineProps<{
  detail: Judged | null;
  measure: string;
  /** Reps that were cut out of it; none where it holds still. */
  reps: readonly JudgedRep[];
  /** What was tapped live on the same hold, on the clip's clock. */
  taps: readonly { t: number; fault: string; state: 'on' | 'off' }[];
  /** Of the whole clip, s. */
  length: number;
  /** Read so far, s. */
  upTo: number;
  at: number;
  step: number;
}>();
const emit = defineEmits<{ seek: [t: number] }>();
const frame = ref<SVGSVGElement | null>(null);
const { width } = useElementSize(frame);
const W = computed(() => Math.max(200, width.value || 600));
const TOP = 8;
const BOTTOM = 112;
const x = (t: number): number => 6 + (t / Math.max(props.length, 0.1)) * (W.value - 12);

const series = computed(() => (props.detail ? smoothed(props.detail.samples, props.measure) : null));
const sd = computed(() => props.detail?.measures.find((m) => m.id === props.measure)?.sd ?? 0);
const limits = computed(() => props.detail?.limits.filter((l) => l.measure === props.measure) ?? []);
const range = computed(() => {
  const values = [
    ...(series.value?.value ?? []),
    ...limits.value.flatMap((l) => [l.limits[1], l.limits[1] + (l.side === 'above' ? 2 : -2)]),
  ];
  if (values.length === 0) return { low: -1, high: 1 };
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const room = Math.max(2, (high - low) * 0.12);
  return { low: low - room, high: high + room };
});
const y = (value: number): number =>
  BOTTOM - ((value - range.value.low) / (range.value.high - range.value.low)) * (BOTTOM - TOP);

/** Parts between gaps over which nothing is known. */
const parts = computed(() => {
  const s = series.value;
  if (!s) return [];
  const all: number[][] = [];
  s.t.forEach((t, i) => {
    if (i === 0 || t - s.t[i - 1]! > s.gap) all.push([]);
    all.at(-1)!.push(i);
  });
  return all.filter((p) => p.length > 1);
});
/** A wide band ends at the strip's edges. */
const inside = (v: number): number => Math.min(BOTTOM, Math.max(TOP, v));
const path = (part: readonly number[], by: number): string =>
  part
    .map((i) => `${x(series.value!.t[i]!).toFixed(1)} ${inside(y(series.value!.value[i]! + by)).toFixed(1)}`)
    .join('L');
const lines = computed(() => parts.value.map((p) => `M${path(p, 0)}`));
const bands = computed(() =>
  parts.value.map((p) => `M${path(p, Z_975 * sd.value)}L${path([...p].reverse(), -Z_975 * sd.value)}Z`),
);
const hold = computed(() => props.detail?.hold ?? null);
const breaks = computed(() => hold.value?.breaks ?? []);
const cleanEnd = computed(() =>
  hold.value && hold.value.settled !== null ? hold.value.settled + hold.value.clean : null,
);
const tapped = computed(() => props.taps.filter((tap) => tap.t >= 0 && tap.t <= props.length));
const repTone = ({ is }: JudgedRep): string =>
  is === null ? 'var(--sea)' : is === NO_REP ? 'var(--rule)' : 'var(--rope)';
const name = computed(() => measureDefinition(props.measure).name);
const unit = computed(() => (measureDefinition(props.measure).unit === 'deg' ? '°' : ''));
const told = computed(() => {
  const s = series.value;
  if (!s || s.t.length === 0) return null;
  const i = s.t.reduce((best, t, k) => (Math.abs(t - props.at) < Math.abs(s.t[best]! - props.at) ? k : best), 0);
  return Math.abs(s.t[i]! - props.at) > s.gap ? null : s.value[i]!;
});
const saying = computed(
  () =>
    `${secondsText(props.at)}, ${name.value} ${told.value === null ? wording.notKnown : `${told.value.toFixed(1)}${unit.value}`}`,
);

function seekTo(event: PointerEvent): void {
  const area = frame.value!.getBoundingClientRect();
  const share = (event.clientX - area.left - 6) / (area.width - 12);
  emit('seek', Math.min(props.length, Math.max(0, share * props.length)));
}
function down(event: PointerEvent): void {
  frame.value!.setPointerCapture(event.pointerId);
  seekTo(event);
}
function move(event: PointerEvent): void {
  if (frame.value!.hasPointerCapture(event.pointerId)) seekTo(event);
}
function key(event: KeyboardEvent): void {
  const by = { ArrowLeft: -props.step, ArrowRight: props.step, PageDown: -1, PageUp: 1 }[event.key];
  const to = event.key === 'Home' ? 0 : event.key === 'End' ? props.length : by === undefined ? null : props.at + by;
  if (to === null) return;
  event.preventDefault();
  event.stopPropagation();
  emit('seek', Math.min(props.length, Math.max(0, to)));
}
</script>

<template>
  <svg
    ref="frame"
    :viewBox="`0 0 ${W} 140`"
    class="h-[140px] w-full cursor-pointer touch-none rounded-md"
    role="slider"
    tabindex="0"
    :aria-label="wording.timeWith(name.toLowerCase())"
    aria-valuemin="0"
    :aria-valuemax="length.toFixed(2)"
    :aria-valuenow="at.toFixed(2)"
    :aria-valuetext="saying"
    @pointerdown="down"
    @pointermove="move"
    @keydown="key"
  >
    <rect :x="x(0)" :y="TOP" :width="x(length) - x(0)" :height="BOTTOM - TOP" fill="var(--sunk)" rx="4" />
    <!-- What is not read yet. -->
    <rect
      v-if="upTo < length - 0.2"
      :x="x(upTo)"
      :y="TOP"
      :width="Math.max(0, x(length) - x(upTo))"
      :height="BOTTOM - TOP"
      fill="var(--paper)"
      opacity="0.7"
    />
    <rect
      v-for="(b, i) in breaks"
      :key="`b${i}`"
      :x="x(b.t)"
      :y="TOP"
      :width="Math.max(2, x(b.t + b.length) - x(b.t))"
      :height="BOTTOM - TOP"
      fill="var(--rope)"
      opacity="0.16"
    />
    <template v-for="l in limits" :key="l.fault + l.side">
      <line
        :x1="x(0)"
        :x2="x(length)"
        :y1="y(l.limits[1])"
        :y2="y(l.limits[1])"
        stroke="var(--sea)"
        stroke-width="2"
        stroke-dasharray="6 5"
      />
      <text :x="x(0) + 4" :y="y(l.limits[1]) + (l.side === 'above' ? -5 : 16)" fill="var(--ink)" font-size="16">
        {{ wording.from(faultName(l.fault), l.limits[1].toFixed(0), unit) }}
      </text>
    </template>
    <path v-for="(d, i) in bands" :key="`e${i}`" :d="d" fill="var(--rope)" opacity="0.22" />
    <path
      v-for="(d, i) in lines"
      :key="`l${i}`"
      :d="d"
      fill="none"
      stroke="var(--rope)"
      stroke-width="3"
      stroke-linejoin="round"
    />
    <g v-for="(rep, i) in reps" :key="`r${i}`">
      <path :d="`M${x(rep.from) + 1} ${BOTTOM + 6}H${x(rep.to) - 1}`" :stroke="repTone(rep)" stroke-width="6" />
      <text
        v-if="(x(length) - x(0)) / reps.length > 22"
        :x="x(rep.turns)"
        y="137"
        text-anchor="middle"
        fill="var(--ink)"
        font-size="16"
        font-weight="700"
        class="figures"
      >
        {{ i + 1 }}
      </text>
    </g>
    <template v-if="reps.length === 0 && hold && hold.settled !== null && cleanEnd !== null">
      <path :d="`M${x(hold.settled)} ${BOTTOM + 6}H${x(cleanEnd)}`" stroke="var(--rope)" stroke-width="6" />
      <circle :cx="x(cleanEnd)" :cy="BOTTOM + 6" r="6" fill="var(--rope)" stroke="var(--paper)" stroke-width="2" />
      <text
        :x="Math.min(Math.max(x(cleanEnd), 30), W - 30)"
        y="137"
        text-anchor="middle"
        fill="var(--ink)"
        font-size="16"
        font-weight="700"
        class="figures"
      >
        {{ secondsText(hold.clean) }}
      </text>
    </template>
    <g v-for="(tap, i) in tapped" :key="`t${i}`">
      <path :d="`M${x(tap.t)} ${TOP}V${BOTTOM}`" stroke="var(--ink)" stroke-width="2" stroke-dasharray="2 4" />
      <text
        :x="Math.min(x(tap.t) + 4, W - 90)"
        :y="TOP + 16 + 19 * (i % 3)"
        fill="var(--ink)"
        font-size="16"
        font-weight="600"
      >
        {{ tap.state === 'on' ? faultName(tap.fault) : wording.mended(faultName(tap.fault)) }}
      </text>
    </g>
    <path :d="`M${x(at)} ${TOP - 4}V${BOTTOM + 12}`" stroke="var(--ink)" stroke-width="2.5" />
    <circle :cx="x(at)" :cy="TOP" r="6" fill="var(--ink)" />
  </svg>
</template>
