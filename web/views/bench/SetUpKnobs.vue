<script setup lang="ts">
/** What is set differently from the version's own: each setting by steps, two taps away. */
import { Minus, Plus, RotateCcw } from '@lucide/vue';
import { computed } from 'vue';
import type { Body } from '../../../core/body/anthropometry.js';
import type { Rung } from '../../../core/formats/catalog.js';
import type { Setup } from '../../../core/formats/observation.js';
import { clamp } from '../../../core/geometry.js';
import { setupKnobsOf, shareAsSet, type SetupKnob } from '../../../core/statics/setup.js';
import { settingText, setupText, shareText } from '../../../words/setup.js';
import { setUpKnobs as wording } from '../../../words/pages/bench.js';

const props = defineProps<{ rung: Rung; body: Body; disabled: boolean }>();
const knobs = defineModel<Setup>({ required: true });
const all = computed(() => setupKnobsOf(props.rung, props.body));
const told = computed(() => setupText(props.rung, props.body, knobs.value));
const share = computed(() => shareAsSet(props.rung, props.body, knobs.value));

/** A step of the finger: five centimetres, two where it is a hand's width, ten degrees, a kilogram, ten newtons. */
const STEP: Readonly<Record<SetupKnob['unit'], number>> = { m: 0.05, '°': 10, kg: 1, N: 10 };
const stepOf = (knob: SetupKnob): number => (knob.id === 'elbowAhead' ? 0.02 : STEP[knob.unit]);
const valueOf = (knob: SetupKnob): number => knobs.value[knob.id] ?? knob.base;
function set(knob: SetupKnob, value: number): void {
  const { [knob.id]: _before, ...rest } = knobs.value;
  // A hundredth of a step is nobody's setting.
  const next = Math.round(clamp(value, knob.low, knob.high) * 1000) / 1000;
  knobs.value = Math.abs(next - knob.base) < 1e-3 ? rest : { ...rest, [knob.id]: next };
}
</script>

<template>
  <details v-if="all.length" class="text-sm">
    <summary class="min-h-[44px] content-center">
      <b>{{ wording.setUp }}</b> {{ told || wording.asTheVersionHas }}
      <span v-if="told && share !== null" class="text-soft figures">({{ shareText(share) }})</span>
    </summary>
    <ul class="mt-1 space-y-1">
      <li v-for="k in all" :key="k.id" class="flex items-center gap-2">
        <span :id="`knob-${k.id}`" class="min-w-0 flex-1">
          {{ k.name }}
          <b class="figures block text-base" aria-live="polite">{{ settingText(k, valueOf(k)) }}</b>
        </span>
        <button
          type="button"
          class="btn !min-h-12 !px-3"
          :disabled="disabled || valueOf(k) <= k.low"
          :aria-label="wording.less(k.name)"
          @click="set(k, valueOf(k) - stepOf(k))"
        >
          <Minus :size="20" aria-hidden="true" />
        </button>
        <button
          type="button"
          class="btn !min-h-12 !px-3"
          :disabled="disabled || valueOf(k) >= k.high"
          :aria-label="wording.more(k.name)"
          @click="set(k, valueOf(k) + stepOf(k))"
        >
          <Plus :size="20" aria-hidden="true" />
        </button>
      </li>
    </ul>
    <button v-if="told" type="button" class="btn btn-quiet mt-1" :disabled="disabled" @click="knobs = {}">
      <RotateCcw :size="18" aria-hidden="true" /> {{ wording.asTheVersionHasIt }}
    </button>
  </details>
</template>
