<script setup lang="ts">
import { computed, ref } from 'vue';
import { z } from 'zod';
import { cautionInputSchema, type CautionInput, type Person, type PersonCaution } from '../../../api/people.js';
import { siteOfCaution, type MapSite } from '../../../core/body/body-map.js';
import BodyMap from '../../components/BodyMap.vue';
import DraftBack from '../../components/DraftBack.vue';
import FormField from '../../components/FormField.vue';
import { CAUTION_IDS } from '../../../core/formats/catalog.js';
import { useFormDraft } from '../../data/drafts.js';
import { useZodForm } from '../../data/form.js';
import { catalog } from '../../data/catalogue.js';
import { today } from '../../data/clock.js';
import { addCaution, changeCaution, removeCaution } from '../../data/people.js';
import { useAction } from '../../data/action.js';
import { cautionName, dayText } from '../../data/names.js';
import { useSession } from '../../data/session.js';
import PickOne from '../../components/PickOne.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { cautionsPanel as wording } from '../../../words/pages/people.js';

const props = defineProps<{ person: Person }>();
const session = useSession();
const { error, run } = useAction();
const open = ref(false);
const editing = ref<string | null>(null);
const removed = ref<PersonCaution | null>(null);
const blank = () => ({ caution: 'low-back' as CautionInput['caution'], from: today(), until: '', note: '' });
const input = (c: Omit<CautionInput, 'until'> & { until: string | null }): CautionInput => ({
  caution: c.caution,
  from: c.from,
  until: c.until || null,
  note: c.note,
});
const form = useZodForm({
  blank,
  asInput: input,
  schema: cautionInputSchema,
  keep: (caution) =>
    editing.value ? changeCaution(props.person.id, editing.value, caution) : addCaution(props.person.id, caution),
});
const draft = useFormDraft(
  {
    of: () => (session.isCoach && editing.value === null ? `caution/${props.person.id}` : null),
    name: wording.theCaution,
    schema: z.object({ caution: z.enum(CAUTION_IDS), from: z.string(), until: z.string(), note: z.string() }),
  },
  open,
  form.typed,
  blank,
);

const effect = (id: string): string => catalog.cautions.find((c) => c.id === id)?.effect ?? '';

async function save(event: Event): Promise<void> {
  if (!(await form.submit(event))) return;
  await draft.drop();
  open.value = false;
}
function edit(c: PersonCaution | null): void {
  editing.value = c?.id ?? null;
  form.refill(c ? { caution: c.caution, from: c.from, until: c.until ?? '', note: c.note } : blank());
  open.value = true;
}
async function remove(c: PersonCaution): Promise<void> {
  if (await run(() => removeCaution(props.person.id, c.id))) removed.value = c;
}
async function undo(): Promise<void> {
  const gone = removed.value;
  if (gone && (await run(() => addCaution(props.person.id, input(gone))))) removed.value = null;
}
const active = (c: PersonCaution): boolean => c.from <= today() && (!c.until || c.until >= today());
/** Where care is due now. */
const marked = computed(() =>
  props.person.cautionRecords.filter(active).flatMap((c): MapSite[] => {
    const site = siteOfCaution(c.caution);
    return site ? [site] : [];
  }),
);
</script>

<template>
  <section class="card" aria-labelledby="cautions">
    <div class="flex items-center">
      <h2 id="cautions">{{ anywhere.cautions }}</h2>
      <button v-if="session.isCoach && !open" class="btn btn-quiet ml-auto" @click="edit(null)">
        {{ anywhere.add }}
      </button>
    </div>
    <p v-if="person.cautionRecords.length === 0" class="text-soft">{{ wording.noneOnRecordAsk }}</p>
    <BodyMap v-if="marked.length" class="mx-auto mt-1 max-w-56" still :marked="marked" />
    <ul class="divide-rule divide-y">
      <li v-for="c in person.cautionRecords" :key="c.id" class="py-2" :class="{ 'opacity-70': !active(c) }">
        <p class="font-semibold">
          {{ cautionName(c.caution) }} <span v-if="!active(c)" class="tag">{{ wording.notNow }}</span>
        </p>
        <p>{{ effect(c.caution) }}</p>
        <p v-if="c.note">“{{ c.note }}”</p>
        <p class="text-soft text-sm">
          {{ wording.setBy(dayText(c.from), c.until ? wording.to(dayText(c.until)) : wording.on, c.setBy) }}
        </p>
        <p v-if="session.isCoach">
          <button
            class="link min-h-[44px] pr-4"
            :aria-label="wording.editCaution(cautionName(c.caution))"
            @click="edit(c)"
          >
            {{ wording.edit }}
          </button>
          <button
            class="link min-h-[44px]"
            :aria-label="wording.removeCaution(cautionName(c.caution))"
            @click="remove(c)"
          >
            {{ wording.remove }}
          </button>
        </p>
      </li>
    </ul>
    <p v-if="removed" role="status" class="mt-2">
      {{ wording.removed }} <button class="link" @click="undo">{{ anywhere.undo }}</button>
    </p>
    <form v-if="open" class="mt-2 space-y-2" novalidate @submit.prevent="save">
      <DraftBack :draft="draft" @anew="draft.anew()" />
      <div>
        <PickOne
          id="c-which"
          :label="wording.caution"
          :choices="catalog.cautions"
          :model-value="form.typed.caution"
          @update:model-value="form.typed.caution = $event as CautionInput['caution']"
        />
      </div>
      <div class="grid grid-cols-2 gap-2">
        <FormField id="c-from" v-model="form.typed.from" path="from" :label="wording.from" type="date" required />
        <FormField id="c-until" v-model="form.typed.until" path="until" :label="wording.until" type="date" />
      </div>
      <FormField id="c-note" v-model="form.typed.note" path="note" :label="wording.notePrivate" maxlength="1000" />
      <p v-if="form.error.value" role="alert" class="note">{{ form.error.value }}</p>
      <div class="flex gap-2">
        <button class="btn btn-main" :disabled="form.busy.value">{{ wording.save }}</button><button
          type="button"
          class="btn"
          @click="(draft.drop(), (open = false))"
        >
          {{ anywhere.cancel }}
        </button>
      </div>
    </form>
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <p class="text-soft mt-2 text-sm">{{ wording.generalCautions }}</p>
  </section>
</template>
