<script setup lang="ts">
/** A first hold without anybody there: the drawn body is watched, tapped and judged, and nothing of it is kept. */
import { computed, nextTick, onMounted, ref, shallowRef } from 'vue';
import { RouterLink } from 'vue-router';
import { record } from '../../../core/catalog/index.js';
import { evaluate } from '../../../core/evaluate/evaluate.js';
import { statedFinding } from '../../../core/evaluate/judge.js';
import { trialHold, trialRecord } from '../../../core/eye/trial.js';
import type { HoldItem, TappedHold } from '../../../core/formats/eye.js';
import { mendSteps } from '../../../core/prescribe/mends.js';
import { setsText } from '../../../words/dose.js';
import { percentText } from '../../../words/numbers.js';
import { TRIAL } from '../../../words/start.js';
import { catalog } from '../../data/catalogue.js';
import { hallCircumstance } from '../../data/eye.js';
import { causeName, drillName } from '../../data/names.js';
import { useSession } from '../../data/session.js';
import FaultFigure from '../../drawing/FaultFigure.vue';
import { nextTask } from '../../next-task.js';
import HoldRound from '../eye/HoldRound.vue';
import FindingList from '../looks/FindingList.vue';
import SeenCard from '../looks/SeenCard.vue';
import { tryPage as wording } from '../../../words/pages/start.js';

const session = useSession();
const PLACE = { family: 'front-plank', rung: 'forearm' };
const item = shallowRef<HoldItem | null>(null);
const tapped = shallowRef<TappedHold | null>(null);
const none = ref(false);
const result = ref<HTMLElement | null>(null);
async function another(): Promise<void> {
  [item.value, tapped.value] = [null, null];
  // The page stands first: dealing tries what can be drawn.
  await nextTask();
  item.value = trialHold(PLACE, catalog, hallCircumstance(), Math.random);
  none.value = item.value === null;
}
onMounted(another);
async function done(answer: TappedHold): Promise<void> {
  tapped.value = answer;
  await nextTick();
  window.scrollTo({ top: 0 });
  result.value?.focus({ preventScroll: true });
}
const observation = computed(() => (item.value && tapped.value ? trialRecord(item.value, tapped.value) : null));
const detail = computed(() =>
  observation.value ? evaluate({ observation: observation.value }, catalog, hallCircumstance()) : null,
);
const top = computed(() => (detail.value ? statedFinding(detail.value) : null));
const fault = computed(() => (top.value ? record(catalog.faults, top.value.fault) : null));
const step = computed(() =>
  fault.value && detail.value
    ? mendSteps(fault.value, {
        family: PLACE.family,
        cautions: [],
        handsOn: false,
        worked: [],
        method: detail.value.method,
      })[0]
    : undefined,
);
</script>

<template>
  <div class="flex flex-wrap items-center gap-x-3 gap-y-1">
    <h1>{{ TRIAL.title }}</h1>
    <p class="text-soft max-md:w-full">{{ TRIAL.says }}</p>
  </div>
  <p v-if="none" role="alert" class="note mt-3">{{ TRIAL.none }}</p>
  <p v-else-if="!item" role="status" class="text-soft py-6 text-center">{{ TRIAL.dealing }}</p>
  <HoldRound v-else-if="!detail" :key="item.breath" class="mt-3" :item="item" :half="null" last @done="done">
    <template #how>{{ TRIAL.how }}</template>
    <template #then>{{ TRIAL.toResult }}</template>
  </HoldRound>
  <template v-else>
    <h2 ref="result" tabindex="-1" class="mt-3">{{ TRIAL.result }}</h2>
    <div class="columns mt-2 grid items-start gap-4 lg:grid-cols-[1.1fr_1fr_1.1fr]">
      <div class="space-y-4">
        <SeenCard :observation="observation!" :detail="detail" />
        <section class="card" aria-labelledby="next">
          <h2 id="next">{{ TRIAL.next }}</h2>
          <p class="mt-1">{{ TRIAL.nextSays }}</p>
          <div class="mt-2 flex flex-wrap gap-2">
            <RouterLink to="/bench" class="btn btn-main">{{ TRIAL.bench }}</RouterLink>
            <button class="btn" @click="another">{{ TRIAL.another }}</button>
            <RouterLink v-if="session.isCoach" to="/start" class="btn btn-quiet">{{ TRIAL.steps }}</RouterLink>
          </div>
        </section>
      </div>
      <div class="space-y-4">
        <FindingList :detail="detail" :position="PLACE.family" :rung="PLACE.rung" />
        <section v-if="detail.ranking.length" class="card" aria-labelledby="why">
          <h2 id="why">{{ TRIAL.why }}</h2>
          <ul class="mt-1 space-y-1">
            <li v-for="cause in detail.ranking.slice(0, 3)" :key="cause.cause">
              {{ causeName(cause.cause) }}, {{ percentText(cause.probability) }}
            </li>
          </ul>
          <p class="text-soft mt-1 text-sm">{{ TRIAL.tests }}</p>
        </section>
      </div>
      <div class="space-y-4">
        <section v-if="fault && step" class="card" aria-labelledby="mend">
          <h2 id="mend">{{ TRIAL.say }}</h2>
          <p class="font-head mt-1 text-xl leading-snug font-semibold">{{ step.say }}</p>
          <FaultFigure
            class="mx-auto mt-2 h-28 w-full max-w-80"
            mending
            :fault="fault.id"
            :position="PLACE.family"
            :rung="PLACE.rung"
            :label="wording.andHowItShould(fault.name)"
          />
        </section>
        <section v-if="detail.choice.chosen.length" class="card" aria-labelledby="drills">
          <h2 id="drills">{{ TRIAL.drills }}</h2>
          <ul class="figures mt-1 space-y-1">
            <li v-for="d in detail.choice.chosen" :key="d.drill">
              <b>{{ drillName(d.drill) }}</b>, {{ setsText(d.dose) }}
            </li>
          </ul>
        </section>
      </div>
    </div>
    <p class="text-soft mt-3 text-sm">{{ TRIAL.careful }}</p>
  </template>
</template>
