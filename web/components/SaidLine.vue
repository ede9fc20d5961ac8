<script setup lang="ts">
/** Shows what was said in passing, and lets it be read out. It takes no tap from what lies under it, but on its own *Close*. */
import { useTimeoutFn } from '@vueuse/core';
import { ref, watch } from 'vue';
import { announced, said } from '../data/said.js';
import { anywhere } from '../../words/pages/anywhere.js';

/** How long it stays to be read, ms. */
const SHOWN_MS = 7000;
/** What can be taken back stays longer: a hand has to reach it. */
const UNDO_MS = 12000;
const shown = ref(false);
const { start } = useTimeoutFn(
  () => (shown.value = false),
  () => (said.value?.undo ? UNDO_MS : SHOWN_MS),
  {
    immediate: false,
  },
);
function takeBack(): void {
  shown.value = false;
  void said.value?.undo?.();
}
watch(said, (now) => {
  shown.value = now !== null;
  start();
});
</script>

<template>
  <div role="status" aria-live="polite" class="sr-only">
    <p v-if="announced" :key="announced.id">{{ announced.text }}</p>
  </div>
  <div
    role="status"
    aria-live="polite"
    :class="shown ? 'pointer-events-none fixed inset-x-3 bottom-20 z-40 mx-auto max-w-xl md:bottom-4' : 'sr-only'"
  >
    <p
      v-if="said"
      :key="said.id"
      :class="{ 'bg-ink text-paper flex items-center gap-3 rounded-lg px-4 py-3 shadow-lg': shown }"
    >
      <span class="flex-1">{{ said.text }}</span>
      <button
        v-if="shown && said.undo"
        class="pointer-events-auto min-h-[44px] px-2 font-bold underline"
        @click="takeBack"
      >
        {{ anywhere.undo }}
      </button>
      <button v-if="shown" class="pointer-events-auto min-h-[44px] px-2 font-semibold underline" @click="shown = false">
        {{ anywhere.close }}
      </button>
    </p>
  </div>
</template>
