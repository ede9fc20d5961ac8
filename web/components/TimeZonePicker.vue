<script setup lang="ts">
/** A time zone by its name, found by typing a part of it. */
import { Combobox, ComboboxButton, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue';
import { ChevronsUpDown } from '@lucide/vue';
import { computed, ref } from 'vue';
import { timeZonePicker as wording } from '../../words/pages/parts.js';

const zone = defineModel<string>({ required: true });
const MOST = 40;
const all = ['UTC', ...Intl.supportedValuesOf('timeZone').filter((z) => z !== 'UTC')];
const typed = ref('');
const fitting = computed(() => {
  const words = typed.value.trim().toLowerCase().replaceAll(' ', '_');
  return all.filter((z) => z.toLowerCase().includes(words));
});
const plain = (name: unknown): string => String(name).replaceAll('_', ' ');
</script>

<template>
  <Combobox v-model="zone" as="div" class="relative" @update:model-value="typed = ''">
    <label class="sr-only" for="time-zone">{{ wording.theHallsTimeZone }}</label>
    <ComboboxInput
      id="time-zone"
      class="field !pr-11"
      autocomplete="off"
      :display-value="plain"
      @change="typed = ($event.target as HTMLInputElement).value"
      @focus="($event.target as HTMLInputElement).select()"
    />
    <ComboboxButton
      class="absolute inset-y-0 right-0 flex w-11 items-center justify-center"
      :aria-label="wording.showTheTimeZones"
    >
      <ChevronsUpDown :size="18" aria-hidden="true" />
    </ComboboxButton>
    <ComboboxOptions class="card absolute z-40 mt-1 max-h-72 w-full overflow-y-auto !p-1 shadow-lg focus:outline-none">
      <ComboboxOption v-for="z in fitting.slice(0, MOST)" :key="z" v-slot="{ active }" :value="z" as="template">
        <li class="min-h-[44px] cursor-pointer content-center rounded px-2" :class="{ 'bg-sunk': active }">
          {{ plain(z) }}
        </li>
      </ComboboxOption>
      <li v-if="fitting.length === 0" class="text-soft p-2 text-sm">{{ wording.noZoneHasSuch }}</li>
      <li v-else-if="fitting.length > MOST" class="text-soft p-2 text-sm">
        {{ wording.moreTypeMore(fitting.length - MOST) }}
      </li>
    </ComboboxOptions>
  </Combobox>
</template>
