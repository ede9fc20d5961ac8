<script setup lang="ts">
/** Sends a person their drills, their programme or their record, with a line of the coach's own. */
import { Send } from '@lucide/vue';
import { ref } from 'vue';
import { RouterLink } from 'vue-router';
import { z } from 'zod';
import { letterInputSchema, type LetterKind } from '../../../api/letters.js';
import { LINK_DAYS } from '../../../words/programme.js';
import { LETTER_WORDS } from '../../../words/letters.js';
import FormField from '../../components/FormField.vue';
import ModalFrame from '../../components/ModalFrame.vue';
import OnOff from '../../components/OnOff.vue';
import PickOne from '../../components/PickOne.vue';
import { useFormDraft } from '../../data/drafts.js';
import { useZodForm } from '../../data/form.js';
import { sendLetter } from '../../data/letters.js';
import { changePerson, usePerson } from '../../data/people.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { sendLetter as wording } from '../../../words/pages/letters.js';

const props = defineProps<{ personId: string; what: LetterKind; of: string | null; label?: string }>();
const open = ref(false);
const person = usePerson(() => (open.value ? props.personId : null));
type Form = {
  to: string;
  note: string;
  days: string;
  keep: boolean;
};
const fill = (): Form => ({ to: person.value.value?.email ?? '', note: '', days: '30', keep: true });
/** The same letter whoever presses twice. */
let id = crypto.randomUUID() as string;
const {
  typed: form,
  busy,
  error,
  submit,
  refill,
} = useZodForm({
  blank: fill,
  asInput: ({ to, note, days }) => ({ id, what: props.what, of: props.of, to: to.trim(), note, days: Number(days) }),
  schema: letterInputSchema,
  async keep(letter, { keep }) {
    await sendLetter(props.personId, letter);
    const { value } = person.value;
    if (keep && value?.email === null) await changePerson(value, { email: letter.to });
  },
});
const draft = useFormDraft(
  {
    of: () => `letter/${props.personId}/${props.what}/${props.of ?? ''}`,
    name: wording.theLetter,
    schema: z.object({ to: z.string(), note: z.string(), days: z.string(), keep: z.boolean() }),
  },
  open,
  form,
  fill,
);
const sent = ref('');
async function begin(): Promise<void> {
  sent.value = '';
  open.value = true;
  await person.load();
  if (form.to === '') form.to = person.value.value?.email ?? '';
}
async function send(event: Event): Promise<void> {
  if (!(await submit(event))) return;
  await draft.drop();
  id = crypto.randomUUID();
  [sent.value, open.value] = [form.to.trim(), false];
  refill(fill());
}
</script>

<template>
  <button class="btn" @click="begin"><Send :size="18" aria-hidden="true" /> {{ label ?? wording.send }}</button>
  <span v-if="sent" role="status" class="text-soft self-center text-sm"
    >{{ wording.writtenTo(sent) }}
    <RouterLink to="/letters" class="link inline-block min-h-[44px] content-center">{{ wording.readIt }}</RouterLink>
  </span>
  <ModalFrame
    :open="open"
    :title="wording.for(LETTER_WORDS[what], person.value.value?.name ?? '')"
    @close="open = false"
  >
    <form class="space-y-3" :data-draft="draft.kept.value ? 'kept' : undefined" novalidate @submit.prevent="send">
      <div>
        <FormField
          id="letter-to"
          v-model="form.to"
          path="to"
          :label="wording.to"
          type="email"
          required
          maxlength="254"
          autocomplete="off"
        />
        <p v-if="person.value.value?.minor" class="note mt-1 text-sm">{{ wording.underWrite }}</p>
      </div>
      <OnOff v-if="person.value.value?.email === null" v-model="form.keep">{{ wording.keepThisAddress }}</OnOff>
      <PickOne
        v-if="what === 'programme'"
        id="letter-days"
        v-model="form.days"
        :label="wording.itsLinkOpensFor"
        :choices="LINK_DAYS"
      />
      <FormField
        id="letter-note"
        v-model="form.note"
        path="note"
        :label="wording.aLineOfYour"
        :rows="3"
        maxlength="1000"
      />
      <p class="text-soft text-sm">
        {{ wording.mailIsSimulatedHere(what === 'programme' ? wording.itHoldsANew : wording.itHoldsHealthNotes) }}
      </p>
      <p v-if="error" role="alert" class="note">{{ error }}</p>
      <div class="flex justify-end gap-2">
        <button type="button" class="btn" @click="open = false">{{ anywhere.cancel }}</button>
        <button class="btn btn-main" :disabled="busy"><Send :size="18" aria-hidden="true" /> {{ wording.send }}</button>
      </div>
    </form>
  </ModalFrame>
</template>
