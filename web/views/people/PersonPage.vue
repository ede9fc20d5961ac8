<script setup lang="ts">
import { Archive, Pencil, Timer } from '@lucide/vue';
import { computed, onMounted, ref } from 'vue';
import { RouterLink, useRoute } from 'vue-router';
import type { Person, PersonPatch } from '../../../api/people.js';
import { massText, statureText } from '../../../words/units.js';
import LoadState from '../../components/LoadState.vue';
import PersonTags from '../../components/PersonTags.vue';
import { useAction } from '../../data/action.js';
import { useStanding } from '../../data/circumstance.js';
import { hasDraft } from '../../data/drafts.js';
import { methodName } from '../../data/names.js';
import { changePerson, useGroups } from '../../data/people.js';
import { say } from '../../data/said.js';
import { useSession } from '../../data/session.js';
import { useSettings } from '../../stores/settings.js';
import RecordOut from '../transfer/RecordOut.vue';
import CautionsPanel from './CautionsPanel.vue';
import ConsentsPanel from './ConsentsPanel.vue';
import HistoryPanel from './HistoryPanel.vue';
import IntakePanel from './IntakePanel.vue';
import PersonForm from './PersonForm.vue';
import PrescriptionsPanel from './PrescriptionsPanel.vue';
import ProgrammesPanel from './ProgrammesPanel.vue';
import ErasePerson from '../keeping/ErasePerson.vue';
import ScreensPanel from './ScreensPanel.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { personPage as wording } from '../../../words/pages/people.js';

const props = defineProps<{ id: string }>();
const session = useSession();
const settings = useSettings();
const { person: read, facts, circumstance } = useStanding(() => props.id);
const person = computed(() => read.value.value);
/** Who was just added with *fill in the rest* is opened to be filled in. */
const editing = ref(useRoute().query.edit !== undefined);
const groups = useGroups(() => editing.value);
const { busy, error, run } = useAction();

const change = (patch: PersonPatch, before: Person): Promise<boolean> => run(() => changePerson(before, patch));
async function archive(before: Person): Promise<void> {
  const { name, archived } = before;
  if (!(await change({ archived: !archived }, before))) return;
  const after = { ...before, archived: !archived, version: undefined };
  say(archived ? wording.isBack(name) : wording.isArchived(name), () => change({ archived }, after));
}
// Changes half made are gone on with.
onMounted(async () => {
  if (session.isCoach && (await hasDraft(`person/${props.id}/${settings.units}`))) editing.value = true;
});
</script>

<template>
  <LoadState :loading="read.loading.value" :error="read.error.value" @retry="read.load()" />
  <template v-if="person">
    <div class="flex flex-wrap items-center gap-3">
      <div>
        <h1>{{ person.name }}</h1>
        <PersonTags :person="person" />
      </div>
      <div class="ml-auto flex flex-wrap gap-2">
        <template v-if="session.isCoach">
          <button class="btn" @click="editing = !editing">
            <Pencil :size="18" aria-hidden="true" /> {{ wording.edit }}
          </button>
          <button class="btn" :disabled="busy" @click="archive(person)">
            <Archive :size="18" aria-hidden="true" /> {{ person.archived ? wording.bringBack : wording.archive }}
          </button>
          <ErasePerson v-if="session.isOwner && person.archived" :person="person" />
        </template>
        <RecordOut v-if="session.isCoach" :id="id" />
        <RouterLink :to="`/ladders?person=${id}`" class="btn">{{ anywhere.ladders }}</RouterLink>
        <RouterLink :to="`/bench?person=${id}`" class="btn btn-main"
          ><Timer :size="20" aria-hidden="true" /> {{ wording.newLook }}</RouterLink
        >
      </div>
    </div>
    <p v-if="error" role="alert" class="note mt-3">{{ error }}</p>
    <section v-if="editing" class="card mt-3" :aria-label="wording.edit">
      <PersonForm
        :person="person"
        :groups="groups.value.value ?? []"
        :save="(input, before) => changePerson(before, input)"
        @saved="editing = false"
        @cancel="editing = false"
      />
    </section>
    <div class="mt-4 columns grid items-start gap-4 lg:grid-cols-[19rem_1fr]">
      <div class="space-y-4">
        <section class="card" aria-labelledby="body">
          <h2 id="body">{{ wording.bodyAndGoal }}</h2>
          <dl class="figures mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
            <dt class="text-soft">{{ wording.height }}</dt>
            <dd>
              {{ person.stature ? statureText(person.stature, settings.units) : wording.notMeasured }}
            </dd>
            <dt class="text-soft">{{ wording.weight }}</dt>
            <dd>{{ person.mass ? massText(person.mass, settings.units) : wording.notMeasured }}</dd>
            <dt class="text-soft">{{ wording.born }}</dt>
            <dd>{{ person.birthYear ?? wording.notGiven }}{{ person.minor ? wording.underAge : '' }}</dd>
            <template v-if="person.email">
              <dt class="text-soft">{{ anywhere.eMail }}</dt>
              <dd class="min-w-0 break-words">
                {{ person.email.slice(0, person.email.indexOf('@')) }}<wbr />{{
                  person.email.slice(person.email.indexOf('@'))
                }}
              </dd>
            </template>
            <dt class="text-soft">{{ wording.method }}</dt>
            <dd>
              {{ person.method ? methodName(person.method) : wording.asThePositionsDefault }}
            </dd>
            <dt class="text-soft">{{ wording.goal }}</dt>
            <dd>{{ person.goal || wording.noneNoted }}</dd>
          </dl>
          <p v-if="person.notes" class="mt-2 whitespace-pre-line">{{ person.notes }}</p>
        </section>
        <IntakePanel :person="person" :facts="facts.value.value" :circumstance="circumstance" />
        <CautionsPanel :person="person" />
        <ConsentsPanel :person="person" />
      </div>
      <div class="min-w-0 space-y-4">
        <PrescriptionsPanel :person="person" />
        <ProgrammesPanel :id="id" />
        <ScreensPanel :person="person" />
        <HistoryPanel :person="person" />
      </div>
    </div>
  </template>
</template>
