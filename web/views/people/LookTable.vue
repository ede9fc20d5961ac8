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
import { anywhere } from '../../../words/pages/anywhere.js';
import { lookTable as wording } from '../../../words/pages/people.js';

defineProps<{ items: readonly HistoryItem[] }>();
const PAGE = 25;
const seconds = (s: number | null): string => (s === null ? '–' : secondsText(s));
const columns: TableColumn<HistoryItem>[] = [
  { id: 'day', head: wording.when, by: (i) => i.startedAt, text: (i) => dayTimeText(i.startedAt) },
  { id: 'position', head: anywhere.position, by: (i) => familyName(i.position) },
  {
    id: 'version',
    head: anywhere.version,
    by: (i) => (i.rung ? rungName(i.position, i.rung) : null),
    text: (i) => (i.rung ? rungName(i.position, i.rung) : '–'),
  },
  { id: 'clean', head: anywhere.clean, by: (i) => i.clean, text: (i) => (i.reps ? doneText(i) : seconds(i.clean)) },
  { id: 'total', head: wording.total, by: (i) => i.total, text: (i) => seconds(i.total) },
  {
    id: 'fault',
    head: wording.standsOut,
    by: (i) => (i.top ? severityRank(i.top.severity) : null),
    text: (i) =>
      i.top
        ? `${faultName(i.top.fault)}, ${i.top.severity}`
        : (i.cannot ?? (i.undecided ? wording.notJudgedYet : 'nothing')),
  },
  {
    id: 'line',
    head: wording.bodyLine,
    by: (i) => i.bodyLine?.value ?? null,
    text: (i) => (i.bodyLine ? `${fixed(i.bodyLine.value)}° ${plusMinus(i.bodyLine.sd, '°')}` : '–'),
    apart: true,
  },
  {
    id: 'ended',
    head: wording.endedBy,
    by: (i) => (i.endedBy ? END_WORDS[i.endedBy] : null),
    text: (i) => (i.endedBy ? END_WORDS[i.endedBy] : '–'),
    apart: true,
  },
];
</script>

<template>
  <SortTable
    id="looks"
    :caption="wording.looks"
    :columns="columns"
    :rows="items"
    :page-size="PAGE"
    :to="(i) => `/looks/${i.id}`"
  />
</template>
