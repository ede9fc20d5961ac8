<script setup lang="ts">
/** A list that is assigned, changed by hand and kept as the next version: doses, order, what goes and what comes. */
import { computed, ref } from 'vue';
import { z } from 'zod';
import { prescribedDrillSchema, prescriptionInputSchema, type Prescription } from '../../../api/plans.js';
import type { Person } from '../../../api/people.js';
import { addDays } from '../../../core/days.js';
import type { Drill } from '../../../core/formats/catalog.js';
import type { Dose } from '../../../core/formats/dose.js';
import { assignable } from '../../../core/prescribe/assignable.js';
import { breathBy } from '../../../core/prescribe/by-method.js';
import { given } from '../../../core/prescribe/given.js';
import { setsText } from '../../../words/dose.js';
import DraftBack from '../../components/DraftBack.vue';
import FormField from '../../components/FormField.vue';
import SearchPick from '../../components/SearchPick.vue';
import UpDown from '../../components/UpDown.vue';
import { catalog } from '../../data/catalogue.js';
import { today } from '../../data/clock.js';
import { useFormDraft } from '../../data/drafts.js';
import { useZodForm } from '../../data/form.js';
import { dayText, drillName } from '../../data/names.js';
import { assign } from '../../data/plans.js';
import { announce } from '../../data/said.js';
import { toAdd } from '../../data/to-add.js';
import ItemEditor from '../looks/ItemEditor.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { changeAssigned as wording } from '../../../words/pages/people.js';

const props = defineProps<{ person: Person; prescription: Prescription }>();
const emit = defineEmits<{ done: [] }>();
const MOST = 8;
/** Looked at again a week and a half after a change, where the day that was set has passed. */
const RELOOK_AFTER = 10;

const formSchema = z.object({ items: z.array(prescribedDrillSchema), note: z.string(), relookOn: z.string() });
type Form = z.infer<typeof formSchema>;
type Item = Form['items'][number];
const method = computed(() => catalog.methods.find((m) => m.name === props.prescription.method));
const byHand = (id: string): Item => ({
  ...given(catalog, id, props.person.cautions, method.value),
  why: wording.chosenByTheCoach,
  size: null,
});
/** Doses that an old version has in words only: they are set anew. */
const anew: string[] = [];
function itemOf({ text: _text, ...item }: Prescription['items'][number]): Item {
  const read = prescribedDrillSchema.safeParse(item);
  if (read.success) return read.data;
  anew.push(item.drill);
  return { ...item, dose: byHand(item.drill).dose };
}
const start = JSON.stringify({
  // What left the library cannot be given again.
  items: props.prescription.items.filter((i) => assignable(catalog, i.drill)).map(itemOf),
  note: props.prescription.note,
  relookOn: props.prescription.relookOn >= today() ? props.prescription.relookOn : addDays(today(), RELOOK_AFTER),
} satisfies Form);
const gone = props.prescription.items.filter((i) => !assignable(catalog, i.drill));
const blank = (): Form => JSON.parse(start) as Form;
/** The day that the changed list holds from. */
const from = (): string => (props.prescription.startsOn > today() ? props.prescription.startsOn : today());
const {
  typed: form,
  busy,
  error,
  submit,
} = useZodForm({
  blank,
  asInput({ items, note, relookOn }) {
    const { series, lookId, family, method: by, causes } = props.prescription;
    return { series, lookId, family, causes, method: by, note, items, startsOn: from(), relookOn };
  },
  schema: prescriptionInputSchema,
  keep: (input) => assign(props.person.id, input, props.prescription),
});
const open = ref(true);
const draft = useFormDraft(
  {
    of: () => `assigned/${props.prescription.series}/${props.prescription.version}`,
    name: wording.theChangedList,
    schema: formSchema,
  },
  open,
  form,
  blank,
);

