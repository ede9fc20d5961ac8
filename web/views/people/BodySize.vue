<script setup lang="ts">
/** Height and weight in the units that are shown; what is typed follows when they change. */
import { watch } from 'vue';
import FormField from '../../components/FormField.vue';
import { massFromForm, massToForm, statureFromForm, statureToForm } from '../../../words/units.js';
import { useSettings } from '../../stores/settings.js';
import { bodySize as wording } from '../../../words/pages/people.js';

const stature = defineModel<number | ''>('stature', { required: true });
const mass = defineModel<number | ''>('mass', { required: true });
const settings = useSettings();
watch(
  () => settings.units,
  (now, before) => {
    if (stature.value !== '') stature.value = statureToForm(statureFromForm(stature.value, before), now);
    if (mass.value !== '') mass.value = massToForm(massFromForm(mass.value, before), now);
  },
);
</script>

<template>
  <FormField
    id="p-stature"
    v-model="stature"
    path="stature"
    :label="wording.height(settings.units === 'metric' ? 'cm' : wording.inches)"
    type="number"
    step="0.1"
    min="1"
  />
  <FormField
    id="p-mass"
    v-model="mass"
    path="mass"
    :label="wording.weight(settings.units === 'metric' ? 'kg' : wording.pounds)"
    type="number"
    step="0.1"
    min="1"
  />
</template>
