<script setup lang="ts">
import { ref } from 'vue';
import { z } from 'zod';
import type { MethodChoice as MethodsOf } from '../../../core/person/method-in-force.js';
import { personInputSchema, type Group, type Person, type PersonInput } from '../../../api/people.js';
import DraftBack from '../../components/DraftBack.vue';
import FormField from '../../components/FormField.vue';
import KitPicker from '../../components/KitPicker.vue';
import MethodChoice from '../../components/MethodChoice.vue';
import { wordsOf } from '../../data/call.js';
import { useFormDraft } from '../../data/drafts.js';
import { useZodForm } from '../../data/form.js';
import { addGroup as storeGroup } from '../../data/people.js';
import { massFromForm, massToForm, statureFromForm, statureToForm } from '../../../words/units.js';
import { useSettings } from '../../stores/settings.js';
import PickOne from '../../components/PickOne.vue';
import BodySize from './BodySize.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { personForm as wording } from '../../../words/pages/people.js';

const props = defineProps<{
  person: Person;
  groups: Group[];
  /** Keeps what was typed; only when it is kept the draft of it goes. */
  save: (input: PersonInput, before: Person) => Promise<unknown>;
}>();
const emit = defineEmits<{ saved: []; cancel: [] }>();
const settings = useSettings();

interface Form {
  name: string;
  groupId: string;
  birthYear: number | '';
  stature: number | '';
  mass: number | '';
  sex: PersonInput['sex'];
  email: string;
  goal: string;
  methods: MethodsOf;
  kit: readonly string[] | null;
  notes: string;
  /** The person as the change began: what somebody else changes meanwhile is seen by it. */
  before: Person;
}
const fill = (): Form => ({
  name: props.person.name,
  groupId: props.person.group?.id ?? '',
  birthYear: props.person.birthYear ?? '',
  stature: props.person.stature ? statureToForm(props.person.stature, settings.units) : '',
  mass: props.person.mass ? massToForm(props.person.mass, settings.units) : '',
  sex: props.person.sex,
  email: props.person.email ?? '',
  goal: props.person.goal,
  methods: { method: props.person.method, familyMethods: props.person.familyMethods },
  kit: props.person.kit,
  notes: props.person.notes,
  before: props.person,
});
const { typed, busy, error, submit } = useZodForm({
  blank: fill,
  asInput: (form) => ({
    name: form.name,
    groupId: form.groupId || null,
    birthYear: form.birthYear === '' ? null : form.birthYear,
    stature: form.stature === '' ? null : statureFromForm(form.stature, settings.units),
    mass: form.mass === '' ? null : massFromForm(form.mass, settings.units),
    sex: form.sex,
    email: form.email.trim() || null,
    goal: form.goal,
    method: form.methods.method,
    familyMethods: { ...form.methods.familyMethods },
    kit: form.kit && [...form.kit],
    notes: form.notes,
  }),
  schema: personInputSchema,
  keep: (input, { before }) => props.save(input, before),
});
const newGroup = ref('');
const groupError = ref('');

const number = z.union([z.number(), z.literal('')]);
const formSchema: z.ZodType<Form, unknown> = z.object({
  name: z.string(),
  groupId: z.string(),
  birthYear: number,
  stature: number,
  mass: number,
  sex: z.enum(['unspecified', 'female', 'male']),
  email: z.string().default(''),
  goal: z.string(),
  methods: z.custom<MethodsOf>((m) => typeof m === 'object' && m !== null && 'familyMethods' in m),
  kit: z.array(z.string()).nullable(),
  notes: z.string(),
  before: z.lazy(() => z.custom<Person>((p) => typeof p === 'object' && p !== null && 'id' in p)),
});
const draft = useFormDraft(
  // Height and weight are typed in the units that are shown.
  { of: () => `person/${props.person.id}/${settings.units}`, name: wording.theForm, schema: formSchema },
  ref(true),
  typed,
  // What somebody else changed meanwhile is not work of this form.
  () => ({ ...fill(), before: typed.before }),
);
async function cancel(): Promise<void> {
  await draft.drop();
  emit('cancel');
}
async function keep(event: Event): Promise<void> {
  if (!(await submit(event))) return;
  await draft.drop();
  emit('saved');
}
async function addGroup(): Promise<void> {
  groupError.value = '';
  try {
    const group = await storeGroup(newGroup.value);
    newGroup.value = '';
    typed.groupId = group.id;
  } catch (error) {
    groupError.value = wordsOf(error);
  }
}
</script>

