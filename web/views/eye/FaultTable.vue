<script setup lang="ts">
/** Faults that were dealt or named: how many of them were seen, and how many of the taps were true. */
import type { EyeSummary } from '../../../api/eye.js';
import { ofText, rateText } from '../../../words/eye.js';
import { percentText } from '../../../words/numbers.js';
import { reliabilityOf } from '../../../core/eye/eye.js';
import SortTable from '../../components/SortTable.vue';
import type { TableColumn } from '../../components/table-column.js';
import { faultName } from '../../data/names.js';
import { faultTable as wording } from '../../../words/pages/eye.js';

const props = defineProps<{ summary: EyeSummary }>();
type Row = EyeSummary['faults'][number];
const share = ({ hits, of }: Row['seen']): number | null => (of > 0 ? hits / of : null);
const columns: TableColumn<Row>[] = [
  { id: 'fault', head: wording.fault, by: (r) => faultName(r.fault) },
  { id: 'seen', head: wording.seen, by: (r) => share(r.seen), text: (r) => (r.seen.of > 0 ? ofText(r.seen) : '') },
  { id: 'alarms', head: wording.forNothing, by: (r) => r.alarms.hits },
  {
    id: 'worth',
    head: wording.aTapIsTrue,
    by: (r) => reliabilityOf(props.summary.eye, r.fault),
    text: (r) => percentText(reliabilityOf(props.summary.eye, r.fault)),
  },
];
</script>

<template>
  <div>
    <p class="figures">
      {{ wording.seen }} <b>{{ rateText(summary.seen) }}</b> {{ wording.ofWhatWasThere }}
      <b>{{ rateText(summary.first) }}</b>.
    </p>
    <SortTable
      v-if="summary.faults.length"
      class="mt-1"
      :caption="wording.yourFaults"
      :columns="columns"
      :rows="summary.faults"
    />
  </div>
</template>
