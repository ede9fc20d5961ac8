<script setup lang="ts">
/** Placing error by point: how wide, how steady, and where it usually lies. */
import type { EyeSummary } from '../../../api/eye.js';
import { LANDMARK_LABELS, type BaseLandmark } from '../../../core/landmarks.js';
import { placingText, whereText } from '../../../words/eye.js';
import SortTable from '../../components/SortTable.vue';
import type { TableColumn } from '../../components/table-column.js';
import { placingTable as wording } from '../../../words/pages/eye.js';

defineProps<{ placing: NonNullable<EyeSummary['placing']> }>();
type Row = NonNullable<EyeSummary['placing']>['points'][number];
const columns: TableColumn<Row>[] = [
  { id: 'point', head: wording.point, by: (r) => LANDMARK_LABELS[r.point as BaseLandmark] },
  { id: 'error', head: wording.error, by: (r) => r.share, text: (r) => placingText(r.share) },
  {
    id: 'within',
    head: wording.knownTo,
    by: (r) => r.within[1] / r.within[0],
    text: (r) => wording.to(placingText(r.within[0]).slice(2, -3), placingText(r.within[1]).slice(2)),
  },
  { id: 'again', head: wording.placedAgain, by: (r) => r.again, text: (r) => placingText(r.again) },
  { id: 'where', head: wording.usuallyLies, by: (r) => whereText(r.mean) },
];
</script>

<template>
  <SortTable :caption="wording.yourPoints" :columns="columns" :rows="placing.points" />
</template>
