<script setup lang="ts" generic="T extends object">
/**
 * A table whose columns can be put in order, and chosen; each row has a name in its first column. A slot named as a column fills its
 * cells. Where all rows are here, the table orders and pages them; where the server pages, it orders too, and is told by *order*.
 */
import {
  columnVisibilityFeature,
  createPaginatedRowModel,
  createSortedRowModel,
  rowPaginationFeature,
  rowSortingFeature,
  sortFn_basic,
  sortFn_text,
  tableFeatures,
  useTable,
  type ColumnDef,
  type SortingState,
} from '@tanstack/vue-table';
import { ArrowDown, ArrowUp, ArrowUpDown } from '@lucide/vue';
import { computed, watch } from 'vue';
import { RouterLink, type RouteLocationRaw } from 'vue-router';
import ColumnChoice from './ColumnChoice.vue';
import { useHiddenColumns } from './hidden-columns.js';
import type { TableColumn, TableOrder } from './table-column.js';
import { anywhere } from '../../words/pages/anywhere.js';
import { sortTable as wording } from '../../words/pages/parts.js';

const props = defineProps<{
  caption: string;
  columns: readonly TableColumn<T>[];
  rows: readonly T[];
  /** Where the name of a row leads. */
  to?: (row: T) => RouteLocationRaw;
  /** What this device remembers the choice of columns by; there is none where left out. */
  id?: string;
  /** Longer ones are shown in pages of so many rows. */
  pageSize?: number;
  /** The order that the server gives the rows in. */
  order?: TableOrder;
}>();
const emit = defineEmits<{ order: [order: TableOrder] }>();
const ALL = 1e6;

const features = tableFeatures({
  columnVisibilityFeature,
  rowPaginationFeature,
  rowSortingFeature,
  paginatedRowModel: createPaginatedRowModel(),
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
    enableSorting: !c.unordered,
  })),
);
const places = computed((): Place[] => props.rows.map((_, at) => ({ at })));
const hidden = useHiddenColumns(
  props.id,
  props.columns.filter((c) => c.apart).map((c) => c.id),
);
const sorting = computed((): SortingState => (props.order ? [{ id: props.order.by, desc: props.order.down }] : []));
const table = useTable<typeof features, Place>({
  features,
  columns,
  data: places,
  initialState: { pagination: { pageIndex: 0, pageSize: props.pageSize ?? ALL } },
  state: computed(() => ({
    columnVisibility: Object.fromEntries(hidden.value.map((id) => [id, false])),
    ...(props.order ? { sorting: sorting.value } : {}),
  })),
  ...(props.order
    ? {
        manualSorting: true,
        enableSortingRemoval: false,
        onSortingChange(next) {
          const [first] = typeof next === 'function' ? next(sorting.value) : next;
          if (first) emit('order', { by: first.id, down: first.desc });
        },
      }
    : {}),
});
// A search that leaves fewer rows than pages were turned shows its first.
watch(
  () => props.rows.length,
  () => table.setPageIndex(0),
);
const of = (id: string): TableColumn<T> => props.columns.find((c) => c.id === id)!;
const cell = (id: string, { at }: Place): string => {
  const row = props.rows[at]!;
  return of(id).text?.(row) ?? String(of(id).by(row) ?? '');
};
const ORDER = { asc: 'ascending', desc: 'descending' } as const;
const orderOf = (sorted: false | 'asc' | 'desc') => (sorted ? ORDER[sorted] : 'none');
const ARROW = { asc: ArrowUp, desc: ArrowDown } as const;
const page = computed(() => {
  const { pageIndex, pageSize } = table.atoms.pagination.get();
  const all = props.rows.length;
  return {
    first: pageIndex * pageSize + 1,
    last: Math.min(all, (pageIndex + 1) * pageSize),
    all,
    more: all > pageSize,
  };
});
</script>

<template>
  <div>
    <ColumnChoice
      v-if="id"
      v-model="hidden"
      :columns="columns.slice(1).map((c) => ({ id: c.id!, name: of(c.id!).head }))"
    />
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
              :aria-sort="header.column.getCanSort() ? orderOf(header.column.getIsSorted()) : undefined"
            >
              <button
                v-if="header.column.getCanSort()"
                class="inline-flex min-h-[44px] min-w-[44px] items-center gap-1 text-left font-semibold"
                @click="header.column.toggleSorting()"
              >
                {{ of(header.column.id).head }}
                <component
                  :is="ARROW[header.column.getIsSorted() as 'asc'] ?? ArrowUpDown"
                  :size="16"
                  aria-hidden="true"
                  class="shrink-0"
                />
              </button>
              <span v-else class="font-semibold">{{ of(header.column.id).head }}</span>
            </th>
          </tr>
        </thead>
        <tbody class="divide-rule divide-y">
          <tr v-for="row in table.getRowModel().rows" :key="row.id">
            <template v-for="(c, i) in row.getVisibleCells()" :key="c.id">
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
    <div v-if="page.more" class="mt-2 flex flex-wrap items-center gap-2">
      <p class="figures mr-auto" role="status">{{ wording.of(page.first, page.last, page.all) }}</p>
      <button class="btn" :disabled="!table.getCanPreviousPage()" @click="table.previousPage()">
        {{ anywhere.back }}
      </button>
      <button class="btn" :disabled="!table.getCanNextPage()" @click="table.nextPage()">{{ wording.next }}</button>
    </div>
  </div>
</template>
