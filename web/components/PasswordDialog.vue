<script setup lang="ts">
/** One's own password, changed with the one before. */
import { reactive, ref, watch } from 'vue';
import { useAction } from '../data/action.js';
import { useSession } from '../data/session.js';
import ModalFrame from './ModalFrame.vue';

const props = defineProps<{ open: boolean }>();
const emit = defineEmits<{ close: [] }>();
const session = useSession();
const form = reactive({ before: '', password: '', again: '' });
const done = ref(false);
const { busy, error, run } = useAction();
watch(
  () => props.open,
  () => {
    Object.assign(form, { before: '', password: '', again: '' });
    [error.value, done.value] = [null, false];
  },
);
async function change(): Promise<void> {
  if (form.password !== form.again) {
    error.value = 'The two new passwords are not the same.';
    return;
  }
  done.value = await run(() => session.changePassword(form.before, form.password));
}
</script>

<template>
  <ModalFrame :open="open" title="Change your password" @close="emit('close')">
    <div v-if="done" class="mt-2 space-y-3">
      <p role="status">Changed. Your sessions on other devices have ended.</p>
      <button class="btn btn-main" @click="emit('close')">Close</button>
    </div>
    <form v-else class="mt-2 space-y-3" @submit.prevent="change">
      <div>
        <label class="label" for="pw-before">The one you have</label>
        <input
          id="pw-before"
          v-model="form.before"
          type="password"
          class="field"
          required
          autocomplete="current-password"
        />
      </div>
      <div
        v-for="[id, name] in [
          ['password', 'A new one, ten characters or more'],
          ['again', 'The new one again'],
        ] as const"
        :key="id"
      >
        <label class="label" :for="`pw-${id}`">{{ name }}</label>
        <input
          :id="`pw-${id}`"
          v-model="form[id]"
          type="password"
          class="field"
          minlength="10"
          maxlength="200"
          required
          autocomplete="new-password"
        />
      </div>
      <p v-if="error" role="alert" class="note">{{ error }}</p>
      <div class="flex gap-2">
        <button class="btn btn-main" :disabled="busy">Change it</button>
        <button type="button" class="btn" @click="emit('close')">Cancel</button>
      </div>
    </form>
  </ModalFrame>
</template>
