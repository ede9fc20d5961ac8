<script setup lang="ts">
import { ChartNoAxesColumn, UserPlus } from '@lucide/vue';
import { refDebounced, useMediaQuery } from '@vueuse/core';
import { computed, nextTick, onMounted, reactive, ref, toRef } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import type { PersonSummary } from '../../../api/people.js';
import type { CautionId } from '../../../core/formats/catalog.js';
import FilesMenu from '../../components/FilesMenu.vue';
import LoadState from '../../components/LoadState.vue';
import PersonTags from '../../components/PersonTags.vue';
import { catalog } from '../../data/catalogue.js';
import { hasDraft } from '../../data/drafts.js';
import { agoText } from '../../data/names.js';
import { useGroups, usePeople } from '../../data/people.js';
import { useSession } from '../../data/session.js';
import { useSettings } from '../../stores/settings.js';
import AddPersonDialog from './AddPersonDialog.vue';
import PickOne from '../../components/PickOne.vue';
import SortTable from '../../components/SortTable.vue';
import type { TableColumn, TableOrder } from '../../components/table-column.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { peoplePage as wording } from '../../../words/pages/people.js';

const session = useSession();
const router = useRouter();
const filter = reactive({ search: '', group: '', caution: '' as CautionId | '', archived: 'no' as 'yes' | 'no' });
const adding = ref(false);
/** The server orders: it has them all. */
const order = ref<TableOrder>({ by: 'name', down: false });
const ORDERS = [
  { id: 'name', name: wording.byName },
  { id: 'look', name: wording.longestWithoutALook },
];
/** A phone has a list, where a table would be cut. */
const wide = useMediaQuery('(min-width: 768px)');
const lastLook = (p: PersonSummary): string => (p.lastLookAt ? agoText(p.lastLookAt) : 'never');
const columns: TableColumn<PersonSummary>[] = [
  { id: 'name', head: anywhere.name, by: (p) => p.name },
  { id: 'group', head: anywhere.group, by: (p) => p.group?.name ?? null, unordered: true },
  { id: 'look', head: wording.lastLookAlone, by: (p) => p.lastLookAt, text: lastLook },
  { id: 'here', head: wording.here, by: (p) => (p.here ? 'today' : null), unordered: true },
  { id: 'cautions', head: anywhere.cautions, by: () => null, unordered: true },
  { id: 'go', head: anywhere.bench, by: () => null, unordered: true },
];
const search = refDebounced(toRef(filter, 'search'), 200);
const roster = usePeople(() => ({
  archived: filter.archived,
  ...(search.value.trim() ? { search: search.value.trim() } : {}),
  ...(filter.group ? { group: filter.group } : {}),
  ...(filter.caution ? { caution: filter.caution } : {}),
  by: order.value.by as 'name' | 'look',
  down: order.value.down ? 'yes' : 'no',
}));
const groups = useGroups();
const files = computed(() => [
  { name: anywhere.bringRecordsIn, to: '/in' },
  { name: wording.peopleAsATable, note: 'CSV', href: '/api/out/people.csv' },
  { name: wording.setsOfEverybody, note: 'CSV', href: '/api/out/sets.csv' },
  ...(session.isOwner ? [{ name: wording.theWholeStudioWithout, note: 'JSON', href: '/api/out/studio.json' }] : []),
]);

/** Somebody was half entered at an earlier visit. */
const half = ref(false);
const settings = useSettings();
const lookForHalf = async (): Promise<void> => {
  half.value = session.isCoach && (await hasDraft(`person/new/${settings.units}`));
};
onMounted(lookForHalf);
async function close(): Promise<void> {
  adding.value = false;
  await nextTick();
  await lookForHalf();
}
</script>

