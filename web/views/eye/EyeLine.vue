<script setup lang="ts">
/** One's own line over rounds: of the faults that were there, how many were seen; of those that were not, how many were named. */
import { use } from '../../drawing/chart-core.js';
import {
  AriaComponent,
  GridComponent,
  LegendComponent,
  LineChart,
  SVGRenderer,
  TooltipComponent,
} from '../../drawing/chart-parts.js';
import { computed } from 'vue';
import VChart from 'vue-echarts';
import type { RoundLine } from '../../../api/eye.js';
import { KIND_WORDS, lateText, ofText } from '../../../words/eye.js';
import { percentText } from '../../../words/numbers.js';
import ChartTable from '../../components/ChartTable.vue';
import { dayText } from '../../data/names.js';
import { useChartColours } from '../../drawing/chart-colours.js';

use([LineChart, GridComponent, LegendComponent, TooltipComponent, AriaComponent, SVGRenderer]);
/** Newest first, placing checks left out. */
const props = defineProps<{ rounds: RoundLine[] }>();
const colours = useChartColours();
const reduced = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
const inOrder = computed(() => [...props.rounds].reverse());
const share = ({ hits, of }: RoundLine['seen']): number | null => (of > 0 ? Math.round((100 * hits) / of) : null);
const spoken = computed(() => {
  const [first, last] = [inOrder.value[0], inOrder.value.at(-1)];
  return first && last
    ? `Faults seen over ${props.rounds.length} rounds, from ${ofText(first.seen)} on ${dayText(first.day)} to ${ofText(last.seen)} on ${dayText(last.day)}.`
    : 'No rounds yet.';
});
const option = computed(() => {
  const c = colours.value;
  const line = (name: string, symbol: string, of: (r: RoundLine) => number | null, n: number) => ({
    type: 'line',
    name,
    symbol,
    symbolSize: 10,
    lineStyle: { width: 3 },
    color: c.lines[n],
    connectNulls: true,
    data: inOrder.value.map(of),
  });
  return {
    animation: !reduced,
    textStyle: { fontFamily: 'Archivo Variable', fontSize: 16, color: c.ink },
    aria: { enabled: true, label: { description: spoken.value } },
    grid: { left: 56, right: 18, top: 44, bottom: 30 },
    legend: { top: 0, left: 0, textStyle: { color: c.ink, fontSize: 16 } },
    tooltip: {
      trigger: 'axis',
      confine: true,
      valueFormatter: (v: unknown) => (typeof v === 'number' ? `${v} %` : 'none'),
    },
    xAxis: {
      type: 'category',
      data: inOrder.value.map((_, i) => `${i + 1}`),
      axisLabel: { color: c.soft, fontSize: 16, hideOverlap: true },
      axisLine: { lineStyle: { color: c.soft } },
    },
    yAxis: {
      type: 'value',
      min: 0,
      max: 100,
      axisLabel: { color: c.soft, fontSize: 16, formatter: '{value} %' },
      splitLine: { lineStyle: { color: c.rule } },
    },
    series: [
      line('Seen', 'circle', (r) => share(r.seen), 0),
      line('Named for nothing', 'rect', (r) => share(r.alarms), 1),
    ],
  };
});
</script>

<template>
  <figure>
    <div role="img" :aria-label="spoken" class="own-width">
      <VChart :option="option" autoresize class="!h-56 w-full" />
    </div>
    <ChartTable
      :head="['Round', 'Day', 'What', 'Seen', 'For nothing', 'Taps']"
      :rows="
        inOrder.map((r, i) => [
          `${i + 1}`,
          dayText(r.day),
          KIND_WORDS[r.kind],
          ofText(r.seen),
          r.alarms.of > 0 ? percentText(r.alarms.hits / r.alarms.of) : '',
          r.late === null ? '' : lateText(r.late),
        ])
      "
    />
  </figure>
</template>
