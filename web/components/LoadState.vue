<script setup lang="ts">
/** Loading, failed or empty, in one place and one look. */
defineProps<{ loading?: boolean; error?: string | null; empty?: string | null }>();
defineEmits<{ retry: [] }>();
</script>

<template>
  <p v-if="loading" role="status" class="text-soft py-6 text-center">Fetching …</p>
  <div v-else-if="error" role="alert" class="note flex flex-wrap items-center gap-3">
    <span>{{ error }}</span><button class="btn ml-auto" @click="$emit('retry')">Try again</button>
  </div>
  <div v-else-if="empty" class="text-soft py-6 text-center">
    <p>{{ empty }}</p>
    <slot />
  </div>
</template>
