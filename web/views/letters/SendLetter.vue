<script setup lang="ts">
/** Sends a person their drills, their programme or their record, with a line of the coach's own. */
import { Send } from '@lucide/vue';
import { reactive, ref } from 'vue';
import { RouterLink } from 'vue-router';
import { z } from 'zod';
import type { LetterKind } from '../../../api/letters.js';
import { LINK_DAYS } from '../../../words/programme.js';
import { LETTER_WORDS } from '../../../words/letters.js';
import ModalFrame from '../../components/ModalFrame.vue';
import OnOff from '../../components/OnOff.vue';
import PickOne from '../../components/PickOne.vue';
import { useAction } from '../../data/action.js';
import { useFormDraft } from '../../data/drafts.js';
import { sendLetter } from '../../data/letters.js';
import { changePerson, usePerson } from '../../data/people.js';

const props = defineProps<{ personId: string; what: LetterKind; of: string | null; label?: string }>();
const open = ref(false);
const person = usePerson(() => (open.value ? props.personId : null));
const { busy, error, run } = useAction();
interface Form {
  to: string;
  note: string;
  days: string;
  keep: boolean;
}
const fill = (): Form => ({ to: person.value.value?.email ?? '', note: '', days: '30', keep: true });
const form = reactive(fill());
const draft = useFormDraft(
  {
    of: () => `letter/${props.personId}/${props.what}/${props.of ?? ''}`,
    name: 'The letter',
    schema: z.object({ to: z.string(), note: z.string(), days: z.string(), keep: z.boolean() }),
  },
  open,
  form,
  fill,
);
/** The same letter whoever presses twice. */
let id = crypto.randomUUID() as string;
const sent = ref('');
async function begin(): Promise<void> {
  sent.value = '';
  open.value = true;
  await person.load();
  if (form.to === '') form.to = person.value.value?.email ?? '';
}
const send = (): Promise<boolean> =>
  run(async () => {
    const to = form.to.trim();
    await sendLetter(props.personId, {
      id,
      what: props.what,
      of: props.of,
      to,
      note: form.note,
      days: Number(form.days),
    });
    const { value } = person.value;
    if (form.keep && value?.email === null) await changePerson(value, { email: to });
    await draft.drop();
    id = crypto.randomUUID();
    [sent.value, open.value] = [to, false];
    Object.assign(form, fill());
  });
</script>

<template>
  <button class="btn" @click="begin"><Send :size="18" aria-hidden="true" /> {{ label ?? 'Send' }}</button>
  <span v-if="sent" role="status" class="text-soft self-center text-sm">
    Written to {{ sent }}.
    <RouterLink to="/letters" class="link inline-block min-h-[44px] content-center">Read it</RouterLink>
  </span>
  <ModalFrame :open="open" :title="`${LETTER_WORDS[what]} for ${person.value.value?.name ?? ''}`" @close="open = false">
    <form class="space-y-3" :data-draft="draft.kept.value ? 'kept' : undefined" @submit.prevent="send">
      <div>
        <label class="label" for="letter-to">To</label
        ><input
          id="letter-to"
          v-model="form.to"
          type="email"
          class="field"
          required
          maxlength="254"
          autocomplete="off"
        />
        <p v-if="person.value.value?.minor" class="note mt-1 text-sm">Under 18: write to the guardian.</p>
      </div>
      <OnOff v-if="person.value.value?.email === null" v-model="form.keep">Keep this address on their page</OnOff>
      <PickOne
        v-if="what === 'programme'"
        id="letter-days"
        v-model="form.days"
        label="Its link opens for"
        :choices="LINK_DAYS"
      />
      <div>
        <label class="label" for="letter-note">A line of your own</label
        ><textarea id="letter-note" v-model="form.note" class="field" rows="3" maxlength="1000"></textarea>
      </div>
      <p class="text-soft text-sm">
        {{
          what === 'programme'
            ? 'It holds a new link and the days for a calendar.'
            : 'It holds health notes: to nobody but the person, or with their word.'
        }}
        Mail is simulated here: the letter is written whole, and lies in the outbox.
      </p>
      <p v-if="error" role="alert" class="note">{{ error }}</p>
      <div class="flex justify-end gap-2">
        <button type="button" class="btn" @click="open = false">Cancel</button>
        <button class="btn btn-main" :disabled="busy"><Send :size="18" aria-hidden="true" /> Send</button>
      </div>
    </form>
  </ModalFrame>
</template>
