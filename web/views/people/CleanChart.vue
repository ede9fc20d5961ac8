<script setup lang="ts">
/** Clean seconds over time, a line a version; the total stands beside it as a faint mark, never instead of it. */
import { computed } from 'vue';
import type { HistoryItem } from '../../../api/observations.js';
import { secondsText } from '../../../words/numbers.js';
import { dayText, rungName } from '../../data/names.js';
import ChartFigure from '../../drawing/ChartFigure.vue';
import { lineLook, upright } from '../../drawing/chart-theme.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { cleanChart as wording } from '../../../words/pages/people.js';

const props = defineProps<{ items: HistoryItem[] }>();
/** Newest first. */
const held = computed(() => props.items.filter((i) => i.clean !== null));
const tenths = (seconds: number): number => Math.round(seconds * 10) / 10;

const option = computed(() => {
  const inOrder = [...held.value].reverse();
  const rungs = [...new Set(inOrder.map((i) => `${i.position}/${i.rung}`))].map((key) => {
    const [family, rung] = key.split('/') as [string, string];
    return { name: rungName(family, rung), of: inOrder.filter((i) => `${i.position}/${i.rung}` === key) };
  });
  return {
    legend: { top: 0, left: 0, data: [...new Set(rungs.map((r) => r.name)), 'total'] },
    tooltip: {
      trigger: 'item',
      confine: true,
      valueFormatter: (v: unknown) => secondsText(Number(Array.isArray(v) ? v[1] : v)),
    },
    xAxis: { type: 'time' },
    yAxis: upright(wording.cleanAndTotal, 's', { minInterval: 5 }),
    series: rungs.flatMap(({ name, of }, n) => [
      { type: 'line', name, ...lineLook(n), data: of.map((i) => [i.startedAt, tenths(i.clean!)]) },
      {
        type: 'scatter',
        name: 'total',
        symbol: 'rect',
        symbolSize: [14, 3],
        color: 'var(--soft)',
        data: of.map((i) => [i.startedAt, tenths(i.total ?? 0)]),
      },
    ]),
  };
});
const spoken = computed(() => {
  const [last, first] = [held.value[0], held.value.at(-1)];
  return last && first
    ? wording.cleanSecondsOverHolds(
        held.value.length,
        secondsText(first.clean!),
        dayText(first.startedAt),
        secondsText(last.clean!),
        dayText(last.startedAt),
      )
    : wording.noHoldsYet;
});
</script>

<template>
  <ChartFigure
    class="mt-2"
    :option="option"
    :spoken="spoken"
    :head="[anywhere.day, anywhere.version, anywhere.clean, wording.total]"
    :rows="
      held.map((i) => [
        dayText(i.startedAt),
        rungName(i.position, i.rung),
        secondsText(i.clean!),
        i.total === null ? '' : secondsText(i.total),
      ])
    "
  />
</template>
