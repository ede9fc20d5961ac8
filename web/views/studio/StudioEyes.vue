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
import { studioEyes as wording } from '../../../words/pages/studio.js';

const found = useStudioEyes(() => true);
const eyes = computed(() => found.value.value?.eyes ?? []);
const pairs = computed(() => found.value.value?.pairs ?? []);
type Row = StudioEyes['eyes'][number];
const share = ({ hits, of }: Row['seen']): number | null => (of > 0 ? hits / of : null);
const columns: TableColumn<Row>[] = [
  { id: 'name', head: wording.eye, by: (r) => r.name },
  { id: 'rounds', head: wording.rounds, by: (r) => r.rounds },
  { id: 'seen', head: wording.faultsSeen, by: (r) => share(r.seen), text: (r) => rateText(r.seen) },
  { id: 'late', head: wording.taps, by: (r) => r.late, text: (r) => (r.late === null ? '' : lateText(r.late)) },
  {
    id: 'placing',
    head: wording.points,
    by: (r) => r.placing?.rest ?? null,
    text: (r) => (r.placing ? `${placingText(r.placing.rest)}, ${dayText(r.placing.day)}` : wording.notChecked),
  },
];
type Pair = StudioEyes['pairs'][number];
const limitText = (
  { a, b }: Pair,
  { measure, mean, low, high, things }: Pair['agreement']['limits'][number],
): string => {
  const [name, unit] = measure === 'clean' ? [wording.cleanSeconds, ' s'] : [measureDefinition(measure).name, '°'];
  return wording.lessOnTheWhole(name, b, a, fixed(mean), unit, fixed(low), fixed(high), unit, things);
};
</script>

<template>
  <section class="card mt-4" aria-labelledby="studio-eyes">
    <h2 id="studio-eyes">{{ wording.eyes }}</h2>
    <p class="text-soft">
      {{ wording.howSureEachEye }}
      <RouterLink to="/eye" class="link">{{ wording.yourOwnEye }}</RouterLink>
    </p>
    <LoadState
      :loading="found.loading.value"
      :error="found.error.value"
      :empty="found.value.value && eyes.length === 0 && pairs.length === 0 ? wording.noEyeHasPractised : null"
      @retry="found.load()"
    />
    <SortTable v-if="eyes.length" class="mt-2" :caption="wording.eyesOfTheStudio" :columns="columns" :rows="eyes" />
    <ul v-if="pairs.length" class="divide-rule mt-3 divide-y" :aria-label="wording.pairsOfEyes">
      <li v-for="p in pairs" :key="`${p.a} ${p.b}`" class="py-3">
        <h3>{{ wording.and(p.a, p.b) }}</h3>
        <p class="figures">
          {{ wording.agree }} <b>{{ kappaText(p.agreement.all) }}</b>
          {{ wording.overThingsBothJudged(p.agreement.things) }}
        </p>
        <ul class="figures mt-1 grid gap-x-6 sm:grid-cols-2">
          <li v-for="f in p.agreement.faults" :key="f.fault">
            {{
              wording.namedInOf(
                faultName(f.fault),
                f.kappa === null ? kappaWords(null) : kappaText(f),
                f.named,
                f.things,
              )
            }}
          </li>
          <li v-for="l in p.agreement.limits" :key="l.measure">{{ limitText(p, l) }}</li>
        </ul>
      </li>
    </ul>
  </section>
</template>
