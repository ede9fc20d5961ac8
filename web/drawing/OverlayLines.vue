<script setup lang="ts">
/** The measured line over a picture. Part of an SVG. */
import { strokesOf, type Overlay } from './overlay.js';
import StrokeList from './StrokeList.vue';

defineProps<{
  overlay: Overlay;
  /** A stroke width that suits the size at which the picture is seen, in its px. */
  unit: number;
  /** Colour of the measured line. */
  tone?: string;
  /** Without the width of its error, and without its knots. */
  bare?: boolean;
}>();
</script>

<template>
  <StrokeList :strokes="strokesOf(overlay, unit, { tone, bare })" />
</template>
