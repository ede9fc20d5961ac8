<script setup lang="ts">
/** A method to read: what it chooses on each axis, and why coaches choose so. */
import { axisReasons } from '../../../../core/catalog/axes.js';
import type { Method } from '../../../../core/formats/catalog.js';
import { plain as words } from '../../../../words/labels.js';
import { methodEntry as wording } from '../../../../words/pages/entries.js';

defineProps<{ method: Method }>();
/** What a method's choice on an axis means, with a colon before it; '' where the axis has no reasons written. */
function why(axis: string, option: string): string {
  const reasons: Readonly<Record<string, { readonly options: Readonly<Record<string, string>> }>> = axisReasons;
  const because = reasons[axis]?.options[option];
  return because ? `: ${because}` : '';
}
</script>

<template>
  <h2>{{ method.name }}</h2>
  <p>{{ method.summary }}</p>
  <p class="text-soft figures">{{ wording.holdsUpToS(method.cap) }}</p>
  <dl class="mt-2 grid grid-cols-[auto_1fr] gap-x-6">
    <template v-for="(option, axis) in method.axes" :key="axis"
      ><dt class="text-soft">{{ axisReasons[axis]?.name ?? words(String(axis)) }}</dt>
      <dd>
        <b>{{ words(option) }}</b>{{ why(axis, option) }}
      </dd></template
    >
  </dl>
</template>
