<script setup lang="ts">
import { Footprints, LogIn, Timer } from '@lucide/vue';
import { computed, defineAsyncComponent, ref } from 'vue';
import { RouterLink } from 'vue-router';
import { rungOf } from '../../../core/catalog/index.js';
import { START } from '../../../words/start.js';
import LoadState from '../../components/LoadState.vue';
import PersonPicker from '../../components/PersonPicker.vue';
import PersonTags from '../../components/PersonTags.vue';
import { useAction } from '../../data/action.js';
import { shipped } from '../../data/catalogue.js';
import { useInbox } from '../../data/clips.js';
import { agoText } from '../../data/names.js';
import { markHere, useFloor } from '../../data/people.js';
import { say } from '../../data/said.js';
import { useSession } from '../../data/session.js';
import { storedHold } from '../../data/hold-keeper.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { floorPage as wording } from '../../../words/pages/floor.js';

/** Drawn in a new studio only. */
const FigureView = defineAsyncComponent(() => import('../../drawing/FigureView.vue'));
const floor = useFloor();
const inbox = useInbox();
const waiting = computed(() => inbox.value.value?.clips.length ?? 0);
/** A studio in which nobody is yet: its first button is the first thing to do. */
const empty = computed(() => session.isCoach && floor.value.value?.nobodyYet === true);
const plank = rungOf(shipped, 'front-plank', 'forearm');
const { error, run } = useAction();
const session = useSession();
const running = storedHold(session.account?.id ?? '');
const arriving = ref('');
async function mark(id: string, here: boolean): Promise<boolean> {
  return run(async () => {
    await markHere(id, here);
    arriving.value = '';
  });
}
async function goneHome({ id, name }: { id: string; name: string }): Promise<void> {
  if (await mark(id, false)) say(wording.hasGoneHomeWithName(name), () => mark(id, true));
}
</script>

