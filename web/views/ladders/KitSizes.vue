<script setup lang="ts">
/** Kit sized from the body: start values, corrected by what worked. */
import { computed, reactive } from 'vue';
import type { OnLadders } from '../../../api/ladders.js';
import type { Person } from '../../../api/people.js';
import type { Body } from '../../../core/body/anthropometry.js';
import { LEVELS, type Level } from '../../../core/formats/dose.js';
import { KIT_STARTS, momentLately } from '../../../core/prescribe/sizing.js';
import {
  bandFor,
  blockHeight,
  carryWeight,
  edgeDistanceFor,
  elbowsFor,
  surfaceFor,
} from '../../../core/statics/kit.js';
import { rollerSpacing } from '../../../core/statics/rollers.js';
import { catalog } from '../../data/catalogue.js';
import PickOne from '../../components/PickOne.vue';
import { kitSizes as wording } from '../../../words/pages/ladders.js';

const props = defineProps<{ body: Body; person: Person | null; on: OnLadders | null }>();
const ask = reactive({
  share: 100 * KIT_STARTS.share,
  rise: Math.round(100 * (KIT_STARTS.rise - 1)),
  edge: 100 * KIT_STARTS.edge,
  out: 0,
  carry: 'both-hands' as 'both-hands' | 'one-side' | 'overhead',
  level: 'trained' as Level,
});
const CARRIES = [
  { id: 'both-hands', name: wording.bothHands },
  { id: 'one-side', name: wording.oneSide },
  { id: 'overhead', name: 'overhead' },
];
/** Today's holding moment of trunk work, from the last four weeks. */
const held = computed(() => {
  const newest = props.on?.holds[0]?.day;
  if (!props.on || !newest) return null;
  return momentLately(catalog, props.body, props.on.holds, newest);
});
const cm = (metres: number | null): string => (metres === null ? wording.outOfReach : `${Math.round(metres * 100)} cm`);
const surface = computed(() => surfaceFor(catalog, props.body, ask.share / 100));
const elbows = computed(() => elbowsFor(catalog, props.body, 1 + ask.rise / 100));
const edge = computed(() =>
  held.value ? edgeDistanceFor(catalog, props.body, held.value.moment, ask.edge / 100) : null,
);
const band = computed(() => (held.value ? bandFor(catalog, props.body, held.value.margin) : null));
const carry = computed(() => carryWeight(props.body, ask.carry, ask.level));
const half = (kg: number): string => `${Math.round(kg * 2) / 2} kg`;
</script>

<template>
  <section class="card" aria-labelledby="kit">
    <h2 id="kit">{{ wording.kitForThisBody }}</h2>
    <p class="text-soft text-sm">{{ wording.startValuesWhatWorked }}</p>
    <div class="grid items-end gap-4 md:grid-cols-[1fr_16rem]">
      <dl class="kit mt-1 text-sm">
        <dt>
          <label for="q-share">{{ wording.surfaceFor }}</label>
          <input id="q-share" v-model.number="ask.share" type="number" min="25" max="70" class="field figures" />
          {{ wording.onTheHands }}
        </dt>
        <dd>{{ wording.high(cm(surface)) }}</dd>
        <dt>
          <label for="q-rise">{{ wording.elbowsAheadFor }}</label>
          <input id="q-rise" v-model.number="ask.rise" type="number" min="1" max="60" class="field figures" />
          {{ wording.more }}
        </dt>
        <dd>{{ cm(elbows) }}</dd>
        <dt>
          <label for="q-edge">{{ wording.edgeFor }}</label>
          <input id="q-edge" v-model.number="ask.edge" type="number" min="20" max="130" class="field figures" />
          {{ wording.ofToday }}
        </dt>
        <dd>
          {{
            held
              ? edge === null
                ? wording.outOfReach
                : edge < 0
                  ? wording.creaseOnTheBlock(cm(-edge))
                  : wording.creaseBeyond(cm(edge))
              : wording.holdSFirst
          }}
        </dd>
        <dt>{{ wording.bandAtTheHips }}</dt>
        <dd>{{ band ? wording.nAbout(Math.round(band.newtons), half(band.kilograms)) : wording.holdSFirst }}</dd>
        <dt>{{ wording.blocksForTheSlide }}</dt>
        <dd>{{ wording.high(cm(blockHeight(body))) }}</dd>
        <dt>
          <label for="q-out">{{ wording.rollersOutBy }}</label>
          <input id="q-out" v-model.number="ask.out" type="number" min="0" max="100" step="10" class="field figures" />
          %
        </dt>
        <dd>{{ wording.apart(cm(rollerSpacing(body, ask.out / 100))) }}</dd>
        <dt>
          <span>{{ wording.carry }}</span>
          <PickOne
            id="q-carry"
            :label="wording.carry"
            quiet
            :choices="CARRIES"
            :model-value="ask.carry"
            @update:model-value="ask.carry = $event as typeof ask.carry"
          />
          <PickOne
            id="q-level"
            :label="wording.level"
            quiet
            :choices="LEVELS.map((id) => ({ id, name: id }))"
            :model-value="ask.level"
            @update:model-value="ask.level = $event as typeof ask.level"
          />
        </dt>
        <dd>{{ half(carry.eachHand) }}{{ ask.carry === 'both-hands' ? wording.aHand : '' }}</dd>
      </dl>
      <svg
        viewBox="0 0 320 84"
        class="w-full max-w-[24rem]"
        role="img"
        :aria-label="wording.aSurfaceHighRollers(cm(surface), cm(rollerSpacing(body, ask.out / 100)))"
      >
        <path d="M0 70H320" stroke="var(--soft)" stroke-width="2" />
        <rect v-if="surface" x="10" :y="70 - surface * 70" width="34" :height="surface * 70" fill="var(--rule)" />
        <text v-if="surface" x="50" y="64" font-size="21" fill="var(--ink)">{{ cm(surface) }}</text>
        <circle cx="120" cy="62" r="8" fill="none" stroke="var(--rope)" stroke-width="3" />
        <circle
          :cx="120 + rollerSpacing(body, ask.out / 100) * 100"
          cy="62"
          r="8"
          fill="none"
          stroke="var(--rope)"
          stroke-width="3"
        />
        <path :d="`M120 40H${120 + rollerSpacing(body, ask.out / 100) * 100}`" stroke="var(--sea)" stroke-width="2" />
        <text x="124" y="32" font-size="21" fill="var(--ink)">{{ cm(rollerSpacing(body, ask.out / 100)) }}</text>
      </svg>
    </div>
  </section>
</template>

<style scoped>
.kit {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.25rem 0.75rem;
  align-items: center;
}
.kit dd {
  text-align: right;
  font-weight: 600;
}
.kit input.field {
  display: inline-block;
  margin-left: 0.4rem;
  width: 4.5rem;
}
</style>
