<script setup lang="ts">
/** Every key of the application, and the words it uses in a meaning of its own: opened with `?`. */
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue';
import { useEventListener } from '@vueuse/core';
import { GLOSSARY } from '../../words/glossary.js';
import { useSettings } from '../stores/settings.js';
import { isTyping, keysShown } from './keys.js';
import ModalFrame from './ModalFrame.vue';
import { anywhere } from '../../words/pages/anywhere.js';
import { shortcutHelp as wording } from '../../words/pages/parts.js';

const settings = useSettings();
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (event.key !== '?' || isTyping(event) || !settings.keys || document.querySelector('[role="dialog"]')) return;
  keysShown.value = true;
  event.preventDefault();
});
const groups: { name: string; keys: [key: string, what: string][] }[] = [
  {
    name: wording.watchedHold,
    keys: [
      ['Space', wording.startTheClockEnd],
      ['1 – 9, 0', wording.theFault],
      [wording.shiftDigit, wording.thatFaultIsMended],
      ['U', wording.undoTheLastTap],
      ['T', wording.sayTheClock],
      ['1 – 9', wording.afterTheEndWhy],
      [wording.esc, wording.goOnAfter],
    ],
  },
  {
    name: wording.picture,
    keys: [
      [wording.arrowsEnter, wording.beforeTheFigure],
      [wording.arrows, wording.moveTheChosenPoint],
      ['[ and ]', wording.pointBeforeNextPoint],
      ['C', wording.closerToTheChosen],
      ['+ and −', 'zoom'],
      [wording.ctrlZCtrlY, wording.undoRedoCtrlShift],
    ],
  },
  {
    name: wording.screen,
    keys: [
      ['1 – 9', wording.thisRepShows],
      ['Space', wording.theRepIsDone],
      ['U', wording.takeTheLastRep],
    ],
  },
  {
    name: anywhere.ladders,
    keys: [
      [wording.upDown, wording.theNextHarder],
      [wording.leftRight, wording.theNearestVersion],
    ],
  },
  {
    name: wording.anywhere,
    keys: [
      [wording.orCtrlK, wording.findAPerson],
      ['?', wording.thisList],
    ],
  },
];
</script>

<template>
  <ModalFrame :open="keysShown" :title="wording.keysAndWords" @close="keysShown = false">
    <TabGroup as="div" class="flex min-h-0 flex-col gap-2">
      <TabList class="flex gap-2" :aria-label="wording.keysOrWords">
        <Tab v-for="name in ['Keys', 'Words']" :key="name" v-slot="{ selected }" as="template">
          <button class="btn flex-1" :class="{ 'btn-on': selected }">{{ name }}</button>
        </Tab>
      </TabList>
      <TabPanels class="min-h-0 overflow-y-auto">
        <TabPanel :aria-label="wording.listOfKeys">
          <section v-for="group in groups" :key="group.name" class="mt-3">
            <h3>{{ group.name }}</h3>
            <dl class="mt-1 grid grid-cols-[minmax(5rem,10rem)_1fr] gap-1">
              <template v-for="[key, what] in group.keys" :key="key + what">
                <dt>
                  <kbd class="tag">{{ key }}</kbd>
                </dt>
                <dd>{{ what }}</dd>
              </template>
            </dl>
          </section>
          <p class="mt-3">{{ wording.singleKeysCan }}</p>
        </TabPanel>
        <TabPanel :aria-label="wording.listOfWords">
          <dl class="mt-1 space-y-2">
            <div v-for="{ term, says } in GLOSSARY" :key="term">
              <dt class="font-bold">{{ term }}</dt>
              <dd>{{ says }}</dd>
            </div>
          </dl>
        </TabPanel>
      </TabPanels>
    </TabGroup>
    <button class="btn" @click="keysShown = false">{{ anywhere.close }}</button>
  </ModalFrame>
</template>
