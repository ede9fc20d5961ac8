<script setup lang="ts">
/** The fields of a drill. */
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue';
import { CAUSE_IDS, CAUTION_IDS, PHASES, PLANES, type CauseId } from '../../../../core/formats/catalog.js';
import type { EntryRecord } from '../../../../core/formats/entries.js';
import { PHASE_WORDS } from '../../../../words/labels.js';
import { catalog } from '../../../data/catalogue.js';
import { causeName, cautionName, drillName } from '../../../data/names.js';
import { doseOf } from '../../../../core/prescribe/dose.js';
import DoseEditor from '../../looks/DoseEditor.vue';
import FieldError from '../../../components/FieldError.vue';
import FormField from '../../../components/FormField.vue';
import ManyOf from '../../../components/ManyOf.vue';
import { fromLines, lines } from './fields.js';
import PickOne from '../../../components/PickOne.vue';
import TypedField from '../../../components/TypedField.vue';
import { anywhere } from '../../../../words/pages/anywhere.js';
import { drillFields as wording } from '../../../../words/pages/entries.js';

/** How strongly a drill answers a cause; empty: not at all. */
const WEIGHTS = ['', '1', '2', '3'];
/** Of a copy the name and the dose are asked; the rest stays as it was, folded, until it is wanted. */
defineProps<{ folded?: boolean }>();
const drill = defineModel<EntryRecord<'drills'>>({ required: true });
function setCause(id: CauseId, weight: string): void {
  const causes = Object.fromEntries(Object.entries(drill.value.causes).filter(([c]) => c !== id));
  drill.value.causes = weight ? { ...causes, [id]: Number(weight) as 1 | 2 | 3 } : causes;
}
</script>

<template>
  <FormField id="e-name" v-model="drill.name" path="record.name" :label="anywhere.name" required />
  <DoseEditor
    id="e-dose"
    :name="drill.name"
    :title="wording.dose"
    :opened="folded"
    :dose="doseOf(catalog, drill)"
    :own="catalog.doses[drill.role]!"
    @change="drill.dose = $event ?? undefined"
  />
  <component :is="folded ? 'details' : 'div'" class="space-y-3">
    <summary v-if="folded" class="min-h-[44px] content-center font-semibold">
      {{ wording.howKitPositionsCauses }}
    </summary>
    <div>
      <label class="label" for="e-how">{{ wording.howALine }}</label>
      <TypedField id="e-how" empty lines rows="4" :value="lines(drill.how)" @keep="drill.how = fromLines($event)" />
      <FieldError id="e-how-wrong" path="record.how" />
    </div>
    <div class="grid gap-2 sm:grid-cols-2">
      <FormField id="e-self" v-model="drill.selfCheck" path="record.selfCheck" :label="wording.checkYourself" />
      <FormField id="e-breath" v-model="drill.breath" path="record.breath" :label="wording.breath" />
      <FormField
        id="e-minutes"
        v-model="drill.minutes"
        path="record.minutes"
        :label="anywhere.minutes"
        type="number"
        step="0.5"
      />
      <PickOne
        id="e-phase"
        :label="wording.phase"
        :choices="PHASES.map((p) => ({ id: p, name: PHASE_WORDS[p] }))"
        :model-value="drill.phase"
        @update:model-value="drill.phase = $event as (typeof PHASES)[number]"
      />
      <div>
        <label class="label" for="e-kit">{{ wording.kitWithCommas }}</label>
        <TypedField
          id="e-kit"
          empty
          :value="drill.kit.join(', ')"
          @keep="
            drill.kit = $event
              .split(',')
              .map((k) => k.trim().toLowerCase().replace(/\s+/g, '-'))
              .filter(Boolean)
          "
        />
        <FieldError id="e-kit-wrong" path="record.kit" />
      </div>
      <PickOne
        id="e-plane"
        :label="wording.plane"
        :choices="PLANES.map((p) => ({ id: p, name: p }))"
        :model-value="drill.plane"
        @update:model-value="drill.plane = $event as (typeof PLANES)[number]"
      />
    </div>
    <fieldset>
      <legend class="label">{{ wording.positionsItIsFor }}</legend>
      <ManyOf v-model="drill.families" :choices="catalog.families" />
      <FieldError id="e-families-wrong" path="record.families" />
    </fieldset>
    <fieldset>
      <legend class="label">{{ wording.causesItAnswers }}</legend>
      <div class="grid gap-x-4 sm:grid-cols-2">
        <RadioGroup
          v-for="c in CAUSE_IDS"
          :key="c"
          :model-value="`${drill.causes[c] ?? ''}`"
          class="flex min-h-[44px] items-center gap-2"
          @update:model-value="(weight: string) => setCause(c, weight)"
        >
          <RadioGroupLabel class="flex-1">{{ causeName(c) }}</RadioGroupLabel>
          <RadioGroupOption v-for="w in WEIGHTS" :key="w" v-slot="{ checked }" :value="w" as="template">
            <button type="button" class="btn !px-3" :class="{ 'btn-on': checked }">{{ w || '–' }}</button>
          </RadioGroupOption>
        </RadioGroup>
      </div>
    </fieldset>
    <fieldset>
      <legend class="label">{{ wording.notWithTheseCautions }}</legend>
      <ManyOf v-model="drill.excludedBy" :choices="CAUTION_IDS.map((id) => ({ id, name: cautionName(id) }))" />
    </fieldset>
  </component>
  <p v-if="drill.copiedFrom" class="text-soft text-sm">{{ wording.itsFigure(drillName(drill.copiedFrom)) }}</p>
</template>
