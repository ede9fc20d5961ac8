<script setup lang="ts">
/** How often a cause is there before anything is known. */
import type { EntryRecord } from '../../../../core/formats/entries.js';
import OfHundred from './OfHundred.vue';
import { causeFields as wording } from '../../../../words/pages/entries.js';

const cause = defineModel<EntryRecord<'causes'>>({ required: true });
</script>

<template>
  <OfHundred
    id="cause-prior"
    v-model="cause.prior"
    :label="wording.thereBeforeAnything"
    :means="wording.ofAHundredPeople"
  />
</template>
