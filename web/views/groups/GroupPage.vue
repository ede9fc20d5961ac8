<script setup lang="ts">
/** A group over a block of weeks: whether clean seconds grow, what stands out, who stands where, who is due. */
import { Download, Printer } from '@lucide/vue';
import { computed, ref } from 'vue';
import { RouterLink } from 'vue-router';
import type { GroupTrendsOf } from '../../../api/groups.js';
import { LEAST_MEMBERS, MONTH_DAYS } from '../../../core/studio/group.js';
import { changeText, counted, groupChangeText, ladderName, usedWhyText } from '../../../words/group.js';
import { nameWithin } from '../../../words/names.js';
import { percentText } from '../../../words/numbers.js';
import LoadState from '../../components/LoadState.vue';
import PickOne from '../../components/PickOne.vue';
import SortTable from '../../components/SortTable.vue';
import type { TableColumn } from '../../components/table-column.js';
import { catalog } from '../../data/catalogue.js';
import { dayText, faultName, placeName } from '../../data/names.js';
import { useTrends } from '../../data/people.js';
import ShareBars from './ShareBars.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { groupPage as wording } from '../../../words/pages/groups.js';

const props = defineProps<{ id: string }>();
const BLOCKS = [4, 8, 12, 26, 52];
const weeks = ref(8);
const trends = useTrends(
  () => props.id,
  () => weeks.value,
);
const found = computed(() => trends.value.value);
type Row = GroupTrendsOf['members'][number];
const columns = computed((): TableColumn<Row>[] => [
  { id: 'name', head: anywhere.name, by: (m) => m.name },
  {
    id: 'last',
    head: wording.lastLook,
    by: (m) => m.lastLook,
    text: (m) => `${m.lastLook ? dayText(m.lastLook) : 'none'}${m.due ? wording.due : ''}`,
  },
  { id: 'here', head: wording.daysHere, by: (m) => m.here },
  { id: 'looks', head: wording.looks, by: (m) => m.looks },
  {
    id: 'change',
    head: wording.cleanSecondsAWeek,
    by: (m) => m.change?.perWeek ?? null,
    text: (m) => (m.change ? `${changeText(m.change.perWeek)} (${m.change.looks} looks)` : wording.cannotBeTold),
  },
  { id: 'fault', head: wording.standsOutMost, by: (m) => (m.fault ? faultName(m.fault) : '') },
]);
const due = computed(() => found.value?.members.filter((m) => m.due) ?? []);
const nameOf = computed(() => new Map(found.value?.members.map((m) => [m.id, m.name])));
const most = computed(() => Math.max(1, ...(found.value?.attendance.map((w) => w.members) ?? [])));
const file = (ending: string): string => `/api/groups/${props.id}/trends.${ending}?weeks=${weeks.value}`;
const print = (): void => window.print();
</script>

