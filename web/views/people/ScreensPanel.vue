<script setup lang="ts">
/** Screens done, newest first, and the way to a new one. */
import { ref } from 'vue';
import { RouterLink } from 'vue-router';
import type { Screening } from '../../../api/plans.js';
import type { Person } from '../../../api/people.js';
import { readScreen, screenOf } from '../../../core/screen/read-screen.js';
import { useScreens } from '../../data/plans.js';
import { dayText, faultName } from '../../data/names.js';
import { useSession } from '../../data/session.js';
import ScreenResult from '../screens/ScreenResult.vue';
import { screensPanel as wording } from '../../../words/pages/people.js';

const props = defineProps<{ person: Person }>();
const session = useSession();
const list = useScreens(() => props.person.id);
const open = ref<string | null>(null);
const beforeOf = (s: Screening): Screening | null =>
  (list.value.value ?? []).find((o) => o.record.screen === s.record.screen && o.doneAt < s.doneAt) ?? null;
const says = (s: Screening): string => {
  const found = readScreen(s.record).filter((f) => f.verdict === 'finding');
  return found.length ? [...new Set(found.map((f) => faultName(f.fault)))].join(', ') : wording.nothingFound;
};
</script>

<template>
  <section class="card" aria-labelledby="screens">
    <div class="flex items-center">
      <h2 id="screens">{{ wording.movementScreens }}</h2>
      <RouterLink v-if="session.isCoach" :to="`/screen?person=${person.id}`" class="btn ml-auto">{{
        wording.newScreen
      }}</RouterLink>
    </div>
    <p v-if="list.error.value" role="alert" class="note">{{ list.error.value }}</p>
    <p v-else-if="list.value.value?.length === 0" class="text-soft">{{ wording.noneYetAScreen }}</p>
    <ul class="divide-rule divide-y">
      <li v-for="s in list.value.value ?? []" :key="s.id" class="py-1">
        <button
          class="flex min-h-[44px] w-full items-center gap-3 text-left"
          :aria-expanded="open === s.id"
          @click="open = open === s.id ? null : s.id"
        >
          <b>{{ screenOf(s.record.screen).name }}</b> <span class="text-soft">{{ dayText(s.doneAt) }}</span>
          <span class="flex-1">{{ says(s) }}</span>
        </button>
        <ScreenResult v-if="open === s.id" :record="s.record" :person="person" :before="beforeOf(s)" :stopped="false" />
      </li>
    </ul>
  </section>
</template>
