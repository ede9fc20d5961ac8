<script setup lang="ts">
import { LogIn, Timer } from '@lucide/vue';
import { computed, onMounted, ref } from 'vue';
import { RouterLink } from 'vue-router';
import { floorSchema, personSummarySchema, type PersonSummary } from '../../../api/people.js';
import LoadState from '../../components/LoadState.vue';
import PersonTags from '../../components/PersonTags.vue';
import { call, nothing } from '../../lib/api.js';
import { storedHold } from '../../lib/hold-keeper.js';
import { useAction, useResource } from '../../lib/resource.js';
import { agoText } from '../../lib/words.js';

const floor = useResource(() => call('/floor', floorSchema));
const everyone = useResource(() => call('/people', personSummarySchema.array()));
const { error, run } = useAction();
const running = storedHold();
const arriving = ref('');
const dueElsewhere = computed(() => (floor.value.value?.due ?? []).filter((p) => !p.here));
const notHere = computed(() => (everyone.value.value ?? []).filter((p) => !p.here));

async function load(): Promise<void> {
  await Promise.all([floor.load(), everyone.load()]);
}
async function mark(id: string, here: boolean): Promise<void> {
  await run(async () => {
    await call(`/people/${id}/attendance`, nothing, { method: 'PUT', body: { here } });
    arriving.value = '';
    await load();
  });
}
const isDue = (person: PersonSummary): boolean => floor.value.value?.due.some((d) => d.id === person.id) ?? false;
onMounted(load);
</script>

<template>
  <div class="flex flex-wrap items-end gap-3">
    <h1>Floor</h1>
    <p v-if="floor.value.value" class="text-soft figures">
      {{ floor.value.value.here.length }} here · {{ floor.value.value.looksToday }} looks today
    </p>
    <RouterLink to="/bench" class="btn btn-main ml-auto"><Timer :size="20" aria-hidden="true" /> New look</RouterLink>
  </div>
  <RouterLink v-if="running" to="/bench" class="note mt-3 block font-semibold"
    >A hold is running on this device. Go back to it.</RouterLink
  >
  <p v-if="error" role="alert" class="note mt-3">{{ error }}</p>
  <LoadState :loading="floor.loading.value" :error="floor.error.value" @retry="load" />

  <div v-if="floor.value.value" class="mt-4 grid gap-4 lg:grid-cols-[3fr_2fr]">
    <section class="card" aria-labelledby="here">
      <div class="flex flex-wrap items-center gap-2">
        <h2 id="here">Here today</h2>
        <form class="ml-auto flex gap-2" @submit.prevent="arriving && mark(arriving, true)">
          <label class="sr-only" for="arriving">Who arrived</label>
          <select id="arriving" v-model="arriving" class="field !w-52">
            <option value="" disabled>Who arrived?</option>
            <option v-for="p in notHere" :key="p.id" :value="p.id">{{ p.name }}</option>
          </select>
          <button class="btn" :disabled="!arriving"><LogIn :size="18" aria-hidden="true" /> Is here</button>
        </form>
      </div>
      <LoadState
        v-if="floor.value.value.here.length === 0"
        empty="Nobody is marked as here. Choose a name above, or start a look with anyone."
      />
      <ul class="divide-rule mt-2 divide-y">
        <li
          v-for="person in floor.value.value.here"
          :key="person.id"
          class="flex flex-wrap items-center gap-x-3 gap-y-1 py-2"
        >
          <div class="min-w-0 flex-1">
            <RouterLink :to="`/people/${person.id}`" class="text-lg font-semibold hover:underline">{{
              person.name
            }}</RouterLink>
            <p class="text-soft text-sm">
              {{
                isDue(person)
                  ? `due for a look, ${agoText(person.lastLookAt)}`
                  : `last look ${agoText(person.lastLookAt)}`
              }}
            </p>
            <PersonTags :person="person" />
          </div>
          <RouterLink
            :to="`/bench?person=${person.id}`"
            class="btn"
            :class="{ 'btn-main': isDue(person) }"
            :aria-label="`Look at ${person.name}`"
            >Look</RouterLink
          >
          <button class="btn btn-quiet" :aria-label="`${person.name} has left`" @click="mark(person.id, false)">
            Left
          </button>
        </li>
      </ul>
    </section>
    <section class="card" aria-labelledby="due">
      <h2 id="due">Due for a look</h2>
      <p class="text-soft">Last look over two weeks ago, or none yet.</p>
      <LoadState v-if="dueElsewhere.length === 0" empty="Nobody else is due." />
      <ul class="divide-rule divide-y">
        <li v-for="person in dueElsewhere.slice(0, 12)" :key="person.id" class="flex items-center gap-3 py-2">
          <div class="min-w-0 flex-1">
            <RouterLink :to="`/people/${person.id}`" class="font-semibold hover:underline">{{
              person.name
            }}</RouterLink>
            <p class="text-soft text-sm">{{ agoText(person.lastLookAt) }}</p>
          </div>
          <button class="btn" :aria-label="`${person.name} is here`" @click="mark(person.id, true)">Here</button>
          <RouterLink :to="`/bench?person=${person.id}`" class="btn" :aria-label="`Look at ${person.name}`"
            >Look</RouterLink
          >
        </li>
      </ul>
    </section>
  </div>
</template>
