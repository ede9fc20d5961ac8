<script setup lang="ts">
/** One of a list that can be long, found by typing a part of its name. */
import { ComboboxOption } from '@headlessui/vue';
import type { Choice } from './choice.js';
import { computed, defineAsyncComponent, ref } from 'vue';
import PickBox from './PickBox.vue';
import { searchPick as wording } from '../../words/pages/parts.js';

// Fetched where a list has figures: most have none.
const FigureView = defineAsyncComponent(() => import('../drawing/FigureView.vue'));
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
/** From so many on only those in view are drawn: a slow phone draws hundreds for a second. */
const LONG = 60;
const long = computed(() => (props.choices.length >= LONG ? found.value.map((c) => c.id) : null));
const byId = computed(() => new Map(props.choices.map((c) => [c.id, c])));
const nameOf = (id: unknown): string => byId.value.get(String(id))?.name ?? '';
</script>

<template>
  <PickBox
    :id="id"
    v-slot="{ option }"
    v-model:typed="typed"
    :model-value="modelValue"
    :label="label"
    :shown="nameOf"
    :placeholder="placeholder ?? label"
    :disabled="disabled"
    :long="long"
    @update:model-value="(chosen) => $emit('update:modelValue', chosen)"
  >
    <ComboboxOption
      v-for="c in long?.length ? [byId.get(option)!] : found"
      :key="c.id"
      v-slot="{ active }"
      :value="c.id"
      as="template"
    >
      <li
        :data-id="c.id"
        class="flex min-h-[44px] cursor-pointer items-center gap-2 rounded px-2"
        :class="{ 'bg-sunk': active }"
      >
        <span v-if="c.pose" class="w-16 shrink-0" aria-hidden="true"
          ><FigureView :pose="c.pose" :label="c.name"
        /></span>
        <span class="flex-1" :class="{ 'font-bold': c.id === modelValue }">{{ c.name }}</span>
        <span v-if="c.note" class="text-soft text-sm">{{ c.note }}</span>
      </li>
    </ComboboxOption>
    <li v-if="found.length === 0" class="text-soft p-2 text-sm">{{ wording.nothingFits }}</li>
  </PickBox>
</template>
