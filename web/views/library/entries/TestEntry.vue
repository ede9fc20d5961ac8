<script setup lang="ts">
/** A quick test to read: how, what counts as positive, what it speaks for and against. */
import type { QuickTest } from '../../../../core/formats/catalog.js';
import { causeName, cautionName } from '../../../data/names.js';
import { testEntry as wording } from '../../../../words/pages/entries.js';

defineProps<{ test: QuickTest }>();
</script>

<template>
  <h2>{{ test.name }}</h2>
  <p class="text-soft">
    {{ wording.seconds(test.seconds, test.kit.length ? ` · ${test.kit.join(', ')}` : wording.noKit) }}
  </p>
  <ol class="mt-2 list-decimal pl-6">
    <li v-for="step in test.how" :key="step">{{ step }}</li>
  </ol>
  <p>
    <b>{{ wording.positive }}</b> {{ test.positive }}
  </p>
  <p>
    <b>{{ wording.speaksFor }}</b> {{ test.for.map(causeName).join(', ') }}
  </p>
  <p v-if="test.against.length">
    <b>{{ wording.speaksAgainst }}</b> {{ test.against.map(causeName).join(', ') }}
  </p>
  <p class="figures text-soft">
    {{
      wording.positiveInOfPeople(
        Math.round(100 * test.errors.positive),
        causeName(test.for[0]!),
        Math.round(100 * test.errors.base),
      )
    }}
  </p>
  <p v-if="test.excludedBy.length" class="note mt-2">
    {{ wording.notWithStop(test.excludedBy.map(cautionName).join(', ')) }}
  </p>
</template>
