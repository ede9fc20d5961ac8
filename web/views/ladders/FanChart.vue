<script setup lang="ts">
/** Clean times with the trend's fan and the gate. */
import { LineChart, ScatterChart } from 'echarts/charts';
import { AriaComponent, GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { init, use, type ECharts } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { onBeforeUnmount, onMounted, ref, watch } from 'vue';
import type { Forecast, Session } from '../../../core/ladder/forecast.js';

use([LineChart, ScatterChart, GridComponent, TooltipComponent, MarkLineComponent, AriaComponent, SVGRenderer]);
const props = defineProps<{ forecast: Forecast; sessions: readonly Session[]; gate: number }>();
const host = ref<HTMLElement | null>(null);
let chart: ECharts | null = null;
const token = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

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
      aria: { enabled: true },
      grid: { left: 42, right: 12, top: 14, bottom: 26 },
      xAxis: { type: 'time', axisLabel: { color: soft, hideOverlap: true }, axisLine: { lineStyle: { color: rule } } },
      yAxis: {
        type: 'value',
        min: 0,
        axisLabel: { color: soft, formatter: '{value} s' },
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
            label: { formatter: `gate ${props.gate} s`, color: sea, position: 'insideStartTop' },
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
  <div ref="host" class="h-44 w-full"></div>
</template>
