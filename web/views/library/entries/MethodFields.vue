<script setup lang="ts">
/** The fields of a method: its name, its cap, and what it chooses on each axis. */
import { methodSchema, type Method } from '../../../../core/formats/catalog.js';
import type { EntryRecord } from '../../../../core/formats/entries.js';
import { plain as words } from '../../../../words/labels.js';

const method = defineModel<EntryRecord<'methods'>>({ required: true });
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
    <div>
      <label class="label" for="e-name">Name</label>
      <input id="e-name" v-model="method.name" class="field" required />
    </div>
    <div>
      <label class="label" for="e-cap">Holds up to, s</label>
      <input id="e-cap" v-model.number="method.cap" type="number" min="1" max="600" class="field figures" />
    </div>
  </div>
  <div>
    <label class="label" for="e-summary">In a sentence</label>
    <textarea id="e-summary" v-model="method.summary" class="field" rows="2"></textarea>
  </div>
  <div class="grid gap-2 sm:grid-cols-2">
    <div v-for="a in AXES" :key="a.key">
      <label class="label" :for="`e-${a.key}`">{{ AXIS_WORDS[a.key] }}</label>
      <select :id="`e-${a.key}`" v-model="(method.axes as Record<string, string>)[a.key]" class="field">
        <option v-for="o in a.options" :key="o" :value="o">{{ words(o) }}</option>
      </select>
    </div>
  </div>
</template>
