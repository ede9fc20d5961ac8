<script setup lang="ts">
/** The fields of a fault: what is seen, the risk, and its mends in order. */
import { MEND_KINDS } from '../../../../core/formats/catalog.js';
import type { EntryRecord } from '../../../../core/formats/entries.js';
import FieldError from '../../../components/FieldError.vue';
import FormField from '../../../components/FormField.vue';
import PickOne from '../../../components/PickOne.vue';
import { anywhere } from '../../../../words/pages/anywhere.js';
import { faultFields as wording } from '../../../../words/pages/entries.js';

const fault = defineModel<EntryRecord<'faults'>>({ required: true });
</script>

<template>
  <div class="grid gap-2 sm:grid-cols-2">
    <FormField id="e-name" v-model="fault.name" path="record.name" :label="anywhere.name" required />
    <FormField id="e-pad" v-model="fault.pad" path="record.pad" :label="wording.onThePad" maxlength="22" required />
  </div>
  <FormField id="e-seen" v-model="fault.seen" path="record.seen" :label="wording.whatIsSeen" :rows="2" />
  <FormField id="e-risk" v-model="fault.risk" path="record.risk" :label="wording.riskIfTrained" :rows="2" />
  <fieldset>
    <legend class="label">{{ wording.mendSequence }}</legend>
    <div v-for="(m, i) in fault.mends" :key="i" class="mb-1 grid grid-cols-[8rem_1fr_auto] gap-2">
      <PickOne
        :id="`e-kind-${i}`"
        :label="wording.kindOfStep(i + 1)"
        quiet
        :choices="MEND_KINDS.map((k) => ({ id: k, name: k }))"
        :model-value="m.kind"
        @update:model-value="m.kind = $event as (typeof MEND_KINDS)[number]"
      />
      <label class="sr-only" :for="`e-say-${i}`">{{ wording.wordsOfStep(i + 1) }}</label>
      <div>
        <input :id="`e-say-${i}`" v-model="m.say" class="field" :aria-describedby="`e-say-${i}-wrong`" />
        <FieldError :id="`e-say-${i}-wrong`" :path="`record.mends[${i}].say`" />
      </div>
      <button
        type="button"
        class="btn"
        :aria-label="wording.takeStepAway(i + 1)"
        @click="fault.mends = fault.mends.filter((_, k) => k !== i)"
      >
        ×
      </button>
    </div>
    <button
      type="button"
      class="btn"
      @click="fault.mends = [...fault.mends, { kind: fault.mends.at(-1)?.kind ?? 'cue', say: '' }]"
    >
      {{ wording.oneMoreStep }}
    </button>
  </fieldset>
</template>
