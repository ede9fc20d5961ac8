<script setup lang="ts">
import { useIsFetching } from '@tanstack/vue-query';
import { useEventListener, useIntervalFn, useTimeoutFn } from '@vueuse/core';
import { defineAsyncComponent, onMounted, ref, watch } from 'vue';
import { RouterView, useRoute, useRouter } from 'vue-router';
import SaidLine from './components/SaidLine.vue';
import { catalogueHere, studio, useCatalogue } from './data/catalogue.js';
import { asked } from './data/conflict.js';
import { useOutbox } from './data/outbox.js';
import { client, keepNoCopy, writeCopy } from './data/query.js';
import { useSession } from './data/session.js';
import { places } from './behind-the-door.js';
import { useSettings } from './stores/settings.js';
import { app as wording } from '../words/pages/application.js';

// Who is at the door needs no places. The router waits for them with the first page behind it.
const AppHeader = defineAsyncComponent(places);
// The shell is kept on the device once the first page is there, so that it does not share a slow line with it.
const NewVersion = defineAsyncComponent(() => import('./components/NewVersion.vue'));
const ShortcutHelp = defineAsyncComponent(() => import('./components/ShortcutHelp.vue'));
const ConflictDialog = defineAsyncComponent(() => import('./components/ConflictDialog.vue'));
/** So long nothing is read before the shell is kept, ms. */
const CALM_MS = 1500;
const calm = ref(false);
/** Reads under way: the page says so to who cannot see it, and to whoever waits for it. */
const reading = useIsFetching({}, client);
const session = useSession();
const outbox = useOutbox();
const route = useRoute();
const router = useRouter();
useSettings();
useCatalogue(() => session.account !== null);
onMounted(() => outbox.start());
const { start: waitForCalm, stop: notYet } = useTimeoutFn(() => (calm.value = true), CALM_MS);
watch(reading, (now) => calm.value || (now > 0 ? notYet() : waitForCalm()));
watch(
  () => session.account?.id,
  (id) => id && void outbox.flush().catch(() => undefined),
  { immediate: true },
);
// A session that ends while a page is open leads to the door, and back to the page; who signs out leaves no way back.
watch(
  () => session.account?.id,
  (now, before) => {
    if (!before || now || route.name === 'sign-in') return;
    void router.push({ name: 'sign-in', query: session.left ? {} : { then: route.fullPath } });
  },
);
/** Notes of a class whose page was left before they were sent. A page that is open sends its own. */
const RUNS_EVERY = 20_000;
function sendNotes(): void {
  const id = session.account?.id;
  if (!id || route.name === 'run' || route.name === 'after') return;
  void import('./data/run-keeper.js').then(({ sendRuns }) => sendRuns(id)).catch(() => undefined);
}
watch(calm, sendNotes);
useEventListener(window, 'online', sendNotes);
useIntervalFn(sendNotes, RUNS_EVERY);
watch(
  () => studio.defaults.offlineCopies,
  (copies) => copies || void keepNoCopy(),
);
// The page may be gone before the copy's next turn.
useEventListener(document, 'visibilitychange', () => document.visibilityState === 'hidden' && void writeCopy());
</script>

<template>
  <a href="#main" class="btn sr-only focus:not-sr-only">{{ wording.skipToThePage }}</a>
  <AppHeader v-if="session.account && catalogueHere && !route.meta.bare" />
  <main
    id="main"
    tabindex="-1"
    :aria-busy="reading > 0"
    :class="route.meta.bare ? '' : ['mx-auto max-w-[1320px] px-4 py-4', session.account ? 'pb-24 md:pb-4' : '']"
  >
    <RouterView :key="route.path" />
  </main>
  <ShortcutHelp v-if="calm || session.account" />
  <NewVersion v-if="calm" />
  <ConflictDialog v-if="asked" />
  <SaidLine />
</template>
