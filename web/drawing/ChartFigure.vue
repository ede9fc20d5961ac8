<script setup lang="ts">
/** A chart in the one look, with a sentence for who cannot see it and its numbers as a table. */
import { registerTheme, use } from './chart-core.js';
import {
  AriaComponent,
  GridComponent,
  LegendComponent,
  LineChart,
  MarkLineComponent,
  ScatterChart,
  SVGRenderer,
  TooltipComponent,
} from './chart-parts.js';
import { computed } from 'vue';
import VChart from 'vue-echarts';
import ChartTable from '../components/ChartTable.vue';
import { useSettings } from '../stores/settings.js';
import { chartTheme } from './chart-theme.js';

use([
  LineChart,
  ScatterChart,
  GridComponent,
  LegendComponent,
  TooltipComponent,
  MarkLineComponent,
  AriaComponent,
  SVGRenderer,
]);
registerTheme('hall', chartTheme);
const props = defineProps<{
  option: object;
  /** What it shows, in a sentence. */
  spoken: string;
  head: readonly string[];
  rows: readonly (readonly string[])[];
}>();
const settings = useSettings();
const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
const drawn = computed(() => ({
  animation: !still && settings.motion === 'moving',
  // The sentence is the name of the picture.
  aria: { enabled: false },
  grid: { left: 56, right: 18, top: 66, bottom: 30 },
  legend: { top: 0, left: 0 },
  ...props.option,
}));
</script>

<template>
  <figure>
    <div role="img" :aria-label="spoken" class="own-width">
      <VChart theme="hall" :option="drawn" :init-options="{ renderer: 'svg' }" autoresize class="!h-60 w-full" />
    </div>
    <ChartTable :head="head" :rows="rows" />
  </figure>
</template>
