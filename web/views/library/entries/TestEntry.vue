<script setup lang="ts">
/** A quick test to read: how, what counts as positive, what it speaks for and against. */
import type { QuickTest } from '../../../../core/formats/catalog.js';
import { causeName, cautionName } from '../../../data/names.js';

defineProps<{ test: QuickTest }>();
</script>

<template>
  <h2>{{ test.name }}</h2>
  <p class="text-soft">{{ test.seconds }} seconds{{ test.kit.length ? ` · ${test.kit.join(', ')}` : ' · no kit' }}</p>
  <ol class="mt-2 list-decimal pl-6">
    <li v-for="step in test.how" :key="step">{{ step }}</li>
  </ol>
  <p><b>Positive:</b> {{ test.positive }}</p>
  <p><b>Speaks for:</b> {{ test.for.map(causeName).join(', ') }}</p>
  <p v-if="test.against.length"><b>Speaks against:</b> {{ test.against.map(causeName).join(', ') }}</p>
  <p class="figures text-soft">
    Positive in {{ Math.round(100 * test.errors.positive) }} of 100 people with {{ causeName(test.for[0]!) }} alone, in
    {{ Math.round(100 * test.errors.base) }} of 100 with none of its causes; assumptions.
  </p>
  <p v-if="test.excludedBy.length" class="note mt-2">
    Not with: {{ test.excludedBy.map(cautionName).join(', ') }}. Stop at any pain.
  </p>
</template>
