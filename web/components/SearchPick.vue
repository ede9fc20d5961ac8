<script setup lang="ts">
/** One of a list that can be long, found by typing a part of its name. */
import { Combobox, ComboboxButton, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue';
import { ChevronsUpDown } from '@lucide/vue';
import { computed, ref } from 'vue';

interface Choice {
  id: string;
  name: string;
  /** Said beside the name. */
  note?: string;
}
const props = defineProps<{
  id: string;
  label: string;
  choices: readonly Choice[];
  modelValue: string;
  placeholder?: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [id: string] }>();
const typed = ref('');
const found = computed(() => {
  const wanted = typed.value.trim().toLowerCase();
  return wanted ? props.choices.filter((c) => c.name.toLowerCase().includes(wanted)) : props.choices;
});
const nameOf = (id: unknown): string => props.choices.find((c) => c.id === id)?.name ?? '';
function choose(id: string): void {
  typed.value = '';
  emit('update:modelValue', id);
}
</script>

<template>
  <Combobox :model-value="modelValue" :disabled="disabled" as="div" class="relative" @update:model-value="choose">
    <label class="sr-only" :for="id">{{ label }}</label>
    <ComboboxInput
      :id="id"
      class="field !pr-11"
      autocomplete="off"
      :display-value="nameOf"
      :placeholder="placeholder ?? label"
      @change="typed = ($event.target as HTMLInputElement).value"
      @focus="($event.target as HTMLInputElement).select()"
    />
    <ComboboxButton
      class="absolute inset-y-0 right-0 flex w-11 items-center justify-center"
      :aria-label="`Show the list: ${label}`"
    >
      <ChevronsUpDown :size="18" aria-hidden="true" />
    </ComboboxButton>
    <ComboboxOptions
      class="card absolute z-40 mt-1 max-h-80 w-full min-w-56 overflow-y-auto !p-1 shadow-lg focus:outline-none"
    >
      <ComboboxOption v-for="c in found" :key="c.id" v-slot="{ active }" :value="c.id" as="template">
        <li class="flex min-h-[44px] cursor-pointer items-center gap-2 rounded px-2" :class="{ 'bg-sunk': active }">
          <span class="flex-1" :class="{ 'font-bold': c.id === modelValue }">{{ c.name }}</span>
          <span v-if="c.note" class="text-soft text-sm">{{ c.note }}</span>
        </li>
      </ComboboxOption>
      <li v-if="found.length === 0" class="text-soft p-2 text-sm">Nothing fits.</li>
    </ComboboxOptions>
  </Combobox>
</template>
