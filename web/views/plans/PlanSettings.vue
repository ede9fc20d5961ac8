<script setup lang="ts">
/** What a programme is made by: goal, weeks, days, minutes. */
import { Listbox, ListboxButton, ListboxLabel, ListboxOption, ListboxOptions } from '@headlessui/vue';
import { ChevronDown } from '@lucide/vue';
import { computed } from 'vue';
import type { ProgrammeSettings } from '../../../api/programmes.js';
import { skillGoals } from '../../../core/catalog/skill-goals.js';
import { PLAN_MINUTES, WEEKDAYS, type Weekday } from '../../../core/formats/programme.js';
import { assignableRungs } from '../../../core/prescribe/assignable.js';
import { placeKey } from '../../../core/catalog/ladders.js';
import { WEEKDAY_NAMES, WEEKDAY_SHORT } from '../../../words/programme.js';
import PickOne from '../../components/PickOne.vue';
import { catalog } from '../../data/catalogue.js';
import { placeName } from '../../data/names.js';
import TypedField from '../../components/TypedField.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { planSettings as wording } from '../../../words/pages/plans.js';

const props = defineProps<{ settings: ProgrammeSettings; /** It runs: the first day stays. */ begun: boolean }>();
const emit = defineEmits<{ change: [patch: Partial<ProgrammeSettings>] }>();

const NONE = 'none';
const goals = computed(() => [
  { id: NONE, name: wording.todaysPlaces },
  ...skillGoals.map((g) => ({ id: g.at, name: g.name, note: 'skill' })),
  ...assignableRungs(catalog)
    .map(placeKey)
    .filter((place) => !skillGoals.some((g) => g.at === place))
    .map((place) => ({ id: place, name: placeName(place) })),
]);
const weeks = [2, 3, 4, 5, 6, 7, 8].map((n) => ({ id: String(n), name: wording.weeks(n) }));
const easier = computed(() => [
  { id: NONE, name: anywhere.none },
  ...Array.from({ length: props.settings.weeks }, (_, i) => ({ id: String(i + 1), name: wording.week(i + 1) })),
]);
const toggled = (list: readonly Weekday[], day: Weekday): Weekday[] =>
  WEEKDAYS.filter((d) => (d === day ? !list.includes(d) : list.includes(d)));
function setDays(day: Weekday): void {
  const days = toggled(props.settings.days, day);
  if (days.length > 0) emit('change', { days });
}
function setMinutes(text: string): void {
  const value = Math.round(Number(text));
  if (Number.isFinite(value))
    emit('change', { minutes: Math.min(PLAN_MINUTES.most, Math.max(PLAN_MINUTES.least, value)) });
}
function setFrom(value: string): void {
  if (value && new Date(Date.parse(value)).getUTCDay() === 1) emit('change', { from: value });
}
const pulls = computed({
  get: () => [...props.settings.pullDays],
  set: (pullDays: Weekday[]) => emit('change', { pullDays }),
});
</script>

<template>
  <section class="card space-y-3" aria-labelledby="plan-settings">
    <h2 id="plan-settings">{{ wording.whatItIsMade }}</h2>
    <PickOne
      id="plan-goal"
      :label="wording.goal"
      :choices="goals"
      :model-value="settings.goal ?? NONE"
      @update:model-value="(goal) => emit('change', { goal: goal === NONE ? null : goal })"
    />
    <div role="group" aria-labelledby="plan-days">
      <span id="plan-days" class="label">{{ wording.days }}</span>
      <div class="grid grid-cols-4 gap-1">
        <button
          v-for="d in WEEKDAYS"
          :key="d"
          class="btn !px-0"
          :class="{ 'btn-on': settings.days.includes(d) }"
          :aria-pressed="settings.days.includes(d)"
          :aria-label="WEEKDAY_NAMES[d]"
          @click="setDays(d)"
        >
          {{ WEEKDAY_SHORT[d] }}
        </button>
      </div>
    </div>
    <label class="block">
      <span class="label">{{ wording.fromAMonday }}</span>
      <TypedField
        type="date"
        class="figures"
        step="7"
        min="2024-01-01"
        :value="settings.from"
        :disabled="begun"
        @keep="setFrom"
      />
    </label>
    <div class="grid grid-cols-2 gap-2">
      <label class="block">
        <span class="label">{{ wording.minutesADay }}</span>
        <TypedField
          type="number"
          class="figures"
          :min="PLAN_MINUTES.least"
          :max="PLAN_MINUTES.most"
          :value="settings.minutes"
          @keep="setMinutes"
        />
      </label>
      <PickOne
        id="plan-weeks"
        :label="wording.length"
        :choices="weeks"
        :model-value="String(settings.weeks)"
        @update:model-value="(n) => emit('change', { weeks: Number(n) })"
      />
      <PickOne
        id="plan-easier"
        :label="wording.easierWeek"
        :choices="easier"
        :model-value="settings.easierWeek === null ? NONE : String(settings.easierWeek)"
        @update:model-value="(n) => emit('change', { easierWeek: n === NONE ? null : Number(n) })"
      />
      <Listbox v-model="pulls" multiple as="div" class="relative">
        <ListboxLabel class="label">{{ wording.pullingDays }}</ListboxLabel>
        <ListboxButton id="plan-pulls" class="field flex items-center gap-2 text-left">
          <span class="min-w-0 flex-1">{{
            settings.pullDays.length ? settings.pullDays.map((d) => WEEKDAY_SHORT[d]).join(', ') : wording.anyDay
          }}</span>
          <ChevronDown :size="18" aria-hidden="true" class="shrink-0" />
        </ListboxButton>
        <ListboxOptions class="card absolute top-full left-0 z-40 mt-1 w-full !p-1 shadow-lg focus:outline-none">
          <ListboxOption v-for="d in settings.days" :key="d" v-slot="{ active, selected }" :value="d" as="template">
            <li
              :data-id="d"
              class="flex min-h-[44px] cursor-pointer items-center gap-2 rounded px-2"
              :class="{ 'bg-sunk': active, 'font-bold': selected }"
            >
              {{ selected ? '✓ ' : '' }}{{ WEEKDAY_NAMES[d] }}
            </li>
          </ListboxOption>
        </ListboxOptions>
      </Listbox>
    </div>
    <label class="block">
      <span class="label">{{ wording.noteToThisVersion }}</span>
      <TypedField
        lines
        empty
        rows="2"
        maxlength="600"
        :value="settings.note"
        @keep="emit('change', { note: $event.trim() })"
      />
    </label>
  </section>
</template>
