<script setup lang="ts">
/** Every key of the application, listed with `?`. */
import { useEventListener } from '@vueuse/core';
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
      ['?', 'this list'],
    ],
  },
];
</script>

<template>
  <ModalFrame :open="keysShown" title="Keys" @close="keysShown = false">
    <div class="min-h-0 overflow-y-auto" tabindex="0" role="region" aria-label="List of keys">
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
    </div>
    <button class="btn" @click="keysShown = false">Close</button>
  </ModalFrame>
</template>
