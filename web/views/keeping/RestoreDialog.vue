<script setup lang="ts">
/** Asks for the password, closes the studio, waits until the restored one is open. */
import { ref, watch } from 'vue';
import ModalFrame from '../../components/ModalFrame.vue';
import { useAction } from '../../data/action.js';
import { restoreBackup } from '../../data/keeping.js';
import OwnPassword from './OwnPassword.vue';

const props = defineProps<{ name: string | null }>();
const emit = defineEmits<{ close: [] }>();
const { busy, error, run } = useAction();
const password = ref('');
/** It did not come back in the time that is waited. */
const lost = ref(false);
watch(
  () => props.name,
  () => {
    password.value = '';
    [error.value, lost.value] = [null, false];
  },
);
async function restore(): Promise<void> {
  const name = props.name;
  if (name === null) return;
  let back = false;
  const done = await run(async () => {
    back = await restoreBackup(name, password.value);
  });
  if (!done) return;
  lost.value = !back;
  // Another studio, with accounts and a catalogue of its own: nothing that this page knows holds any more.
  if (back) window.location.assign('/');
}
</script>

<template>
  <ModalFrame :open="name !== null" title="Restore this backup?" @close="busy || emit('close')">
    <p>
      The studio closes for a moment, and the one of the backup takes its place. What was entered since is not in it.
      Everybody signs in anew.
    </p>
    <p>The studio as it is now stays beside it, in a folder of its own, until you let it go.</p>
    <p v-if="lost" role="alert" class="note">
      The studio does not answer yet. Look at where the program runs, then reload this page.
    </p>
    <form class="space-y-3" @submit.prevent="restore">
      <OwnPassword id="restore-password" v-model="password" />
      <p v-if="error" role="alert" class="note">{{ error }}</p>
      <div class="flex flex-wrap gap-2">
        <button class="btn btn-stop" :disabled="busy">
          {{ busy ? 'Restoring …' : 'Close the studio and restore' }}
        </button>
        <button type="button" class="btn" :disabled="busy" @click="emit('close')">Leave it as it is</button>
      </div>
    </form>
  </ModalFrame>
</template>
