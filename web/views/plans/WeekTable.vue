<script setup lang="ts">
/** A week as a table: its numbers are changed in place. */
import { computed } from 'vue';
import type { PlannedProgramme } from '../../../api/programmes.js';
import { weekdayOf, type SetsOf, type Weekday } from '../../../core/formats/programme.js';
import { plannedWhy, WEEKDAY_NAMES, workText } from '../../../words/programme.js';
import SortTable from '../../components/SortTable.vue';
import type { TableColumn } from '../../components/table-column.js';
import { catalog } from '../../data/catalogue.js';
import { drillName } from '../../data/names.js';
import TypedField from '../../components/TypedField.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { weekTable as wording } from '../../../words/pages/plans.js';

type Item = PlannedProgramme['weeks'][number]['days'][number]['items'][number];
interface Row {
  day: string;
  weekday: Weekday;
  at: number;
  item: Item;
  fixed: boolean;
}
const props = defineProps<{ week: PlannedProgramme['weeks'][number]; today: string; changing: boolean }>();
const emit = defineEmits<{ put: [day: Weekday, item: string, as: Partial<SetsOf>] }>();
const rows = computed((): Row[] =>
  props.week.days.flatMap(({ day, items }) =>
    items.map((item, at) => ({ day, weekday: weekdayOf(day), at, item, fixed: day < props.today || !props.changing })),
  ),
);
const unitOf = (i: Item): 'seconds' | 'reps' | 'breaths' | 'steps' =>
  i.seconds !== null ? 'seconds' : i.reps !== null ? 'reps' : i.breaths !== null ? 'breaths' : 'steps';
const UNIT = { seconds: 's', reps: 'reps', breaths: 'breaths', steps: 'steps' } as const;
const columns: TableColumn<Row>[] = [
  { id: 'item', head: wording.item, by: (r) => drillName(r.item.item) },
  { id: 'day', head: anywhere.day, by: (r) => `${r.day} ${r.at}`, text: (r) => WEEKDAY_NAMES[r.weekday] },
  { id: 'sets', head: anywhere.sets, by: (r) => r.item.sets },
  { id: 'amount', head: wording.each, by: (r) => r.item[unitOf(r.item)] },
  { id: 'rest', head: wording.restS, by: (r) => r.item.rest },
  { id: 'minutes', head: anywhere.minutes, by: (r) => r.item.minutes },
  { id: 'why', head: wording.why, by: (r) => plannedWhy(catalog, r.item.why) },
];
function put(row: Row, key: keyof SetsOf, most: number, text: string): void {
  const least = key === 'rest' ? 0 : 1;
  const value = Math.min(most, Math.max(least, Math.round(Number(text)) || least));
  const { sets, rest } = row.item;
  emit('put', row.weekday, row.item.item, { sets, rest, [key]: value });
}
const labelled = (row: Row, what: string): string =>
  wording.ofOn(what, drillName(row.item.item), WEEKDAY_NAMES[row.weekday]);
</script>

<template>
  <SortTable :caption="wording.week(week.week)" :columns="columns" :rows="rows">
    <template #sets="{ row }">
      <template v-if="row.fixed">{{ row.item.sets }}</template>
      <TypedField
        v-else
        type="number"
        min="1"
        max="12"
        class="figures w-20"
        :aria-label="labelled(row, anywhere.sets)"
        :value="row.item.sets"
        @keep="put(row, 'sets', 12, $event)"
      />
    </template>
    <template #amount="{ row }">
      <span v-if="row.fixed || row.item.split">{{ workText(catalog, row.item).replace(/^\d+ × /, '') }}</span>
      <span v-else class="flex items-center gap-2">
        <TypedField
          type="number"
          min="1"
          max="600"
          class="figures w-20"
          :aria-label="labelled(row, wording.amount)"
          :value="row.item[unitOf(row.item)]"
          @keep="put(row, unitOf(row.item), 600, $event)"
        />
        {{ UNIT[unitOf(row.item)] }}{{ row.item.sides === 'each' ? wording.eachSide : '' }}
      </span>
    </template>
    <template #rest="{ row }">
      <template v-if="row.fixed">{{ row.item.rest }}</template>
      <TypedField
        v-else
        type="number"
        min="0"
        max="600"
        class="figures w-20"
        :aria-label="labelled(row, anywhere.rest)"
        :value="row.item.rest"
        @keep="put(row, 'rest', 600, $event)"
      />
    </template>
  </SortTable>
</template>
