<script setup lang="ts">
/** Every key of the application, and the words it uses in a meaning of its own: opened with `?`. */
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue';
import { useEventListener } from '@vueuse/core';
import { GLOSSARY } from '../../words/glossary.js';
import { useSettings } from '../stores/settings.js';
import { isTyping, keysShown } from './keys.js';
import ModalFrame from './ModalFrame.vue';

const settings = useSettings();
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (event.key !== '?' || isTyping(event) || !settings.keys || document.querySelector('[role="dialog"]')) return;
  keysShown.value = true;
  event.preventDefault();
});
const groups: { name: string; keys: [key: string, what: string][] }[] = [
  {
    name: 'Watched hold',
    keys: [
      ['Space', 'start the clock; end the hold'],
      ['1 – 9, 0', 'the fault on that pad is on; again: gross'],
      ['Shift + digit', 'that fault is mended'],
      ['U', 'undo the last tap'],
      ['T', 'say the clock'],
      ['1 – 9', 'after the end: why it ended'],
      ['Esc', 'go on after a mistaken end'],
    ],
  },
  {
    name: 'Picture',
    keys: [
      ['Arrows, Enter', 'before the figure is laid: move the mark, set it; with Shift further'],
      ['Arrows', 'move the chosen point by a pixel of the screen; with Shift by ten'],
      ['[ and ]', 'point before, next point'],
      ['C', 'closer to the chosen point; again: the whole picture'],
      ['+ and −', 'zoom'],
      ['Ctrl + Z, Ctrl + Y', 'undo, redo; Ctrl + Shift + Z redoes too'],
    ],
  },
  {
    name: 'Screen',
    keys: [
      ['1 – 9', 'this rep shows that fault'],
      ['Space', 'the rep is done'],
      ['U', 'take the last rep back'],
    ],
  },
  {
    name: 'Ladders',
    keys: [
      ['Up, Down', 'the next harder, the next easier version'],
      ['Left, Right', 'the nearest version of the next ladder'],
    ],
  },
  {
    name: 'Anywhere',
    keys: [
      ['/ or Ctrl + K', 'find a person, a position, a drill, a place'],
      ['?', 'this list, and the words used'],
    ],
  },
];
</script>

<template>
  <ModalFrame :open="keysShown" title="Keys and words" @close="keysShown = false">
    <TabGroup as="div" class="flex min-h-0 flex-col gap-2">
      <TabList class="flex gap-2" aria-label="Keys or words">
        <Tab v-for="name in ['Keys', 'Words']" :key="name" v-slot="{ selected }" as="template">
          <button class="btn flex-1" :class="{ 'btn-on': selected }">{{ name }}</button>
        </Tab>
      </TabList>
      <TabPanels class="min-h-0 overflow-y-auto">
        <TabPanel aria-label="List of keys">
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
          <p class="mt-3">Single keys can be turned off in the account’s menu.</p>
        </TabPanel>
        <TabPanel aria-label="List of words">
          <dl class="mt-1 space-y-2">
            <div v-for="{ term, says } in GLOSSARY" :key="term">
              <dt class="font-bold">{{ term }}</dt>
              <dd>{{ says }}</dd>
            </div>
          </dl>
        </TabPanel>
      </TabPanels>
    </TabGroup>
    <button class="btn" @click="keysShown = false">Close</button>
  </ModalFrame>
</template>