<template>
  <LoadState :loading="trends.loading.value" :error="trends.error.value" @retry="trends.load()" />
  <template v-if="found">
    <div class="flex flex-wrap items-end gap-2">
      <div class="min-w-48 flex-1">
        <h1>{{ found.name }}</h1>
        <p class="text-soft figures">
          {{ found.people }} {{ found.people === 1 ? wording.person : wording.people
          }}{{ found.people > found.members.length ? wording.theFirstByName(found.members.length) : '' }}
        </p>
      </div>
      <div class="w-44 print:hidden">
        <PickOne
          id="weeks"
          :label="wording.over"
          :choices="BLOCKS.map((n) => ({ id: String(n), name: wording.weeks(n) }))"
          :model-value="String(weeks)"
          @update:model-value="weeks = Number($event)"
        />
      </div>
      <a class="btn print:hidden" :href="file('csv')" download
        ><Download :size="20" aria-hidden="true" /> {{ wording.table }}</a
      >
      <a class="btn print:hidden" :href="file('xlsx')" download
        ><Download :size="20" aria-hidden="true" /> {{ wording.workbook }}</a
      >
      <button class="btn print:hidden" @click="print">
        <Printer :size="20" aria-hidden="true" /> {{ wording.print }}
      </button>
    </div>

    <div class="mt-3 grid items-start gap-4 lg:grid-cols-2">
      <section class="card" aria-labelledby="group-change">
        <h2 id="group-change">{{ wording.cleanSecondsOverWeeks(found.weeks) }}</h2>
        <template v-if="found.change">
          <p class="figures mt-1 text-2xl font-bold">{{ groupChangeText(found.change) }}</p>
          <p class="text-soft figures mt-1">{{ wording.theMeanOfMembers(found.change.members, found.change.looks) }}</p>
          <p v-if="found.change.capped > 0.2" class="note mt-2">
            {{ wording.ofTheHoldsEnded(percentText(found.change.capped)) }}
          </p>
        </template>
        <p v-else class="text-soft mt-1">{{ wording.itTakesMembers(LEAST_MEMBERS) }}</p>
      </section>
      <section class="card" aria-labelledby="group-here">
        <h2 id="group-here">{{ wording.hereByWeeks }}</h2>
        <ol class="mt-2 flex h-32 items-end gap-1" :aria-label="wording.membersHereAtLeast">
          <li
            v-for="w in found.attendance"
            :key="w.from"
            class="flex h-full min-w-0 flex-1 flex-col items-center justify-end"
            :aria-label="wording.weekFrom(dayText(w.from), w.members)"
          >
            <span v-if="found.weeks <= 12" class="figures text-base" aria-hidden="true">{{ w.members }}</span>
            <span
              class="bg-sea w-full rounded-t"
              :style="{ height: `${(75 * w.members) / most}%`, minHeight: '2px' }"
            ></span>
          </li>
        </ol>
        <p class="text-soft figures flex justify-between" aria-hidden="true">
          <span>{{ found.attendance[0] ? dayText(found.attendance[0].from) : '' }}</span><span>{{
            wording.thisWeek
          }}</span>
        </p>
      </section>
      <section class="card" aria-labelledby="group-faults">
        <h2 id="group-faults">{{ wording.whatStandsOutLast(MONTH_DAYS) }}</h2>
        <ShareBars
          v-if="found.faults.length"
          class="mt-1"
          :label="wording.faultsByMembers"
          :of="found.members.length"
          :bars="
            found.faults.slice(0, 8).map((f) => ({
              id: f.fault,
              name: faultName(f.fault),
              count: f.members,
              note: wording.theMonthBefore(counted(f.looks, 'look'), counted(f.before, 'member')),
            }))
          "
        />
        <p v-else class="text-soft mt-1">{{ wording.nothingWasFound(MONTH_DAYS) }}</p>
      </section>
      <section class="card" aria-labelledby="group-squat">
        <h2 id="group-squat">{{ wording.onTheSquatScreen }}</h2>
        <ShareBars
          v-if="found.squat.faults.length"
          class="mt-1"
          :label="wording.findingsOfTheSquat"
          :of="found.squat.screened"
          :bars="found.squat.faults.map((f) => ({ id: f.fault, name: faultName(f.fault), count: f.members, note: '' }))"
        />
        <p v-else class="text-soft mt-1">
          {{ found.squat.screened ? wording.noFindings : wording.nobodyHasBeenScreened }}
        </p>
      </section>
    </div>

    <section class="card mt-4" aria-labelledby="group-ladders">
      <h2 id="group-ladders">{{ wording.whoStandsWhere }}</h2>
      <p v-if="!found.ladders.length" class="text-soft mt-1">{{ wording.nobodyStands }}</p>
      <dl class="mt-1 grid gap-x-8 gap-y-3 sm:grid-cols-2">
        <div v-for="l in found.ladders" :key="l.ladder">
          <dt class="font-semibold">{{ ladderName(l.ladder) }}</dt>
          <dd v-for="p in l.places" :key="p.place" class="border-rule border-l-4 py-0.5 pl-3">
            {{ nameWithin(catalog, p.place, ladderName(l.ladder)) }}:
            <span class="text-soft">{{ p.members.map((m) => nameOf.get(m)).join(', ') }}</span>
          </dd>
        </div>
      </dl>
      <template v-if="found.versions.length">
        <h3 class="mt-4">{{ wording.versionsUsedLastDays(MONTH_DAYS) }}</h3>
        <ul class="figures mt-1 grid gap-x-8 sm:grid-cols-2">
          <li v-for="v in found.versions.slice(0, 12)" :key="v.place" class="py-0.5">
            {{ placeName(v.place) }}:
            <span class="text-soft">{{ counted(v.members, 'member') }}, {{ counted(v.looks, 'look') }}</span>
            <span v-if="v.why.length" class="text-soft block text-sm">{{ usedWhyText(v.why) }}</span>
          </li>
        </ul>
      </template>
    </section>

    <section class="card mt-4" aria-labelledby="group-members">
      <h2 id="group-members">{{ wording.members }}</h2>
      <p v-if="due.length" class="note mt-1">
        {{ wording.dueForALook }} <b>{{ due.map((m) => m.name).join(', ') }}</b>
      </p>
      <SortTable
        class="mt-1"
        :caption="wording.membersOfTheGroup"
        :columns="columns"
        :rows="found.members"
        :to="(m) => `/people/${m.id}`"
      />
    </section>
    <RouterLink to="/people" class="link mt-3 inline-block min-h-[44px] content-center print:hidden">{{
      wording.allPeople
    }}</RouterLink>
  </template>
</template>
