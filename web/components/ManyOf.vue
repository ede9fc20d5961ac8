<script setup lang="ts" generic="T extends string">
/** Any number of a few things, each a button that is on or off. */
import { toggled } from './toggled.js';

defineProps<{ choices: readonly { id: T; name: string }[] }>();
const chosen = defineModel<readonly T[]>({ required: true });
</script>

<template>
  <div class="flex flex-wrap gap-2">
    <button
      v-for="c in choices"
      :key="c.id"
      type="button"
      class="btn"
      :class="{ 'btn-on': chosen.includes(c.id) }"
      :aria-pressed="chosen.includes(c.id)"
      @click="chosen = toggled(chosen, c.id)"
    >
      {{ c.name }}
    </button>
  </div>
</template>
