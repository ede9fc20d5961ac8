<script setup lang="ts">
/** Classes and templates: begun, opened, copied to today, taken away. */
import { Plus } from '@lucide/vue';
import { computed, ref } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import { hallDay } from '../../../core/days.js';
import LoadState from '../../components/LoadState.vue';
import { useAction } from '../../data/action.js';
import { studio } from '../../data/catalogue.js';
import { addClass, removeClass, restoreClass, useClasses } from '../../data/classes.js';
import { read } from '../../data/query.js';
import { dayText } from '../../data/names.js';
import { copyOf, emptyClass } from './moves.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { classesPage as wording } from '../../../words/pages/classes.js';

const router = useRouter();
const classes = useClasses();
const { busy, error, run } = useAction();
const today = (): string => hallDay(Date.now(), studio.defaults.timeZone);
const templates = computed(() => (classes.value.value ?? []).filter((c) => c.day === null));
const days = computed(() => (classes.value.value ?? []).filter((c) => c.day !== null));
const taken = ref<{ id: string; name: string } | null>(null);
const begin = (day: string | null): Promise<boolean> =>
  run(async () => {
    const { id } = await addClass(emptyClass(day));
    await router.push(`/classes/${id}`);
  });
const copy = (id: string): Promise<boolean> =>
  run(async () => {
    const made = await addClass(copyOf(await read('classes.get', { params: { id } }), today()));
    await router.push(`/classes/${made.id}`);
  });
const remove = (one: { id: string; name: string }): Promise<boolean> =>
  run(async () => {
    await removeClass(one.id);
    taken.value = one;
  });
const putBack = (): Promise<boolean> =>
  run(async () => {
    await restoreClass(taken.value!.id);
    taken.value = null;
  });
</script>

<template>
  <div class="flex flex-wrap items-center gap-2">
    <h1 class="mr-auto">{{ anywhere.classes }}</h1>
    <a class="btn" href="/api/calendar/classes.ics" download="classes.ics">{{ wording.calendar }}</a>
    <button class="btn" :disabled="busy" @click="begin(null)">{{ wording.newTemplate }}</button>
    <button class="btn btn-main" :disabled="busy" @click="begin(today())">
      <Plus :size="20" aria-hidden="true" /> {{ wording.aClassToday }}
    </button>
  </div>
  <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
  <p v-if="taken" role="status" class="note mt-2 flex items-center gap-3">
    {{ wording.isTakenAway(taken.name) }}
    <button class="btn ml-auto" :disabled="busy" @click="putBack">{{ anywhere.undo }}</button>
  </p>
  <LoadState
    :loading="classes.loading.value"
    :error="classes.error.value"
    :empty="classes.value.value?.length === 0 ? wording.noClassIsPlanned : null"
    @retry="classes.load()"
  />
  <div class="mt-3 grid items-start gap-4 lg:grid-cols-2">
    <section
      v-for="[name, list] in [
        ['Classes', days],
        ['Templates', templates],
      ] as const"
      :key="name"
      class="card"
      :aria-labelledby="`list-${name}`"
    >
      <h2 :id="`list-${name}`">{{ name }}</h2>
      <p v-if="list.length === 0" class="text-soft mt-1">
        {{ name === 'Templates' ? wording.aTemplateHasBlocks : wording.nonePlanned }}
      </p>
      <ul class="divide-rule divide-y">
        <li v-for="c in list" :key="c.id" class="flex flex-wrap items-center gap-2 py-2">
          <RouterLink :to="`/classes/${c.id}`" class="min-w-40 flex-1 hover:underline">
            <span class="text-lg font-semibold">{{ c.name }}</span>
            <span class="text-soft figures block text-sm">
              {{
                wording.minBlocks(
                  c.day ? `${dayText(c.day)} · ` : '',
                  c.minutes,
                  c.blocks,
                  c.day ? wording.expected(c.members) : '',
                )
              }}
            </span>
          </RouterLink>
          <button class="btn" :disabled="busy" :aria-label="wording.copyToToday(c.name)" @click="copy(c.id)">
            {{ wording.copyToTodayAlone }}
          </button>
          <button class="btn btn-quiet" :disabled="busy" :aria-label="wording.takeAway(c.name)" @click="remove(c)">
            {{ wording.takeAwayAlone }}
          </button>
        </li>
      </ul>
    </section>
  </div>
</template>
