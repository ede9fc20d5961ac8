<script setup lang="ts" generic="T extends object">
/** A table whose columns can be put in order; each row has a name in its first column. A slot named as a column fills its cells. */
import {
  createSortedRowModel,
  rowSortingFeature,
  sortFn_basic,
  sortFn_text,
  tableFeatures,
  useTable,
  type ColumnDef,
} from '@tanstack/vue-table';
import { ArrowDown, ArrowUp, ArrowUpDown } from '@lucide/vue';
import { computed } from 'vue';
import { RouterLink } from 'vue-router';

export interface TableColumn<R> {
  id: string;
  head: string;
  /** What the column is put in order by; words by the alphabet, numbers by size, null last. */
  by: (row: R) => string | number | null;
  /** What is read; the value itself where left out. */
  text?: (row: R) => string;
}
const props = defineProps<{
  caption: string;
  columns: readonly TableColumn<T>[];
  rows: readonly T[];
  /** Where the name of a row leads. */
  to?: (row: T) => string;
}>();

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { basic: sortFn_basic, text: sortFn_text },
});
/** A row by its place among those given: the table library orders places. */
interface Place {
  at: number;
}
type Def = ColumnDef<typeof features, Place, unknown>;
const numeric = (c: TableColumn<T>): boolean => props.rows.every((r) => typeof c.by(r) !== 'string');
const columns = computed((): readonly Def[] =>
  props.columns.map((c): Def => ({
    id: c.id,
    header: c.head,
    accessorFn: ({ at }: Place) => c.by(props.rows[at]!) ?? undefined,
    sortFn: numeric(c) ? 'basic' : 'text',
    sortUndefined: 'last',
    sortDescFirst: numeric(c),
  })),
);
const places = computed((): Place[] => props.rows.map((_, at) => ({ at })));
const table = useTable<typeof features, Place>({ features, columns, data: places });
const of = (id: string): TableColumn<T> => props.columns.find((c) => c.id === id)!;
const cell = (id: string, { at }: Place): string => {
  const row = props.rows[at]!;
  return of(id).text?.(row) ?? String(of(id).by(row) ?? '');
};
const ORDER = { asc: 'ascending', desc: 'descending' } as const;
const orderOf = (sorted: false | 'asc' | 'desc') => (sorted ? ORDER[sorted] : 'none');
</script>

<template>
  <div class="overflow-x-auto" tabindex="0" role="region" :aria-label="caption">
    <table class="figures w-full text-left">
      <caption class="sr-only">
        {{
          caption
        }}
      </caption>
      <thead>
        <tr v-for="group in table.getHeaderGroups()" :key="group.id">
          <th
            v-for="header in group.headers"
            :key="header.id"
            scope="col"
            class="pr-3"
            :aria-sort="orderOf(header.column.getIsSorted())"
          >
            <button
              class="inline-flex min-h-[44px] min-w-[44px] items-center gap-1 text-left font-semibold"
              @click="header.column.toggleSorting()"
            >
              {{ of(header.column.id).head }}
              <component
                :is="
                  header.column.getIsSorted() === 'asc'
                    ? ArrowUp
                    : header.column.getIsSorted() === 'desc'
                      ? ArrowDown
                      : ArrowUpDown
                "
                :size="16"
                aria-hidden="true"
                class="shrink-0"
              />
            </button>
          </th>
        </tr>
      </thead>
      <tbody class="divide-rule divide-y">
        <tr v-for="row in table.getRowModel().rows" :key="row.id">
          <template v-for="(c, i) in row.getAllCells()" :key="c.id">
            <th v-if="i === 0" scope="row" class="py-2 pr-3 font-semibold">
              <RouterLink
                v-if="to"
                :to="to(rows[row.original.at]!)"
                class="link inline-block min-h-[44px] content-center"
                >{{ cell(c.column.id, row.original) }}</RouterLink
              >
              <template v-else>{{ cell(c.column.id, row.original) }}</template>
            </th>
            <td v-else class="py-2 pr-3">
              <slot :name="c.column.id" :row="rows[row.original.at]!">{{ cell(c.column.id, row.original) }}</slot>
            </td>
          </template>
        </tr>
      </tbody>
    </table>
  </div>
</template>
