<script setup lang="ts">
/** What a search has found, in an open list: a long one is drawn in pieces, so that a slow phone answers at once and goes on answering. */
import { ComboboxOption } from '@headlessui/vue';
import { computed, defineAsyncComponent, onBeforeUnmount, ref, watch } from 'vue';
import { nextTask } from '../next-task.js';
import type { Choice } from './choice.js';

// Fetched where a list has figures: most have none.
const FigureView = defineAsyncComponent(() => import('../drawing/FigureView.vue'));
/** So many are drawn in one task: more than a list shows at once. */
const AT_ONCE = 30;

const props = defineProps<{ found: readonly Choice[]; chosen: string }>();
const drawn = ref(AT_ONCE);
const shown = computed(() => props.found.slice(0, drawn.value));
let open = true;
onBeforeUnmount(() => (open = false));
watch(
  () => props.found,
  async (found, before) => {
    // A list that was drawn stays; one that grows again, as when what was typed is taken back, begins anew.
    drawn.value = Math.max(AT_ONCE, Math.min(drawn.value, before?.length ?? 0));
    while (open && found === props.found && drawn.value < found.length) {
      await nextTask();
      if (found === props.found) drawn.value += AT_ONCE;
    }
  },
  { immediate: true },
);
</script>

<template>
  <ComboboxOption v-for="c in shown" :key="c.id" v-slot="{ active }" :value="c.id" as="template">
    <li
      :data-id="c.id"
      class="flex min-h-[44px] cursor-pointer items-center gap-2 rounded px-2"
      :class="{ 'bg-sunk': active }"
    >
      <span v-if="c.pose" class="w-16 shrink-0" aria-hidden="true"><FigureView :pose="c.pose" :label="c.name" /></span>
      <span class="flex-1" :class="{ 'font-bold': c.id === chosen }">{{ c.name }}</span>
      <span v-if="c.note" class="text-soft text-sm">{{ c.note }}</span>
    </li>
  </ComboboxOption>
</template>
