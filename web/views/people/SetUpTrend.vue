<script setup lang="ts">
/** How a setting moved over the looks: the block gets lower, the elbows go farther ahead. */
import { computed } from 'vue';
import type { HistoryItem } from '../../../api/observations.js';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { settings, setupKnobsOf, type SetupKnob } from '../../../core/statics/setup.js';
import { settingText } from '../../../words/setup.js';
import { catalog } from '../../data/catalogue.js';
import { dayText, familyName, rungName } from '../../data/names.js';
import { setUpTrend as wording } from '../../../words/pages/people.js';

const props = defineProps<{ items: HistoryItem[] }>();
/** So many settings back are told. */
const TOLD = 6;
interface Trend {
  key: string;
  of: string;
  knob: SetupKnob;
  points: { day: string; value: number }[];
}
const trends = computed((): Trend[] => {
  const found = new Map<string, Trend>();
  for (const item of [...props.items].reverse()) {
    const rung = catalog.rungs.find((r) => r.family === item.position && r.id === item.rung);
    if (!rung || !item.setup) continue;
    const set = settings(rung, bodyOf(), item.setup);
    for (const knob of setupKnobsOf(rung, bodyOf())) {
      const value = set[knob.id];
      if (value === undefined) continue;
      const key = `${item.position}/${item.rung}/${knob.id}`;
      const of = `${familyName(item.position)}, ${rungName(item.position, item.rung)}`;
      const trend = found.get(key) ?? { key, of, knob, points: [] };
      if (trend.points.at(-1)?.value !== value) trend.points.push({ day: item.day, value });
      found.set(key, trend);
    }
  }
  return [...found.values()].filter((t) => t.points.length > 1);
});
</script>

<template>
  <section v-if="trends.length" class="mt-3" aria-labelledby="set-ups">
    <h3 id="set-ups">{{ wording.setUpsOverTime }}</h3>
    <ul class="figures text-sm">
      <li v-for="t in trends" :key="t.key" class="py-1">
        {{ t.of }}, {{ t.knob.name.toLowerCase() }}:
        <template v-for="(p, i) in t.points.slice(-TOLD)" :key="p.day + i"
          >{{ i > 0 ? ' → ' : '' }}<b :title="dayText(p.day)">{{ settingText(t.knob, p.value) }}</b></template
        >
        <span class="text-soft">{{ wording.since(dayText(t.points.slice(-TOLD)[0]!.day)) }}</span>
      </li>
    </ul>
  </section>
</template>
