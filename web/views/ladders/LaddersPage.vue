<script setup lang="ts">
/** The ladders of a person: places, gates, loads for this body, the next step, and the way to a skill. */
import { computed, ref } from 'vue';
import { RouterLink, useRoute, useRouter } from 'vue-router';
import type { OnLadders } from '../../../api/ladders.js';
import { ladderOf, ladders, placeKey, rungsOnLadder } from '../../../core/catalog/ladders.js';
import { skillGoals } from '../../../core/catalog/skill-goals.js';
import { rungAt } from '../../../core/ladder/gates.js';
import { graphLinks, pathTo, placeOn, takenOf } from '../../../core/ladder/places.js';
import { capFor, nobody } from '../../../core/person/circumstance.js';
import LoadState from '../../components/LoadState.vue';
import PersonPicker from '../../components/PersonPicker.vue';
import PersonTags from '../../components/PersonTags.vue';
import { catalog, studio } from '../../data/catalogue.js';
import { today as hallToday } from '../../data/clock.js';
import { dayText } from '../../data/names.js';
import { useStanding } from '../../data/circumstance.js';
import { useLadders } from '../../data/ladders.js';
import { proposalAt, standingAt, wordsOfStep, type RungStanding } from '../../data/on-ladders.js';
import GoalPath from './GoalPath.vue';
import LadderMap from './LadderMap.vue';
import LadderRungs from './LadderRungs.vue';
import { useForesight } from './use-foresight.js';
import RungPanel from './RungPanel.vue';
import PickOne from '../../components/PickOne.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { laddersPage as wording } from '../../../words/pages/ladders.js';

const NOTHING: OnLadders = { holds: [], steps: [], goals: [], said: [] };
const route = useRoute();
const router = useRouter();
const personId = computed(() => String(route.query.person ?? ''));
const everything = ref(false);
const { person: who, circumstance, by, unread } = useStanding(() => personId.value || null);
const read = useLadders(
  () => personId.value || null,
  () => circumstance.value,
);
const person = computed(() => who.value.value);
const on = computed(() => read.value.value ?? NOTHING);
/** The person's circumstance, or nobody's while none is chosen: the figures are then an average body's. */
const stands = computed(() => by.value ?? nobody(studio.defaults));
/** A person is being read: no ladder stands under their name meanwhile. */
const waits = computed(() => by.value === null || (personId.value !== '' && !read.value.value && !problem.value));
const problem = computed(() => who.error.value ?? read.error.value);

const known = computed(() => new Set(ladders.flatMap((l) => rungsOnLadder(catalog, l).map(placeKey))));
/** The version looked at: the address's, else where the newest hold was. */
const chosen = computed(() => {
  const asked = String(route.query.at ?? '');
  if (known.value.has(asked)) return asked;
  return on.value.holds.find((h) => known.value.has(h.place))?.place ?? 'front-plank/forearm';
});
const choose = (at: string): void => void router.replace({ query: { ...route.query, at } });
const ladder = computed(() => ladderOf(catalog, rungAt(catalog, chosen.value))!);
const here = computed(() => placeOn(catalog, ladder.value, on.value.holds, takenOf(on.value.steps)));

