<script setup lang="ts">
/** How often a cause is there before anything is known. */
import type { EntryRecord } from '../../../../core/formats/entries.js';
import OfHundred from './OfHundred.vue';

const cause = defineModel<EntryRecord<'causes'>>({ required: true });
</script>

<template>
  <OfHundred
    id="cause-prior"
    v-model="cause.prior"
    label="There before anything is known"
    means="Of a hundred people of this hall who show some fault, in how many this cause is there, alone or with others. Twice as many makes it about twice as likely wherever it is possible, until evidence speaks."
  />
</template>
