<script setup lang="ts">
/** A fault to read: what is seen, its mends in order, what it points to. */
import { RouterLink } from 'vue-router';
import type { Fault } from '../../../../core/formats/catalog.js';
import { causeName, familyName } from '../../../data/names.js';
import { MEND_WORDS } from '../../../../words/labels.js';
import FaultFigure from '../../../drawing/FaultFigure.vue';
import { entryLink as link } from '../library.js';
import { faultEntry as wording } from '../../../../words/pages/entries.js';

defineProps<{ fault: Fault }>();
</script>

<template>
  <h2>{{ fault.name }}</h2>
  <p>{{ fault.seen }} {{ fault.risk }}</p>
  <ul class="mt-2 flex flex-wrap gap-2" :aria-label="wording.inEachPosition">
    <li v-for="f in fault.families" :key="f" class="w-56">
      <FaultFigure
        class="bg-sunk h-28 rounded-lg p-2"
        mending
        :fault="fault.id"
        :position="f"
        :label="wording.in(fault.name, familyName(f))"
      />
      <span class="text-soft">{{ familyName(f) }}</span>
    </li>
  </ul>
  <h3 class="mt-3">{{ wording.mendItOneStep }}</h3>
  <ol class="mt-1 space-y-1">
    <li v-for="(m, i) in fault.mends" :key="m.say">
      <span class="tag">{{ i + 1 }} · {{ MEND_WORDS[m.kind] }}</span> {{ m.say }}
    </li>
  </ol>
  <p class="mt-3">
    <b>{{ wording.pointsTo }}</b>{{ ' ' }}
    <template v-for="(c, i) in fault.causes" :key="c"
      >{{ i ? ', ' : '' }}<RouterLink :to="link('causes', c)" class="link">{{ causeName(c) }}</RouterLink></template
    >
  </p>
</template>
