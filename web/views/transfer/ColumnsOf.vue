<script setup lang="ts">
/** Which column of a table is which of ours, with its first rows beside it. */
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue';
import { computed } from 'vue';
import type { ImportPreview } from '../../../api/imports.js';
import PickOne from '../../components/PickOne.vue';
import { columnsOf as wording } from '../../../words/pages/transfer.js';

type Table = NonNullable<ImportPreview['table']>;
const props = defineProps<{ table: Table }>();
const emit = defineEmits<{ set: [field: string, column: number | null] }>();
/** A field that no column is. */
const NONE = 'none';
const choices = computed(() => [
  { id: NONE, name: wording.inNoColumnInSentence },
  ...props.table.head.map((name, i) => ({ id: String(i), name: name || wording.column(i + 1) })),
]);
const samples = (column: number | null): string =>
  column === null
    ? ''
    : props.table.sample
        .map((row) => row[column] ?? '')
        .filter((cell) => cell !== '')
        .slice(0, 3)
        .join(' · ');
const shown = computed(() => props.table.fields.filter((f) => f.needed || f.column !== null));
const missing = computed(() => props.table.fields.filter((f) => !f.needed && f.column === null));
const set = (field: string, chosen: string): void => emit('set', field, chosen === NONE ? null : Number(chosen));
</script>

<template>
  <div>
    <ul class="grid gap-x-6 gap-y-2 sm:grid-cols-2">
      <li v-for="f in shown" :key="f.id" class="min-w-0">
        <PickOne
          :id="`column-${f.id}`"
          :label="`${f.head}${f.needed ? wording.needed : ''}`"
          :choices="choices"
          :model-value="f.column === null ? NONE : String(f.column)"
          @update:model-value="(chosen) => set(f.id, chosen)"
        />
        <p class="text-soft figures truncate text-sm">{{ samples(f.column) || '\u00A0' }}</p>
      </li>
    </ul>
    <Disclosure v-if="missing.length">
      <DisclosureButton class="link min-h-[44px] text-left">{{
        wording.inNoColumn(missing.map((f) => f.head).join('; '))
      }}</DisclosureButton>
      <DisclosurePanel as="ul" class="grid gap-x-6 gap-y-2 sm:grid-cols-2">
        <li v-for="f in missing" :key="f.id" class="min-w-0">
          <PickOne
            :id="`column-${f.id}`"
            :label="f.head"
            :choices="choices"
            :model-value="NONE"
            @update:model-value="(chosen) => set(f.id, chosen)"
          />
        </li>
      </DisclosurePanel>
    </Disclosure>
  </div>
</template>
