<script setup lang="ts">
/** Everything of this account that waits on this device. */
import { computed } from 'vue';
import { useOutbox } from '../data/outbox.js';
import { waitingFile } from '../data/waiting-words.js';
import { saveFile } from './save-file.js';
import WaitingItem from './WaitingItem.vue';
import ModalFrame from './ModalFrame.vue';

defineProps<{ open: boolean }>();
defineEmits<{ close: [] }>();
const outbox = useOutbox();
const sorted = computed(() => [...outbox.refused, ...outbox.waiting]);
</script>

<template>
  <ModalFrame :open="open" title="Waiting on this device" wide @close="$emit('close')">
    <p class="text-soft">
      {{ outbox.waiting.length }} to be sent{{
        outbox.refused.length ? `, ${outbox.refused.length} that the server does not take` : ''
      }}. Nothing of it is lost until you let it go.
    </p>
    <p v-if="sorted.length === 0" role="status" class="mt-3">Everything is with the server.</p>
    <ul class="-mx-1 mt-2 min-h-0 flex-1 overflow-y-auto px-1">
      <WaitingItem v-for="item in sorted" :key="item.key" :item="item" />
    </ul>
    <div class="mt-3 flex flex-wrap gap-2">
      <button class="btn" @click="$emit('close')">Close</button>
      <button class="btn" :disabled="sorted.length === 0 || outbox.sending" @click="outbox.flush(true)">
        Send all now
      </button>
      <button class="btn" :disabled="sorted.length === 0" @click="saveFile('waiting.json', waitingFile(sorted))">
        Save all as a file
      </button>
    </div>
  </ModalFrame>
</template>
