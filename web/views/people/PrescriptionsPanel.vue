<script setup lang="ts">
/** Drills in force with today's warnings, their sheet, and the versions before. */
import { FileText } from '@lucide/vue';
import { computed, ref } from 'vue';
import { RouterLink } from 'vue-router';
import type { Prescription } from '../../../api/plans.js';
import type { Person } from '../../../api/people.js';
import { sizeText } from '../../../words/kit.js';
import { setsText } from '../../../words/dose.js';
import SendLetter from '../letters/SendLetter.vue';
import ChangeAssigned from './ChangeAssigned.vue';
import LoadState from '../../components/LoadState.vue';
import { useAction } from '../../data/action.js';
import { today } from '../../data/clock.js';
import { endPrescription, usePrescriptions } from '../../data/plans.js';
import { dayText, drillName, familyName, warningText } from '../../data/names.js';
import { useSession } from '../../data/session.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { prescriptionsPanel as wording } from '../../../words/pages/people.js';

const props = defineProps<{ person: Person }>();
const session = useSession();
const list = usePrescriptions(() => props.person.id);
const { busy, error, run } = useAction();
const ended = ref<string | null>(null);
const changing = ref<string | null>(null);

const inForce = (p: Prescription): boolean => p.newest && (p.endedOn === null || p.endedOn > today());
const now = computed(() => (list.value.value ?? []).filter(inForce));
const before = computed(() => (list.value.value ?? []).filter((p) => !inForce(p)));
async function end(p: Prescription, day: string | null): Promise<void> {
  const done = await run(() => endPrescription(props.person.id, p.id, day));
  if (done) ended.value = day ? p.id : null;
}
</script>

<template>
  <section class="card" aria-labelledby="assigned">
    <h2 id="assigned">{{ wording.drillsAssigned }}</h2>
    <LoadState :loading="list.loading.value" :error="list.error.value" @retry="list.load()" />
    <p v-if="list.value.value && now.length === 0" class="text-soft">{{ wording.noneInForceThey }}</p>
    <p v-if="ended" role="status">
      {{ wording.ended }}
      <button
        class="link min-h-[44px]"
        @click="
          end(
            list.value.value!.find((p) => p.id === ended)!,
            null,
          )
        "
      >
        {{ anywhere.undo }}
      </button>
    </p>
    <article v-for="p in now" :key="p.id" class="border-rule mt-2 border-t pt-2">
      <h3>{{ familyName(p.family) }}</h3>
      <p class="text-soft text-sm">{{ wording.versionFrom(p.version, dayText(p.startsOn), p.by, p.method) }}</p>
      <p :class="{ 'font-semibold': p.relookOn <= today() }">
        {{ wording.lookAgain(dayText(p.relookOn), p.relookOn <= today() ? wording.due : '') }}
      </p>
      <ol class="mt-1 list-decimal pl-5">
        <li v-for="i in p.items" :key="i.drill">
          <RouterLink :to="`/library?kind=drills&id=${i.drill}`" class="link">{{
            i.text?.name ?? drillName(i.drill)
          }}</RouterLink>: <span class="figures">{{ setsText(i.dose) }}</span><span
            v-if="i.size"
            class="text-soft figures"
          >
            · {{ sizeText(i.size) }}</span
          >
        </li>
      </ol>
      <p v-for="w in p.warnings" :key="w.drill + w.kind" role="alert" class="note mt-2 text-sm">
        <b>{{ p.items.find((i) => i.drill === w.drill)?.text?.name ?? drillName(w.drill) }}</b> {{ warningText(w) }}.
      </p>
      <div class="mt-2 flex flex-wrap gap-2">
        <a class="btn" :href="`/api/prescriptions/${p.id}/sheet.pdf`" target="_blank" rel="noopener"
          ><FileText :size="18" aria-hidden="true" /> {{ wording.sheet }}</a
        >
        <button
          v-if="session.isCoach"
          class="btn"
          :aria-expanded="changing === p.id"
          :aria-label="wording.changeWhatIsAssigned(familyName(p.family))"
          @click="changing = changing === p.id ? null : p.id"
        >
          {{ anywhere.change }}
        </button>
        <SendLetter
          v-if="session.isCoach"
          :person-id="person.id"
          what="sheet"
          :of="p.id"
          :label="wording.sendTheSheet"
        />
        <RouterLink v-if="p.lookId" :to="`/looks/${p.lookId}`" class="btn">{{ wording.theLookBehindIt }}</RouterLink>
        <button v-if="session.isCoach" class="btn" :disabled="busy" @click="end(p, today())">
          {{ wording.endIt }}
        </button>
      </div>
      <ChangeAssigned v-if="changing === p.id" :person="person" :prescription="p" @done="changing = null" />
    </article>
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <details v-if="before.length" class="mt-2 text-sm">
      <summary class="min-h-[44px] content-center">{{ wording.before(before.length) }}</summary>
      <ul class="divide-rule divide-y">
        <li v-for="p in before" :key="p.id" class="py-1">
          {{
            wording.versionFromWithFamilyName(
              familyName(p.family),
              p.version,
              dayText(p.startsOn),
              p.endedOn ? wording.endedWithDay(dayText(p.endedOn)) : '',
              p.items.map((i) => drillName(i.drill)).join(', '),
            )
          }}
          <a :href="`/api/prescriptions/${p.id}/sheet.pdf`" class="link" target="_blank" rel="noopener">{{
            wording.sheetInSentence
          }}</a>
        </li>
      </ul>
    </details>
  </section>
</template>
