<script setup lang="ts">
/** How often a test errs. */
import type { EntryRecord } from '../../../../core/formats/entries.js';
import { causeName } from '../../../data/names.js';
import OfHundred from './OfHundred.vue';

const test = defineModel<EntryRecord<'tests'>>({ required: true });
</script>

<template>
  <div class="space-y-3">
    <OfHundred
      id="test-positive"
      v-model="test.errors.positive"
      label="Positive where the cause is there"
      :means="`Of a hundred people with ${causeName(test.for[0]!)} alone, in how many the test is positive. The nearer to a hundred, the more a negative answer says.`"
    />
    <OfHundred
      id="test-base"
      v-model="test.errors.base"
      label="Positive where none is there"
      means="Of a hundred people with none of the causes that it is for, in how many it is positive all the same. The nearer to nought, the more a positive answer says. Must be less than the figure above."
    />
  </div>
</template>
