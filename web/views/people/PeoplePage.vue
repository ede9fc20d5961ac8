<script setup lang="ts">
import { UserPlus } from '@lucide/vue';
import { useDebounceFn } from '@vueuse/core';
import { onMounted, reactive, ref, watch } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import { groupSchema, personSchema, personSummarySchema, type PersonInput } from '../../../api/people.js';
import { catalog } from '../../lib/catalogue.js';
import LoadState from '../../components/LoadState.vue';
import PersonTags from '../../components/PersonTags.vue';
import { call } from '../../lib/api.js';
import { useAction, useResource } from '../../lib/resource.js';
import { agoText } from '../../lib/words.js';
import { useSession } from '../../stores/session.js';
import PersonForm from './PersonForm.vue';

const session = useSession();
const router = useRouter();
const filter = reactive({ search: '', group: '', caution: '', archived: 'no' });
const adding = ref(false);
const { busy, error, run } = useAction();
const people = useResource(() => {
  const query = new URLSearchParams(Object.entries(filter).filter(([, v]) => v !== ''));
  return call(`/people?${query.toString()}`, personSummarySchema.array());
});
const groups = useResource(() => call('/groups', groupSchema.array()));
const reload = useDebounceFn(() => people.load(), 200);
watch(filter, () => void reload());
onMounted(() => Promise.all([people.load(), groups.load()]));

async function add(input: PersonInput): Promise<void> {
  await run(async () => {
    const person = await call('/people', personSchema, { method: 'POST', body: input });
    await router.push(`/people/${person.id}`);
  });
}
</script>

<template>
  <div class="flex flex-wrap items-center gap-3">
    <h1>People</h1>
    <button v-if="session.isCoach" class="btn btn-main ml-auto" @click="adding = !adding">
      <UserPlus :size="20" aria-hidden="true" /> Add a person
    </button>
  </div>
  <section v-if="adding" class="card mt-3" aria-label="New person">
    <PersonForm
      :groups="groups.value.value ?? []"
      :busy="busy"
      :error="error"
      save-label="Add"
      @save="add"
      @cancel="adding = false"
      @groups-changed="groups.load()"
    />
  </section>
  <form
    class="card mt-3 grid gap-3 sm:grid-cols-2 lg:grid-cols-[2fr_1fr_1fr_1fr]"
    role="search"
    @submit.prevent="people.load()"
  >
    <div>
      <label class="label" for="search">Name</label
      ><input id="search" v-model="filter.search" type="search" class="field" placeholder="Type a part of the name" />
    </div>
    <div>
      <label class="label" for="group">Group</label>
      <select id="group" v-model="filter.group" class="field">
        <option value="">All</option>
        <option v-for="g in groups.value.value ?? []" :key="g.id" :value="g.id">{{ g.name }} ({{ g.people }})</option>
      </select>
    </div>
    <div>
      <label class="label" for="caution">Caution</label>
      <select id="caution" v-model="filter.caution" class="field">
        <option value="">Any or none</option>
        <option v-for="c in catalog.cautions" :key="c.id" :value="c.id">{{ c.name }}</option>
      </select>
    </div>
    <div>
      <label class="label" for="archived">Roster</label>
      <select id="archived" v-model="filter.archived" class="field">
        <option value="no">Active</option>
        <option value="yes">Archived</option>
      </select>
    </div>
  </form>
  <LoadState :loading="people.loading.value" :error="people.error.value" @retry="people.load()" />
  <LoadState
    v-if="people.value.value?.length === 0"
    :empty="
      filter.search || filter.group || filter.caution
        ? 'Nobody fits this search.'
        : 'Nobody here yet. Add the first person.'
    "
  />
  <ul v-if="people.value.value?.length" class="mt-3 grid gap-2 md:grid-cols-2">
    <li v-for="person in people.value.value" :key="person.id" class="card flex items-center gap-3 !py-2">
      <div class="min-w-0 flex-1">
        <RouterLink :to="`/people/${person.id}`" class="text-lg font-semibold hover:underline">{{
          person.name
        }}</RouterLink>
        <p class="text-soft text-sm">
          {{ person.lastLookAt ? `last look ${agoText(person.lastLookAt)}` : 'never looked at' }}
        </p>
        <PersonTags :person="person" />
      </div>
      <RouterLink :to="`/bench?person=${person.id}`" class="btn" :aria-label="`Look at ${person.name}`"
        >Look</RouterLink
      >
    </li>
  </ul>
</template>
