<script setup lang="ts">
/** A new person by what the arithmetic needs: name, height, weight. The rest is added when it is known. */
import { reactive, ref } from 'vue';
import { z } from 'zod';
import { personInputSchema } from '../../../api/people.js';
import { massFromForm, statureFromForm } from '../../../words/units.js';
import DraftBack from '../../components/DraftBack.vue';
import { useAction } from '../../data/action.js';
import { useFormDraft } from '../../data/drafts.js';
import { addPerson } from '../../data/people.js';
import { useSettings } from '../../stores/settings.js';
import BodySize from './BodySize.vue';

const emit = defineEmits<{ added: [id: string, rest: boolean]; cancel: [] }>();
const settings = useSettings();
const { busy, error, run } = useAction();
/** What is added later. */
const NOT_ASKED = personInputSchema.omit({ name: true }).parse({});
interface Form {
  name: string;
  stature: number | '';
  mass: number | '';
}
const blank = (): Form => ({ name: '', stature: '', mass: '' });
const form = reactive(blank());
const number = z.union([z.number(), z.literal('')]);
const draft = useFormDraft<Form>(
  {
    // Height and weight are typed in the units that are shown.
    of: () => `person/new/${settings.units}`,
    name: 'The form',
    schema: z.object({ name: z.string(), stature: number, mass: number }),
  },
  ref(true),
  form,
  blank,
);
async function add(rest: boolean): Promise<void> {
  let id = '';
  const kept = await run(async () => {
    const person = await addPerson({
      ...NOT_ASKED,
      name: form.name,
      stature: form.stature === '' ? null : statureFromForm(form.stature, settings.units),
      mass: form.mass === '' ? null : massFromForm(form.mass, settings.units),
    });
    id = person.id;
  });
  if (!kept) return;
  await draft.drop();
  emit('added', id, rest);
}
async function leave(): Promise<void> {
  await draft.drop();
  emit('cancel');
}
</script>

<template>
  <form class="grid gap-3" @submit.prevent="add(false)">
    <DraftBack :draft="draft" @anew="draft.anew()" />
    <div>
      <label class="label" for="p-name">Name</label
      ><input id="p-name" v-model="form.name" class="field" required maxlength="80" autocomplete="off" />
    </div>
    <div class="grid grid-cols-2 gap-3">
      <BodySize v-model:stature="form.stature" v-model:mass="form.mass" />
    </div>
    <p class="text-soft text-sm">
      Height and weight set the loads. Without them a body of middle size is reckoned with. Ask the stop signs on the
      person’s page before the first load.
    </p>
    <p v-if="error" role="alert" class="note">{{ error }}</p>
    <div class="flex flex-wrap gap-2">
      <button class="btn btn-main" :disabled="busy">Add</button>
      <button type="button" class="btn" :disabled="busy || !form.name.trim()" @click="add(true)">
        Add, and fill in the rest
      </button>
      <button type="button" class="btn btn-quiet ml-auto" @click="leave">Cancel</button>
    </div>
  </form>
</template>
