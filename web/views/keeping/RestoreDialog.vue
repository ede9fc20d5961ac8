<script setup lang="ts">
/** Asks for the password, closes the studio, waits until the restored one is open. */
import { ref, watch } from 'vue';
import ModalFrame from '../../components/ModalFrame.vue';
import { restoreBackup } from '../../data/keeping.js';
import PasswordForm from './PasswordForm.vue';

const props = defineProps<{ name: string | null }>();
const emit = defineEmits<{ close: [] }>();
const busy = ref(false);
/** It did not come back in the time that is waited. */
const lost = ref(false);
watch(
  () => props.name,
  () => (lost.value = false),
);
async function restore(password: string): Promise<void> {
  busy.value = true;
  try {
    const back = await restoreBackup(props.name!, password);
    lost.value = !back;
    // Another studio, with accounts and a catalogue of its own: nothing that this page knows holds any more.
    if (back) window.location.assign('/');
  } finally {
    busy.value = false;
  }
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
    <PasswordForm
      v-if="name !== null"
      id="restore-password"
      :key="name"
      does="Close the studio and restore"
      doing="Restoring …"
      leave="Leave it as it is"
      :keep="restore"
      @leave="emit('close')"
    />
  </ModalFrame>
</template>
