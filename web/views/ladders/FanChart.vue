<script setup lang="ts">
/** Clean times with the trend's fan and the gate. */
import { computed } from 'vue';
import { dayText } from '../../data/names.js';
import ChartFigure from '../../drawing/ChartFigure.vue';
import { upright } from '../../drawing/chart-theme.js';
import { secondsText } from '../../../words/numbers.js';
import type { Forecast, Session } from '../../../core/ladder/forecast.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { fanChart as wording } from '../../../words/pages/ladders.js';

const props = defineProps<{
  forecast: Pick<Forecast, 'fan'>;
  sessions: readonly Session[];
  gate: number;
  unit: 's' | 'reps';
}>();
const amountText = (n: number): string => (props.unit === 's' ? secondsText(n) : wording.reps(Math.round(n)));
const spoken = computed(() => {
  const [now, then] = [props.sessions.at(-1), props.forecast.fan.at(-1)];
  return wording.cleanOfSessions(
    props.unit === 's' ? 'seconds' : 'reps',
    props.sessions.length,
    now ? wording.atTheLast(amountText(now.clean)) : '',
    then
      ? wording.byLikelyEightTimes(dayText(then.day), amountText(then.p50), amountText(then.p10), amountText(then.p90))
      : '',
    props.gate,
    props.unit,
  );
});
const ROPE = 'var(--rope)';
/** Between two of the fan's lines: differences stacked above the lower. */
function band(low: 'p10' | 'p25', high: 'p75' | 'p90', opacity: number): object[] {
  const { fan } = props.forecast;
  const edge = { type: 'line', stack: low, symbol: 'none', silent: true, lineStyle: { opacity: 0 } };
  return [
    { ...edge, data: fan.map((f) => [f.day, f[low]]) },
    { ...edge, areaStyle: { color: ROPE, opacity }, data: fan.map((f) => [f.day, f[high] - f[low]]) },
  ];
}
const option = computed(() => ({
  legend: { show: false },
  grid: { left: 66, right: 14, top: 40, bottom: 30 },
  xAxis: { type: 'time' },
  yAxis: upright(anywhere.clean, props.unit),
  series: [
    ...band('p10', 'p90', 0.14),
    ...band('p25', 'p75', 0.2),
    {
      type: 'line',
      symbol: 'none',
      color: ROPE,
      lineStyle: { width: 2 },
      data: props.forecast.fan.map((f) => [f.day, f.p50]),
      markLine: {
        silent: true,
        symbol: 'none',
        lineStyle: { color: 'var(--sea)', width: 2, type: 'dashed' },
        label: {
          fontSize: 16,
          formatter: wording.gate(props.gate, props.unit),
          color: 'var(--sea)',
          position: 'insideStartTop',
          distance: 6,
        },
        data: [{ yAxis: props.gate }],
      },
    },
    { type: 'scatter', symbolSize: 8, color: ROPE, data: props.sessions.map((s) => [s.day, s.clean]) },
  ],
}));
</script>

<template>
  <ChartFigure
    :option="option"
    :spoken="spoken"
    :head="[anywhere.day, wording.likely, wording.oneInTenBelow, wording.oneInTenAbove]"
    :rows="forecast.fan.map((f) => [dayText(f.day), amountText(f.p50), amountText(f.p10), amountText(f.p90)])"
  />
</template>
