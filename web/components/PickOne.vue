<script setup lang="ts">
/** One of a list: a short one opens as it is, a long one is found by typing. */
import { Listbox, ListboxButton, ListboxLabel, ListboxOption, ListboxOptions } from '@headlessui/vue';
import { ChevronDown } from '@lucide/vue';
import type { Choice } from './choice.js';
import { computed } from 'vue';
import SearchPick from './SearchPick.vue';
import { pickOne as wording } from '../../words/pages/parts.js';

const props = defineProps<{
  id: string;
  label: string;
  choices: readonly Choice[];
  modelValue: string;
  /** The label is said and not shown: what stands beside it tells what it is. */
  quiet?: boolean;
  placeholder?: string;
  disabled?: boolean;
}>();
defineEmits<{ 'update:modelValue': [id: string] }>();
/** A list longer than this is searched. */
const SHORT = 8;
const short = computed(() => props.choices.length <= SHORT);
const chosen = computed(() => props.choices.find((c) => c.id === props.modelValue));
</script>

<template>
  <Listbox
    v-if="short"
    :model-value="modelValue"
    :disabled="disabled"
    as="div"
    class="relative"
    @update:model-value="(id: string) => $emit('update:modelValue', id)"
  >
    <ListboxLabel :class="quiet ? 'sr-only' : 'label'">{{ label }}</ListboxLabel>
    <ListboxButton :id="id" class="field flex items-center gap-2 text-left" :data-value="modelValue">
      <span class="min-w-0 flex-1" :class="{ 'text-soft': !chosen }">{{
        chosen?.name ?? placeholder ?? wording.choose
      }}</span>
      <ChevronDown :size="18" aria-hidden="true" class="shrink-0" />
    </ListboxButton>
    <ListboxOptions
      class="card absolute top-full left-0 z-40 mt-1 max-h-80 w-full min-w-max max-w-[90vw] overflow-y-auto !p-1 shadow-lg focus:outline-none"
    >
      <ListboxOption v-for="c in choices" :key="c.id" v-slot="{ active, selected }" :value="c.id" as="template">
        <li
          :data-id="c.id"
          class="flex min-h-[44px] cursor-pointer items-center gap-2 rounded px-2"
          :class="{ 'bg-sunk': active }"
        >
          <span class="flex-1" :class="{ 'font-bold': selected }">{{ c.name }}</span>
          <span v-if="c.note" class="text-soft text-sm">{{ c.note }}</span>
        </li>
      </ListboxOption>
    </ListboxOptions>
  </Listbox>
  <div v-else>
    <span v-if="!quiet" class="label" aria-hidden="true">{{ label }}</span>
    <SearchPick
      :id="id"
      :label="label"
      :choices="choices"
      :model-value="modelValue"
      :placeholder="placeholder"
      :disabled="disabled"
      :data-value="modelValue"
      @update:model-value="(chosenId) => $emit('update:modelValue', chosenId)"
    />
  </div>
</template>
