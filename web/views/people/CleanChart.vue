<script setup lang="ts">
/** Clean seconds over time, a line a version; the total stands beside it as a faint mark, never instead of it. */
import { use } from '../../drawing/chart-core.js';
import {
  AriaComponent,
  GridComponent,
  LegendComponent,
  LineChart,
  ScatterChart,
  SVGRenderer,
  TooltipComponent,
} from '../../drawing/chart-parts.js';
import { computed } from 'vue';
import VChart from 'vue-echarts';
import type { HistoryItem } from '../../../api/observations.js';
import { dayText, rungName } from '../../data/names.js';
import ChartTable from '../../components/ChartTable.vue';
import { secondsText } from '../../../words/numbers.js';
import { useChartColours } from '../../drawing/chart-colours.js';

use([LineChart, ScatterChart, GridComponent, LegendComponent, TooltipComponent, AriaComponent, SVGRenderer]);
const props = defineProps<{ items: HistoryItem[] }>();
const colours = useChartColours();
const SYMBOLS = ['circle', 'rect', 'triangle', 'diamond', 'roundRect'];
const reduced = window.matchMedia('(prefers-reduced-motion: reduce)').matches;

const option = computed(() => {
  const held = props.items.filter((i) => i.clean !== null).reverse();
  const rungs = [...new Set(held.map((i) => `${i.position}/${i.rung}`))];
  const c = colours.value;
  return {
    animation: !reduced,
    color: c.lines,
    textStyle: { fontFamily: 'Archivo Variable', fontSize: 16, color: c.ink },
    aria: {
      enabled: true,
      label: {
        description: `Clean seconds of ${held.length} holds; the newest is ${secondsText(held.at(-1)?.clean ?? 0)}.`,
      },
    },
    grid: { left: 52, right: 18, top: 44, bottom: 30 },
    legend: {
      top: 0,
      left: 0,
      data: [...new Set(rungs.map((key) => rungName(...(key.split('/') as [string, string]))))].concat(
        rungs.length ? ['total'] : [],
      ),
      textStyle: { color: c.ink, fontSize: 16 },
    },
    tooltip: {
      trigger: 'item',
      confine: true,
      valueFormatter: (v: unknown) => secondsText(Number(Array.isArray(v) ? v[1] : v)),
    },
    xAxis: {
      type: 'time',
      axisLabel: { color: c.soft, fontSize: 16, hideOverlap: true },
      axisLine: { lineStyle: { color: c.soft } },
    },
    yAxis: {
      type: 'value',
      min: 0,
      minInterval: 5,
      axisLabel: { color: c.soft, fontSize: 16, formatter: '{value} s' },
      splitLine: { lineStyle: { color: c.rule } },
    },
    series: rungs.flatMap((key, n) => {
      const [family, rung] = key.split('/') as [string, string];
      const of = held.filter((i) => `${i.position}/${i.rung}` === key);
      return [
        {
          type: 'line',
          name: rungName(family, rung),
          symbol: SYMBOLS[n % SYMBOLS.length],
          symbolSize: 10,
          lineStyle: { width: 3 },
          color: c.lines[n % c.lines.length],
          data: of.map((i) => [i.startedAt, Math.round(i.clean! * 10) / 10]),
        },
        {
          type: 'scatter',
          name: 'total',
          symbol: 'rect',
          symbolSize: [14, 3],
          color: c.soft,
          data: of.map((i) => [i.startedAt, Math.round((i.total ?? 0) * 10) / 10]),
        },
      ];
    }),
  };
});
const held = computed(() => props.items.filter((i) => i.clean !== null));
const spoken = computed(() => {
  const [last, first] = [held.value[0], held.value.at(-1)];
  return last && first
    ? `Clean seconds over ${held.value.length} holds, from ${secondsText(first.clean!)} on ${dayText(first.startedAt)} to ${secondsText(last.clean!)} on ${dayText(last.startedAt)}.`
    : 'No holds yet.';
});
</script>

<template>
  <figure class="mt-2">
    <div role="img" :aria-label="spoken" class="own-width">
      <VChart :option="option" autoresize class="!h-60 w-full" />
    </div>
    <ChartTable
      :head="['Day', 'Version', 'Clean', 'Total']"
      :rows="
        held.map((i) => [
          dayText(i.startedAt),
          rungName(i.position, i.rung),
          secondsText(i.clean!),
          i.total === null ? '' : secondsText(i.total),
        ])
      "
    />
  </figure>
</template>
