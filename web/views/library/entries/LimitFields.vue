<script setup lang="ts">
/** The fields of a limit: where slight, clear and gross begin. */
import { SEVERITIES } from '../../../../core/formats/catalog.js';
import type { EntryRecord } from '../../../../core/formats/entries.js';
import { plain as words } from '../../../../words/labels.js';
import { faultName, familyName } from '../../../data/names.js';
import TypedField from '../../../components/TypedField.vue';
import { limitFields as wording } from '../../../../words/pages/entries.js';

const tolerance = defineModel<EntryRecord<'tolerances'>>({ required: true });
</script>

<template>
  <p>
    <b>{{ familyName(tolerance.family) }}</b>{{
      wording.theseIsSlightClear(faultName(tolerance.fault), words(tolerance.measure), tolerance.side)
    }}
  </p>
  <div
    v-for="(limits, option) in tolerance.limits"
    :key="option"
    class="grid grid-cols-[8rem_1fr_1fr_1fr] items-center gap-2"
  >
    <span>{{ option === 'any' ? wording.everyMethod : words(String(option)) }}</span>
    <template v-if="limits">
      <label v-for="(name, k) in SEVERITIES" :key="name">
        <span class="sr-only">{{ option }}, {{ name }}</span>
        <TypedField type="number" step="0.1" class="figures" :value="limits[k]" @keep="limits[k] = Number($event)" />
      </label>
    </template>
    <span v-else class="text-soft col-span-3">{{ wording.notJudged }}</span>
  </div>
</template>