<template>
  <div class="flex flex-wrap items-end gap-3">
    <h1>{{ wording.floor }}</h1>
    <!-- Its place is there before the counts are, so that nothing moves when they come. -->
    <p class="text-soft figures min-h-6 max-md:order-last max-md:w-full">
      {{ floor.value.value ? wording.hereLooksToday(floor.value.value.hereCount, floor.value.value.looksToday) : '' }}
    </p>
    <RouterLink v-if="session.isCoach" to="/classes" class="btn ml-auto md:hidden">{{ anywhere.classes }}</RouterLink>
    <RouterLink to="/plans" class="btn md:hidden" :class="{ 'ml-auto': !session.isCoach }">{{
      anywhere.plans
    }}</RouterLink>
    <RouterLink v-if="empty" to="/start" class="btn btn-main md:ml-auto"
      ><Footprints :size="20" aria-hidden="true" /> {{ START.title }}</RouterLink
    >
    <RouterLink v-else to="/bench" class="btn btn-main" :class="session.isCoach ? 'md:ml-auto' : 'ml-auto'"
      ><Timer :size="20" aria-hidden="true" /> {{ wording.newLook }}</RouterLink
    >
  </div>
  <RouterLink v-if="running" to="/bench" class="note mt-3 block min-h-[44px] content-center font-semibold">{{
    wording.aHoldIsRunning
  }}</RouterLink>
  <RouterLink v-if="waiting" to="/inbox" class="note mt-3 block min-h-[44px] content-center font-semibold">{{
    waiting === 1 ? wording.aClipOrPicture : wording.clipsAndPicturesWait(waiting)
  }}</RouterLink>
  <p v-if="error" role="alert" class="note mt-3">{{ error }}</p>
  <LoadState :loading="floor.loading.value" :error="floor.error.value" @retry="floor.load()" />

  <section v-if="empty" class="card mt-4 grid items-center gap-4 py-8 md:grid-cols-2" :aria-label="START.title">
    <FigureView class="h-40 w-full" :pose="plank.pose" :label="plank.name" />
    <div class="max-w-md">
      <p class="text-lg">{{ START.floor }}</p>
      <RouterLink to="/try" class="btn mt-3">{{ START.try.go }}</RouterLink>
    </div>
  </section>
  <div v-else-if="floor.value.value" class="mt-4 columns grid gap-4 lg:grid-cols-[3fr_2fr]">
    <section class="card" aria-labelledby="here">
      <div class="flex flex-wrap items-center gap-2">
        <h2 id="here">{{ wording.hereToday }}</h2>
        <form class="flex min-w-0 gap-2 max-sm:w-full sm:ml-auto" @submit.prevent="arriving && mark(arriving, true)">
          <PersonPicker
            id="arriving"
            v-model="arriving"
            class="min-w-0 flex-1 sm:w-56"
            :label="wording.whoArrived"
            :placeholder="wording.whoArrivedAlone"
            not-here
          />
          <button class="btn" :disabled="!arriving">
            <LogIn :size="18" aria-hidden="true" /> {{ wording.isHere }}
          </button>
        </form>
      </div>
      <LoadState v-if="floor.value.value.here.length === 0" :empty="wording.nobodyIsMarked" />
      <ul class="divide-rule mt-2 divide-y">
        <li
          v-for="person in floor.value.value.here"
          :key="person.id"
          class="flex flex-wrap items-center gap-x-3 gap-y-1 py-2"
        >
          <div class="min-w-48 flex-1">
            <RouterLink :to="`/people/${person.id}`" class="text-lg font-semibold hover:underline">{{
              person.name
            }}</RouterLink>
            <p class="text-soft text-sm">
              {{
                person.due
                  ? wording.dueForALook(agoText(person.lastLookAt))
                  : wording.lastLook(agoText(person.lastLookAt))
              }}
            </p>
            <PersonTags :person="person" />
          </div>
          <div class="ml-auto flex gap-x-3">
            <RouterLink
              :to="`/bench?person=${person.id}`"
              class="btn"
              :class="{ 'btn-main': person.due }"
              :aria-label="wording.lookAt(person.name)"
              >{{ anywhere.look }}</RouterLink
            >
            <button class="btn btn-quiet" :aria-label="wording.hasGoneHome(person.name)" @click="goneHome(person)">
              {{ wording.goneHome }}
            </button>
          </div>
        </li>
      </ul>
    </section>
    <section class="card" aria-labelledby="due">
      <h2 id="due">{{ wording.dueForALookAlone }}</h2>
      <p class="text-soft">{{ wording.lastLookOverTwo }}</p>
      <LoadState v-if="floor.value.value.dueCount === 0" :empty="wording.nobodyElseIsDue" />
      <ul class="divide-rule divide-y">
        <li v-for="person in floor.value.value.due" :key="person.id" class="flex items-center gap-3 py-2">
          <div class="min-w-0 flex-1">
            <RouterLink :to="`/people/${person.id}`" class="font-semibold hover:underline">{{
              person.name
            }}</RouterLink>
            <p class="text-soft text-sm">{{ agoText(person.lastLookAt) }}</p>
          </div>
          <button class="btn" :aria-label="wording.isHereWithName(person.name)" @click="mark(person.id, true)">
            {{ wording.here }}
          </button>
          <RouterLink :to="`/bench?person=${person.id}`" class="btn" :aria-label="wording.lookAt(person.name)">{{
            anywhere.look
          }}</RouterLink>
        </li>
      </ul>
      <RouterLink
        v-if="floor.value.value.dueCount > floor.value.value.due.length"
        to="/people"
        class="link inline-block min-h-[44px] content-center"
        >{{ wording.andMore(floor.value.value.dueCount - floor.value.value.due.length) }}</RouterLink
      >
      <p class="mt-2">
        {{ wording.filmedElsewhere }}
        <RouterLink to="/inbox" class="link inline-block min-h-[44px] content-center">{{
          wording.goToTheInbox
        }}</RouterLink>
      </p>
    </section>
  </div>
</template>
