<script setup lang="ts">
/** Clean times with the trend's fan and the gate. */
import type { ECharts } from 'echarts/core';
import { init, use } from '../../drawing/chart-core.js';
import {
  AriaComponent,
  GridComponent,
  LineChart,
  MarkLineComponent,
  ScatterChart,
  SVGRenderer,
  TooltipComponent,
} from '../../drawing/chart-parts.js';
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import ChartTable from '../../components/ChartTable.vue';
import { dayText } from '../../data/names.js';
import { secondsText } from '../../../words/numbers.js';
import type { Forecast, Session } from '../../../core/ladder/forecast.js';

use([LineChart, ScatterChart, GridComponent, TooltipComponent, MarkLineComponent, AriaComponent, SVGRenderer]);
const props = defineProps<{
  forecast: Pick<Forecast, 'fan'>;
  sessions: readonly Session[];
  gate: number;
  unit: 's' | 'reps';
}>();
const amountText = (n: number): string => (props.unit === 's' ? secondsText(n) : `${Math.round(n)} reps`);
const host = ref<HTMLElement | null>(null);
let chart: ECharts | null = null;
const token = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

const spoken = computed(() => {
  const [now, then] = [props.sessions.at(-1), props.forecast.fan.at(-1)];
  return `Clean ${props.unit === 's' ? 'seconds' : 'reps'} of ${props.sessions.length} sessions${now ? `, ${amountText(now.clean)} at the last` : ''}; ${then ? `by ${dayText(then.day)} likely ${amountText(then.p50)}, eight times in ten between ${amountText(then.p10)} and ${amountText(then.p90)}; ` : ''}the gate is ${props.gate} ${props.unit}.`;
});
function draw(): void {
  const { fan } = props.forecast;
  const [rope, soft, sea, rule] = ['--rope', '--soft', '--sea', '--rule'].map(token) as [
    string,
    string,
    string,
    string,
  ];
  // Bands are stacked differences above their lower edge.
  const band = (low: 'p10' | 'p25', high: 'p75' | 'p90', opacity: number) => [
    {
      type: 'line' as const,
      stack: low,
      symbol: 'none',
      silent: true,
      lineStyle: { opacity: 0 },
      data: fan.map((f) => [f.day, f[low]]),
    },
    {
      type: 'line' as const,
      stack: low,
      symbol: 'none',
      silent: true,
      lineStyle: { opacity: 0 },
      areaStyle: { color: rope, opacity },
      data: fan.map((f) => [f.day, f[high] - f[low]]),
    },
  ];
  chart?.setOption(
    {
      animation: false,
      textStyle: { fontFamily: 'Archivo Variable' },
      aria: { enabled: false },
      grid: { left: 52, right: 14, top: 16, bottom: 30 },
      xAxis: {
        type: 'time',
        axisLabel: { color: soft, fontSize: 16, hideOverlap: true },
        axisLine: { lineStyle: { color: rule } },
      },
      yAxis: {
        type: 'value',
        min: 0,
        axisLabel: { color: soft, fontSize: 16, formatter: `{value} ${props.unit}` },
        splitLine: { lineStyle: { color: rule } },
      },
      series: [
        ...band('p10', 'p90', 0.14),
        ...band('p25', 'p75', 0.2),
        {
          type: 'line',
          symbol: 'none',
          lineStyle: { color: rope, width: 2 },
          data: fan.map((f) => [f.day, f.p50]),
          markLine: {
            silent: true,
            symbol: 'none',
            lineStyle: { color: sea, width: 2, type: 'dashed' },
            label: {
              fontSize: 16,
              formatter: `gate ${props.gate} ${props.unit}`,
              color: sea,
              position: 'insideStartTop',
            },
            data: [{ yAxis: props.gate }],
          },
        },
        {
          type: 'scatter',
          symbolSize: 8,
          itemStyle: { color: rope },
          data: props.sessions.map((s) => [s.day, s.clean]),
        },
      ],
    },
    true,
  );
}
let watcher: ResizeObserver | null = null;
onMounted(() => {
  chart = init(host.value!, undefined, { renderer: 'svg' });
  draw();
  watcher = new ResizeObserver(() => chart?.resize());
  watcher.observe(host.value!);
});
watch(() => [props.forecast, props.gate], draw);
onBeforeUnmount(() => {
  watcher?.disconnect();
  chart?.dispose();
});
</script>

<template>
  <figure>
    <div ref="host" role="img" :aria-label="spoken" class="own-width h-48 w-full"></div>
    <ChartTable
      :head="['Day', 'Likely', 'One in ten below', 'One in ten above']"
      :rows="forecast.fan.map((f) => [dayText(f.day), secondsText(f.p50), secondsText(f.p10), secondsText(f.p90)])"
    />
  </figure>
</template>
