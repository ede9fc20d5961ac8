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
import { anywhere } from '../../../words/pages/anywhere.js';
import { trailPage as wording } from '../../../words/pages/keeping.js';

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
const yearsText = (n: number): string => (n === 1 ? wording.oneYear : wording.years(n));
</script>

<template>
  <div class="flex flex-wrap items-center gap-2">
    <h1 class="mr-auto">{{ wording.whoSawWhat }}</h1>
    <a class="btn" :href="file" download><Download :size="18" aria-hidden="true" /> {{ wording.takeOut }}</a>
  </div>
  <p class="text-soft max-w-[70ch]">{{ wording.eachTimeSomebodyReads }}</p>
  <section v-if="state.value.value" class="card mt-3" :aria-label="wording.howItStands">
    <p v-if="state.value.value.brokenAt !== null" role="alert" class="note">
      {{ wording.lineDoesNotFollow(state.value.value.brokenAt) }}
    </p>
    <p v-else>
      <b class="figures">{{ state.value.value.lines }}</b> {{ wording.lines
      }}<template v-if="state.value.value.since">{{ wording.since(dayText(state.value.value.since)) }}</template
      >{{ wording.eachFollows }}
    </p>
    <p v-if="state.value.value.missed > 0" role="alert" class="note mt-2">
      {{ wording.couldNotBeWritten(state.value.value.missed) }}
    </p>
    <div class="mt-2 max-w-xs">
      <PickOne
        id="trail-years"
        :label="wording.newLinesAreKept"
        :choices="YEARS.map((n) => ({ id: String(n), name: yearsText(n) }))"
        :model-value="String(state.value.value.years)"
        @update:model-value="(n) => void run(() => keepTrailFor(Number(n)))"
      />
    </div>
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <p v-if="busy" class="sr-only" role="status">{{ anywhere.keeping }}</p>
  </section>
  <div class="mt-4 grid gap-3 sm:grid-cols-3">
    <div>
      <p class="label" aria-hidden="true">{{ wording.about }}</p>
      <PersonPicker
        id="trail-person"
        v-model="person"
        :label="wording.about"
        :nobody="wording.everybody"
        :placeholder="wording.everybody"
      />
    </div>
    <PickOne
      id="trail-account"
      v-model="account"
      :label="wording.by"
      :choices="[
        { id: '', name: wording.everybody },
        ...(accounts.value.value ?? []).map((a) => ({ id: a.id, name: a.name })),
      ]"
    />
    <PickOne
      id="trail-act"
      :label="anywhere.what"
      :choices="[{ id: '', name: wording.everything }, ...ACTS.map((a) => ({ id: a, name: ACT_NAMES[a] ?? a }))]"
      :model-value="act"
      @update:model-value="act = $event as typeof act"
    />
  </div>
  <LoadState
    :loading="trail.loading.value"
    :error="trail.error.value"
    :empty="!trail.loading.value && trail.lines.value.length === 0 ? wording.noLineSaysThat : null"
    @retry="trail.load()"
  />
  <ol v-if="trail.lines.value.length" class="card divide-rule mt-3 divide-y" :aria-label="wording.linesNewestFirst">
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
  <button v-if="trail.more.value" class="btn mt-3" @click="trail.loadMore()">{{ wording.showOlder }}</button>
</template>
