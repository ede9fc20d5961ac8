<script setup lang="ts">
/** Are the hip flexors doing the work: the index of each look that had evidence for it, oldest to newest. */
import { computed } from 'vue';
import type { HistoryItem } from '../../../api/observations.js';
import ChartTable from '../../components/ChartTable.vue';
import { dayText } from '../../data/names.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { takeoverTrend as wording } from '../../../words/pages/people.js';

const props = defineProps<{ items: readonly HistoryItem[] }>();
const [W, H] = [220, 44];
const known = computed(() =>
  props.items.flatMap((i) => (i.takeoverIndex === null ? [] : [{ at: i.startedAt, value: i.takeoverIndex }])).reverse(),
);
const last = computed(() => known.value.at(-1));
const points = computed(() => {
  const times = known.value.map((k) => Date.parse(k.at));
  const [from, span] = [times[0] ?? 0, Math.max(1, (times.at(-1) ?? 0) - (times[0] ?? 0))];
  return known.value.map((k, i) => [6 + ((W - 12) * (times[i]! - from)) / span, H - 6 - ((H - 12) * k.value) / 100]);
});
const says = computed(() => {
  const [first, now] = [known.value[0], last.value];
  if (!first || !now || known.value.length < 2) return wording.oneLookSoFar;
  const change = now.value - first.value;
  return Math.abs(change) < 8 ? wording.aboutTheSame : change < 0 ? 'falling' : 'rising';
});
</script>

<template>
  <figure v-if="last" class="border-rule mt-2 flex flex-wrap items-center gap-x-4 border-b pb-2">
    <figcaption>
      <b>{{ wording.takeoverIndex }}</b>
      <span class="text-soft block text-sm">{{ wording.areTheHipFlexors }}</span>
    </figcaption>
    <svg
      v-if="points.length > 1"
      :viewBox="`0 0 ${W} ${H}`"
      class="h-11 w-56"
      role="img"
      :aria-label="
        wording.takeoverIndexOverLooks(
          known.length,
          known[0]!.value,
          dayText(known[0]!.at),
          last.value,
          dayText(last.at),
          says,
        )
      "
    >
      <path :d="`M0 ${H / 2}H${W}`" stroke="var(--rule)" stroke-dasharray="3 4" />
      <polyline
        :points="points.map((p) => p.join(',')).join(' ')"
        fill="none"
        stroke="var(--rope)"
        stroke-width="2.5"
        stroke-linejoin="round"
      />
      <circle v-for="(p, i) in points" :key="i" :cx="p[0]" :cy="p[1]" r="3.5" fill="var(--rope)" />
    </svg>
    <p class="figures">
      <b class="text-2xl">{{ last.value }}</b> <span class="text-soft">{{ wording.on(dayText(last.at), says) }}</span>
    </p>
    <ChartTable
      class="w-full"
      :head="[anywhere.day, wording.index]"
      :rows="known.map((k) => [dayText(k.at), String(k.value)])"
    />
  </figure>
</template>
