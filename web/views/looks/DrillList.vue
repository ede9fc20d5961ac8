<script setup lang="ts">
import { computed } from 'vue';
import { catalog, record } from '../../../core/catalog/index.js';
import type { EvaluationDetail } from '../../../core/evaluate.js';
import { cautionName, drillName } from '../../lib/words.js';

const props = defineProps<{ detail: EvaluationDetail; faultId: string | null }>();
const PLACE: Record<string, string> = {
  'warm-up': 'in the warm-up',
  'with-main-lift': 'with a main lift',
  'between-sets': 'between sets',
  end: 'at the end',
  after: 'after the session',
};
const drills = computed(() =>
  props.detail.choice.chosen.map((c) => ({ ...c, record: record(catalog.drills, c.drill) })),
);
const leftOut = computed(() => props.detail.choice.leftOut);
</script>

<template>
  <section class="card" aria-labelledby="drills">
    <h2 id="drills">Drills for it</h2>
    <p v-if="!faultId" class="text-soft">No stated fault, so nothing to assign. Borderline? Look once more.</p>
    <p v-else-if="drills.length === 0" class="text-soft">
      Every drill that would serve is excluded by a caution. Ask the person’s professional first.
    </p>
    <ol class="divide-rule divide-y">
      <li v-for="d in drills" :key="d.drill" class="py-2">
        <h3>{{ d.record.name }}</h3>
        <p class="figures">
          <b>{{ d.dose.sets }} × {{ d.dose.work }}</b
          >, {{ d.dose.days }}
        </p>
        <p class="text-soft text-sm">{{ PLACE[d.record.place] }} · tempo {{ d.dose.tempo }} · rest {{ d.dose.rest }}</p>
        <p v-for="c in d.changes" :key="c" class="tag tag-caution mt-1">{{ c }}</p>
        <p class="mt-1 text-sm"><b>Check yourself:</b> {{ d.record.selfCheck }}</p>
        <details class="text-sm">
          <summary class="min-h-[44px] content-center font-semibold">How, and why this one</summary>
          <ol class="list-decimal pl-5">
            <li v-for="step in d.record.how" :key="step">{{ step }}</li>
          </ol>
          <p class="mt-1"><b>Breath:</b> {{ d.record.breath }}</p>
          <p class="mt-1">{{ d.why }}</p>
        </details>
      </li>
    </ol>
    <details v-if="leftOut.length" class="text-sm">
      <summary class="min-h-[44px] content-center">Left out because of cautions: {{ leftOut.length }}</summary>
      <ul class="list-disc pl-5">
        <li v-for="l in leftOut" :key="l.drill">{{ drillName(l.drill) }} ({{ cautionName(l.caution) }})</li>
      </ul>
    </details>
  </section>
</template>
