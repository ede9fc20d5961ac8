<script setup lang="ts">
/** Who read, changed, took away or deleted whose health data. */
import { Download } from '@lucide/vue';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { ACTS, type Act } from '../../../api/trail.js';
import { aboutText, ACT_NAMES, actText, whoText } from '../../../words/trail.js';
import LoadState from '../../components/LoadState.vue';
import PersonPicker from '../../components/PersonPicker.vue';
import PickOne from '../../components/PickOne.vue';
import { useAccounts } from '../../data/accounts.js';
import { useAction } from '../../data/action.js';
import { keepTrailFor, useTrail, useTrailState } from '../../data/keeping.js';
import { dayText, dayTimeText } from '../../data/names.js';

const person = ref('');
const account = ref(String(useRoute().query.account ?? ''));
const act = ref<Act | ''>('');
const filter = computed(() => ({
  ...(person.value ? { person: person.value } : {}),
  ...(account.value ? { account: account.value } : {}),
  ...(act.value ? { act: act.value } : {}),
}));
const trail = useTrail(() => filter.value);
const state = useTrailState();
const accounts = useAccounts(() => true);
const { busy, error, run } = useAction();
const file = computed(() => `/api/trail/trail.csv?${new URLSearchParams(filter.value).toString()}`);
const YEARS = [1, 2, 3, 5, 10];
const yearsText = (n: number): string => (n === 1 ? 'one year' : `${n} years`);
</script>

<template>
  <div class="flex flex-wrap items-center gap-2">
    <h1 class="mr-auto">Who saw what</h1>
    <a class="btn" :href="file" download><Download :size="18" aria-hidden="true" /> Take out as a table</a>
  </div>
  <p class="text-soft max-w-[70ch]">
    Each time somebody reads, changes, takes out or deletes health data, a line is added. Lines are never changed. A
    person’s own part goes with their record.
  </p>
  <section v-if="state.value.value" class="card mt-3" aria-label="How it stands">
    <p v-if="state.value.value.brokenAt !== null" role="alert" class="note">
      Line {{ state.value.value.brokenAt }} does not follow from the one before it: somebody changed the file from
      outside. Keep a backup of it, and find out who can reach this machine.
    </p>
    <p v-else>
      <b class="figures">{{ state.value.value.lines }}</b> lines<template v-if="state.value.value.since"
        >, since {{ dayText(state.value.value.since) }}</template
      >. Each follows from the one before: nothing is missing.
    </p>
    <p v-if="state.value.value.missed > 0" role="alert" class="note mt-2">
      {{ state.value.value.missed }} could not be written since the program was started. See whether the disk is full.
    </p>
    <div class="mt-2 max-w-xs">
      <PickOne
        id="trail-years"
        label="New lines are kept for"
        :choices="YEARS.map((n) => ({ id: String(n), name: yearsText(n) }))"
        :model-value="String(state.value.value.years)"
        @update:model-value="(n) => void run(() => keepTrailFor(Number(n)))"
      />
    </div>
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <p v-if="busy" class="sr-only" role="status">Keeping …</p>
  </section>
  <div class="mt-4 grid gap-3 sm:grid-cols-3">
    <div>
      <p class="label" aria-hidden="true">About</p>
      <PersonPicker id="trail-person" v-model="person" label="About" nobody="Everybody" placeholder="Everybody" />
    </div>
    <PickOne
      id="trail-account"
      v-model="account"
      label="By"
      :choices="[
        { id: '', name: 'Everybody' },
        ...(accounts.value.value ?? []).map((a) => ({ id: a.id, name: a.name })),
      ]"
    />
    <PickOne
      id="trail-act"
      label="What"
      :choices="[{ id: '', name: 'Everything' }, ...ACTS.map((a) => ({ id: a, name: ACT_NAMES[a] ?? a }))]"
      :model-value="act"
      @update:model-value="act = $event as typeof act"
    />
  </div>
  <LoadState
    :loading="trail.loading.value"
    :error="trail.error.value"
    :empty="!trail.loading.value && trail.lines.value.length === 0 ? 'No line says that.' : null"
    @retry="trail.load()"
  />
  <ol v-if="trail.lines.value.length" class="card divide-rule mt-3 divide-y" aria-label="Lines, newest first">
    <li v-for="l in trail.lines.value" :key="l.id" class="grid gap-x-4 py-2 sm:grid-cols-[11rem_1fr_16rem]">
      <span class="text-soft figures">{{ dayTimeText(l.at) }}</span>
      <span>
        <b>{{ whoText(l) }}</b>
        {{ actText(l.act, l.what).charAt(0).toLowerCase() + actText(l.act, l.what).slice(1)
        }}<template v-if="aboutText(l)"> · {{ aboutText(l) }}</template>
      </span>
      <span class="text-soft text-sm">{{ l.device }}</span>
    </li>
  </ol>
  <button v-if="trail.more.value" class="btn mt-3" @click="trail.loadMore()">Show older</button>
</template>
