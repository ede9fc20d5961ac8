<script setup lang="ts">
/** The coach's own numbers for an item: sets, what one set is, the rest. */
import { reactive, watch } from 'vue';
import type { PlannedProgramme } from '../../../api/programmes.js';
import type { SetsOf } from '../../../core/formats/programme.js';
import { amountText } from '../../../words/programme.js';
import ModalFrame from '../../components/ModalFrame.vue';
import { drillName } from '../../data/names.js';

type Item = PlannedProgramme['weeks'][number]['days'][number]['items'][number];
const props = defineProps<{ item: Item | null }>();
const emit = defineEmits<{ close: []; put: [as: Partial<SetsOf>] }>();
const UNITS = { seconds: 'Seconds', reps: 'Reps', breaths: 'Breaths', steps: 'Steps' } as const;
type Unit = keyof typeof UNITS;
const MOST: Readonly<Record<Unit, number>> = { seconds: 600, reps: 600, breaths: 100, steps: 600 };
const unitOf = (item: Item): Unit => (Object.keys(UNITS) as Unit[]).find((u) => item[u] !== null) ?? 'seconds';
const form = reactive({ sets: 3, amount: 20, rest: 60, unit: 'seconds' as Unit });
watch(
  () => props.item,
  (item) => {
    if (item) Object.assign(form, { sets: item.sets, unit: unitOf(item), amount: item[unitOf(item)], rest: item.rest });
  },
);
const within = (value: number, least: number, most: number): number =>
  Math.min(most, Math.max(least, Math.round(value) || least));
function put(): void {
  const amount = within(form.amount, 1, MOST[form.unit]);
  const now = props.item!;
  emit('put', {
    sets: within(form.sets, 1, 12),
    rest: within(form.rest, 0, 600),
    // A split set stays one as long as its seconds are not changed.
    ...(amount === now[form.unit] ? {} : { [form.unit]: amount }),
  });
}
</script>

<template>
  <ModalFrame :open="item !== null" :title="item ? drillName(item.item) : ''" @close="$emit('close')">
    <form v-if="item" class="flex flex-col gap-3" @submit.prevent="put">
      <p class="text-soft">
        Planned: {{ item.sets }} × {{ amountText(item)
        }}{{ item.split ? `, of which ${item.split.hard} s hard. Other seconds make it one piece.` : '.' }} Numbers of
        your own are not cut to the week’s load.
      </p>
      <div class="grid grid-cols-3 gap-2">
        <label class="block">
          <span class="label">Sets</span>
          <input v-model.number="form.sets" type="number" min="1" max="12" class="field figures" />
        </label>
        <label class="block">
          <span class="label">{{ UNITS[form.unit] }}</span>
          <input v-model.number="form.amount" type="number" min="1" :max="MOST[form.unit]" class="field figures" />
        </label>
        <label class="block">
          <span class="label">Rest, s</span>
          <input v-model.number="form.rest" type="number" min="0" max="600" class="field figures" />
        </label>
      </div>
      <div class="flex justify-end gap-2">
        <button type="button" class="btn" @click="$emit('close')">Cancel</button>
        <button class="btn btn-main">Set and pin</button>
      </div>
    </form>
  </ModalFrame>
</template>
