<script setup lang="ts">
/** How many of a group something is true of, a bar each, with the number in words. */
import { shareBars as wording } from '../../../words/pages/groups.js';

defineProps<{
  label: string;
  /** How many there are. */
  of: number;
  bars: readonly { id: string; name: string; count: number; note: string }[];
}>();
</script>

<template>
  <ul class="space-y-2" :aria-label="label">
    <li v-for="b in bars" :key="b.id">
      <p class="flex items-baseline gap-2">
        <span class="flex-1 font-semibold">{{ b.name }}</span>
        <span class="figures">{{ wording.of(b.count, of) }}</span>
      </p>
      <div class="bg-rule h-2.5 overflow-hidden rounded-full" aria-hidden="true">
        <div class="bg-rope h-full" :style="{ width: `${(100 * b.count) / Math.max(1, of)}%` }"></div>
      </div>
      <p v-if="b.note" class="text-soft figures text-base">{{ b.note }}</p>
    </li>
  </ul>
</template>
