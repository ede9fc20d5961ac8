<script setup lang="ts">
/** One of the first steps: its number, or a tick once it is done. One that need not be seen is folded. */
import { Check } from '@lucide/vue';
import { START } from '../../../words/start.js';

defineProps<{ at: number; title: string; done: boolean; open: boolean }>();
</script>

<template>
  <li class="card" :data-step="at" :data-done="done || undefined">
    <details :open="open">
      <summary class="flex min-h-[44px] cursor-pointer items-center gap-3">
        <span
          class="figures font-head grid h-9 w-9 shrink-0 place-items-center rounded-full text-lg font-bold"
          :class="done ? 'bg-ink text-paper' : 'bg-sunk'"
        >
          <template v-if="done"
            ><Check :size="22" aria-hidden="true" /><span class="sr-only">{{ START.done }}</span></template
          >
          <template v-else>{{ at }}</template>
        </span>
        <h2>{{ title }}</h2>
      </summary>
      <div class="mt-1 sm:pl-12"><slot></slot></div>
    </details>
  </li>
</template>
