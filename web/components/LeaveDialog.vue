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
  <ModalFrame :open="open" title="Before you sign out" @close="$emit('close')">
    <p v-if="unsent">
      <b>{{ unsent }}</b> {{ unsent === 1 ? 'thing is' : 'things are' }} on this device and not with the server.
    </p>
    <p v-if="hold">A hold is under way on the bench and not kept yet.</p>
    <p v-if="drafts">
      <b>{{ drafts }}</b> {{ drafts === 1 ? 'draft is' : 'drafts are' }} on this device. A picture that belongs to one
      is not locked; it is deleted.
    </p>
    <p v-if="error" role="alert" class="note">{{ error }}</p>
    <div class="grid gap-2">
      <button v-if="unsent" class="btn btn-main" :disabled="busy" @click="send">Send now, then sign out</button>
      <button v-if="unsent" class="btn" @click="saveFile('waiting.json', waitingFile(outbox.items))">
        Save as a file
      </button>
      <button v-if="canLock()" class="btn" :disabled="busy" @click="leave('lock')">
        Sign out; lock it here until I sign in again
      </button>
      <p v-else class="text-soft text-sm">
        This browser can lock nothing without https, so what is unsent cannot stay here after signing out.
      </p>
      <button v-if="!letting" class="btn btn-quiet" @click="letting = true">Sign out and let it go</button>
      <p v-else class="flex flex-wrap items-center gap-2">
        It is nowhere else. Really?
        <button class="btn btn-stop" :disabled="busy" @click="leave('discard')">Let it go</button>
        <button class="btn" @click="letting = false">Keep it</button>
      </p>
      <button class="btn" @click="$emit('close')">Stay signed in</button>
    </div>
  </ModalFrame>
</template>
