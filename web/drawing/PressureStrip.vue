<script setup lang="ts">
/** What a pad under the low back said over a hold, on the hold's own axis. */
import { computed } from 'vue';
import { readPressure, type PressureSample } from '../../core/hold/pressure.js';
import { pressureText } from '../../words/pressure.js';
import { pressureStrip as wording } from '../../words/pages/drawing.js';

const props = defineProps<{ samples: readonly PressureSample[]; end: number }>();
const reading = computed(() => readPressure(props.samples));
const WIDTH = 600;
const HEIGHT = 60;
const x = (t: number): number => 4 + (WIDTH - 8) * Math.min(1, t / Math.max(1, props.end));
const y = (value: number): number => HEIGHT - 3 - (HEIGHT - 8) * (value / 100);
const path = computed(() =>
  props.samples.map(([t, v], i) => `${i === 0 ? 'M' : 'L'}${x(t).toFixed(1)} ${y(v).toFixed(1)}`).join(''),
);
const marks = computed(() =>
  [reading.value?.slipped, reading.value?.gone].filter((t): t is number => typeof t === 'number'),
);
const told = computed(() => (reading.value ? pressureText(reading.value) : wording.noBackWas));
</script>

<template>
  <figure>
    <svg
      :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
      class="h-16 w-full"
      preserveAspectRatio="none"
      role="img"
      :aria-label="wording.pressureUnderTheLow(told)"
    >
      <path :d="`M4 ${HEIGHT - 3}H${WIDTH - 4}`" stroke="var(--rule)" stroke-width="2" />
      <path :d="path" fill="none" stroke="var(--rope)" stroke-width="3" vector-effect="non-scaling-stroke" />
      <path
        v-for="t in marks"
        :key="t"
        :d="`M${x(t)} 2V${HEIGHT - 3}`"
        stroke="var(--stop)"
        stroke-width="3"
        stroke-dasharray="4 4"
        vector-effect="non-scaling-stroke"
      />
    </svg>
    <figcaption class="figures text-sm">
      <b>{{ wording.pressureUnderTheLowBack }}</b> {{ told }}
    </figcaption>
  </figure>
</template>
