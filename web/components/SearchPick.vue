<script setup lang="ts">
/** One of a list that can be long, found by typing a part of its name. */
import type { Choice } from './choice.js';
import { computed, ref } from 'vue';
import PickBox from './PickBox.vue';
import SearchChoices from './SearchChoices.vue';
import { searchPick as wording } from '../../words/pages/parts.js';

const props = defineProps<{
  id: string;
  label: string;
  choices: readonly Choice[];
  modelValue: string;
  placeholder?: string;
  disabled?: boolean;
}>();
defineEmits<{ 'update:modelValue': [id: string] }>();
const typed = ref('');
const found = computed(() => {
  const wanted = typed.value.trim().toLowerCase();
  return wanted ? props.choices.filter((c) => c.name.toLowerCase().includes(wanted)) : props.choices;
});
const nameOf = (id: unknown): string => props.choices.find((c) => c.id === id)?.name ?? '';
</script>

<template>
  <PickBox
    :id="id"
    v-model:typed="typed"
    :model-value="modelValue"
    :label="label"
    :shown="nameOf"
    :placeholder="placeholder ?? label"
    :disabled="disabled"
    @update:model-value="(chosen) => $emit('update:modelValue', chosen)"
  >
    <SearchChoices :found="found" :chosen="modelValue" />
    <li v-if="found.length === 0" class="text-soft p-2 text-sm">{{ wording.nothingFits }}</li>
  </PickBox>
</template>
