<script setup lang="ts">
/** One's own password, changed with the one before. */
import { ref, watch } from 'vue';
import { z } from 'zod';
import { ownPasswordSchema } from '../../api/accounts.js';
import { useZodForm } from '../data/form.js';
import { useSession } from '../data/session.js';
import FormField from './FormField.vue';
import ModalFrame from './ModalFrame.vue';
import { anywhere } from '../../words/pages/anywhere.js';
import { passwordDialog as wording } from '../../words/pages/parts.js';

const props = defineProps<{ open: boolean }>();
const emit = defineEmits<{ close: [] }>();
const session = useSession();
const blank = () => ({ before: '', password: '', again: '' });
const done = ref(false);
const { typed, busy, error, submit, refill } = useZodForm({
  blank,
  asInput: (form) => form,
  schema: ownPasswordSchema
    .extend({ again: z.string() })
    .refine((f) => f.again === f.password, { path: ['again'], message: wording.isNotTheSame }),
  keep: ({ before, password }) => session.changePassword(before, password),
});
watch(
  () => props.open,
  () => {
    refill(blank());
    done.value = false;
  },
);
const change = async (event: Event): Promise<void> => void (done.value = await submit(event));
</script>

<template>
  <ModalFrame :open="open" :title="wording.changeYourPassword" @close="emit('close')">
    <div v-if="done" class="mt-2 space-y-3">
      <p role="status">{{ wording.changedYourSessions }}</p>
      <button class="btn btn-main" @click="emit('close')">{{ anywhere.close }}</button>
    </div>
    <form v-else class="mt-2 space-y-3" novalidate @submit.prevent="change">
      <FormField
        v-for="[id, label, complete] in [
          ['before', 'The one you have', 'current-password'],
          ['password', 'A new one, ten characters or more', 'new-password'],
          ['again', 'The new one again', 'new-password'],
        ] as const"
        :id="`pw-${id}`"
        :key="id"
        v-model="typed[id]"
        :path="id"
        :label="label"
        type="password"
        maxlength="200"
        required
        :autocomplete="complete"
      />
      <p v-if="error" role="alert" class="note">{{ error }}</p>
      <div class="flex gap-2">
        <button class="btn btn-main" :disabled="busy">{{ wording.changeIt }}</button>
        <button type="button" class="btn" @click="emit('close')">{{ anywhere.cancel }}</button>
      </div>
    </form>
  </ModalFrame>
</template>
