<script setup lang="ts">
/** Height and weight in the units that are shown; what is typed follows when they change. */
import { watch } from 'vue';
import { massFromForm, massToForm, statureFromForm, statureToForm } from '../../../words/units.js';
import { useSettings } from '../../stores/settings.js';

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
  <div>
    <label class="label" for="p-stature">Height ({{ settings.units === 'metric' ? 'cm' : 'inches' }})</label>
    <input id="p-stature" v-model.number="stature" type="number" step="0.1" min="1" class="field" />
  </div>
  <div>
    <label class="label" for="p-mass">Weight ({{ settings.units === 'metric' ? 'kg' : 'pounds' }})</label>
    <input id="p-mass" v-model.number="mass" type="number" step="0.1" min="1" class="field" />
  </div>
</template>
