<script setup lang="ts">
/** The fields of a method: its name, its cap, and what it chooses on each axis. */
import { computed } from 'vue';
import { methodSchema, type Method } from '../../../../core/formats/catalog.js';
import type { EntryRecord } from '../../../../core/formats/entries.js';
import { plain as words } from '../../../../words/labels.js';
import FormField from '../../../components/FormField.vue';
import PickOne from '../../../components/PickOne.vue';

const method = defineModel<EntryRecord<'methods'>>({ required: true });
const axes = computed(() => method.value.axes as Record<string, string>);
const AXES = Object.entries(methodSchema.shape.axes.shape).map(([key, schema]) => ({
  key: key as keyof Method['axes'],
  options: (schema as { options: string[] }).options,
}));
const AXIS_WORDS: Record<string, string> = {
  spine: 'Spine target',
  effort: 'Trunk effort',
  floorBack: 'Low back on the floor',
  breath: 'Breath',
  bending: 'Repeated trunk bending',
  curlPelvis: 'Pelvis in a curl',
  lean: 'Lean in a plank',
  blades: 'Shoulder blades',
  head: 'Head',
  hold: 'Hold strategy',
  base: 'Base',
  correcting: 'Correcting',
  endOfSet: 'End of a set',
  pelvisCue: 'Pelvis cue',
  order: 'Reps or holds',
};
</script>

<template>
  <div class="grid gap-2 sm:grid-cols-[1fr_8rem]">
    <FormField id="e-name" v-model="method.name" path="record.name" label="Name" required />
    <FormField id="e-cap" v-model="method.cap" path="record.cap" label="Holds up to, s" type="number" />
  </div>
  <FormField id="e-summary" v-model="method.summary" path="record.summary" label="In a sentence" :rows="2" />
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
