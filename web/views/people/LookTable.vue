<script setup lang="ts">
/** Looks as a table: what was held, how long, and what stood out. */
import type { HistoryItem } from '../../../api/observations.js';
import { severityRank } from '../../../core/formats/catalog.js';
import { doneText } from '../../../words/counts.js';
import { END_WORDS } from '../../../words/labels.js';
import { fixed, plusMinus, secondsText } from '../../../words/numbers.js';
import SortTable from '../../components/SortTable.vue';
import type { TableColumn } from '../../components/table-column.js';
import { dayTimeText, familyName, faultName, rungName } from '../../data/names.js';

defineProps<{ items: readonly HistoryItem[] }>();
const PAGE = 25;
const seconds = (s: number | null): string => (s === null ? '–' : secondsText(s));
const columns: TableColumn<HistoryItem>[] = [
  { id: 'day', head: 'When', by: (i) => i.startedAt, text: (i) => dayTimeText(i.startedAt) },
  { id: 'position', head: 'Position', by: (i) => familyName(i.position) },
  {
    id: 'version',
    head: 'Version',
    by: (i) => (i.rung ? rungName(i.position, i.rung) : null),
    text: (i) => (i.rung ? rungName(i.position, i.rung) : '–'),
  },
  { id: 'clean', head: 'Clean', by: (i) => i.clean, text: (i) => (i.reps ? doneText(i) : seconds(i.clean)) },
  { id: 'total', head: 'Total', by: (i) => i.total, text: (i) => seconds(i.total) },
  {
    id: 'fault',
    head: 'Stands out',
    by: (i) => (i.top ? severityRank(i.top.severity) : null),
    text: (i) =>
      i.top
        ? `${faultName(i.top.fault)}, ${i.top.severity}`
        : (i.cannot ?? (i.undecided ? 'not judged yet' : 'nothing')),
  },
  {
    id: 'line',
    head: 'Body line',
    by: (i) => i.bodyLine?.value ?? null,
    text: (i) => (i.bodyLine ? `${fixed(i.bodyLine.value)}° ${plusMinus(i.bodyLine.sd, '°')}` : '–'),
    apart: true,
  },
  {
    id: 'ended',
    head: 'Ended by',
    by: (i) => (i.endedBy ? END_WORDS[i.endedBy] : null),
    text: (i) => (i.endedBy ? END_WORDS[i.endedBy] : '–'),
    apart: true,
  },
];
</script>

<template>
  <SortTable
    id="looks"
    caption="Looks"
    :columns="columns"
    :rows="items"
    :page-size="PAGE"
    :to="(i) => `/looks/${i.id}`"
  />
</template>
