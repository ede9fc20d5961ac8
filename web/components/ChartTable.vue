<script setup lang="ts">
/** The numbers of a chart as a table, beside it for who wants or needs them so. */
import { chartTable as wording } from '../../words/pages/parts.js';

defineProps<{ head: readonly string[]; rows: readonly (readonly string[])[] }>();
</script>

<template>
  <details>
    <summary class="min-h-[44px] content-center">{{ wording.theNumbers }}</summary>
    <div class="max-h-72 overflow-auto" tabindex="0" role="region" :aria-label="wording.theNumbers">
      <table class="figures w-full text-left">
        <thead>
          <tr>
            <th v-for="h in head" :key="h" scope="col" class="py-1 pr-4 font-semibold">{{ h }}</th>
          </tr>
        </thead>
        <tbody class="divide-rule divide-y">
          <tr v-for="(row, i) in rows" :key="i">
            <td v-for="(cell, k) in row" :key="k" class="py-1 pr-4">{{ cell }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </details>
</template>
