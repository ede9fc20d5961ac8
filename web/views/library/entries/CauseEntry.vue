<script setup lang="ts">
/** A cause to read: its picture, the evidence for and against it, drills that answer it. */
import { RouterLink } from 'vue-router';
import { computed } from 'vue';
import type { Cause } from '../../../../core/formats/catalog.js';
import { catalog } from '../../../data/catalogue.js';
import { entryLink as link } from '../library.js';
import { causeEntry as wording } from '../../../../words/pages/entries.js';

const props = defineProps<{ cause: Cause }>();
const MOST = 8;
const drills = computed(() => {
  const { id } = props.cause;
  return catalog.drills
    .filter((d) => d.causes[id])
    .sort((a, b) => b.causes[id]! - a.causes[id]!)
    .slice(0, MOST);
});
</script>

<template>
  <h2>{{ cause.name }}</h2>
  <p>{{ cause.picture }}</p>
  <p class="figures text-soft">{{ wording.beforeAnythingIsKnown(Math.round(100 * cause.prior)) }}</p>
  <h3 class="mt-3">{{ wording.evidence }}</h3>
  <ul class="list-disc pl-6">
    <li v-for="row in catalog.evidence.filter((r) => r.weighs[cause.id])" :key="row.id">
      {{ row.says }}: <b>{{ row.weighs[cause.id] }}</b>
    </li>
  </ul>
  <h3 class="mt-3">{{ wording.drillsThatAnswerIt }}</h3>
  <ul class="list-disc pl-6">
    <li v-for="d in drills" :key="d.id">
      <RouterLink :to="link('drills', d.id)" class="link">{{ d.name }}</RouterLink>
      {{ wording.of(d.causes[cause.id] ?? 0) }}
    </li>
  </ul>
</template>
