<script setup lang="ts">
/** Stores the drills as a prescription with its start and re-look dates, or as a new version of the one in force. */
import { FileText } from '@lucide/vue';
import { computed, reactive, ref } from 'vue';
import { z } from 'zod';
import type { Prescription } from '../../../api/plans.js';
import type { Person } from '../../../api/people.js';
import { addDays, daysBetween } from '../../../core/days.js';
import type { CauseId, Drill } from '../../../core/formats/catalog.js';
import type { ChosenDrill } from '../../../core/prescribe/choose.js';
import DraftBack from '../../components/DraftBack.vue';
import { useFormDraft } from '../../data/drafts.js';
import { useAction } from '../../data/action.js';
import { today } from '../../data/clock.js';
import { chosenWhy, dayText } from '../../data/names.js';
import { assign as store, usePrescriptions } from '../../data/plans.js';
import { announce } from '../../data/said.js';
import { useSession } from '../../data/session.js';

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
const { busy, error, run } = useAction();
const open = ref(false);
const known = usePrescriptions(() => props.person.id);
const made = ref<Prescription | null>(null);
/** Looked at again after one to two weeks: ten days unless the coach says otherwise. */
const RELOOK_AFTER = 10;
const blank = () => ({ startsOn: today(), relookOn: addDays(today(), RELOOK_AFTER), note: '', replace: true });
const form = reactive(blank());
const draft = useFormDraft(
  {
    of: () => (session.isCoach ? `assign/${props.person.id}/${props.lookId ?? props.family}` : null),
    name: 'The assignment',
    schema: z.object({ startsOn: z.string(), relookOn: z.string(), note: z.string(), replace: z.boolean() }),
  },
  open,
  form,
  blank,
);

/** The re-look keeps its distance from the day it starts. */
function startOn(day: string): void {
  if (day && form.startsOn && form.relookOn) form.relookOn = addDays(day, daysBetween(form.startsOn, form.relookOn));
  form.startsOn = day;
}

/** The prescription for this position that runs now. */
const running = computed(() =>
  (known.value.value ?? []).find(
    (p) => p.newest && p.family === props.family && (p.endedOn === null || p.endedOn >= today()),
  ),
);

async function assign(): Promise<void> {
  const done = await run(async () => {
    const input = {
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
        why: chosenWhy(c) || 'chosen by the coach',
        changes: c.changes,
        minutes: c.minutes,
      })),
      note: form.note,
      startsOn: form.startsOn,
      relookOn: form.relookOn,
    };
    const list = await store(props.person.id, input, running.value ?? null);
    made.value = list[0] ?? null;
  });
  if (!done) return;
  await draft.drop();
  open.value = false;
  announce(`Assigned: ${props.chosen.length} ${props.chosen.length === 1 ? 'item' : 'items'}.`);
  emit('assigned');
}
</script>

<template>
  <div class="border-rule mt-2 border-t pt-3">
    <p v-if="made" role="status" class="mb-2">
      Assigned, version {{ made.version }}. Look again {{ dayText(made.relookOn) }}.
      <a class="btn mt-2 w-full" :href="`/api/prescriptions/${made.id}/sheet.pdf`" target="_blank" rel="noopener"
        ><FileText :size="20" aria-hidden="true" /> The sheet</a
      >
    </p>
    <p v-if="!session.isCoach" class="text-soft text-sm">A coach assigns drills.</p>
    <button v-else-if="!open" class="btn btn-main w-full" @click="open = true">
      {{ made ? 'Assign again' : (words ?? 'Assign these drills') }}
    </button>
    <form v-else class="space-y-2" @submit.prevent="assign">
      <DraftBack :draft="draft" @anew="draft.anew()" />
      <div class="grid grid-cols-2 gap-2">
        <div>
          <label class="label" for="a-start">From</label>
          <input
            id="a-start"
            :value="form.startsOn"
            type="date"
            class="field"
            required
            @input="startOn(($event.target as HTMLInputElement).value)"
          />
        </div>
        <div>
          <label class="label" for="a-relook">Look again</label>
          <input id="a-relook" v-model="form.relookOn" type="date" class="field" :min="form.startsOn" required />
        </div>
      </div>
      <div>
        <label class="label" for="a-note">Words for the sheet</label>
        <input id="a-note" v-model="form.note" class="field" maxlength="600" />
      </div>
      <label v-if="running" class="flex min-h-[44px] items-center gap-2">
        <input v-model="form.replace" type="checkbox" class="h-6 w-6 accent-[var(--rope)]" />
        In place of version {{ running.version }} from {{ dayText(running.startsOn) }}
      </label>
      <p v-if="error" role="alert" class="note">{{ error }}</p>
      <div class="flex gap-2">
        <button class="btn btn-main" :disabled="busy">Assign</button>
        <button type="button" class="btn" @click="(draft.drop(), (open = false))">Cancel</button>
      </div>
    </form>
  </div>
</template>
