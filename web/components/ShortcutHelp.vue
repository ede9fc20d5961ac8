<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { ref } from 'vue';
import { isTyping } from './keys.js';
import ModalFrame from './ModalFrame.vue';

const open = ref(false);
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (event.key === '?' && !isTyping(event)) open.value = true;
});
const groups = [
  {
    name: 'Watched hold',
    keys: [
      ['Space', 'start the clock; end the hold'],
      ['1 – 9, 0', 'the fault on that pad is on; again: gross'],
      ['Shift + digit', 'that fault is mended'],
      ['U', 'undo the last tap'],
      ['Esc', 'go on after a mistaken end'],
    ],
  },
  {
    name: 'Picture',
    keys: [
      ['Arrow keys', 'move the chosen point by one pixel; with Shift by ten'],
      ['Tab', 'next point in the list'],
      ['Ctrl + Z, Ctrl + Y', 'undo, redo'],
      ['+ and −', 'zoom'],
    ],
  },
  { name: 'Anywhere', keys: [['?', 'this list']] },
];
</script>

<template>
  <ModalFrame :open="open" title="Shortcuts" @close="open = false">
    <section v-for="group in groups" :key="group.name" class="mt-3">
      <h3>{{ group.name }}</h3>
      <dl class="mt-1 grid grid-cols-[10rem_1fr] gap-1">
        <template v-for="[key, what] in group.keys" :key="key">
          <dt>
            <kbd class="tag">{{ key }}</kbd>
          </dt>
          <dd>{{ what }}</dd>
        </template>
      </dl>
    </section>
    <button class="btn mt-4" @click="open = false">Close</button>
  </ModalFrame>
</template>
