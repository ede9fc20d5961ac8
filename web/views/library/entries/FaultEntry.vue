<script setup lang="ts">
/** A fault to read: what is seen, its mends in order, what it points to. */
import { RouterLink } from 'vue-router';
import type { Fault } from '../../../../core/formats/catalog.js';
import { causeName, familyName } from '../../../data/names.js';
import { MEND_WORDS } from '../../../../words/labels.js';
import { entryLink as link } from '../library.js';

defineProps<{ fault: Fault }>();
</script>

<template>
  <h2>{{ fault.name }}</h2>
  <p>{{ fault.seen }} {{ fault.risk }}</p>
  <p class="text-soft">{{ fault.families.map(familyName).join(', ') }}</p>
  <h3 class="mt-3">Mend it, one step at a time</h3>
  <ol class="mt-1 space-y-1">
    <li v-for="(m, i) in fault.mends" :key="m.say">
      <span class="tag">{{ i + 1 }} · {{ MEND_WORDS[m.kind] }}</span> {{ m.say }}
    </li>
  </ol>
  <p class="mt-3">
    <b>Points to:</b>{{ ' ' }}
    <template v-for="(c, i) in fault.causes" :key="c"
      >{{ i ? ', ' : '' }}<RouterLink :to="link('causes', c)" class="link">{{ causeName(c) }}</RouterLink></template
    >
  </p>
</template>
