<script setup lang="ts">
/** A new studio's first steps. What is done is read from the records: nothing about the steps is kept. */
import { FileUp, Play, Timer, UserPlus } from '@lucide/vue';
import { computed, ref } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import { START } from '../../../words/start.js';
import LoadState from '../../components/LoadState.vue';
import { studio } from '../../data/catalogue.js';
import { usePeople } from '../../data/people.js';
import { useSession } from '../../data/session.js';
import AddPersonDialog from '../people/AddPersonDialog.vue';
import HallForm from '../studio/HallForm.vue';
import StepCard from './StepCard.vue';

const session = useSession();
const router = useRouter();
const people = usePeople(() => ({}));
const adding = ref(false);
const count = computed(() => people.total.value ?? 0);
const hallDone = computed(() => (studio.defaults.name ?? '') !== '');
const looked = computed(() => people.people.value.some((p) => p.lastLookAt !== null));
/** Whom the first hold is watched of. */
const first = computed(() => (count.value === 1 ? people.people.value[0]!.id : null));
</script>

<template>
  <h1>{{ START.title }}</h1>
  <p class="text-soft mt-1">{{ START.says }}</p>
  <LoadState :loading="people.loading.value" :error="people.error.value" @retry="people.load()" />
  <ol v-if="people.total.value !== null" class="mt-3 max-w-4xl space-y-3">
    <StepCard :at="1" :title="START.hall.title" :done="hallDone" :open="!hallDone">
      <p>{{ START.hall.says }}</p>
      <HallForm v-if="session.isOwner" class="mt-3" short :keep="START.hall.keep" />
      <p v-else class="text-soft mt-1">{{ START.ownersHall }}</p>
    </StepCard>
    <StepCard :at="2" :title="START.try.title" :done="looked" open>
      <p>{{ START.try.says }}</p>
      <RouterLink to="/try" class="btn mt-2" :class="{ 'btn-main': hallDone && !looked && count === 0 }">
        <Play :size="20" aria-hidden="true" /> {{ START.try.go }}
      </RouterLink>
    </StepCard>
    <StepCard :at="3" :title="START.person.title" :done="count > 0" open>
      <p>{{ count > 0 ? START.person.known(count) : START.person.says }}</p>
      <div class="mt-2 flex flex-wrap gap-2">
        <button class="btn" @click="adding = true">
          <UserPlus :size="20" aria-hidden="true" /> {{ START.person.go }}
        </button>
        <RouterLink to="/in" class="btn"><FileUp :size="18" aria-hidden="true" /> {{ START.person.list }}</RouterLink>
      </div>
    </StepCard>
    <StepCard :at="4" :title="START.watch.title" :done="looked" open>
      <p>{{ START.watch.says }}</p>
      <RouterLink
        :to="first ? `/bench?person=${first}` : '/bench'"
        class="btn mt-2"
        :class="{ 'btn-main': count > 0 && !looked }"
      >
        <Timer :size="20" aria-hidden="true" /> {{ START.watch.go }}
      </RouterLink>
    </StepCard>
    <li v-if="looked" class="card">
      <h2>{{ START.next.title }}</h2>
      <p class="mt-1">{{ START.next.says }}</p>
      <div class="mt-1 flex flex-wrap gap-2">
        <RouterLink to="/plans" class="btn">{{ START.next.plan }}</RouterLink>
        <RouterLink to="/classes" class="btn">{{ START.next.class }}</RouterLink>
        <RouterLink to="/ladders" class="btn">{{ START.next.ladders }}</RouterLink>
        <RouterLink to="/eye" class="btn">{{ START.next.practise }}</RouterLink>
      </div>
    </li>
  </ol>
  <AddPersonDialog
    :open="adding"
    @close="adding = false"
    @added="(id, rest) => (rest ? router.push({ path: `/people/${id}`, query: { edit: '1' } }) : (adding = false))"
  />
</template>
