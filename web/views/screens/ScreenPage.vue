<script setup lang="ts">
/** A movement screen: reps from each view counted with taps, range checks, findings and correctives. */
import { Undo2 } from '@lucide/vue';
import { useEventListener } from '@vueuse/core';
import { computed, nextTick, reactive, ref, watch } from 'vue';
import { z } from 'zod';
import { RouterLink, useRoute } from 'vue-router';
import type { Screening } from '../../../api/plans.js';
import { placesOf, screenOf, type ScreenRecord } from '../../../core/screen/read-screen.js';
import { RANGE_CHECKS, screens } from '../../../core/screen/screens.js';
import DraftBack from '../../components/DraftBack.vue';
import LoadState from '../../components/LoadState.vue';
import PersonTags from '../../components/PersonTags.vue';
import { ADVICE_WORDS } from '../../../words/stops.js';
import { useStanding } from '../../data/circumstance.js';
import { useDraft } from '../../data/drafts.js';
import { announce } from '../../data/said.js';
import { keepScreen, useScreens } from '../../data/plans.js';
import { nobody } from '../../../core/person/circumstance.js';
import { catalog, studio } from '../../data/catalogue.js';
import { isTyping } from '../../components/keys.js';
import { useAction } from '../../data/action.js';
import { dayTimeText, faultName } from '../../data/names.js';
import ScreenFromClip from './ScreenFromClip.vue';
import ScreenResult from './ScreenResult.vue';
import { useReps } from './use-reps.js';
import TypedField from '../../components/TypedField.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { screenPage as wording } from '../../../words/pages/screens.js';

const route = useRoute();
const personId = String(route.query.person ?? '');
const { person, circumstance } = useStanding(() => personId || null);
const past = useScreens(() => personId || null);
const screenId = ref<ScreenRecord['screen']>('overhead-squat');
const screen = computed(() => screenOf(screenId.value));
const places = computed(() => [...new Set(screen.value.rows.flatMap((r) => placesOf(screen.value, r)))]);
const place = ref('front');
const reps = useReps();
const options = reactive({ wideStance: false, supported: false });
const tests = reactive<Record<string, 'positive' | 'negative' | number>>({});
const kept = ref<Screening | null>(null);
const { busy, error, run } = useAction();

watch(screenId, () => {
  reps.clear();
  kept.value = null;
});
watch(places, (list) => (place.value = list[0]!), { immediate: true });
const rows = computed(() => screen.value.rows.filter((r) => placesOf(screen.value, r).includes(place.value)));
const WHERE: Record<string, string> = {
  front: wording.fromTheFront,
  side: wording.fromTheSide,
  rear: wording.fromTheRear,
  'front.left': wording.leftLeg,
  'front.right': wording.rightLeg,
};
const checks = computed(() =>
  catalog.tests.filter(
    (t) =>
      (RANGE_CHECKS as readonly string[]).includes(t.id) &&
      !t.excludedBy.some((c) => person.value.value?.cautions.includes(c)),
  ),
);
const record = computed<ScreenRecord>(() => ({
  screen: screenId.value,
  ...reps.record.value,
  ...options,
  tests: { ...tests },
}));
const total = computed(() => Object.values(reps.reps.value).reduce((a, b) => a + b, 0));
const before = computed(
  () => (past.value.value ?? []).find((s) => s.record.screen === screenId.value && s.id !== kept.value?.id) ?? null,
);
const draft = useDraft({
  of: () => (personId ? `screen/${personId}` : null),
  name: wording.theScreen,
  schema: z.object({
    screen: z.enum(['overhead-squat', 'single-leg-squat']),
    done: z.array(z.object({ where: z.string(), faults: z.array(z.string()) })),
    now: z.array(z.string()),
    wideStance: z.boolean(),
    supported: z.boolean(),
    tests: z.record(z.string(), z.union([z.enum(['positive', 'negative']), z.number()])),
  }),
  now: () => {
    const { done, now } = reps.work.value;
    const begun = done.length + now.length + Object.keys(tests).length > 0;
    return begun && !kept.value
      ? { screen: screenId.value, done: [...done], now: [...now], ...options, tests: { ...tests } }
      : null;
  },
  async take({ screen: which, done, now, tests: answered, ...opts }) {
    screenId.value = which;
    // Another screen clears the count; the reps come after it.
    await nextTick();
    reps.restore({ done, now });
    Object.assign(options, opts);
    Object.assign(tests, answered);
  },
});
function anew(): void {
  reps.clear();
  for (const id of Object.keys(tests)) delete tests[id];
  draft.begunAnew();
}
async function keep(): Promise<void> {
  const id = crypto.randomUUID();
  const done = await run(async () => {
    const list = await keepScreen(personId, { id, doneAt: new Date().toISOString(), record: record.value, note: '' });
    kept.value = list.find((s) => s.id === id) ?? null;
  });
  if (!done) return;
  await draft.drop();
  announce(wording.theScreenIsKept);
}
function answer(id: string, value: 'positive' | 'negative' | number | ''): void {
  if (value === '') delete tests[id];
  else tests[id] = value;
}
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (isTyping(event) || kept.value) return;
  const row = /^Digit[1-9]$/.test(event.code) ? rows.value[Number(event.code.slice(5)) - 1] : undefined;
  if (row) reps.toggle(row.fault);
  else if (event.code === 'Space' && !(event.target instanceof HTMLButtonElement)) reps.finish(place.value);
  else if (event.key === 'u') reps.undo();
  else return;
  event.preventDefault();
});
</script>

