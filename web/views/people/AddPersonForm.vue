<script setup lang="ts">
/** A new person by what the arithmetic needs: name, height, weight; folded below, what has to be known before a load and a picture. */
import { computed, reactive, ref } from 'vue';
import { z } from 'zod';
import { personInputSchema, type ConsentInput } from '../../../api/people.js';
import { isMinor } from '../../../core/person/consent.js';
import { CAUTION_IDS } from '../../../core/formats/catalog.js';
import { PURPOSES } from '../../../words/permissions.js';
import { massFromForm, statureFromForm } from '../../../words/units.js';
import DraftBack from '../../components/DraftBack.vue';
import { useAction } from '../../data/action.js';
import { catalog } from '../../data/catalogue.js';
import { today } from '../../data/clock.js';
import { useFormDraft } from '../../data/drafts.js';
import { addCaution, addConsent, addPerson } from '../../data/people.js';
import { useSettings } from '../../stores/settings.js';
import ManyOf from '../../components/ManyOf.vue';
import OnOff from '../../components/OnOff.vue';
import BodySize from './BodySize.vue';

const emit = defineEmits<{ added: [id: string, rest: boolean]; cancel: [] }>();
const settings = useSettings();
const { busy, error, run } = useAction();
/** What is added later. */
const NOT_ASKED = personInputSchema.omit({ name: true }).parse({});
const number = z.union([z.number(), z.literal('')]);
const formSchema = z.object({
  name: z.string(),
  stature: number,
  mass: number,
  birthYear: number.default(''),
  cautions: z.array(z.enum(CAUTION_IDS)).default([]),
  pictures: z.boolean().default(false),
  clips: z.boolean().default(false),
  handsOn: z.boolean().default(false),
  guardian: z.string().default(''),
});
type Form = z.infer<typeof formSchema>;
const blank = (): Form => formSchema.parse({ name: '', stature: '', mass: '' });
const form = reactive(blank());
const draft = useFormDraft<Form>(
  {
    // Height and weight are typed in the units that are shown.
    of: () => `person/new/${settings.units}`,
    name: 'The form',
    schema: formSchema,
  },
  ref(true),
  form,
  blank,
);
const minor = computed(() => isMinor(form.birthYear === '' ? null : form.birthYear, today()));
const permits = computed(() => form.pictures || form.handsOn);
const permissions = (): ConsentInput[] => {
  const by = minor.value
    ? { givenBy: form.guardian, relation: 'guardian' as const }
    : { givenBy: form.name, relation: 'self' as const };
  const given = { ...by, from: today(), until: null };
  return [
    ...(form.pictures ? [{ ...given, kind: 'pictures' as const, clips: form.clips }] : []),
    ...(form.handsOn ? [{ ...given, kind: 'hands-on' as const, clips: false }] : []),
  ].map((c) => ({ ...c, purpose: PURPOSES[c.kind] }));
};
/** What of it is kept already: where a part fails, the same button goes on from there and adds nobody twice. */
const kept = { id: '', parts: new Set<string>() };
async function once(part: string, work: () => Promise<unknown>): Promise<void> {
  if (kept.parts.has(part)) return;
  await work();
  kept.parts.add(part);
}
async function add(rest: boolean): Promise<void> {
  const done = await run(async () => {
    kept.id ||= (
      await addPerson({
        ...NOT_ASKED,
        name: form.name,
        birthYear: form.birthYear === '' ? null : form.birthYear,
        stature: form.stature === '' ? null : statureFromForm(form.stature, settings.units),
        mass: form.mass === '' ? null : massFromForm(form.mass, settings.units),
      })
    ).id;
    for (const caution of form.cautions)
      await once(caution, () => addCaution(kept.id, { caution, from: today(), until: null, note: '' }));
    for (const permission of permissions()) await once(permission.kind, () => addConsent(kept.id, permission));
  });
  if (!done) return;
  await draft.drop();
  emit('added', kept.id, rest);
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
    <details>
      <summary class="min-h-[44px] content-center font-semibold">
        Cautions and permissions{{ form.cautions.length + Number(permits) ? ': some set' : '' }}
      </summary>
      <fieldset>
        <legend class="label">Care is due with</legend>
        <ManyOf v-model="form.cautions" :choices="catalog.cautions" />
      </fieldset>
      <div class="mt-3">
        <label class="label" for="p-born">Born, year</label>
        <input
          id="p-born"
          v-model.number="form.birthYear"
          class="field figures !w-32"
          type="number"
          inputmode="numeric"
          min="1900"
          :max="today().slice(0, 4)"
        />
      </div>
      <OnOff v-model="form.pictures" class="mt-2">Pictures may be taken and kept</OnOff>
      <OnOff v-if="form.pictures" v-model="form.clips">Clips may be kept too</OnOff>
      <OnOff v-model="form.handsOn">A hand on back, ribs or shoulders is all right</OnOff>
      <div v-if="permits && minor">
        <label class="label" for="p-guardian">Guardian who gave the permission</label>
        <input id="p-guardian" v-model="form.guardian" class="field" required maxlength="80" autocomplete="off" />
      </div>
      <p v-else-if="permits" class="text-soft">Given by themselves. Under 18 a guardian gives it: enter the year.</p>
    </details>
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
