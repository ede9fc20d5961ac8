<script setup lang="ts">
/** A chance, as so many of a hundred people. */
import TypedField from '../../../components/TypedField.vue';
import { ofHundred as wording } from '../../../../words/pages/entries.js';
const chance = defineModel<number>({ required: true });
defineProps<{ id: string; label: string; means: string }>();
const asked = (text: string): void => {
  const of = Number(text);
  if (Number.isFinite(of)) chance.value = of / 100;
};
</script>

<template>
  <div>
    <label class="label" :for="id">{{ wording.of(label) }}</label>
    <TypedField
      :id="id"
      type="number"
      class="figures !w-32"
      min="0.5"
      max="99.5"
      step="0.5"
      required
      :value="Math.round(1000 * chance) / 10"
      :aria-describedby="`${id}-means`"
      @keep="asked"
    />
    <p :id="`${id}-means`" class="text-soft text-sm">{{ means }}</p>
  </div>
</template>
