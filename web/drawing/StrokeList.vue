<script setup lang="ts">
/** Pieces of a drawing. Part of an SVG. */
import type { Stroke } from './overlay.js';

defineProps<{ strokes: readonly Stroke[] }>();
</script>

<template>
  <component :is="stroke.tag" v-for="(stroke, i) in strokes" :key="i" v-bind="stroke.of">{{ stroke.text }}</component>
</template>
