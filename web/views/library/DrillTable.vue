<script setup lang="ts">
/** The drills that were found, to be put in order and compared. */
import type { Drill } from '../../../core/formats/catalog.js';
import { PHASE_WORDS, plain } from '../../../words/labels.js';
import SortTable from '../../components/SortTable.vue';
import type { TableColumn } from '../../components/table-column.js';
import { causeName, cautionName, familyName } from '../../data/names.js';
import { entryLink } from './library.js';

defineProps<{ drills: readonly Drill[] }>();
const PAGE = 20;
/** Causes that it answers, the strongest first. */
const answers = (d: Drill): string =>
  Object.entries(d.causes)
    .sort(([, a], [, b]) => b - a)
    .map(([id]) => causeName(id))
    .join(', ');
const list = (names: readonly string[]): string => names.join(', ') || '–';
const columns: TableColumn<Drill>[] = [
  { id: 'name', head: 'Drill', by: (d) => d.name },
  { id: 'phase', head: 'Phase', by: (d) => PHASE_WORDS[d.phase] },
  { id: 'minutes', head: 'Minutes', by: (d) => d.minutes },
  { id: 'kit', head: 'Kit', by: (d) => d.kit.length, text: (d) => list(d.kit.map(plain)) },
  { id: 'answers', head: 'Answers', by: answers },
  { id: 'plane', head: 'Plane', by: (d) => d.plane, apart: true },
  {
    id: 'positions',
    head: 'Positions',
    by: (d) => d.families.length,
    text: (d) => list(d.families.map(familyName)),
    apart: true,
  },
  {
    id: 'cautions',
    head: 'Not with',
    by: (d) => d.excludedBy.length,
    text: (d) => list(d.excludedBy.map(cautionName)),
    apart: true,
  },
];
</script>

<template>
  <SortTable
    id="drills"
    caption="Drills that were found"
    :columns="columns"
    :rows="drills"
    :page-size="PAGE"
    :to="(d) => entryLink('drills', d.id)"
  />
</template>
