<script setup lang="ts">
/** Stores the drills as a prescription with its start and re-look dates, or as a new version of the one in force. */
import { FileText } from '@lucide/vue';
import { computed, ref } from 'vue';
import { z } from 'zod';
import { prescriptionInputSchema, type Prescription } from '../../../api/plans.js';
import type { Person } from '../../../api/people.js';
import { addDays, daysBetween } from '../../../core/days.js';
import type { CauseId, Drill } from '../../../core/formats/catalog.js';
import type { ChosenDrill } from '../../../core/prescribe/choose.js';
import DraftBack from '../../components/DraftBack.vue';
import FormField from '../../components/FormField.vue';
import { useFormDraft } from '../../data/drafts.js';
import { today } from '../../data/clock.js';
import { useZodForm } from '../../data/form.js';
import { chosenWhy, dayText } from '../../data/names.js';
import { assign as store, usePrescriptions } from '../../data/plans.js';
import { announce } from '../../data/said.js';
import { useSession } from '../../data/session.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { assignDrills as wording } from '../../../words/pages/looks.js';

const props = defineProps<{
  family: string;
  /** Name of the method they were chosen by. */
  method: string;
  causes: readonly { cause: CauseId; probability: number }[];
  chosen: readonly (ChosenDrill & { place?: Drill['place'] })[];
  lookId: string | null;
  person: Person;
  /** What the button says. */
  words?: string;
}>();
const emit = defineEmits<{ assigned: [] }>();
const session = useSession();
const open = ref(false);
const known = usePrescriptions(() => props.person.id);
const made = ref<Prescription | null>(null);
/** Looked at again after one to two weeks: ten days unless the coach says otherwise. */
const RELOOK_AFTER = 10;
const blank = () => ({ startsOn: today(), relookOn: addDays(today(), RELOOK_AFTER), note: '', replace: true });
const { typed, busy, error, submit } = useZodForm({
  blank,
  asInput: (form) => ({
    series: form.replace && running.value ? running.value.series : null,
    lookId: props.lookId,
    family: props.family,
    method: props.method,
    causes: props.causes.map(({ cause, probability }) => ({ cause, probability })),
    items: props.chosen.map((c) => ({
      drill: c.drill,
      dose: c.dose,
      ...(c.place ? { place: c.place } : {}),
      size: c.size && typeof c.size === 'object' ? { sizing: c.size.sizing, value: c.size.value } : null,
      why: chosenWhy(c) || wording.chosenByTheCoach,
      changes: c.changes,
      minutes: c.minutes,
    })),
    note: form.note,
    startsOn: form.startsOn,
    relookOn: form.relookOn,
  }),
  schema: prescriptionInputSchema,
  async keep(input) {
    made.value = (await store(props.person.id, input, running.value ?? null))[0] ?? null;
  },
});
const draft = useFormDraft(
  {
    of: () => (session.isCoach ? `assign/${props.person.id}/${props.lookId ?? props.family}` : null),
    name: wording.theAssignment,
    schema: z.object({ startsOn: z.string(), relookOn: z.string(), note: z.string(), replace: z.boolean() }),
  },
  open,
  typed,
  blank,
);

/** The re-look keeps its distance from the day it starts. */
function startOn(day: string): void {
  if (day && typed.startsOn && typed.relookOn)
    typed.relookOn = addDays(day, daysBetween(typed.startsOn, typed.relookOn));
  typed.startsOn = day;
}

/** The prescription for this position that runs now. */
const running = computed(() =>
  (known.value.value ?? []).find(
    (p) => p.newest && p.family === props.family && (p.endedOn === null || p.endedOn >= today()),
  ),
);

async function assign(event: Event): Promise<void> {
  if (!(await submit(event))) return;
  await draft.drop();
  open.value = false;
  announce(wording.assigned(props.chosen.length, props.chosen.length === 1 ? 'item' : 'items'));
  emit('assigned');
}
</script>

<template>
  <div class="border-rule mt-2 border-t pt-3">
    <p v-if="made" role="status" class="mb-2">
      {{ wording.assignedVersionLookAgain(made.version, dayText(made.relookOn)) }}
      <a class="btn mt-2 w-full" :href="`/api/prescriptions/${made.id}/sheet.pdf`" target="_blank" rel="noopener"
        ><FileText :size="20" aria-hidden="true" /> {{ wording.theSheet }}</a
      >
    </p>
    <p v-if="!session.isCoach" class="text-soft text-sm">{{ wording.aCoachAssignsDrills }}</p>
    <button v-else-if="!open" class="btn btn-main w-full" @click="open = true">
      {{ made ? wording.assignAgain : (words ?? wording.assignTheseDrills) }}
    </button>
    <form v-else class="space-y-2" novalidate @submit.prevent="assign">
      <DraftBack :draft="draft" @anew="draft.anew()" />
      <div class="grid grid-cols-2 gap-2">
        <FormField
          id="a-start"
          :model-value="typed.startsOn"
          path="startsOn"
          :label="wording.from"
          type="date"
          required
          @update:model-value="startOn(String($event))"
        />
        <FormField
          id="a-relook"
          v-model="typed.relookOn"
          path="relookOn"
          :label="anywhere.lookAgain"
          type="date"
          :min="typed.startsOn"
          required
        />
      </div>
      <FormField id="a-note" v-model="typed.note" path="note" :label="wording.wordsForTheSheet" maxlength="600" />
      <label v-if="running" class="flex min-h-[44px] items-center gap-2">
        <input v-model="typed.replace" type="checkbox" class="h-6 w-6 accent-[var(--rope)]" />
        {{ wording.inPlaceOfVersion(running.version, dayText(running.startsOn)) }}
      </label>
      <p v-if="error" role="alert" class="note">{{ error }}</p>
      <div class="flex gap-2">
        <button class="btn btn-main" :disabled="busy">{{ wording.assign }}</button>
        <button type="button" class="btn" @click="(draft.drop(), (open = false))">{{ anywhere.cancel }}</button>
      </div>
    </form>
  </div>
</template>
