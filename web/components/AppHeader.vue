<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue';
import { CircleUser, CloudOff, Search, Timer } from '@lucide/vue';
import { useEventListener } from '@vueuse/core';
import { computed, defineAsyncComponent, ref, watch } from 'vue';
import { RouterLink, useRoute } from 'vue-router';
import { connected } from '../data/connection.js';
import { draftsOf } from '../data/draft-store.js';
import { holdHere, storedHold } from '../data/hold-keeper.js';
import { useOutbox } from '../data/outbox.js';
import { usePerson } from '../data/people.js';
import { useSession } from '../data/session.js';
import { underWay } from '../data/under-way.js';
import { useSettings } from '../stores/settings.js';
import { FINDER } from '../../words/finder.js';
import { isTyping, keysShown } from './keys.js';
import LeaveDialog from './LeaveDialog.vue';
import WaitingPanel from './WaitingPanel.vue';
import { anywhere } from '../../words/pages/anywhere.js';
import { appHeader as wording } from '../../words/pages/parts.js';

const session = useSession();
const settings = useSettings();
const outbox = useOutbox();
const route = useRoute();

const places = computed((): { name: string; to: string; at: string[]; wide?: boolean }[] => [
  { name: wording.floor, to: '/', at: ['floor'] },
  { name: wording.people, to: '/people', at: ['people', 'person', 'compare', 'in', 'group'] },
  { name: anywhere.bench, to: '/bench', at: ['bench', 'look', 'screen', 'eye', 'eye-round', 'eye-blind'] },
  { name: anywhere.ladders, to: '/ladders', at: ['ladders', 'lever'] },
  // On a phone the floor leads there: the bar under both thumbs has room for six.
  ...(session.isCoach
    ? [{ name: anywhere.classes, to: '/classes', at: ['classes', 'class', 'after'], wide: true }]
    : []),
  { name: anywhere.plans, to: '/plans', at: ['plans', 'plan'], wide: true },
  { name: wording.library, to: '/library', at: ['library'] },
  { name: wording.studio, to: '/studio', at: ['studio', 'letters', 'inbox', 'trail', 'backups', 'account'] },
]);
const away = computed(() => !connected.value || session.offline);
/** `offline, 3 waiting`: what a coach must know before walking on. */
const status = computed(() => {
  const waiting = outbox.waiting.length;
  const refused = outbox.refused.length;
  if (refused > 0) return wording.notTaken(refused, waiting > 0 ? wording.waiting(waiting) : '');
  if (away.value) return waiting > 0 ? wording.offlineWaiting(waiting) : 'offline';
  return waiting > 0 ? wording.waitingToBeSent(waiting) : '';
});

/** The places' bar is out of the way of both thumbs while the clock runs. */
const clockRuns = computed(() => underWay.value || (route.name === 'bench' && holdHere.value !== null));
const held = usePerson(() => (holdHere.value && route.name !== 'bench' ? holdHere.value.personId : null));
watch(
  () => session.account?.id,
  (id) => id && storedHold(id),
  { immediate: true },
);
// Fetched when somebody looks for something.
const FinderDialog = defineAsyncComponent(() => import('./FinderDialog.vue'));
const finding = ref(false);
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  const slash =
    event.key === '/' && settings.keys && !isTyping(event) && !event.ctrlKey && !event.metaKey && !event.altKey;
  const called =
    event.key.toLowerCase() === 'k' && (event.ctrlKey || event.metaKey) && !event.shiftKey && !event.altKey;
  // While a clock runs nothing leads away from it.
  if (!(slash || called) || event.repeat || clockRuns.value || document.querySelector('[role="dialog"]')) return;
  event.preventDefault();
  finding.value = true;
});
const dialog = ref<'none' | 'waiting' | 'leave'>('none');
const close = (): void => void (dialog.value = 'none');
async function leave(): Promise<void> {
  await outbox.refresh().catch(() => undefined);
  const account = session.account?.id ?? '';
  const drafts = await draftsOf(account).catch(() => []);
  if (outbox.items.length > 0 || drafts.length > 0 || storedHold(account)) {
    dialog.value = 'leave';
    return;
  }
  // The page follows: without an account there is only the door.
  await session.signOut();
}
</script>

