<script setup lang="ts">
/** A position to read: what a good one looks like, every version drawn, its faults. */
import { RouterLink } from 'vue-router';
import { bodyOf } from '../../../../core/body/anthropometry.js';
import { rungOf, rungsOf } from '../../../../core/catalog/index.js';
import type { Family } from '../../../../core/formats/catalog.js';
import { catalog } from '../../../data/catalogue.js';
import { faultName } from '../../../data/names.js';
import FigureView from '../../../drawing/FigureView.vue';
import { entryLink as link } from '../library.js';
import { positionEntry as wording } from '../../../../words/pages/entries.js';

defineProps<{ family: Family }>();
const body = bodyOf();
</script>

<template>
  <h2>{{ family.name }}</h2>
  <ul class="mt-1 list-disc pl-6">
    <li v-for="g in family.good" :key="g">{{ g }}</li>
  </ul>
  <p class="text-soft mt-1">
    {{
      wording.lookedAtFromDefault(
        family.views.join(', '),
        catalog.methods.find((m) => m.id === family.defaultMethod)?.name ?? '',
      )
    }}
  </p>
  <div class="mt-3 grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
    <figure v-for="r in rungsOf(catalog, family.id)" :key="r.id" class="border-rule rounded-lg border p-2">
      <div class="h-28"><FigureView :pose="r.pose" :body="body" :label="`${family.name}, ${r.name}`" /></div>
      <figcaption>
        <b>{{ r.name }}</b><template v-if="r.id === rungOf(catalog, family.id).id">{{ wording.base }}</template>
        <span class="text-soft block text-sm">{{ r.how }}</span>
      </figcaption>
    </figure>
  </div>
  <p class="mt-3">
    <b>{{ wording.faults }}</b>{{ ' ' }}
    <template v-for="(p, i) in family.pads" :key="p"
      >{{ i ? ', ' : '' }}<RouterLink :to="link('faults', p)" class="link">{{ faultName(p) }}</RouterLink></template
    >
  </p>
</template>