<template>
  <form class="grid gap-3 sm:grid-cols-2 lg:grid-cols-4" novalidate @submit.prevent="keep">
    <DraftBack class="sm:col-span-2 lg:col-span-4" :draft="draft" @anew="draft.anew()" />
    <FormField
      id="p-name"
      v-model="typed.name"
      class="sm:col-span-2"
      path="name"
      :label="anywhere.name"
      required
      maxlength="80"
      autocomplete="off"
    />
    <div>
      <PickOne
        id="p-group"
        v-model="typed.groupId"
        :label="anywhere.group"
        :choices="[{ id: '', name: anywhere.none }, ...groups]"
      />
    </div>
    <div>
      <label class="label" for="p-new-group">{{ wording.newGroup }}</label>
      <div class="flex gap-2">
        <input
          id="p-new-group"
          v-model="newGroup"
          class="field"
          maxlength="60"
          @keydown.enter.prevent="newGroup && addGroup()"
        />
        <button type="button" class="btn" :disabled="!newGroup" @click="addGroup">{{ wording.make }}</button>
      </div>
      <p v-if="groupError" role="alert" class="text-stop text-sm">{{ groupError }}</p>
    </div>
    <FormField id="p-year" v-model="typed.birthYear" path="birthYear" :label="wording.yearOfBirth" type="number" />
    <BodySize v-model:stature="typed.stature" v-model:mass="typed.mass" />
    <div>
      <PickOne
        id="p-sex"
        :label="wording.bodyTable"
        :choices="[
          { id: 'unspecified', name: wording.meanOfBoth },
          { id: 'female', name: wording.womens },
          { id: 'male', name: wording.mens },
        ]"
        :model-value="typed.sex"
        @update:model-value="typed.sex = $event as PersonInput['sex']"
      />
    </div>
    <FormField
      id="p-goal"
      v-model="typed.goal"
      class="sm:col-span-2"
      path="goal"
      :label="wording.goal"
      maxlength="200"
    />
    <FormField
      id="p-email"
      v-model="typed.email"
      class="sm:col-span-2"
      path="email"
      :label="anywhere.eMail"
      type="email"
      maxlength="254"
      autocomplete="off"
    />
    <div class="sm:col-span-2">
      <MethodChoice v-model="typed.methods" id-prefix="p" :none="wording.asTheStudio" />
    </div>
    <details class="sm:col-span-2 lg:col-span-4">
      <summary class="min-h-[44px] content-center font-semibold">{{ wording.kitAtHand }}</summary>
      <KitPicker v-model="typed.kit" id-prefix="p" :everything="wording.allTheRoomHas" />
    </details>
    <FormField
      id="p-notes"
      v-model="typed.notes"
      class="sm:col-span-2 lg:col-span-4"
      path="notes"
      :label="wording.notes"
      :rows="2"
      maxlength="4000"
    />
    <p v-if="error" role="alert" class="note sm:col-span-2 lg:col-span-4">{{ error }}</p>
    <div class="flex gap-2 sm:col-span-2 lg:col-span-4">
      <button class="btn btn-main" :disabled="busy">{{ wording.save }}</button>
      <button type="button" class="btn" @click="cancel">{{ anywhere.cancel }}</button>
    </div>
  </form>
</template>