<template>
  <header
    class="stuck bg-paper border-rule sticky top-0 z-30 border-b print:hidden"
    :class="{ 'max-md:hidden low:hidden': clockRuns }"
  >
    <div class="mx-auto flex max-w-[1320px] items-center gap-x-4 px-4 max-md:flex-wrap max-md:gap-x-2">
      <RouterLink to="/" class="font-head shrink-0 py-3 text-lg font-bold" :aria-label="wording.uprightAnchor">{{
        wording.uprightAnchorAlone
      }}</RouterLink>
      <nav
        class="stuck bg-paper border-rule max-md:fixed max-md:inset-x-0 max-md:bottom-0 max-md:border-t max-md:px-2 md:ml-1 md:w-[33rem] lg:ml-6 lg:w-[35rem]"
        :class="{ 'max-md:hidden': clockRuns }"
        :aria-label="wording.places"
      >
        <!-- The places hang on a line made fast at both ends; the knot shows where you are. -->
        <ol class="relative flex justify-between">
          <li aria-hidden="true" class="bg-rope absolute inset-x-2 bottom-[9px] h-[3px] rounded"></li>
          <li v-for="place in places" :key="place.to" class="relative" :class="{ 'max-md:hidden': place.wide }">
            <RouterLink
              :to="place.to"
              class="flex min-h-[52px] min-w-[44px] flex-col items-center px-0.5 pt-2 font-semibold max-md:text-[0.9rem] md:min-w-[56px] md:px-2"
              :aria-current="place.at.includes(String(route.name)) ? 'page' : undefined"
            >
              <span>{{ place.name }}</span>
              <span
                aria-hidden="true"
                class="border-paper absolute bottom-[3px] rounded-full border-2"
                :class="
                  place.at.includes(String(route.name))
                    ? 'bg-rope h-[15px] w-[15px]'
                    : 'bg-soft mb-[3px] h-[9px] w-[9px]'
                "
              ></span>
            </RouterLink>
          </li>
        </ol>
      </nav>
      <div class="ml-auto flex items-center gap-2 max-md:gap-0.5">
        <RouterLink v-if="holdHere && route.name !== 'bench'" to="/bench" class="btn btn-main !px-3">
          <Timer :size="20" aria-hidden="true" />
          <span class="max-md:sr-only">{{
            wording.hold(held.value.value ? wording.of(held.value.value.name) : wording.underWay)
          }}</span>
        </RouterLink>
        <span role="status">
          <button v-if="status" class="tag tag-caution min-h-[44px]" aria-haspopup="dialog" @click="dialog = 'waiting'">
            <CloudOff :size="16" aria-hidden="true" /> {{ status }}
          </button>
        </span>
        <button
          class="btn btn-quiet !px-2"
          :aria-label="FINDER.open"
          aria-keyshortcuts="/ Control+K"
          @click="finding = true"
        >
          <Search :size="22" aria-hidden="true" />
        </button>
        <Menu as="div" class="relative">
          <MenuButton class="btn btn-quiet max-md:!px-1.5" :aria-label="wording.account(session.account?.name ?? '')"
            ><CircleUser :size="22" aria-hidden="true" /><span class="max-lg:hidden">{{
              session.account?.name
            }}</span></MenuButton
          >
          <!-- A link prevents what the browser would do, and with it that its menu shuts: it is shut before. -->
          <MenuItems class="card absolute right-0 z-40 mt-1 w-64 space-y-2 shadow-lg focus:outline-none">
            <p class="text-soft text-sm">{{ session.account?.role }} · {{ session.account?.email }}</p>
            <MenuItem v-if="session.account?.personId" v-slot="{ active, close: shut }">
              <RouterLink
                :to="`/people/${session.account.personId}`"
                class="btn w-full"
                :class="{ 'bg-sunk': active }"
                @click.capture="shut"
                >{{ wording.yourOwnRecord }}</RouterLink
              >
            </MenuItem>
            <MenuItem v-if="session.account?.personId" v-slot="{ active, close: shut }">
              <RouterLink to="/own" class="btn w-full" :class="{ 'bg-sunk': active }" @click.capture="shut">{{
                wording.yourOwnProgramme
              }}</RouterLink>
            </MenuItem>
            <MenuItem v-slot="{ active, close: shut }">
              <RouterLink to="/eye" class="btn w-full" :class="{ 'bg-sunk': active }" @click.capture="shut">{{
                wording.yourEye
              }}</RouterLink>
            </MenuItem>
            <MenuItem v-slot="{ active }">
              <button
                class="btn w-full"
                :class="{ 'bg-sunk': active }"
                @click="settings.theme = settings.dark ? 'light' : 'dark'"
              >
                {{ wording.surfaces(settings.dark ? wording.light : wording.dark) }}
              </button>
            </MenuItem>
            <MenuItem v-slot="{ active }">
              <button
                class="btn w-full"
                :class="{ 'bg-sunk': active }"
                @click="settings.units = settings.units === 'metric' ? 'imperial' : 'metric'"
              >
                {{
                  wording.show(settings.units === 'metric' ? wording.feetAndPounds : wording.centimetresAndKilograms)
                }}
              </button>
            </MenuItem>
            <MenuItem v-slot="{ active }">
              <button class="btn w-full" :class="{ 'bg-sunk': active }" @click="settings.keys = !settings.keys">
                {{ wording.turnSingleKeys(settings.keys ? wording.off : wording.on) }}
              </button>
            </MenuItem>
            <MenuItem v-slot="{ active }">
              <button
                class="btn w-full"
                :class="{ 'bg-sunk': active }"
                @click="settings.motion = settings.motion === 'moving' ? 'still' : 'moving'"
              >
                {{ settings.motion === 'moving' ? wording.holdFiguresStill : wording.letFiguresMove }}
              </button>
            </MenuItem>
            <MenuItem v-slot="{ active }">
              <button class="btn w-full" :class="{ 'bg-sunk': active }" @click="keysShown = true">
                {{ wording.keysAndWords }} <kbd class="tag">?</kbd>
              </button>
            </MenuItem>
            <MenuItem v-slot="{ active, close: shut }">
              <RouterLink to="/account" class="btn w-full" :class="{ 'bg-sunk': active }" @click.capture="shut">{{
                wording.passwordDevicesCode
              }}</RouterLink>
            </MenuItem>
            <MenuItem v-slot="{ active }">
              <button class="btn w-full" :class="{ 'bg-sunk': active }" @click="leave">{{ wording.signOut }}</button>
            </MenuItem>
          </MenuItems>
        </Menu>
      </div>
    </div>
    <div v-if="outbox.refused.length" role="alert" class="note mx-4 mb-2 flex flex-wrap items-center gap-3">
      <span>{{
        wording.keptOnThisDevice(
          outbox.refused.length,
          outbox.refused.length === 1 ? wording.is : wording.are,
          outbox.refused[0]!.refused!.title,
        )
      }}</span>
      <button class="btn ml-auto" @click="dialog = 'waiting'">{{ wording.seeWhatAndWhy }}</button>
    </div>
    <div v-if="session.shut" role="alert" class="note mx-4 mb-2 flex flex-wrap items-center gap-3">
      <span>{{ wording.somethingThatYouLeft }}</span>
      <button class="btn ml-auto" @click="session.forgetShut()">{{ anywhere.letItGo }}</button>
    </div>
    <FinderDialog v-if="finding" @close="finding = false" />
    <WaitingPanel :open="dialog === 'waiting'" @close="close" />
    <LeaveDialog :open="dialog === 'leave'" @close="close" />
  </header>
</template>
