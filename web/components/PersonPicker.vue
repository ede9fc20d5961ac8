<script setup lang="ts">
/** One person of the studio, found by typing a part of the name; the server searches, so a thousand people are as quick as ten. */
import { Combobox, ComboboxButton, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue';
import { ChevronsUpDown } from '@lucide/vue';
import { refDebounced } from '@vueuse/core';
import { computed, ref } from 'vue';
import type { PersonSummary } from '../../api/people.js';
import { usePeople, usePerson } from '../data/people.js';

const props = defineProps<{
  id: string;
  label: string;
  modelValue: string;
  placeholder?: string;
  disabled?: boolean;
  /** Offered beside the people, for "nobody". */
  nobody?: string;
  /** Only those who are not here today. */
  notHere?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [id: string] }>();
const typed = ref('');
const asked = refDebounced(typed, 150);
const list = usePeople(
  () => ({
    ...(asked.value.trim() ? { search: asked.value.trim() } : {}),
    ...(props.notHere ? { here: 'no' as const } : {}),
  }),
  20,
);
const chosen = usePerson(() => props.modelValue || null);
const name = computed(() => chosen.value.value?.name ?? '');
const shown = (id: unknown): string =>
  id === ''
    ? (props.nobody ?? '')
    : id === props.modelValue
      ? name.value
      : (list.people.value.find((p) => p.id === id)?.name ?? '');
const groupOf = (p: PersonSummary): string => p.group?.name ?? '';
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
      :placeholder="placeholder ?? 'Type a name'"
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
      <ComboboxOption v-if="nobody !== undefined && typed === ''" v-slot="{ active }" value="" as="template">
        <li class="min-h-[44px] cursor-pointer content-center rounded px-2" :class="{ 'bg-sunk': active }">
          {{ nobody }}
        </li>
      </ComboboxOption>
      <ComboboxOption v-for="p in list.people.value" :key="p.id" v-slot="{ active }" :value="p.id" as="template">
        <li class="flex min-h-[44px] cursor-pointer items-center gap-2 rounded px-2" :class="{ 'bg-sunk': active }">
          <span class="flex-1" :class="{ 'font-bold': p.id === modelValue }">{{ p.name }}</span>
          <span class="text-soft text-sm">{{ groupOf(p) }}</span>
        </li>
      </ComboboxOption>
      <li v-if="list.error.value" class="text-soft p-2 text-sm">{{ list.error.value }}</li>
      <li v-else-if="list.loading.value" class="text-soft p-2 text-sm">Fetching …</li>
      <li v-else-if="list.people.value.length === 0" class="text-soft p-2 text-sm">Nobody fits.</li>
      <li v-else-if="list.more.value" class="text-soft p-2 text-sm">
        {{ list.total.value }} in all: type more of the name.
      </li>
    </ComboboxOptions>
  </Combobox>
</template>
