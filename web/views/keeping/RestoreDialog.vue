<script setup lang="ts">
/** Asks for the password, closes the studio, waits until the restored one is open. */
import { ref, watch } from 'vue';
import ModalFrame from '../../components/ModalFrame.vue';
import { restoreBackup } from '../../data/keeping.js';
import PasswordForm from './PasswordForm.vue';
import { restoreDialog as wording } from '../../../words/pages/keeping.js';

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
  <ModalFrame :open="name !== null" :title="wording.restoreThisBackup" @close="busy || emit('close')">
    <p>{{ wording.theStudioCloses }}</p>
    <p>{{ wording.theStudio }}</p>
    <p v-if="lost" role="alert" class="note">{{ wording.theStudioDoes }}</p>
    <PasswordForm
      v-if="name !== null"
      id="restore-password"
      :key="name"
      :does="wording.closeTheStudio"
      :doing="wording.restoring"
      :leave="wording.leaveIt"
      :keep="restore"
      @leave="emit('close')"
    />
  </ModalFrame>
</template>
