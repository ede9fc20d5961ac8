<script setup lang="ts">
/** A person's programmes: the one that runs, and those before. */
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { percentText } from '../../../words/numbers.js';
import { weekOfText } from '../../../words/programme.js';
import LoadState from '../../components/LoadState.vue';
import { today } from '../../data/clock.js';
import { dayText, placeName } from '../../data/names.js';
import { useProgrammes } from '../../data/programmes.js';
import { useSession } from '../../data/session.js';
import { programmesPanel as wording } from '../../../words/pages/people.js';

const props = defineProps<{ id: string }>();
const session = useSession();
const list = useProgrammes(() => props.id);
const lines = computed(() => list.value.value ?? []);
</script>

<template>
  <section class="card" aria-labelledby="programmes">
    <div class="flex flex-wrap items-center gap-2">
      <h2 id="programmes" class="mr-auto">{{ wording.programmes }}</h2>
      <RouterLink v-if="session.isCoach" :to="`/plans/new?person=${id}`" class="btn">{{
        wording.planWeeks
      }}</RouterLink>
    </div>
    <LoadState :loading="list.loading.value" :error="list.error.value" @retry="list.load()" />
    <p v-if="list.value.value && lines.length === 0" class="text-soft">{{ wording.noneYetWeeks }}</p>
    <ul class="divide-rule divide-y">
      <li v-for="p in lines" :key="p.id" class="flex flex-wrap items-baseline gap-x-3 py-1">
        <RouterLink :to="`/plans/${p.id}`" class="link min-h-[44px] content-center">{{
          wording.fromWeeks(dayText(p.from), p.weeks)
        }}</RouterLink>
        <span class="text-soft figures">
          {{ weekOfText(p, today()) }}{{ p.share === null ? '' : wording.done(percentText(p.share))
          }}{{ p.goal ? wording.toward(placeName(p.goal)) : '' }}
        </span>
        <span v-if="p.due" class="tag tag-caution">{{ wording.lookDue }}</span>
      </li>
    </ul>
  </section>
</template>