/** Versions drawn: the chosen ladder, or all of them. */
const shown = computed(() =>
  everything.value ? [...known.value] : rungsOnLadder(catalog, ladder.value).map(placeKey),
);
const standings = computed(
  () =>
    new Map(
      shown.value.flatMap((place): [string, RungStanding][] => {
        const s = standingAt(place, stands.value, on.value);
        return s ? [[place, s]] : [];
      }),
    ),
);
const links = computed(() => graphLinks(catalog));
const wanted = computed(
  () =>
    new Set(
      on.value.goals.flatMap((id) => {
        const goal = skillGoals.find((g) => g.id === id);
        return goal && person.value
          ? pathTo(catalog, goal, on.value.holds, takenOf(on.value.steps), {
              cap: (rung) => capFor(catalog, stands.value, rung.family),
              cautions: stands.value.cautions,
            }).map((p) => p.place)
          : [];
      }),
    ),
);
const current = computed(() => standings.value.get(chosen.value) ?? standingAt(chosen.value, stands.value, on.value));
const today = computed(() => (here.value ? standingAt(here.value, stands.value, on.value) : null));
/** The straight-leg raise lifted by the coach, from the last screen that measured it. */
const legRaise = computed(() => {
  const answer = stands.value.history.tests?.['leg-raise-passive'];
  return typeof answer === 'number' ? answer : undefined;
});
const toLadder = (id: string): void => {
  const next = ladders.find((l) => l.id === id)!;
  const places = rungsOnLadder(catalog, next).map(placeKey);
  choose(placeOn(catalog, next, on.value.holds, takenOf(on.value.steps)) ?? places[0]!);
};
/** The ladder's versions, easiest first. */
const rungs = computed(() =>
  rungsOnLadder(catalog, ladder.value).flatMap((r) => standings.value.get(placeKey(r)) ?? []),
);
const lastDays = computed(() => {
  const days = new Map<string, string>();
  for (const { place, day } of on.value.holds) if (day > (days.get(place) ?? '')) days.set(place, day);
  return days;
});
const { answer } = useForesight(
  () => today.value,
  () => on.value,
  () => personId.value || null,
  false,
);
const opens = computed(() => (answer.value?.ok && !today.value?.status.passed ? answer.value.forecast.at50 : null));
/** The step between today's version and the next. */
const between = computed(() => {
  const at = today.value;
  const proposal = at && circumstance.value && proposalAt(at.rung, circumstance.value, on.value);
  return proposal?.step ? wordsOfStep(at!.rung, stands.value.body, proposal).step : null;
});
</script>

<template>
  <div class="hidden print:block">
    <p class="text-3xl font-bold">{{ person?.name ?? wording.anAverageBody }}</p>
    <p class="text-lg">{{ everything ? wording.allLadders : ladder.name }}, {{ dayText(hallToday()) }}</p>
    <p class="text-sm">{{ wording.theEasiestStands }}</p>
  </div>
  <div class="flex flex-wrap items-end gap-3 print:hidden">
    <h1 class="mr-2">{{ anywhere.ladders }}</h1>
    <PersonPicker
      id="l-who"
      class="w-56"
      :label="anywhere.who"
      :model-value="personId"
      @update:model-value="(id) => router.replace({ query: { person: id } })"
    />
    <div>
      <PickOne
        id="l-ladder"
        :label="wording.ladder"
        quiet
        class="min-w-56"
        :choices="ladders"
        :model-value="ladder.id"
        @update:model-value="toLadder"
      />
    </div>
    <label class="flex min-h-[44px] items-center gap-2">
      <input v-model="everything" type="checkbox" class="h-6 w-6 accent-[var(--rope)]" /> {{ wording.allLadders }}
    </label>
    <PersonTags v-if="person" :person="{ ...person, group: null }" />
    <RouterLink :to="`/lever?at=${chosen}${personId ? `&person=${personId}` : ''}`" class="btn ml-auto">{{
      wording.leverCalculator
    }}</RouterLink>
  </div>
  <LoadState v-if="problem" class="mt-3" :error="problem" @retry="read.load()" />
  <p v-if="!personId" class="note mt-3">{{ wording.chooseAPerson }}</p>
  <p v-else-if="unread" class="note mt-3">{{ wording.theirDetails }}</p>
  <div class="mt-3 columns grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_26rem]">
    <div class="min-w-0 space-y-4 lg:sticky lg:top-16">
      <LoadState v-if="waits" :loading="true" />
      <LadderMap
        v-else-if="everything"
        class="h-[calc(100vh-9rem)] min-h-96"
        :standings="standings"
        :links="links"
        :chosen="chosen"
        :wanted="wanted"
        @choose="choose"
      />
      <LadderRungs
        v-else
        class="max-h-[62vh] lg:max-h-[calc(100vh-9rem)]"
        :name="ladder.name"
        :standings="rungs"
        :sideways="ladder.sideways"
        :chosen="chosen"
        :wanted="wanted"
        :last="lastDays"
        :opens="opens"
        :step="between"
        @choose="choose"
      />
    </div>
    <div class="min-w-0 space-y-4">
      <template v-if="person && circumstance && read.value.value && current">
        <RungPanel
          :standing="current"
          :today="today"
          :person="person"
          :on="on"
          :circumstance="circumstance"
          :leg-raise="legRaise"
        />
        <GoalPath :person="person" :circumstance="circumstance" :on="on" @choose="choose" />
      </template>
    </div>
  </div>
</template>