<template>
  <div class="flex flex-wrap items-center gap-3">
    <h1>{{ wording.people }}</h1>
    <div v-if="session.isCoach" class="ml-auto flex flex-wrap gap-2">
      <FilesMenu :label="wording.files" :entries="files" />
      <button class="btn btn-main" @click="adding = true">
        <UserPlus :size="20" aria-hidden="true" /> {{ wording.addAPerson }}
      </button>
    </div>
  </div>
  <p v-if="half && !adding" class="note mt-3 flex flex-wrap items-center gap-x-3">
    {{ wording.somebodyNewIsHalf }}
    <button class="link min-h-[44px]" @click="adding = true">{{ wording.goOnWithIt }}</button>
  </p>
  <AddPersonDialog
    :open="adding"
    @close="close"
    @added="(id, rest) => router.push({ path: `/people/${id}`, query: rest ? { edit: '1' } : {} })"
  />
  <form class="card mt-3 grid grid-cols-2 gap-3 lg:grid-cols-[2fr_1fr_1fr_1fr]" role="search" @submit.prevent>
    <div class="max-lg:col-span-2">
      <label class="label" for="search">{{ anywhere.name }}</label><input
        id="search"
        v-model="filter.search"
        type="search"
        class="field"
        :placeholder="wording.typeAPart"
      />
    </div>
    <div>
      <PickOne
        id="group"
        v-model="filter.group"
        :label="anywhere.group"
        :choices="[
          { id: '', name: wording.all },
          ...(groups.value.value ?? []).map((g) => ({ id: g.id, name: `${g.name} (${g.people})` })),
        ]"
      />
    </div>
    <div>
      <PickOne
        id="caution"
        v-model="filter.caution"
        :label="wording.caution"
        :choices="[{ id: '', name: wording.anyOrNone }, ...catalog.cautions]"
      />
    </div>
    <div>
      <PickOne
        id="archived"
        :label="wording.roster"
        :choices="[
          { id: 'no', name: wording.active },
          { id: 'yes', name: wording.archived },
        ]"
        :model-value="filter.archived"
        @update:model-value="filter.archived = $event as typeof filter.archived"
      />
    </div>
    <div v-if="!wide">
      <PickOne
        id="order"
        :label="wording.order"
        :choices="ORDERS"
        :model-value="order.by"
        @update:model-value="order = { by: $event, down: false }"
      />
    </div>
  </form>
  <LoadState :loading="roster.loading.value" :error="roster.error.value" @retry="roster.load()" />
  <p v-if="roster.total.value" class="text-soft figures mt-2 text-sm" role="status">
    {{ roster.total.value }} {{ roster.total.value === 1 ? wording.person : wording.peopleInSentence }}
  </p>
  <RouterLink v-if="filter.group" :to="`/groups/${filter.group}`" class="btn mt-2">
    <ChartNoAxesColumn :size="20" aria-hidden="true" /> {{ wording.theGroupOverWeeks }}
  </RouterLink>
  <LoadState
    v-if="roster.total.value === 0"
    :empty="filter.search || filter.group || filter.caution ? wording.nobodyFitsThisSearch : wording.nobodyHereYetAdd"
  />
  <template v-if="roster.people.value.length && wide">
    <SortTable
      id="people"
      class="card mt-1"
      :caption="wording.people"
      :columns="columns"
      :rows="roster.people.value"
      :to="(p) => `/people/${p.id}`"
      :order="order"
      @order="order = $event"
    >
      <template #cautions="{ row }"><PersonTags :person="{ ...row, group: null }" /></template>
      <template #go="{ row }">
        <RouterLink :to="`/bench?person=${row.id}`" class="btn" :aria-label="wording.lookAt(row.name)">{{
          anywhere.look
        }}</RouterLink>
      </template>
    </SortTable>
  </template>
  <ul v-else-if="roster.people.value.length" class="mt-1 grid gap-2 md:grid-cols-2">
    <li v-for="person in roster.people.value" :key="person.id" class="card flex items-center gap-3 !py-2">
      <div class="min-w-0 flex-1">
        <RouterLink :to="`/people/${person.id}`" class="text-lg font-semibold hover:underline">{{
          person.name
        }}</RouterLink>
        <p class="text-soft text-sm">
          {{ person.lastLookAt ? wording.lastLook(agoText(person.lastLookAt)) : wording.neverLookedAt }}
        </p>
        <PersonTags :person="person" />
      </div>
      <RouterLink :to="`/bench?person=${person.id}`" class="btn" :aria-label="wording.lookAt(person.name)">{{
        anywhere.look
      }}</RouterLink>
    </li>
  </ul>
  <button v-if="roster.more.value" class="btn mt-3" @click="roster.loadMore()">
    {{ wording.showMoreOf(roster.people.value.length, roster.total.value ?? 0) }}
  </button>
</template>
