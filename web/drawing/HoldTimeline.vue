<script setup lang="ts">
/** A hold as a line made fast at its start and end: clean part taut, breaks hanging below it. */
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import type { Hold } from '../../core/hold/hold.js';
import { faultName } from '../data/names.js';
import { secondsText } from '../../words/numbers.js';
import { holdTimeline as wording } from '../../words/pages/drawing.js';

const props = defineProps<{ hold: Hold; scale?: number; target?: number | null }>();
/** As wide as it is drawn, so that its letters are as large as they are written. */
const frame = ref<HTMLElement | null>(null);
const { width } = useElementSize(frame);
const W = computed(() => Math.max(160, width.value || 600));
const span = computed(() => Math.max(props.scale ?? 0, props.hold.total, props.target ?? 0, 1));
const x = (t: number): number => 10 + (t / span.value) * (W.value - 20);
const settled = computed(() => props.hold.settled ?? 0);
const cleanEnd = computed(() => settled.value + props.hold.clean);
const spoken = computed(() =>
  wording.cleanOf(
    secondsText(props.hold.clean),
    secondsText(props.hold.total),
    props.hold.breaks.map((b) => wording.at(faultName(b.fault), secondsText(b.t))).join(', '),
  ),
);
</script>

<template>
  <div ref="frame">
    <svg :viewBox="`0 0 ${W} 74`" class="h-[74px] w-full" role="img" :aria-label="spoken">
      <path :d="`M${x(0)} 6V44M${x(hold.total)} 6V44`" stroke="var(--soft)" stroke-width="4" stroke-linecap="round" />
      <path :d="`M${x(0)} 24H${x(hold.total)}`" stroke="var(--soft)" stroke-width="2" stroke-dasharray="4 4" />
      <path :d="`M${x(settled)} 24H${x(cleanEnd)}`" stroke="var(--rope)" stroke-width="7" />
      <path
        v-for="(b, i) in hold.breaks"
        :key="i"
        :d="`M${x(b.t)} 24Q${x(b.t + b.length / 2)} ${b.severity === 'gross' ? 64 : 48} ${x(b.t + b.length)} 24`"
        fill="none"
        stroke="var(--rope)"
        stroke-width="3"
      />
      <circle :cx="x(cleanEnd)" cy="24" r="8" fill="var(--rope)" stroke="var(--paper)" stroke-width="3" />
      <path v-if="target" :d="`M${x(target)} 10V38`" stroke="var(--sea)" stroke-width="3" stroke-dasharray="3 3" />
      <text :x="x(0)" y="68" fill="var(--ink)" font-size="16">0</text>
      <text
        :x="Math.min(x(cleanEnd), W - 70)"
        y="68"
        fill="var(--ink)"
        font-size="16"
        font-weight="700"
        text-anchor="middle"
        class="figures"
      >
        {{ secondsText(hold.clean) }}
      </text>
      <text
        v-if="hold.total - cleanEnd > span * 0.14"
        :x="x(hold.total)"
        y="68"
        fill="var(--ink)"
        font-size="16"
        text-anchor="end"
        class="figures"
      >
        {{ secondsText(hold.total) }}
      </text>
    </svg>
  </div>
</template>
