<script setup lang="ts">
/** The drills that were found, to be put in order and compared. */
import type { Drill } from '../../../core/formats/catalog.js';
import { PHASE_WORDS, plain } from '../../../words/labels.js';
import SortTable from '../../components/SortTable.vue';
import type { TableColumn } from '../../components/table-column.js';
import { causeName, cautionName, familyName } from '../../data/names.js';
import { entryLink } from './library.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { drillTable as wording } from '../../../words/pages/library.js';

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
  { id: 'name', head: wording.drill, by: (d) => d.name },
  { id: 'phase', head: wording.phase, by: (d) => PHASE_WORDS[d.phase] },
  { id: 'minutes', head: anywhere.minutes, by: (d) => d.minutes },
  { id: 'kit', head: wording.kit, by: (d) => d.kit.length, text: (d) => list(d.kit.map(plain)) },
  { id: 'answers', head: wording.answers, by: answers },
  { id: 'plane', head: wording.plane, by: (d) => d.plane, apart: true },
  {
    id: 'positions',
    head: wording.positions,
    by: (d) => d.families.length,
    text: (d) => list(d.families.map(familyName)),
    apart: true,
  },
  {
    id: 'cautions',
    head: wording.notWith,
    by: (d) => d.excludedBy.length,
    text: (d) => list(d.excludedBy.map(cautionName)),
    apart: true,
  },
];
</script>

<template>
  <SortTable
    id="drills"
    :caption="wording.drillsThatWereFound"
    :columns="columns"
    :rows="drills"
    :page-size="PAGE"
    :to="(d) => entryLink('drills', d.id)"
  />
</template>
