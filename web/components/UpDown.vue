<script setup lang="ts">
/** Moves one item of an ordered list up or down. */
import { ArrowDown, ArrowUp } from '@lucide/vue';
import { upDown as wording } from '../../words/pages/parts.js';

defineProps<{ name: string; at: number; count: number }>();
defineEmits<{ move: [to: number] }>();
</script>

<template>
  <button
    type="button"
    class="btn btn-quiet !px-2"
    :disabled="at === 0"
    :aria-label="wording.up(name)"
    @click="$emit('move', at - 1)"
  >
    <ArrowUp :size="18" aria-hidden="true" />
  </button>
  <button
    type="button"
    class="btn btn-quiet !px-2"
    :disabled="at === count - 1"
    :aria-label="wording.down(name)"
    @click="$emit('move', at + 1)"
  >
    <ArrowDown :size="18" aria-hidden="true" />
  </button>
</template>
