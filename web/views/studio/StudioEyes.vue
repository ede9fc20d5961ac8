<script setup lang="ts">
/** The eyes of the studio and where they differ; the owner's to see. */
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import type { StudioEyes } from '../../../api/eye.js';
import { measureDefinition } from '../../../core/measure/measures.js';
import { kappaText, kappaWords, lateText, placingText, rateText } from '../../../words/eye.js';
import { fixed } from '../../../words/numbers.js';
import LoadState from '../../components/LoadState.vue';
import SortTable from '../../components/SortTable.vue';
import type { TableColumn } from '../../components/table-column.js';
import { dayText, faultName } from '../../data/names.js';
import { useStudioEyes } from '../../data/eye.js';

const found = useStudioEyes(() => true);
const eyes = computed(() => found.value.value?.eyes ?? []);
const pairs = computed(() => found.value.value?.pairs ?? []);
type Row = StudioEyes['eyes'][number];
const share = ({ hits, of }: Row['seen']): number | null => (of > 0 ? hits / of : null);
const columns: TableColumn<Row>[] = [
  { id: 'name', head: 'Eye', by: (r) => r.name },
  { id: 'rounds', head: 'Rounds', by: (r) => r.rounds },
  { id: 'seen', head: 'Faults seen', by: (r) => share(r.seen), text: (r) => rateText(r.seen) },
  { id: 'late', head: 'Taps', by: (r) => r.late, text: (r) => (r.late === null ? '' : lateText(r.late)) },
  {
    id: 'placing',
    head: 'Points',
    by: (r) => r.placing?.rest ?? null,
    text: (r) => (r.placing ? `${placingText(r.placing.rest)}, ${dayText(r.placing.day)}` : 'not checked'),
  },
];
type Pair = StudioEyes['pairs'][number];
const limitText = (
  { a, b }: Pair,
  { measure, mean, low, high, things }: Pair['agreement']['limits'][number],
): string => {
  const [name, unit] = measure === 'clean' ? ['Clean seconds', ' s'] : [measureDefinition(measure).name, '°'];
  return `${name}, ${b} less ${a}: ${fixed(mean)}${unit} on the whole; nineteen in twenty lie from ${fixed(low)} to ${fixed(high)}${unit} (${things} things)`;
};
</script>

<template>
  <section class="card mt-4" aria-labelledby="studio-eyes">
    <h2 id="studio-eyes">Eyes</h2>
    <p class="text-soft">
      How sure each eye is in practice, and where two eyes differ about the same thing: the same round, pictures judged
      blind, holds watched together. Not a ranking: a reason to look together.
      <RouterLink to="/eye" class="link">Your own eye</RouterLink>
    </p>
    <LoadState
      :loading="found.loading.value"
      :error="found.error.value"
      :empty="
        found.value.value && eyes.length === 0 && pairs.length === 0
          ? 'No eye has practised yet. Three minutes of practice tell how late a coach taps and what is missed.'
          : null
      "
      @retry="found.load()"
    />
    <SortTable v-if="eyes.length" class="mt-2" caption="Eyes of the studio" :columns="columns" :rows="eyes" />
    <ul v-if="pairs.length" class="divide-rule mt-3 divide-y" aria-label="Pairs of eyes">
      <li v-for="p in pairs" :key="`${p.a} ${p.b}`" class="py-3">
        <h3>{{ p.a }} and {{ p.b }}</h3>
        <p class="figures">
          Agree <b>{{ kappaText(p.agreement.all) }}</b> over {{ p.agreement.things }} things both judged.
        </p>
        <ul class="figures mt-1 grid gap-x-6 sm:grid-cols-2">
          <li v-for="f in p.agreement.faults" :key="f.fault">
            {{ faultName(f.fault) }}: {{ f.kappa === null ? kappaWords(null) : kappaText(f) }}, named in
            {{ f.named }} of
            {{ f.things }}
          </li>
          <li v-for="l in p.agreement.limits" :key="l.measure">{{ limitText(p, l) }}</li>
        </ul>
      </li>
    </ul>
  </section>
</template>
