<script setup lang="ts">
/** Signing out while something is unsent: send it, save it, lock it here, or let it go. */
import { computed, ref, watch } from 'vue';
import { useAction } from '../data/action.js';
import { draftsOf } from '../data/draft-store.js';
import { storedHold } from '../data/hold-keeper.js';
import { useOutbox } from '../data/outbox.js';
import { canLock } from '../data/sealed.js';
import { useSession } from '../data/session.js';
import { waitingFile } from '../data/waiting-words.js';
import { saveFile } from './save-file.js';
import ModalFrame from './ModalFrame.vue';
import { anywhere } from '../../words/pages/anywhere.js';
import { leaveDialog as wording } from '../../words/pages/parts.js';

const props = defineProps<{ open: boolean }>();
defineEmits<{ close: [] }>();
const outbox = useOutbox();
const session = useSession();
const { busy, error, run } = useAction();
const letting = ref(false);
const hold = computed(() => props.open && storedHold(session.account?.id ?? '') !== null);
const unsent = computed(() => outbox.items.length);
const drafts = ref(0);
watch(
  () => props.open,
  async (open) => {
    if (open) drafts.value = (await draftsOf(session.account?.id ?? '').catch(() => [])).length;
  },
  { immediate: true },
);

async function leave(what: 'lock' | 'discard'): Promise<void> {
  await run(() => session.signOut(what));
}
async function send(): Promise<void> {
  await run(() => outbox.flush(true));
  if (outbox.items.length === 0 && !hold.value && drafts.value === 0) await leave('lock');
}
</script>

<template>
  <ModalFrame :open="open" :title="wording.beforeYouSignOut" @close="$emit('close')">
    <p v-if="unsent">
      <b>{{ unsent }}</b> {{ wording.onThisDevice(unsent === 1 ? wording.thingIs : wording.thingsAre) }}
    </p>
    <p v-if="hold">{{ wording.aHoldIsUnder }}</p>
    <p v-if="drafts">
      <b>{{ drafts }}</b> {{ wording.onThisDeviceAPicture(drafts === 1 ? wording.draftIs : wording.draftsAre) }}
    </p>
    <p v-if="error" role="alert" class="note">{{ error }}</p>
    <div class="grid gap-2">
      <button v-if="unsent" class="btn btn-main" :disabled="busy" @click="send">{{ wording.sendNowThenSign }}</button>
      <button v-if="unsent" class="btn" @click="saveFile('waiting.json', waitingFile(outbox.items))">
        {{ wording.saveAsAFile }}
      </button>
      <button v-if="canLock()" class="btn" :disabled="busy" @click="leave('lock')">{{ wording.signOutLock }}</button>
      <p v-else class="text-soft text-sm">{{ wording.thisBrowserCanLock }}</p>
      <button v-if="!letting" class="btn btn-quiet" @click="letting = true">{{ wording.signOutAndLet }}</button>
      <p v-else class="flex flex-wrap items-center gap-2">
        {{ wording.itIsNowhereElse }}
        <button class="btn btn-stop" :disabled="busy" @click="leave('discard')">{{ anywhere.letItGo }}</button>
        <button class="btn" @click="letting = false">{{ anywhere.keepIt }}</button>
      </p>
      <button class="btn" @click="$emit('close')">{{ wording.staySignedIn }}</button>
    </div>
  </ModalFrame>
</template>
