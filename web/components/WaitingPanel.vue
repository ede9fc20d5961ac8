<script setup lang="ts">
/** Everything of this account that waits on this device. */
import { computed } from 'vue';
import { useOutbox } from '../data/outbox.js';
import { waitingFile } from '../data/waiting-words.js';
import { saveFile } from './save-file.js';
import WaitingItem from './WaitingItem.vue';
import ModalFrame from './ModalFrame.vue';
import { anywhere } from '../../words/pages/anywhere.js';
import { waitingPanel as wording } from '../../words/pages/parts.js';

defineProps<{ open: boolean }>();
defineEmits<{ close: [] }>();
const outbox = useOutbox();
const sorted = computed(() => [...outbox.refused, ...outbox.waiting]);
</script>

<template>
  <ModalFrame :open="open" :title="wording.waitingOnThisDevice" wide @close="$emit('close')">
    <p class="text-soft">
      {{
        wording.toBeSentNothing(
          outbox.waiting.length,
          outbox.refused.length ? wording.thatTheServerDoes(outbox.refused.length) : '',
        )
      }}
    </p>
    <p v-if="sorted.length === 0" role="status" class="mt-3">{{ wording.everythingIs }}</p>
    <ul class="-mx-1 mt-2 min-h-0 flex-1 overflow-y-auto px-1">
      <WaitingItem v-for="item in sorted" :key="item.key" :item="item" />
    </ul>
    <div class="mt-3 flex flex-wrap gap-2">
      <button class="btn" @click="$emit('close')">{{ anywhere.close }}</button>
      <button class="btn" :disabled="sorted.length === 0 || outbox.sending" @click="outbox.flush(true)">
        {{ wording.sendAllNow }}
      </button>
      <button class="btn" :disabled="sorted.length === 0" @click="saveFile('waiting.json', waitingFile(sorted))">
        {{ wording.saveAll }}
      </button>
    </div>
  </ModalFrame>
</template>
