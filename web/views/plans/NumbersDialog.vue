<script setup lang="ts">
/** The coach's own numbers for an item: sets, what one set is, the rest. */
import { watch } from 'vue';
import { z } from 'zod';
import type { PlannedProgramme } from '../../../api/programmes.js';
import type { SetsOf } from '../../../core/formats/programme.js';
import { amountText } from '../../../words/programme.js';
import FormField from '../../components/FormField.vue';
import ModalFrame from '../../components/ModalFrame.vue';
import { useZodForm } from '../../data/form.js';
import { drillName } from '../../data/names.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { numbersDialog as wording } from '../../../words/pages/plans.js';

type Item = PlannedProgramme['weeks'][number]['days'][number]['items'][number];
const props = defineProps<{ item: Item | null }>();
const emit = defineEmits<{ close: []; put: [as: Partial<SetsOf>] }>();
const UNITS = {
  seconds: wording.seconds,
  reps: anywhere.reps,
  breaths: wording.breaths,
  steps: wording.steps,
} as const;
type Unit = keyof typeof UNITS;
/** Nobody breathes more often in a set. */
const BREATHS = 100;
const unitOf = (item: Item): Unit => (Object.keys(UNITS) as Unit[]).find((u) => item[u] !== null) ?? 'seconds';
const {
  typed: form,
  submit,
  refill,
} = useZodForm({
  blank: () => ({ sets: 3, amount: 20, rest: 60, unit: 'seconds' as Unit }),
  asInput: (typed) => typed,
  schema: z
    .object({
      sets: z.int().min(1).max(12),
      amount: z.int().min(1).max(600),
      rest: z.int().min(0).max(600),
      unit: z.enum(Object.keys(UNITS) as [Unit, ...Unit[]]),
    })
    .refine((f) => f.unit !== 'breaths' || f.amount <= BREATHS, {
      path: ['amount'],
      message: wording.mustBeOrLess(BREATHS),
    }),
  async keep({ sets, amount, rest, unit }) {
    // A split set stays one as long as its seconds are not changed.
    emit('put', { sets, rest, ...(amount === props.item![unit] ? {} : { [unit]: amount }) });
  },
});
watch(
  () => props.item,
  (item) => {
    if (item) refill({ sets: item.sets, unit: unitOf(item), amount: item[unitOf(item)]!, rest: item.rest });
  },
);
</script>

<template>
  <ModalFrame :open="item !== null" :title="item ? drillName(item.item) : ''" @close="$emit('close')">
    <form v-if="item" class="flex flex-col gap-3" novalidate @submit.prevent="submit">
      <p class="text-soft">
        {{
          wording.plannedYourOwnNumbers(
            item.sets,
            amountText(item),
            item.split ? wording.ofWhichSHard(item.split.hard) : '.',
          )
        }}
      </p>
      <div class="grid grid-cols-3 gap-2">
        <FormField id="own-sets" v-model="form.sets" path="sets" :label="anywhere.sets" type="number" />
        <FormField id="own-amount" v-model="form.amount" path="amount" :label="UNITS[form.unit]" type="number" />
        <FormField id="own-rest" v-model="form.rest" path="rest" :label="wording.restS" type="number" />
      </div>
      <div class="flex justify-end gap-2">
        <button type="button" class="btn" @click="$emit('close')">{{ anywhere.cancel }}</button>
        <button class="btn btn-main">{{ wording.setAndPin }}</button>
      </div>
    </form>
  </ModalFrame>
</template>
