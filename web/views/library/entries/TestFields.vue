<script setup lang="ts">
/** How often a test errs. */
import type { EntryRecord } from '../../../../core/formats/entries.js';
import { causeName } from '../../../data/names.js';
import OfHundred from './OfHundred.vue';
import { testFields as wording } from '../../../../words/pages/entries.js';

const test = defineModel<EntryRecord<'tests'>>({ required: true });
</script>

<template>
  <div class="space-y-3">
    <OfHundred
      id="test-positive"
      v-model="test.errors.positive"
      :label="wording.positiveWhereTheCause"
      :means="wording.ofAHundredPeople(causeName(test.for[0]!))"
    />
    <OfHundred
      id="test-base"
      v-model="test.errors.base"
      :label="wording.positiveWhereNone"
      :means="wording.ofAHundredPeopleWithNone"
    />
  </div>
</template>
