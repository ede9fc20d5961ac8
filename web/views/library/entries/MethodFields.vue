<script setup lang="ts">
/** The fields of a method: its name, its cap, and what it chooses on each axis. */
import { computed } from 'vue';
import { methodSchema, type Method } from '../../../../core/formats/catalog.js';
import type { EntryRecord } from '../../../../core/formats/entries.js';
import { plain as words } from '../../../../words/labels.js';
import FormField from '../../../components/FormField.vue';
import PickOne from '../../../components/PickOne.vue';
import { anywhere } from '../../../../words/pages/anywhere.js';
import { methodFields as wording } from '../../../../words/pages/entries.js';

const method = defineModel<EntryRecord<'methods'>>({ required: true });
const axes = computed(() => method.value.axes as Record<string, string>);
const AXES = Object.entries(methodSchema.shape.axes.shape).map(([key, schema]) => ({
  key: key as keyof Method['axes'],
  options: (schema as { options: string[] }).options,
}));
const AXIS_WORDS: Record<string, string> = {
  spine: wording.spineTarget,
  effort: wording.trunkEffort,
  floorBack: wording.lowBack,
  breath: wording.breath,
  bending: wording.repeatedTrunkBending,
  curlPelvis: wording.pelvisInACurl,
  lean: wording.leanInAPlank,
  blades: wording.shoulderBlades,
  head: wording.head,
  hold: wording.holdStrategy,
  base: wording.base,
  correcting: wording.correcting,
  endOfSet: wording.endOfASet,
  pelvisCue: wording.pelvisCue,
  order: wording.repsOrHolds,
};
</script>

<template>
  <div class="grid gap-2 sm:grid-cols-[1fr_8rem]">
    <FormField id="e-name" v-model="method.name" path="record.name" :label="anywhere.name" required />
    <FormField id="e-cap" v-model="method.cap" path="record.cap" :label="wording.holdsUpToS" type="number" />
  </div>
  <FormField id="e-summary" v-model="method.summary" path="record.summary" :label="wording.inASentence" :rows="2" />
  <div class="grid gap-2 sm:grid-cols-2">
    <PickOne
      v-for="a in AXES"
      :id="`e-${a.key}`"
      :key="a.key"
      :label="AXIS_WORDS[a.key] ?? a.key"
      :choices="a.options.map((o) => ({ id: o, name: words(o) }))"
      :model-value="axes[a.key] ?? ''"
      @update:model-value="axes[a.key] = $event"
    />
  </div>
</template>
