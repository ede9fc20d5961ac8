<script setup lang="ts">
/** A field that finds one of many by typing a part of its name; what it finds is the caller's. */
import { Combobox, ComboboxButton, ComboboxInput, ComboboxOptions } from '@headlessui/vue';
import { ChevronsUpDown } from '@lucide/vue';
import { pickBox as wording } from '../../words/pages/parts.js';

defineProps<{
  id: string;
  label: string;
  modelValue: string;
  /** The name of what is chosen. */
  shown: (id: unknown) => string;
  placeholder?: string;
  disabled?: boolean;
}>();
const typed = defineModel<string>('typed', { required: true });
const emit = defineEmits<{ 'update:modelValue': [id: string] }>();
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
      :display-value="shown"
      :placeholder="placeholder"
      @change="typed = ($event.target as HTMLInputElement).value"
      @focus="($event.target as HTMLInputElement).select()"
    />
    <ComboboxButton
      class="absolute inset-y-0 right-0 flex w-11 items-center justify-center"
      :aria-label="wording.showTheList(label)"
    >
      <ChevronsUpDown :size="18" aria-hidden="true" />
    </ComboboxButton>
    <ComboboxOptions
      class="card absolute z-40 mt-1 max-h-80 w-full min-w-56 overflow-y-auto !p-1 shadow-lg focus:outline-none"
    >
      <slot></slot>
    </ComboboxOptions>
  </Combobox>
</template>
