<script setup lang="ts">
/** One's own line over rounds: of the faults that were there, how many were seen; of those that were not, how many were named. */
import { computed } from 'vue';
import type { RoundLine } from '../../../api/eye.js';
import { KIND_WORDS, lateText, ofText } from '../../../words/eye.js';
import { percentText } from '../../../words/numbers.js';
import { dayText } from '../../data/names.js';
import ChartFigure from '../../drawing/ChartFigure.vue';
import { lineLook, upright } from '../../drawing/chart-theme.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { eyeLine as wording } from '../../../words/pages/eye.js';

/** Newest first, placing checks left out. */
const props = defineProps<{ rounds: RoundLine[] }>();
const inOrder = computed(() => [...props.rounds].reverse());
const share = ({ hits, of }: RoundLine['seen']): number | null => (of > 0 ? Math.round((100 * hits) / of) : null);
const spoken = computed(() => {
  const [first, last] = [inOrder.value[0], inOrder.value.at(-1)];
  return first && last
    ? wording.faultsSeenOverRounds(
        props.rounds.length,
        ofText(first.seen),
        dayText(first.day),
        ofText(last.seen),
        dayText(last.day),
      )
    : wording.noRoundsYet;
});
const option = computed(() => {
  const line = (name: string, of: (r: RoundLine) => number | null, n: number) => ({
    type: 'line',
    name,
    ...lineLook(n),
    connectNulls: true,
    data: inOrder.value.map(of),
  });
  return {
    tooltip: {
      trigger: 'axis',
      confine: true,
      valueFormatter: (v: unknown) => (typeof v === 'number' ? `${v} %` : 'none'),
    },
    xAxis: {
      type: 'category',
      name: wording.round,
      nameLocation: 'middle',
      nameGap: 30,
      data: inOrder.value.map((_, i) => `${i + 1}`),
    },
    yAxis: upright(wording.ofAHundred, '%', { max: 100 }),
    grid: { left: 60, right: 18, top: 66, bottom: 52 },
    series: [line(wording.seen, (r) => share(r.seen), 0), line(wording.namedForNothing, (r) => share(r.alarms), 1)],
  };
});
</script>

<template>
  <ChartFigure
    :option="option"
    :spoken="spoken"
    :head="[wording.round, anywhere.day, anywhere.what, wording.seen, wording.forNothing, wording.taps]"
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
</template>
