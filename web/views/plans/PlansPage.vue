<script setup lang="ts">
/** Programmes that run: whose, in which week, how much was done, when to look again. */
import { Plus } from '@lucide/vue';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import type { ProgrammeLine } from '../../../api/programmes.js';
import { percentText } from '../../../words/numbers.js';
import { weekOfText } from '../../../words/programme.js';
import LoadState from '../../components/LoadState.vue';
import PersonPicker from '../../components/PersonPicker.vue';
import SortTable from '../../components/SortTable.vue';
import type { TableColumn } from '../../components/table-column.js';
import { today } from '../../data/clock.js';
import { dayText } from '../../data/names.js';
import { useAllProgrammes } from '../../data/programmes.js';
import { useSession } from '../../data/session.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { plansPage as wording } from '../../../words/pages/plans.js';

const router = useRouter();
const session = useSession();
const all = useAllProgrammes();
const lines = computed(() => all.value.value ?? []);
const due = computed(() => lines.value.filter((l) => l.due));
const beginning = ref('');
function begin(person: string): void {
  beginning.value = '';
  if (person) void router.push(`/plans/new?person=${person}`);
}
const columns: TableColumn<ProgrammeLine>[] = [
  { id: 'name', head: anywhere.who, by: (l) => l.name },
  { id: 'week', head: wording.week, by: (l) => l.from, text: (l) => weekOfText(l, today()) },
  {
    id: 'share',
    head: anywhere.done,
    by: (l) => l.share,
    text: (l) => (l.share === null ? '–' : percentText(l.share)),
  },
  { id: 'days', head: wording.days, by: (l) => l.days.length, text: (l) => `${l.days.length} × ${l.minutes} min` },
  {
    id: 'relook',
    head: anywhere.lookAgain,
    by: (l) => l.relook,
    text: (l) => (l.relook ? `${dayText(l.relook)}${l.due ? wording.due : ''}` : '–'),
  },
  { id: 'by', head: wording.by, by: (l) => l.by, text: (l) => wording.version(l.by, l.version) },
];
</script>

<template>
  <div class="flex flex-wrap items-end gap-3">
    <h1 class="mr-auto">{{ anywhere.plans }}</h1>
    <div v-if="session.isCoach" class="flex w-full items-end gap-2 sm:w-80">
      <Plus :size="22" aria-hidden="true" class="mb-3 shrink-0" />
      <div class="flex-1">
        <PersonPicker
          id="plan-for"
          :label="wording.newProgrammeFor"
          :placeholder="wording.newProgrammeForAlone"
          :model-value="beginning"
          @update:model-value="begin"
        />
      </div>
    </div>
  </div>
  <p v-if="due.length" class="note mt-3">
    <b>{{ due.length === 1 ? wording.aLookIsDue : wording.looksAreDue(due.length) }}:</b>
    {{ wording.aProgrammeIsMade(due.map((l) => l.name).join(', ')) }}
  </p>
  <LoadState
    :loading="all.loading.value"
    :error="all.error.value"
    :empty="all.value.value?.length === 0 ? wording.noProgrammeRuns : null"
    @retry="all.load()"
  />
  <section v-if="lines.length" class="card mt-3" :aria-label="wording.programmes">
    <SortTable :caption="wording.programmesThatRun" :columns="columns" :rows="lines" :to="(l) => `/plans/${l.id}`" />
  </section>
</template>
