<script setup lang="ts">
/** A screen of the hall that nobody is signed in at: a code opens what everybody reads of the class under way, and nothing else. */
import { useIntervalFn } from '@vueuse/core';
import { computed, ref, shallowRef } from 'vue';
import { RouterLink } from 'vue-router';
import { placeKey } from '../../../../core/catalog/ladders.js';
import { wallState } from '../../../../core/class/wall.js';
import { clockAt, timelineOf } from '../../../../core/class/timeline.js';
import { useAction } from '../../../data/action.js';
import { ApiError } from '../../../data/call.js';
import { catalog } from '../../../data/catalogue.js';
import { openWall, readWall, useWallKey } from '../../../data/walls.js';
import HallScreen from './HallScreen.vue';
import { useCues } from './use-cues.js';
import { openWallPage as wording } from '../../../../words/pages/run.js';

/** Asked so often whether something has happened, ms; the clock goes on by itself meanwhile. */
const ASK_MS = 1500;
const TICK_MS = 100;
const key = useWallKey();
const code = ref('');
const shut = ref(false);
const apart = ref(false);
const { busy, error, run } = useAction();
const wall = shallowRef<Awaited<ReturnType<typeof readWall>>['wall']>(null);
let since = -1;
/** How far this device's clock is off the server's, ms. */
const off = ref(0);

async function ask(): Promise<void> {
  if (!key.value) return;
  const asked = Date.now();
  try {
    const found = await readWall(key.value, since, wall.value?.people.length ?? 0);
    off.value = found.now - (asked + Date.now()) / 2;
    since = found.next;
    apart.value = false;
    if (!found.wall) return;
    const known = new Set(catalog.rungs.map(placeKey));
    const own = found.wall.rungs.filter((r) => !known.has(placeKey(r)));
    if (own.length > 0) catalog.rungs = [...catalog.rungs, ...own];
    wall.value = found.wall;
  } catch (problem) {
    if (!(problem instanceof ApiError && problem.problem.status === 404)) {
      apart.value = true;
      return;
    }
    [key.value, wall.value, since] = ['', null, -1];
    shut.value = true;
  }
}
const open = (): Promise<boolean> =>
  run(async () => {
    const opened = await openWall(code.value);
    [key.value, shut.value, code.value] = [opened.key, false, ''];
    await ask();
  });
const tick = ref(Date.now());
useIntervalFn(() => (tick.value = Date.now()), TICK_MS);
useIntervalFn(() => void ask(), ASK_MS, { immediateCallback: true });

const parts = computed(() => timelineOf(wall.value?.blocks ?? []));
const state = computed(() => (wall.value ? wallState(wall.value) : null));
const clock = computed(() => clockAt(parts.value, state.value?.events ?? [], tick.value + off.value));
// The coach's device sounds; the wall only flashes.
const { flashing } = useCues(clock, parts, () => '', { silent: true });
</script>

<template>
  <div v-if="wall && state" class="relative h-dvh [&>section]:h-full">
    <HallScreen :run="wall" :state="state" :clock="clock" :parts="parts" :flashing="flashing" />
    <p v-if="apart" class="note absolute right-2 bottom-2" role="status">{{ wording.theServerCannot }}</p>
  </div>
  <form v-else class="card mx-auto mt-[12vh] max-w-md space-y-3" @submit.prevent="open">
    <h1>{{ wording.showAClassHere }}</h1>
    <p v-if="shut" class="note" role="status">{{ wording.theCoachHasShut }}</p>
    <p>
      {{ wording.theCoachsScreenHas }} <b>{{ wording.wall }}</b> {{ wording.underTheClock }}
    </p>
    <div>
      <label class="label" for="wall-code">{{ wording.code }}</label>
      <input
        id="wall-code"
        v-model="code"
        class="field figures text-3xl tracking-[0.3em] uppercase"
        autocomplete="off"
        autocapitalize="characters"
        spellcheck="false"
        maxlength="8"
        required
      />
    </div>
    <p v-if="error" role="alert" class="note">{{ error }}</p>
    <button class="btn btn-main w-full" :disabled="busy">{{ wording.showIt }}</button>
    <RouterLink to="/sign-in" class="link inline-block min-h-[44px] content-center">{{
      wording.signInInstead
    }}</RouterLink>
  </form>
</template>
