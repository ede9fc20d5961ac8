<script setup lang="ts">
/** The catalogue to read: positions, faults with their mends, drills, quick tests, causes, limits, methods. */
import { Search } from '@lucide/vue';
import { useMediaQuery } from '@vueuse/core';
import { computed, reactive, ref, watch, type Component } from 'vue';
import { RouterLink, useRoute, useRouter } from 'vue-router';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { figureOf, testFigures } from '../../../core/catalog/figures.js';
import { PHASES, PLANES } from '../../../core/formats/catalog.js';
import type { StudioEntry } from '../../../core/formats/entries.js';
import { PHASE_WORDS, plain } from '../../../words/labels.js';
import LoadState from '../../components/LoadState.vue';
import { useAction } from '../../data/action.js';
import { catalog, restoreEntry } from '../../data/catalogue.js';
import FigureView from '../../drawing/FigureView.vue';
import CauseEntry from './entries/CauseEntry.vue';
import DrillEntry from './entries/DrillEntry.vue';
import FaultEntry from './entries/FaultEntry.vue';
import LimitEntry from './entries/LimitEntry.vue';
import MethodEntry from './entries/MethodEntry.vue';
import PositionEntry from './entries/PositionEntry.vue';
import TestEntry from './entries/TestEntry.vue';
import DrillTable from './DrillTable.vue';
import EntryTools from './EntryTools.vue';
import { entryLink, foundElsewhere, KINDS, listed, NO_KIT, type Kind } from './library.js';
import PickOne from '../../components/PickOne.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { libraryPage as wording } from '../../../words/pages/library.js';

const route = useRoute();
const router = useRouter();
const kind = computed<Kind>(() => (String(route.query.kind ?? '') in KINDS ? (route.query.kind as Kind) : 'drills'));
const chosen = computed(() => String(route.query.id ?? ''));
const filter = reactive({
  words: '',
  family: String(route.query.family ?? ''),
  cause: '',
  phase: '',
  kit: '',
  plane: '',
});
const go = (next: Record<string, string>): void => void router.replace({ query: next });
watch(kind, () => Object.assign(filter, { cause: '', phase: '', kit: '', plane: '' }));
const kits = computed(() => [...new Set(catalog.drills.flatMap((d) => d.kit))].sort());
const body = bodyOf();
const entries = computed(() => listed(catalog, kind.value, filter));
/** A wide screen with nothing open has the drills that were found as a table. */
const wide = useMediaQuery('(min-width: 1024px)');
const tabled = computed(() => {
  if (!wide.value || kind.value !== 'drills' || open.value || taken.value) return [];
  const found = new Set(entries.value.map((e) => e.id));
  return catalog.drills.filter((d) => found.has(d.id));
});
const elsewhere = computed(() => foundElsewhere(catalog, kind.value, filter.words));

/** The page of the chosen entry with the record that it shows. */
const open = computed((): { page: Component; shows: object; entry: StudioEntry | null; name: string } | null => {
  const find = <T extends { id: string }>(list: readonly T[]): T | undefined => list.find((r) => r.id === chosen.value);
  switch (kind.value) {
    case 'drills': {
      const record = find(catalog.drills);
      return record
        ? { page: DrillEntry, shows: { drill: record }, entry: { kind: 'drills', record }, name: record.name }
        : null;
    }
    case 'faults': {
      const record = find(catalog.faults);
      return record
        ? { page: FaultEntry, shows: { fault: record }, entry: { kind: 'faults', record }, name: record.name }
        : null;
    }
    case 'limits': {
      const record = find(catalog.tolerances);
      return record
        ? { page: LimitEntry, shows: { limit: record }, entry: { kind: 'tolerances', record }, name: '' }
        : null;
    }
    case 'methods': {
      const record = find(catalog.methods);
      return record
        ? { page: MethodEntry, shows: { method: record }, entry: { kind: 'methods', record }, name: record.name }
        : null;
    }
    case 'positions': {
      const record = find(catalog.families);
      const pads = find(catalog.pads);
      return record
        ? {
            page: PositionEntry,
            shows: { family: record },
            entry: pads ? { kind: 'pads', record: pads } : null,
            name: record.name,
          }
        : null;
    }
    case 'tests': {
      const record = find(catalog.tests);
      return record
        ? { page: TestEntry, shows: { test: record }, entry: { kind: 'tests', record }, name: record.name }
        : null;
    }
    case 'causes': {
      const record = find(catalog.causes);
      return record
        ? { page: CauseEntry, shows: { cause: record }, entry: { kind: 'causes', record }, name: record.name }
        : null;
    }
  }
  return null;
});
const figure = computed(() => {
  if (kind.value === 'tests') return testFigures[chosen.value];
  const drill = kind.value === 'drills' ? catalog.drills.find((d) => d.id === chosen.value) : undefined;
  return drill && figureOf(drill);
});
/** The entry that was taken away last, when nothing of it is left to be shown. */
const taken = ref<{ kind: StudioEntry['kind']; key: string; name: string } | null>(null);
const { busy, error, run } = useAction();
async function putBack(): Promise<void> {
  const back = taken.value!;
  if (await run(() => restoreEntry(back.kind, back.key))) taken.value = null;
}
/** Limits, faults, and the figures of tests and causes are changed where they stand; they have no copies. */
const noCopy = computed(() => ['limits', 'faults', 'positions', 'tests', 'causes'].includes(kind.value));
</script>

