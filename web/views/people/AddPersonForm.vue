<script setup lang="ts">
/** A new person by what the arithmetic needs: name, height, weight; folded below, what has to be known before a load and a picture. */
import { computed, ref } from 'vue';
import { z } from 'zod';
import { consentInputSchema, personInputSchema, type ConsentInput } from '../../../api/people.js';
import { isMinor } from '../../../core/person/consent.js';
import { CAUTION_IDS } from '../../../core/formats/catalog.js';
import { PURPOSES } from '../../../words/permissions.js';
import { massFromForm, statureFromForm } from '../../../words/units.js';
import DraftBack from '../../components/DraftBack.vue';
import FormField from '../../components/FormField.vue';
import { catalog } from '../../data/catalogue.js';
import { today } from '../../data/clock.js';
import { useFormDraft } from '../../data/drafts.js';
import { useZodForm } from '../../data/form.js';
import { addCaution, addConsent, addPerson } from '../../data/people.js';
import { useSettings } from '../../stores/settings.js';
import ManyOf from '../../components/ManyOf.vue';
import OnOff from '../../components/OnOff.vue';
import BodySize from './BodySize.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { addPersonForm as wording } from '../../../words/pages/people.js';

const emit = defineEmits<{ added: [id: string, rest: boolean]; cancel: [] }>();
const settings = useSettings();
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
const minorBy = (form: Form): boolean => isMinor(form.birthYear === '' ? null : form.birthYear, today());
const permitsAny = (form: Form): boolean => form.pictures || form.handsOn;
function permissions(form: Form): ConsentInput[] {
  const by = minorBy(form)
    ? { givenBy: form.guardian, relation: 'guardian' as const }
    : { givenBy: form.name, relation: 'self' as const };
  const given = { ...by, from: today(), until: null };
  return [
    ...(form.pictures ? [{ ...given, kind: 'pictures' as const, clips: form.clips }] : []),
    ...(form.handsOn ? [{ ...given, kind: 'hands-on' as const, clips: false }] : []),
  ].map((c) => ({ ...c, purpose: PURPOSES[c.kind] }));
}
/** What of it is kept already: where a part fails, the same button goes on from there and adds nobody twice. */
const kept = { id: '', parts: new Set<string>() };
async function once(part: string, work: () => Promise<unknown>): Promise<void> {
  if (kept.parts.has(part)) return;
  await work();
  kept.parts.add(part);
}
const { typed, busy, error, submit } = useZodForm({
  blank,
  asInput: (form) => ({
    person: {
      ...NOT_ASKED,
      name: form.name,
      birthYear: form.birthYear === '' ? null : form.birthYear,
      stature: form.stature === '' ? null : statureFromForm(form.stature, settings.units),
      mass: form.mass === '' ? null : massFromForm(form.mass, settings.units),
    },
    guardian: permitsAny(form) && minorBy(form) ? form.guardian : null,
  }),
  schema: z.object({ person: personInputSchema, guardian: consentInputSchema.shape.givenBy.nullable() }),
  async keep({ person }, form) {
    kept.id ||= (await addPerson(person)).id;
    for (const caution of form.cautions)
      await once(caution, () => addCaution(kept.id, { caution, from: today(), until: null, note: '' }));
    for (const permission of permissions(form)) await once(permission.kind, () => addConsent(kept.id, permission));
  },
  at: (path) => path.replace(/^person\./, ''),
});
const draft = useFormDraft<Form>(
  {
    // Height and weight are typed in the units that are shown.
    of: () => `person/new/${settings.units}`,
    name: wording.theForm,
    schema: formSchema,
  },
  ref(true),
  typed,
  blank,
);
const minor = computed(() => minorBy(typed));
const permits = computed(() => permitsAny(typed));
async function add(event: Event, rest: boolean): Promise<void> {
  if (!(await submit(event))) return;
  await draft.drop();
  emit('added', kept.id, rest);
}
async function leave(): Promise<void> {
  await draft.drop();
  emit('cancel');
}
</script>

<template>
  <form class="grid gap-3" novalidate @submit.prevent="add($event, false)">
    <DraftBack :draft="draft" @anew="draft.anew()" />
    <FormField
      id="p-name"
      v-model="typed.name"
      path="name"
      :label="anywhere.name"
      required
      maxlength="80"
      autocomplete="off"
    />
    <div class="grid grid-cols-2 gap-3">
      <BodySize v-model:stature="typed.stature" v-model:mass="typed.mass" />
    </div>
    <details>
      <summary class="min-h-[44px] content-center font-semibold">
        {{ wording.cautionsAndPermissions(typed.cautions.length + Number(permits) ? wording.someSet : '') }}
      </summary>
      <fieldset>
        <legend class="label">{{ wording.careIsDueWith }}</legend>
        <ManyOf v-model="typed.cautions" :choices="catalog.cautions" />
      </fieldset>
      <FormField
        id="p-born"
        v-model="typed.birthYear"
        path="birthYear"
        :label="wording.bornYear"
        class="mt-3 max-w-32"
        type="number"
        inputmode="numeric"
      />
      <OnOff v-model="typed.pictures" class="mt-2">{{ wording.picturesMayBeTaken }}</OnOff>
      <OnOff v-if="typed.pictures" v-model="typed.clips">{{ wording.clipsMayBeKept }}</OnOff>
      <OnOff v-model="typed.handsOn">{{ wording.aHandOnBack }}</OnOff>
      <FormField
        v-if="permits && minor"
        id="p-guardian"
        v-model="typed.guardian"
        path="guardian"
        :label="wording.guardianWhoGave"
        required
        maxlength="80"
        autocomplete="off"
      />
      <p v-else-if="permits" class="text-soft">{{ wording.givenByThemselvesUnder }}</p>
    </details>
    <p class="text-soft text-sm">{{ wording.heightAndWeightSet }}</p>
    <p v-if="error" role="alert" class="note">{{ error }}</p>
    <div class="flex flex-wrap gap-2">
      <button class="btn btn-main" :disabled="busy">{{ anywhere.add }}</button>
      <button type="button" class="btn" :disabled="busy || !typed.name.trim()" @click="add($event, true)">
        {{ wording.addAndFill }}
      </button>
      <button type="button" class="btn btn-quiet ml-auto" @click="leave">{{ anywhere.cancel }}</button>
    </div>
  </form>
</template>
