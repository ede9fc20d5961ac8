<script setup lang="ts">
/** This set beside an earlier one of the sitting, with the one thing that was changed. */
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import type { OnLadders } from '../../../api/ladders.js';
import type { Look } from '../../../api/observations.js';
import type { Body } from '../../../core/body/anthropometry.js';
import { rungAt } from '../../../core/ladder/gates.js';
import { besideInSitting, type Change } from '../../../core/ladder/sitting.js';
import { setupKnobsOf } from '../../../core/statics/setup.js';
import { normalCdf } from '../../../core/statistics.js';
import { siteText } from '../../../words/labels.js';
import { fixed, percentText, plusMinus } from '../../../words/numbers.js';
import { settingText } from '../../../words/setup.js';
import { catalog } from '../../data/catalogue.js';
import { faultName, placeName } from '../../data/names.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { sittingCard as wording } from '../../../words/pages/looks.js';

const props = defineProps<{ look: Look; on: OnLadders; body: Body }>();
const beside = computed(() => {
  const now = props.on.holds.find((h) => h.lookId === props.look.id);
  return now ? besideInSitting(props.on.holds, now) : null;
});
const earlier = computed(() => props.on.holds.find((h) => h.at === beside.value?.before.at)?.lookId);
const CUES = {
  mended: wording.itMended,
  'mended-for-a-moment': wording.itMendedForAMoment,
  'not-mended': wording.itDidNotMend,
};
function changeText(change: Change): string {
  switch (change.is) {
    case 'version':
      return wording.insteadOf(placeName(change.now), placeName(change.was));
    case 'side':
      return wording.theSideInstead(change.now, change.was);
    case 'cue':
      return wording.aCueWasGiven(CUES[change.now]);
    case 'setting': {
      const knob = setupKnobsOf(rungAt(catalog, beside.value!.now.place), props.body).find((k) => k.id === change.knob);
      const said = (value: number | null): string =>
        value === null ? wording.asTheVersionHas : knob ? settingText(knob, value) : `${value}`;
      return wording.insteadOfWithName(knob?.name.toLowerCase() ?? change.knob, said(change.now), said(change.was));
    }
  }
}
const rows = computed(() => {
  const b = beside.value;
  if (!b) return [];
  const unit = b.unit === 's' ? ' s' : ' reps';
  const amount = (n: number): string => `${b.unit === 's' ? fixed(n) : n}${unit}`;
  const goes = (fault: string | null): string => (fault ? faultName(fault) : 'nothing');
  const felt = (site: string | null): string => (site ? siteText(site) : wording.notAsked);
  return [
    [anywhere.clean, amount(b.was), amount(b.is)],
    [wording.firstToGo, goes(b.before.first), goes(b.now.first)],
    [anywhere.feltFirst, felt(b.before.felt), felt(b.now.felt)],
  ] as const;
});
/** Whether the difference is more than two such sets differ by anyway. */
const verdict = computed(() => {
  const b = beside.value;
  if (!b) return '';
  const unit = b.unit === 's' ? ' s' : ' reps';
  const change = b.is - b.was;
  const chance = normalCdf(Math.abs(change) / b.sd);
  const told = `${change < 0 ? '−' : '+'}${fixed(Math.abs(change))}${unit}`;
  const by = b.pairs ? wording.aStartValue(b.pairs) : wording.aStartValueSince;
  const says =
    chance >= 0.975 ? wording.moreThanSetsDiffer : chance >= 0.84 ? wording.perhapsTheChange : wording.noMoreThanSets;
  return wording.twoSetsWithNothing(told, says, percentText(Math.min(0.99, chance)), plusMinus(b.sd, unit), by);
});
</script>

<template>
  <section v-if="beside" class="card" aria-labelledby="sitting">
    <h2 id="sitting">{{ wording.oneThingChanged }}</h2>
    <p class="figures">{{ changeText(beside.change) }}</p>
    <table class="figures mt-1 w-full text-left">
      <thead>
        <tr>
          <td></td>
          <th scope="col">{{ wording.before }}</th>
          <th scope="col">{{ wording.thisSet }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="[name, was, is] in rows" :key="name" class="border-rule border-t">
          <th scope="row" class="font-semibold">{{ name }}</th>
          <td>{{ was }}</td>
          <td :class="{ 'font-bold': was !== is }">{{ is }}</td>
        </tr>
      </tbody>
    </table>
    <p class="text-soft figures mt-1 text-sm">{{ verdict }}</p>
    <RouterLink
      v-if="earlier"
      :to="`/people/${look.personId}/compare?then=${earlier}&now=${look.id}`"
      class="link inline-block min-h-[44px] content-center"
      >{{ wording.sideBySide }}</RouterLink
    >
  </section>
</template>