<template>
  <LoadState
    v-if="!person.value.value"
    :loading="person.loading.value && personId !== ''"
    :error="personId ? person.error.value : wording.chooseAPersonFirst"
    @retry="person.load()"
  />
  <template v-if="person.value.value">
    <div class="flex flex-wrap items-center gap-3">
      <h1 class="!text-2xl">
        {{ wording.screen }}
        <RouterLink :to="`/people/${personId}`" class="hover:underline">{{ person.value.value.name }}</RouterLink>
      </h1>
      <PersonTags :person="{ ...person.value.value, group: null }" />
      <div role="group" :aria-label="wording.whichScreen" class="ml-auto flex flex-wrap gap-1">
        <button
          v-for="s in screens"
          :key="s.id"
          class="btn"
          :class="{ 'btn-on': screenId === s.id }"
          :aria-pressed="screenId === s.id"
          @click="screenId = s.id"
        >
          {{ s.name }}
        </button>
      </div>
    </div>
    <p v-if="circumstance?.stop" role="alert" class="note mt-2">
      {{ wording.doNotScreenToday(ADVICE_WORDS[circumstance.stop]) }}
    </p>
    <DraftBack v-if="!kept" class="mt-3" :draft="draft" @anew="anew" />
    <div v-if="!kept" class="mt-3 columns grid items-start gap-4 lg:grid-cols-[1fr_20rem]">
      <section class="card" aria-labelledby="count">
        <h2 id="count" class="sr-only">{{ wording.count }}</h2>
        <ol class="list-decimal pl-6">
          <li v-for="h in screen.how" :key="h">{{ h }}</li>
        </ol>
        <div role="group" :aria-label="wording.seenFrom" class="mt-3 flex flex-wrap gap-1">
          <button
            v-for="p in places"
            :key="p"
            class="btn"
            :class="{ 'btn-on': place === p }"
            :aria-pressed="place === p"
            @click="place = p"
          >
            {{ WHERE[p] }} <span class="figures">{{ reps.reps.value[p] ?? 0 }}/{{ screen.reps }}</span>
          </button>
        </div>
        <p class="text-soft mt-3">{{ wording.tapWhatThisRep }}</p>
        <div class="mt-1 grid grid-cols-2 gap-2 sm:grid-cols-3">
          <button
            v-for="(r, i) in rows"
            :key="r.fault"
            class="btn !min-h-20 flex-col text-lg"
            :class="{ 'btn-on': reps.now.value.includes(r.fault) }"
            :aria-pressed="reps.now.value.includes(r.fault)"
            @click="reps.toggle(r.fault)"
          >
            <span>{{ faultName(r.fault) }}</span>
            <span class="figures text-sm font-normal">{{
              wording.inOf(i + 1, reps.counts.value[`${place}/${r.fault}`] ?? 0, reps.reps.value[place] ?? 0)
            }}</span>
          </button>
        </div>
        <div class="mt-3 flex gap-2">
          <button class="btn btn-main !min-h-16 flex-1 text-xl" @click="reps.finish(place)">
            {{ wording.repDone }}
          </button>
          <button class="btn" :disabled="!reps.canUndo.value" :aria-label="wording.takeTheLastRep" @click="reps.undo()">
            <Undo2 :size="22" aria-hidden="true" />
          </button>
        </div>
        <ScreenFromClip
          :person-id="personId"
          :position="screenId"
          :place="place"
          :faults="rows.map((r) => r.fault)"
          :circumstance="circumstance ?? nobody(studio.defaults)"
          @reps="reps.replace(place, $event)"
        />
        <div class="mt-3 flex flex-wrap gap-x-6">
          <label v-if="screenId === 'overhead-squat'" class="flex min-h-[44px] items-center gap-2"
            ><input v-model="options.wideStance" type="checkbox" class="h-6 w-6 accent-[var(--rope)]" />
            {{ wording.stanceWideOnPurpose }}</label
          >
          <label class="flex min-h-[44px] items-center gap-2"
            ><input v-model="options.supported" type="checkbox" class="h-6 w-6 accent-[var(--rope)]" />
            {{ wording.heldOn }}</label
          >
          <RouterLink :to="`/bench?person=${personId}&position=${screenId}`" class="link min-h-[44px] content-center">{{
            wording.measureIt
          }}</RouterLink>
        </div>
      </section>
      <div class="space-y-4">
        <section class="card" aria-labelledby="checks">
          <h2 id="checks">{{ wording.rangeChecks }}</h2>
          <ul class="divide-rule divide-y">
            <li v-for="t in checks" :key="t.id" class="py-1">
              <p class="font-semibold">{{ t.name }}</p>
              <p class="text-soft text-sm">{{ t.positive }}</p>
              <div v-if="t.number" class="flex items-center gap-2">
                <label class="sr-only" :for="`t-${t.id}`">{{ wording.in(t.name, t.number.unit) }}</label>
                <TypedField
                  :id="`t-${t.id}`"
                  empty
                  type="number"
                  class="figures !w-24"
                  :value="tests[t.id] ?? ''"
                  @keep="answer(t.id, $event === '' ? '' : Number($event))"
                />
                {{ t.number.unit }}
              </div>
              <div v-else class="flex gap-1" role="group" :aria-label="t.name">
                <button
                  v-for="v in ['positive', 'negative'] as const"
                  :key="v"
                  class="btn text-sm"
                  :class="{ 'btn-on': tests[t.id] === v }"
                  :aria-pressed="tests[t.id] === v"
                  @click="answer(t.id, tests[t.id] === v ? '' : v)"
                >
                  {{ v }}
                </button>
              </div>
            </li>
          </ul>
        </section>
        <p v-if="error" role="alert" class="note">{{ error }}</p>
        <button
          class="btn btn-main w-full !min-h-14"
          :disabled="busy || (total === 0 && Object.keys(tests).length === 0)"
          @click="keep"
        >
          {{ total === 0 ? wording.keepTheRangeChecks : anywhere.keepItAndSee }}
        </button>
      </div>
    </div>
    <template v-if="kept">
      <p class="text-soft mt-2">
        {{ dayTimeText(kept.doneAt) }} · {{ kept.by
        }}{{ before ? wording.besideTheScreenOf(dayTimeText(before.doneAt)) : '' }}
      </p>
      <ScreenResult
        class="mt-3"
        :record="kept.record"
        :person="person.value.value"
        :before="before"
        :stopped="circumstance?.stop != null"
      />
    </template>
  </template>
</template>
