<script setup lang="ts">
/** A limit to read: what is measured, and where slight, clear and gross begin by each method. */
import type { Tolerance } from '../../../../core/formats/catalog.js';
import { measureDefinition } from '../../../../core/measure/measures.js';
import { faultName, familyName } from '../../../data/names.js';
import { plain as words } from '../../../../words/labels.js';
import { limitEntry as wording } from '../../../../words/pages/entries.js';

defineProps<{ limit: Tolerance }>();
</script>

<template>
  <h2>{{ familyName(limit.family) }}: {{ faultName(limit.fault) }}</h2>
  <p>
    {{
      wording.theLimit(
        measureDefinition(limit.measure).name,
        measureDefinition(limit.measure).unit,
        limit.side,
        limit.from === 'pose'
          ? wording.countedFromTheVersions
          : limit.from === 'declared'
            ? wording.countedFromWhatWas
            : '',
        limit.rungs ? wording.only(limit.rungs.map(words).join(', ')) : '',
      )
    }}
  </p>
  <table class="figures mt-2">
    <thead class="text-soft text-left text-sm">
      <tr>
        <th scope="col" class="pr-6">{{ wording.for }}</th>
        <th v-for="n in ['slight', 'clear', 'gross']" :key="n" scope="col" class="pr-6">{{ n }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(l, option) in limit.limits" :key="option">
        <th scope="row" class="pr-6 text-left font-semibold">
          {{ option === 'any' ? wording.everyMethod : `${limit.axis}: ${words(String(option))}` }}
        </th>
        <template v-if="l"
          ><td v-for="(n, i) in l" :key="i" class="pr-6">{{ n }}</td></template
        >
        <td v-else colspan="3" class="text-soft">{{ wording.notJudged }}</td>
      </tr>
    </tbody>
  </table>
</template>
