<script setup lang="ts">
/** Faults that were dealt or named: how many of them were seen, and how many of the taps were true. */
import type { EyeSummary } from '../../../api/eye.js';
import { ofText, rateText } from '../../../words/eye.js';
import { percentText } from '../../../words/numbers.js';
import { reliabilityOf } from '../../../core/eye/eye.js';
import SortTable from '../../components/SortTable.vue';
import type { TableColumn } from '../../components/table-column.js';
import { faultName } from '../../data/names.js';

const props = defineProps<{ summary: EyeSummary }>();
type Row = EyeSummary['faults'][number];
const share = ({ hits, of }: Row['seen']): number | null => (of > 0 ? hits / of : null);
const columns: TableColumn<Row>[] = [
  { id: 'fault', head: 'Fault', by: (r) => faultName(r.fault) },
  { id: 'seen', head: 'Seen', by: (r) => share(r.seen), text: (r) => (r.seen.of > 0 ? ofText(r.seen) : '') },
  { id: 'alarms', head: 'For nothing', by: (r) => r.alarms.hits },
  {
    id: 'worth',
    head: 'A tap is true',
    by: (r) => reliabilityOf(props.summary.eye, r.fault),
    text: (r) => percentText(reliabilityOf(props.summary.eye, r.fault)),
  },
];
</script>

<template>
  <div>
    <p class="figures">
      Seen <b>{{ rateText(summary.seen) }}</b> of what was there; first to go right in
      <b>{{ rateText(summary.first) }}</b>.
    </p>
    <SortTable
      v-if="summary.faults.length"
      class="mt-1"
      caption="Your faults"
      :columns="columns"
      :rows="summary.faults"
    />
  </div>
</template>