<template>
  <div class="flex flex-wrap items-center gap-2" :class="{ 'print:hidden': open }">
    <h1 class="mr-4">{{ wording.library }}</h1>
    <div role="group" :aria-label="wording.whatToRead" class="flex flex-wrap gap-1">
      <button
        v-for="(name, k) in KINDS"
        :key="k"
        class="btn"
        :class="{ 'btn-on': kind === k }"
        :aria-pressed="kind === k"
        @click="go({ kind: k })"
      >
        {{ name }}
      </button>
    </div>
  </div>
  <div class="mt-3 columns grid items-start gap-4 lg:grid-cols-[22rem_1fr]">
    <!-- On paper stands what is open; the list, where nothing is. -->
    <section class="card" :class="{ 'print:hidden': open }" :aria-label="KINDS[kind]">
      <form class="grid gap-2" role="search" @submit.prevent>
        <div class="relative">
          <label class="sr-only" for="lib-words">{{ wording.search }}</label>
          <input
            id="lib-words"
            v-model="filter.words"
            type="search"
            class="field !pl-10"
            :placeholder="wording.search"
          />
          <Search :size="20" aria-hidden="true" class="text-soft pointer-events-none absolute top-3 left-3" />
        </div>
        <PickOne
          v-if="kind !== 'causes' && kind !== 'methods'"
          id="lib-family"
          v-model="filter.family"
          :label="anywhere.position"
          quiet
          :choices="[{ id: '', name: wording.everyPosition }, ...catalog.families]"
        />
        <template v-if="kind === 'drills' || kind === 'faults' || kind === 'tests'">
          <PickOne
            id="lib-cause"
            v-model="filter.cause"
            :label="wording.cause"
            quiet
            :choices="[{ id: '', name: wording.anyCause }, ...catalog.causes]"
          />
        </template>
        <div v-if="kind === 'drills'" class="grid grid-cols-3 gap-2">
          <PickOne
            id="lib-plane"
            v-model="filter.plane"
            :label="wording.plane"
            quiet
            :choices="[{ id: '', name: wording.plane }, ...PLANES.map((p) => ({ id: p, name: p }))]"
          />
          <PickOne
            id="lib-phase"
            v-model="filter.phase"
            :label="wording.phase"
            quiet
            :choices="[{ id: '', name: wording.phase }, ...PHASES.map((p) => ({ id: p, name: PHASE_WORDS[p] }))]"
          />
          <PickOne
            id="lib-kit"
            v-model="filter.kit"
            :label="wording.kit"
            quiet
            :choices="[
              { id: '', name: wording.kit },
              { id: NO_KIT, name: wording.noKitMatWall },
              ...kits.map((k) => ({ id: k, name: plain(k) })),
            ]"
          />
        </div>
      </form>
      <p class="text-soft mt-2 text-sm" role="status">{{ wording.found(entries.length) }}</p>
      <LoadState
        v-if="entries.length === 0"
        :empty="elsewhere.length ? wording.nothingHereFits : wording.nothingFitsTake"
      />
      <p v-if="elsewhere.length" class="flex flex-wrap items-center gap-x-4">
        <span class="text-soft text-sm">{{ wording.foundIn }}</span>
        <button
          v-for="e in elsewhere"
          :key="e.kind"
          type="button"
          class="link min-h-[44px] min-w-[44px]"
          @click="go({ kind: e.kind })"
        >
          {{ KINDS[e.kind] }} ({{ e.count }})
        </button>
      </p>
      <ul class="divide-rule max-h-[60vh] divide-y overflow-y-auto" tabindex="0" :aria-label="wording.entries">
        <li v-for="e in entries" :key="e.id">
          <RouterLink
            :to="entryLink(kind, e.id)"
            replace
            class="block min-h-[44px] px-1 py-1.5"
            :class="{ 'bg-sunk': chosen === e.id }"
            :aria-current="chosen === e.id ? 'true' : undefined"
          >
            <span class="font-semibold">{{ e.name }}</span> <span class="text-soft block text-sm">{{ e.hint }}</span>
          </RouterLink>
        </li>
      </ul>
    </section>

    <article class="card min-h-64" :class="{ 'print:hidden': !open }">
      <div v-if="figure" class="bg-sunk float-right mb-2 ml-4 h-40 w-64 rounded-lg p-2 max-sm:float-none max-sm:ml-0">
        <FigureView :key="chosen" :pose="figure[0]" :to="figure[1]" :body="body" :label="open?.name ?? ''" />
      </div>
      <component :is="open.page" v-if="open" v-bind="open.shows" />
      <p v-else-if="taken" role="status" class="text-lg">
        {{ wording.isTakenAway(taken.name) }}
        <button class="btn ml-2" :disabled="busy" @click="putBack">{{ anywhere.undo }}</button>
      </p>
      <DrillTable v-else-if="tabled.length" :drills="tabled" />
      <LoadState v-else :empty="entries.length ? wording.chooseOne(entries.length) : null" />
      <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
      <EntryTools
        v-if="open?.entry"
        :entry="open.entry"
        :no-copy="noCopy"
        @made="(id) => go({ kind, ...(id ? { id } : {}) })"
        @gone="taken = $event"
      />
    </article>
  </div>
</template>
