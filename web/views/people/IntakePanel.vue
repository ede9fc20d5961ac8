<script setup lang="ts">
/** The stop signs in plain words, asked when they are due, with what follows from a yes. */
import { computed, reactive, ref } from 'vue';
import { standingSchema, type Standing } from '../../../api/plans.js';
import type { Person } from '../../../api/people.js';
import { readIntake, stopSigns } from '../../../core/studio/intake.js';
import { call } from '../../lib/api.js';
import { useAction } from '../../lib/resource.js';
import { dayText, familyName } from '../../lib/words.js';

const props = defineProps<{ person: Person; standing: Standing | null }>();
const emit = defineEmits<{ asked: [standing: Standing] }>();
const { busy, error, run } = useAction();
const open = ref(false);
const answers = reactive<Record<string, boolean>>({});
const note = ref('');
const answered = computed(() => stopSigns.every((s) => answers[s.id] !== undefined));
const preview = computed(() => readIntake(answers));
const ask = (): void => {
  for (const key of Object.keys(answers)) delete answers[key];
  note.value = '';
  open.value = true;
};
async function save(): Promise<void> {
  const done = await run(async () =>
    emit(
      'asked',
      await call(`/people/${props.person.id}/intakes`, standingSchema, {
        method: 'POST',
        body: { answers: { ...answers }, note: note.value },
      }),
    ),
  );
  if (done) open.value = false;
}
const signName = (id: string): string => stopSigns.find((s) => s.id === id)?.ask.replace(/\?$/, '') ?? id;
</script>

<template>
  <section class="card" aria-labelledby="signs">
    <div class="flex items-center">
      <h2 id="signs">Stop signs</h2>
      <button v-if="!open" class="btn btn-quiet ml-auto" @click="ask">Ask now</button>
    </div>
    <template v-if="standing && !open">
      <p v-if="standing.intakeDue" class="note">
        {{ standing.intake ? 'Asked too long ago' : 'Not asked yet' }}: ask before the next load.
      </p>
      <div v-if="standing.stop" role="alert" class="note mt-2">
        <p class="font-bold">{{ standing.stop }}</p>
        <ul class="list-disc pl-5">
          <li v-for="id in standing.intake?.yes ?? []" :key="id">{{ signName(id) }}</li>
        </ul>
      </div>
      <p v-if="standing.painIn.length" role="alert" class="note mt-2">
        Pain ended the last hold: {{ standing.painIn.map(familyName).join(', ') }}. Nothing that loads it is proposed
        until the signs are asked again and clear.
      </p>
      <p v-if="standing.intake" class="text-soft text-sm">
        Last asked {{ dayText(standing.intake.day) }} by {{ standing.intake.by }}:
        {{ standing.intake.yes.length ? `${standing.intake.yes.length} answered yes` : 'none' }}.
      </p>
    </template>
    <form v-if="open" class="mt-1" @submit.prevent="save">
      <p class="text-soft text-sm">Read them out. A yes is no diagnosis: it means somebody else looks first.</p>
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
              :class="{ 'btn-on': answers[s.id] === value }"
              :aria-checked="answers[s.id] === value"
              @click="answers[s.id] = value"
            >
              {{ value ? 'Yes' : 'No' }}
            </button>
          </div>
        </li>
      </ul>
      <label class="label" for="sign-note">Note (private)</label>
      <input id="sign-note" v-model="note" class="field" maxlength="1000" />
      <p v-if="preview.stop" role="alert" class="note mt-2">{{ preview.advice }}</p>
      <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
      <div class="mt-2 flex gap-2">
        <button class="btn btn-main" :disabled="busy || !answered">Keep</button>
        <button type="button" class="btn" @click="open = false">Cancel</button>
      </div>
    </form>
  </section>
</template>
