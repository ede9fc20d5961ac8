<script setup lang="ts">
import { Archive, Pencil, Timer } from '@lucide/vue';
import { computed, onMounted, ref } from 'vue';
import { RouterLink } from 'vue-router';
import { standingSchema } from '../../../api/plans.js';
import { groupSchema, personSchema, type Person, type PersonPatch } from '../../../api/people.js';
import LoadState from '../../components/LoadState.vue';
import PersonTags from '../../components/PersonTags.vue';
import { call } from '../../lib/api.js';
import { useAction, useResource } from '../../lib/resource.js';
import { massText, statureText } from '../../lib/units.js';
import { methodName } from '../../lib/words.js';
import { useSession } from '../../stores/session.js';
import { useSettings } from '../../stores/settings.js';
import CautionsPanel from './CautionsPanel.vue';
import ConsentsPanel from './ConsentsPanel.vue';
import HistoryPanel from './HistoryPanel.vue';
import IntakePanel from './IntakePanel.vue';
import PrescriptionsPanel from './PrescriptionsPanel.vue';
import ScreensPanel from './ScreensPanel.vue';
import PersonForm from './PersonForm.vue';

const props = defineProps<{ id: string }>();
const session = useSession();
const settings = useSettings();
const person = useResource(() => call(`/people/${props.id}`, personSchema));
const groups = useResource(() => call('/groups', groupSchema.array()));
const editing = ref(false);
const { busy, error, run } = useAction();
const standing = useResource(() => call(`/people/${props.id}/standing`, standingSchema));
/** Assigned drills are read anew when the cautions change: their warnings follow. */
const cautionsKey = computed(() => (person.value.value?.cautions ?? []).join());
onMounted(() => Promise.all([person.load(), groups.load(), standing.load()]));

const take = (next: Person): void => {
  person.value.value = next;
};
async function change(patch: PersonPatch): Promise<void> {
  if (await run(async () => take(await call(`/people/${props.id}`, personSchema, { method: 'PATCH', body: patch }))))
    editing.value = false;
}
</script>

<template>
  <LoadState :loading="person.loading.value" :error="person.error.value" @retry="person.load()" />
  <template v-if="person.value.value">
    <div class="flex flex-wrap items-center gap-3">
      <div>
        <h1>{{ person.value.value.name }}</h1>
        <PersonTags :person="person.value.value" />
      </div>
      <div class="ml-auto flex flex-wrap gap-2">
        <template v-if="session.isCoach">
          <button class="btn" @click="editing = !editing"><Pencil :size="18" aria-hidden="true" /> Edit</button>
          <button class="btn" :disabled="busy" @click="change({ archived: !person.value.value.archived })">
            <Archive :size="18" aria-hidden="true" /> {{ person.value.value.archived ? 'Bring back' : 'Archive' }}
          </button>
        </template>
        <RouterLink :to="`/ladders?person=${id}`" class="btn">Ladders</RouterLink>
        <RouterLink :to="`/bench?person=${id}`" class="btn btn-main"
          ><Timer :size="20" aria-hidden="true" /> New look</RouterLink
        >
      </div>
    </div>
    <p v-if="error && !editing" role="alert" class="note mt-3">{{ error }}</p>
    <section v-if="editing" class="card mt-3" aria-label="Edit">
      <PersonForm
        :person="person.value.value"
        :groups="groups.value.value ?? []"
        :busy="busy"
        :error="error"
        save-label="Save"
        @save="change"
        @cancel="editing = false"
        @groups-changed="groups.load()"
      />
    </section>
    <div class="mt-4 grid items-start gap-4 lg:grid-cols-[19rem_1fr]">
      <div class="space-y-4">
        <section class="card" aria-labelledby="body">
          <h2 id="body">Body and goal</h2>
          <dl class="figures mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
            <dt class="text-soft">Height</dt>
            <dd>
              {{
                person.value.value.stature ? statureText(person.value.value.stature, settings.units) : 'not measured'
              }}
            </dd>
            <dt class="text-soft">Weight</dt>
            <dd>{{ person.value.value.mass ? massText(person.value.value.mass, settings.units) : 'not measured' }}</dd>
            <dt class="text-soft">Born</dt>
            <dd>
              {{ person.value.value.birthYear ?? 'not given' }}{{ person.value.value.minor ? ', under age' : '' }}
            </dd>
            <dt class="text-soft">Method</dt>
            <dd>
              {{ person.value.value.method ? methodName(person.value.value.method) : 'as the position’s default' }}
            </dd>
            <dt class="text-soft">Goal</dt>
            <dd>{{ person.value.value.goal || 'none noted' }}</dd>
          </dl>
          <p v-if="person.value.value.notes" class="mt-2 whitespace-pre-line">{{ person.value.value.notes }}</p>
        </section>
        <IntakePanel
          :person="person.value.value"
          :standing="standing.value.value"
          @asked="standing.value.value = $event"
        />
        <CautionsPanel :person="person.value.value" @changed="take" />
        <ConsentsPanel :person="person.value.value" @changed="take" />
      </div>
      <div class="min-w-0 space-y-4">
        <PrescriptionsPanel :key="cautionsKey" :person="person.value.value" />
        <ScreensPanel :person="person.value.value" />
        <HistoryPanel :person="person.value.value" />
      </div>
    </div>
  </template>
</template>
