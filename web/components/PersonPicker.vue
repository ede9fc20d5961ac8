<script setup lang="ts">
/** One person of the studio, found by typing a part of the name; the server searches, so a thousand people are as quick as ten. */
import { ComboboxOption } from '@headlessui/vue';
import { refDebounced } from '@vueuse/core';
import { computed, ref } from 'vue';
import type { PersonSummary } from '../../api/people.js';
import { usePeople, usePerson } from '../data/people.js';
import PickBox from './PickBox.vue';
import { personPicker as wording } from '../../words/pages/parts.js';

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
defineEmits<{ 'update:modelValue': [id: string] }>();
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
</script>

<template>
  <PickBox
    :id="id"
    v-model:typed="typed"
    :model-value="modelValue"
    :label="label"
    :shown="shown"
    :placeholder="placeholder ?? wording.typeAName"
    :disabled="disabled"
    @update:model-value="(chosen) => $emit('update:modelValue', chosen)"
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
    <li v-else-if="list.loading.value" class="text-soft p-2 text-sm">{{ wording.fetching }}</li>
    <li v-else-if="list.people.value.length === 0" class="text-soft p-2 text-sm">{{ wording.nobodyFits }}</li>
    <li v-else-if="list.more.value" class="text-soft p-2 text-sm">
      {{ wording.inAllTypeMore(list.total.value ?? 0) }}
    </li>
  </PickBox>
</template>
