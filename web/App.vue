<script setup lang="ts">
import { onMounted, watch } from 'vue';
import { RouterView, useRoute } from 'vue-router';
import AppHeader from './components/AppHeader.vue';
import ShortcutHelp from './components/ShortcutHelp.vue';
import { loadCatalogue } from './lib/catalogue.js';
import { useOutbox } from './stores/outbox.js';
import { useSession } from './stores/session.js';
import { useSettings } from './stores/settings.js';

const session = useSession();
const outbox = useOutbox();
const route = useRoute();
useSettings();
onMounted(() => outbox.start());
watch(
  () => session.account?.id,
  (id) => {
    if (!id) return;
    void outbox.flush();
    // Offline the shipped catalogue stands.
    void loadCatalogue().catch(() => undefined);
  },
  { immediate: true },
);
</script>

<template>
  <a href="#main" class="btn sr-only focus:not-sr-only">Skip to the page</a>
  <AppHeader v-if="session.account" />
  <main id="main" class="mx-auto max-w-[1320px] px-4 py-4" :class="{ 'pb-24 md:pb-4': session.account }">
    <RouterView :key="route.path" />
  </main>
  <ShortcutHelp />
</template>
