<script setup lang="ts">
/** Sets, work, tempo, rest and days of one drill, changed while it is assigned. */
import { reactive, watch } from 'vue';
import type { Dose } from '../../../core/formats/catalog.js';

const props = defineProps<{ name: string; dose: Dose; own: Dose }>();
const emit = defineEmits<{ change: [dose: Dose | null] }>();
const FIELDS = { sets: 'Sets', work: 'Work', tempo: 'Tempo', rest: 'Rest', days: 'Days' } as const;
const keys = Object.keys(FIELDS) as (keyof typeof FIELDS)[];
const form = reactive({ ...props.dose });
watch(
  () => props.dose,
  (dose) => Object.assign(form, dose),
);
/** What was emptied goes back to the drill's own. */
function keep(): void {
  const next = Object.fromEntries(keys.map((k) => [k, form[k].trim() || props.own[k]])) as Dose;
  emit('change', keys.every((k) => next[k] === props.own[k]) ? null : next);
}
</script>

<template>
  <details class="text-sm">
    <summary class="min-h-[44px] content-center font-semibold">Change the dose</summary>
    <div class="grid grid-cols-2 gap-2" role="group" :aria-label="`Dose of ${name}`">
      <label v-for="k in keys" :key="k" class="block" :class="{ 'col-span-2': k === 'work' }">
        <span class="label">{{ FIELDS[k] }}</span>
        <input v-model="form[k]" class="field" maxlength="80" @change="keep" />
      </label>
    </div>
    <button type="button" class="btn btn-quiet mt-1" @click="$emit('change', null)">Its own dose again</button>
  </details>
</template>
