<script setup lang="ts">
/** Severity as count and word: one, two or three knots. */
import type { Severity } from '../../core/formats/catalog.js';
import { severityRank } from '../../core/formats/catalog.js';
import { severityKnots as wording } from '../../words/pages/drawing.js';

defineProps<{ severity: Severity; borderline?: boolean }>();
</script>

<template>
  <span class="inline-flex items-center gap-2 font-semibold whitespace-nowrap">
    <svg width="46" height="14" viewBox="0 0 46 14" aria-hidden="true">
      <path d="M1 7H45" stroke="var(--soft)" stroke-width="2" />
      <circle
        v-for="n in 3"
        :key="n"
        :cx="n * 14 - 5"
        cy="7"
        r="5"
        :fill="n <= severityRank(severity) && !borderline ? 'var(--rope)' : 'var(--paper)'"
        :stroke="n <= severityRank(severity) ? 'var(--rope)' : 'var(--soft)'"
        stroke-width="2"
      />
    </svg>
    {{ borderline ? wording.maybe(severity) : severity }}
  </span>
</template>
