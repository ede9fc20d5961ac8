<script setup lang="ts">
/** The weeks as bars of load on one line, each with the limit that it kept to; one is looked at. */
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue';
import { computed } from 'vue';
import type { PlannedProgramme } from '../../../api/programmes.js';
import { percentText } from '../../../words/numbers.js';
import { weekLine as wording } from '../../../words/pages/plans.js';

const props = defineProps<{
  weeks: PlannedProgramme['weeks'];
  modelValue: number;
  /** Today’s week; null where it is none of them. */ now: number | null;
}>();
defineEmits<{ 'update:modelValue': [week: number] }>();
const most = computed(() => Math.max(1, ...props.weeks.map((w) => Math.max(w.load, w.limit ?? 0))));
const height = (load: number): string => `${Math.round((100 * load) / most.value)}%`;
/** The load of a week against the one before. */
function spoken(i: number): string {
  const [week, before] = [props.weeks[i]!, props.weeks[i - 1]];
  const against = before && before.load > 0 ? wording.ofTheWeekBefore(percentText(week.load / before.load)) : '';
  return wording.loadKnMS(Math.round(week.load / 1000), against, week.easier ? wording.anEasierWeek : '');
}
</script>

<template>
  <RadioGroup :model-value="modelValue" @update:model-value="(w: number) => $emit('update:modelValue', w)">
    <RadioGroupLabel class="sr-only">{{ wording.week }}</RadioGroupLabel>
    <div class="flex items-end gap-1">
      <RadioGroupOption
        v-for="(w, i) in weeks"
        :key="w.week"
        v-slot="{ checked, active }"
        :value="w.week"
        :aria-label="wording.weekWithWeek(w.week, spoken(i))"
        class="min-w-[44px] flex-1 cursor-pointer focus:outline-none"
      >
        <span
          class="block rounded px-1 pb-1"
          :class="{ 'bg-sunk': checked, 'outline-ink outline-2': active }"
          :title="spoken(i)"
        >
          <span class="relative block h-16" aria-hidden="true">
            <span
              class="absolute inset-x-2 bottom-0 rounded-t"
              :class="w.easier ? 'bg-soft' : 'bg-rope'"
              :style="{ height: height(w.load) }"
            ></span>
            <span
              v-if="w.limit !== null"
              class="border-ink absolute inset-x-0 border-t-2 border-dashed"
              :style="{ bottom: height(w.limit) }"
            ></span>
          </span>
          <span class="figures block text-center" :class="{ 'font-bold': checked }">
            {{ w.week }}<span v-if="w.week === now" class="text-soft text-sm">{{ wording.now }}</span>
          </span>
        </span>
      </RadioGroupOption>
    </div>
    <p class="text-soft text-sm">
      {{ wording.loadOfEachWeek(weeks.some((w) => w.easier) ? wording.ofTheEasierWeek : '') }}
    </p>
  </RadioGroup>
</template>
