<script setup lang="ts">
/** The interface is kept on this device and opens without a network; a new version asks before it takes over. */
import { useRegisterSW } from 'virtual:pwa-register/vue';
import { newVersion as wording } from '../../words/pages/parts.js';

/** A new version is looked for this often while a page is open, ms. */
const LOOK_EVERY = 3_600_000;
const { needRefresh, updateServiceWorker } = useRegisterSW({
  onRegisteredSW: (_url, registration) => {
    if (registration) window.setInterval(() => void registration.update().catch(() => undefined), LOOK_EVERY);
  },
});
</script>

<template>
  <div
    v-if="needRefresh"
    role="status"
    class="note fixed inset-x-4 bottom-20 z-40 mx-auto flex max-w-xl flex-wrap items-center gap-3 shadow-lg md:bottom-4"
  >
    <span class="flex-1">{{ wording.aNewVersion }}</span>
    <button class="btn btn-main" @click="updateServiceWorker(true)">{{ wording.takeIt }}</button>
    <button class="btn" @click="needRefresh = false">{{ wording.later }}</button>
  </div>
</template>
