<script setup lang="ts">
/** The stop signs in plain words, asked when they are due, with what follows from a yes. */
import { computed, ref } from 'vue';
import { z } from 'zod';
import { intakeInputSchema, type Facts } from '../../../api/plans.js';
import type { Person } from '../../../api/people.js';
import { readIntake, stopSigns } from '../../../core/studio/intake.js';
import type { Circumstance } from '../../../core/person/circumstance.js';
import { ADVICE_WORDS } from '../../../words/stops.js';
import DraftBack from '../../components/DraftBack.vue';
import FormField from '../../components/FormField.vue';
import { useFormDraft } from '../../data/drafts.js';
import { useZodForm } from '../../data/form.js';
import { askSigns } from '../../data/plans.js';
import { dayText, familyName } from '../../data/names.js';
import { useSession } from '../../data/session.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { intakePanel as wording } from '../../../words/pages/people.js';

const props = defineProps<{ person: Person; facts: Facts | null; circumstance: Circumstance | null }>();
/** The newest asking. */
const last = computed(() => props.facts?.intakes[0] ?? null);
const session = useSession();
const open = ref(false);
type Asking = {
  answers: Record<string, boolean>;
  note: string;
};
const blank = (): Asking => ({ answers: {}, note: '' });
const {
  typed: form,
  busy,
  error,
  submit,
} = useZodForm({
  blank,
  asInput: (asking) => asking,
  schema: intakeInputSchema,
  keep: (input) => askSigns(props.person.id, input),
});
const answered = computed(() => stopSigns.every((s) => form.answers[s.id] !== undefined));
const preview = computed(() => readIntake(form.answers));
/** Answers of another hour say nothing of now, ms. */
const ANSWERS_LAST = 3_600_000;
const draft = useFormDraft(
  {
    of: () => (session.isCoach ? `signs/${props.person.id}` : null),
    name: wording.theAsking,
    schema: z.object({ answers: z.record(z.string(), z.boolean()), note: z.string() }),
    lasts: ANSWERS_LAST,
  },
  open,
  form,
  blank,
);
const ask = (): void => {
  draft.anew();
  open.value = true;
};
/** All were read out: what was not answered with yes is no. */
const noneOfTheRest = (): void => {
  form.answers = { ...Object.fromEntries(stopSigns.map((s) => [s.id, false])), ...form.answers };
};
async function save(event: Event): Promise<void> {
  if (!(await submit(event))) return;
  await draft.drop();
  open.value = false;
}
const signName = (id: string): string => stopSigns.find((s) => s.id === id)?.ask.replace(/\?$/, '') ?? id;
</script>

<template>
  <section class="card" aria-labelledby="signs">
    <div class="flex items-center">
      <h2 id="signs">{{ wording.stopSigns }}</h2>
      <button v-if="!open && session.isCoach" class="btn btn-quiet ml-auto" @click="ask">{{ wording.askNow }}</button>
    </div>
    <p v-if="!session.isCoach" class="text-soft text-sm">{{ wording.aCoachAsksThem }}</p>
    <template v-if="circumstance && !open">
      <p v-if="circumstance.intakeDue" class="note">
        {{ wording.askBeforeTheNext(last ? wording.askedTooLongAgo : wording.notAskedYet) }}
      </p>
      <div v-if="circumstance.stop" role="alert" class="note mt-2">
        <p class="font-bold">{{ ADVICE_WORDS[circumstance.stop] }}</p>
        <ul class="list-disc pl-5">
          <li v-for="id in circumstance.signs" :key="id">{{ signName(id) }}</li>
        </ul>
      </div>
      <p v-if="circumstance.painIn.length" role="alert" class="note mt-2">
        {{ wording.painEndedTheLast(circumstance.painIn.map(familyName).join(', ')) }}
      </p>
      <p v-if="last" class="text-soft text-sm">
        {{
          wording.lastAskedBy(
            dayText(last.day),
            last.by,
            last.yes.length ? wording.answeredYes(last.yes.length) : wording.none,
          )
        }}
      </p>
    </template>
    <form v-if="open" class="mt-1" novalidate @submit.prevent="save">
      <DraftBack :draft="draft" @anew="draft.anew()" />
      <p class="text-soft text-sm">{{ wording.readThemOut }}</p>
      <ul class="divide-rule divide-y">
        <li v-for="s in stopSigns" :key="s.id" class="py-1">
          <p :id="`sign-${s.id}`">{{ s.ask }}</p>
          <div role="radiogroup" :aria-labelledby="`sign-${s.id}`" class="flex gap-2">
            <button
              v-for="value in [false, true]"
              :key="String(value)"
              type="button"
              role="radio"
              class="btn"
              :class="{ 'btn-on': form.answers[s.id] === value }"
              :aria-checked="form.answers[s.id] === value"
              @click="form.answers[s.id] = value"
            >
              {{ value ? wording.yes : wording.no }}
            </button>
          </div>
        </li>
      </ul>
      <button v-if="!answered" type="button" class="btn my-2" @click="noneOfTheRest">
        {{ Object.keys(form.answers).length ? wording.noneOfTheOthers : wording.noneOfThese }}
      </button>
      <FormField id="sign-note" v-model="form.note" path="note" :label="wording.notePrivate" maxlength="1000" />
      <p v-if="preview.stop" role="alert" class="note mt-2">{{ ADVICE_WORDS[preview.advice!] }}</p>
      <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
      <div class="mt-2 flex gap-2">
        <button class="btn btn-main" :disabled="busy || !answered">{{ anywhere.keep }}</button>
        <button type="button" class="btn" @click="(draft.drop(), (open = false))">{{ anywhere.cancel }}</button>
      </div>
    </form>
  </section>
</template>
