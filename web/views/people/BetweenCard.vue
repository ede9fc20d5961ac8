<script setup lang="ts">
/** What lies between two looks: the time, other looks, mends that were tried, drills that were given. */
import { computed } from 'vue';
import type { Look } from '../../../api/observations.js';
import { daysBetween } from '../../../core/days.js';
import { MEND_RESULT_WORDS } from '../../../words/labels.js';
import { catalog } from '../../data/catalogue.js';
import { useHistory } from '../../data/looks.js';
import { dayText, drillName, faultName } from '../../data/names.js';
import { usePrescriptions } from '../../data/plans.js';
import { betweenCard as wording } from '../../../words/pages/people.js';

const props = defineProps<{ then: Look; now: Look }>();
const history = useHistory(() => props.then.personId, undefined, 200);
const given = usePrescriptions(() => props.then.personId);
const days = computed(() => daysBetween(props.then.day, props.now.day));
const sayOf = (fault: string, step: number): string =>
  catalog.faults.find((f) => f.id === fault)?.mends[step]?.say ?? wording.aStepOfAnother;
/** Looks at the same position after the first and before the second. */
const looks = computed(() =>
  history.items.value.filter(
    (i) =>
      i.position === props.then.observation.position &&
      i.startedAt > props.then.startedAt &&
      i.startedAt < props.now.startedAt,
  ),
);
/** Of the first look every mend with what it did; of those between, what helped: a list says no more. */
const mends = computed(() => [
  ...props.then.mends.map((m) => ({ ...m, day: props.then.day, did: MEND_RESULT_WORDS[m.result] })),
  ...looks.value.flatMap((l) => l.helped.map((h) => ({ ...h, day: l.day, did: MEND_RESULT_WORDS.helped }))),
]);
const lists = computed(() =>
  (given.value.value ?? []).filter(
    (p) =>
      p.newest &&
      p.family === props.then.observation.position &&
      p.startsOn <= props.now.day &&
      (p.endedOn === null || p.endedOn >= props.then.day),
  ),
);
const counted = (n: number, one: string, many: string): string => (n === 1 ? wording.one(one) : `${n} ${many}`);
</script>

<template>
  <section class="card mt-4" aria-labelledby="between">
    <h2 id="between">
      {{ days === 0 ? wording.theSameDay : wording.between(counted(days, 'day', 'days')) }}
    </h2>
    <p v-if="looks.length" class="text-soft">{{ wording.atItInBetween(counted(looks.length, 'look', 'looks')) }}</p>
    <template v-if="mends.length">
      <h3 class="mt-2">{{ wording.tried }}</h3>
      <ul class="divide-rule divide-y">
        <li v-for="(m, i) in mends" :key="i" class="flex flex-wrap gap-x-3 py-1">
          <span class="text-soft figures">{{ dayText(m.day) }}</span>
          <span class="min-w-48 flex-1">{{ faultName(m.fault) }}: {{ sayOf(m.fault, m.step) }}</span>
          <b>{{ m.did }}</b>
        </li>
      </ul>
    </template>
    <template v-if="lists.length">
      <h3 class="mt-2">{{ wording.drillsGiven }}</h3>
      <ul>
        <li v-for="p in lists" :key="p.id" class="py-1">
          <span class="text-soft figures">{{ wording.from(dayText(p.startsOn)) }}</span>
          {{ p.items.map((i) => i.text?.name ?? drillName(i.drill)).join(', ') }}
        </li>
      </ul>
    </template>
    <p v-if="mends.length === 0 && lists.length === 0" class="text-soft">{{ wording.noMendWasTried }}</p>
  </section>
</template>
