<script setup lang="ts">
/** The fields of a caution: what changes in words, and what the studio leaves out with it or allows again. */
import { computed, ref } from 'vue';
import { placeKey } from '../../../../core/catalog/ladders.js';
import type { CautionId } from '../../../../core/formats/catalog.js';
import type { EntryRecord } from '../../../../core/formats/entries.js';
import { catalog } from '../../../data/catalogue.js';
import { familyName } from '../../../data/names.js';
import FormField from '../../../components/FormField.vue';
import PickOne from '../../../components/PickOne.vue';
import { cautionFields as wording } from '../../../../words/pages/entries.js';

const caution = defineModel<EntryRecord<'cautions'>>({ required: true });
const references = computed(() => [
  ...catalog.drills.map((d) => ({ id: `drill:${d.id}`, name: wording.drill(d.name) })),
  ...catalog.tests.map((t) => ({ id: `test:${t.id}`, name: wording.test(t.name) })),
  ...catalog.rungs.map((r) => ({ id: `rung:${placeKey(r)}`, name: `${familyName(r.family)}: ${r.name}` })),
]);
const excludedNow = (c: CautionId): string[] =>
  [
    ...catalog.drills.filter((d) => d.excludedBy.includes(c)).map((d) => `drill:${d.id}`),
    ...catalog.tests.filter((t) => t.excludedBy.includes(c)).map((t) => `test:${t.id}`),
    ...catalog.rungs.filter((r) => r.excludedBy.includes(c)).map((r) => `rung:${placeKey(r)}`),
  ].sort();
const referenceName = (id: string): string => references.value.find((r) => r.id === id)?.name ?? id;
const adding = ref('');
/** Leaves one more entry out with the caution, or takes that back. */
function exclude(id: string): void {
  const c = caution.value;
  c.allows = c.allows.filter((x) => x !== id);
  if (!excludedNow(c.id).includes(id) && !c.excludes.includes(id)) c.excludes = [...c.excludes, id];
  adding.value = '';
}
function allow(id: string): void {
  const c = caution.value;
  if (c.excludes.includes(id)) c.excludes = c.excludes.filter((x) => x !== id);
  else c.allows = [...c.allows, id];
}
const barred = computed(() => {
  const c = caution.value;
  return [...new Set([...excludedNow(c.id), ...c.excludes])].filter((id) => !c.allows.includes(id));
});
</script>

<template>
  <h3>{{ caution.name }}</h3>
  <FormField
    id="e-effect"
    v-model="caution.effect"
    path="record.effect"
    :label="wording.whatChangesInWords"
    :rows="3"
  />
  <div class="grid grid-cols-[1fr_auto] gap-2">
    <PickOne
      id="e-exclude"
      v-model="adding"
      :label="wording.leaveOut"
      quiet
      :placeholder="wording.leaveOneMoreOut"
      :choices="references.filter((r) => !barred.includes(r.id))"
    />
    <button type="button" class="btn" :disabled="!adding" @click="exclude(adding)">{{ wording.leaveOutAlone }}</button>
  </div>
  <details>
    <summary class="min-h-[44px] content-center font-semibold">{{ wording.leftOutWithIt(barred.length) }}</summary>
    <ul>
      <li v-for="id in barred" :key="id" class="flex items-center gap-2">
        <span class="flex-1">{{ referenceName(id) }}</span>
        <button
          type="button"
          class="link min-h-[44px]"
          :aria-label="wording.allow(referenceName(id))"
          @click="allow(id)"
        >
          {{ wording.allowAlone }}
        </button>
      </li>
    </ul>
  </details>
  <p v-if="caution.allows.length" class="note text-sm">
    {{ wording.allowedAgainstTheShipped(caution.allows.map(referenceName).join('; ')) }}
  </p>
</template>