const recordOf = (id: string): Drill => assignable(catalog, id)!;
const nameOf = (item: Item): string => recordOf(item.drill).name;
const more = computed(() =>
  toAdd(
    props.prescription.family,
    form.items.map((i) => i.drill),
    props.person.cautions,
  ),
);
const barred = (item: Item): boolean => recordOf(item.drill).excludedBy.some((c) => props.person.cautions.includes(c));
function move(from: number, to: number): void {
  const [item] = form.items.splice(from, 1);
  form.items.splice(to, 0, item!);
}
const takeOut = (at: number): void => void form.items.splice(at, 1);
const add = (id: string): void => void form.items.push(byHand(id));
const redose = (item: Item, dose: Dose | null): void => void (item.dose = dose ?? byHand(item.drill).dose);
function resize(item: Item, value: number | null): void {
  const { sizing } = recordOf(item.drill);
  item.size = value === null || !sizing ? null : { sizing, value };
}
const unchanged = computed(() => JSON.stringify(form) === start && anew.length === 0 && gone.length === 0);

async function keep(event: Event): Promise<void> {
  if (!(await submit(event))) return;
  await draft.drop();
  announce(wording.keptAsVersionFrom(props.prescription.version + 1, dayText(from())));
  emit('done');
}
async function leave(): Promise<void> {
  await draft.drop();
  emit('done');
}
</script>

<template>
  <form class="mt-2" :aria-label="wording.changeWhatIsAssigned" novalidate @submit.prevent="keep">
    <DraftBack :draft="draft" @anew="draft.anew()" />
    <p class="text-soft">{{ wording.itBecomesVersion(prescription.version + 1, prescription.version) }}</p>
    <p v-if="gone.length" class="note mt-2">
      {{ wording.noLonger(gone.map((i) => i.text?.name ?? drillName(i.drill)).join(', ')) }}
    </p>
    <p v-if="anew.length" class="note mt-2">
      {{ wording.writtenInWordsBefore(anew.map((id) => drillName(id)).join(', ')) }}
    </p>
    <ol class="divide-rule mt-2 divide-y">
      <li v-for="(item, i) in form.items" :key="item.drill" class="py-2" :data-drill="item.drill">
        <div class="flex flex-wrap items-center gap-1">
          <h4 class="min-w-40 flex-1 font-semibold">{{ nameOf(item) }}</h4>
          <UpDown :name="nameOf(item)" :at="i" :count="form.items.length" @move="move(i, $event)" />
          <button
            type="button"
            class="btn btn-quiet"
            :aria-label="wording.takeOut(nameOf(item))"
            :disabled="form.items.length === 1"
            @click="takeOut(i)"
          >
            {{ wording.out }}
          </button>
        </div>
        <p class="figures">{{ setsText(item.dose) }}</p>
        <p v-if="barred(item)" role="alert" class="note">{{ wording.aCautionInForce }}</p>
        <p v-for="c in item.changes" :key="c" class="tag tag-caution mt-1">{{ c }}</p>
        <ItemEditor
          :id="`given-${i}`"
          :name="nameOf(item)"
          :dose="item.dose"
          :own="byHand(item.drill).dose"
          :breath="breathBy(recordOf(item.drill), method, person.cautions)"
          :place="item.place ?? recordOf(item.drill).place"
          :sizing="recordOf(item.drill).sizing"
          :size="item.size && { ...item.size, from: 'coach' }"
          @dose="redose(item, $event)"
          @place="item.place = $event"
          @size="resize(item, $event)"
        />
      </li>
    </ol>
    <SearchPick
      v-if="form.items.length < MOST"
      :id="`add-given-${prescription.id}`"
      model-value=""
      class="my-2"
      :label="wording.addAVersion"
      :choices="more"
      @update:model-value="add"
    />
    <div class="grid gap-2 sm:grid-cols-2">
      <FormField
        :id="`relook-${prescription.id}`"
        v-model="form.relookOn"
        path="relookOn"
        :label="anywhere.lookAgain"
        type="date"
        :min="today()"
        required
      />
      <FormField
        :id="`note-${prescription.id}`"
        v-model="form.note"
        path="note"
        :label="wording.wordsForTheSheet"
        maxlength="600"
      />
    </div>
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <div class="mt-2 flex flex-wrap gap-2">
      <button class="btn btn-main" :disabled="busy || unchanged || form.items.some(barred)">
        {{ wording.keepAsVersion(prescription.version + 1) }}
      </button>
      <button type="button" class="btn" @click="leave">{{ anywhere.cancel }}</button>
    </div>
  </form>
</template>
