<script setup lang="ts">
/** Loading, failed or empty, in one place and one look. */
import { anywhere } from '../../words/pages/anywhere.js';
import { loadState as wording } from '../../words/pages/parts.js';

defineProps<{ loading?: boolean; error?: string | null; empty?: string | null }>();
defineEmits<{ retry: [] }>();
</script>

<template>
  <div v-if="loading" role="status" class="skeleton py-4">
    <p class="sr-only">{{ wording.fetching }}</p>
    <div v-for="width in ['60%', '92%', '78%']" :key="width" aria-hidden="true" :style="{ width }"></div>
  </div>
  <div v-else-if="error" role="alert" class="note flex flex-wrap items-center gap-3">
    <span>{{ error }}</span><button class="btn ml-auto" @click="$emit('retry')">{{ anywhere.tryAgain }}</button>
  </div>
  <div v-else-if="empty" class="text-soft py-6 text-center">
    <p>{{ empty }}</p>
    <slot />
  </div>
</template>
