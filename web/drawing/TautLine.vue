<script setup lang="ts">
/**
 * The taut line: made fast at two posts, the knot on it is the joint, its slack is the fault, its thickness the error.
 * `slack` −1…1 (positive hangs below), `error` 0…1, `knots` 0–3 for the severity.
 */
import { computed } from 'vue';

const props = withDefaults(
  defineProps<{ slack: number; error?: number; knots?: 0 | 1 | 2 | 3; label: string; wide?: boolean }>(),
  { error: 0.1, knots: 0, wide: false },
);
const W = computed(() => (props.wide ? 300 : 120));
const H = 36;
const y = computed(() => H / 2 + Math.max(-1, Math.min(1, props.slack)) * 13);
const places = computed(() =>
  props.knots === 0 ? [0.5] : props.knots === 1 ? [0.5] : props.knots === 2 ? [0.42, 0.58] : [0.36, 0.5, 0.64],
);
const path = computed(() => `M8 ${H / 2}Q${W.value / 2} ${2 * y.value - H / 2} ${W.value - 8} ${H / 2}`);
const yAt = (k: number): number => H / 2 + 4 * k * (1 - k) * (y.value - H / 2);
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" :width="W" :height="H" role="img" :aria-label="label" class="shrink-0">
    <path :d="`M8 5V31M${W - 8} 5V31`" stroke="var(--soft)" stroke-width="4" stroke-linecap="round" />
    <path :d="`M8 ${H / 2}H${W - 8}`" stroke="var(--soft)" stroke-width="1" stroke-dasharray="3 4" />
    <path
      :d="path"
      fill="none"
      stroke="var(--rope)"
      stroke-opacity="0.25"
      :stroke-width="3 + 14 * Math.min(1, error)"
    />
    <path :d="path" fill="none" stroke="var(--rope)" stroke-width="3" />
    <circle
      v-for="k in places"
      :key="k"
      :cx="8 + k * (W - 16)"
      :cy="yAt(k)"
      r="5"
      :fill="knots === 0 ? 'var(--paper)' : 'var(--rope)'"
      stroke="var(--rope)"
      stroke-width="2.5"
    />
  </svg>
</template>
