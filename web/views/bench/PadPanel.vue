<script setup lang="ts">
/** The pad under the low back: which one, and what it says, to be read from two metres. */
import { computed } from 'vue';
import { PRESSURE_WORDS } from '../../../words/pressure.js';
import PickOne from '../../components/PickOne.vue';
import { type Pad, type PadChoice } from '../../pad/use-pad.js';
import { padPanel as wording } from '../../../words/pages/bench.js';

const props = defineProps<{ pad: Pad; running: boolean }>();
const { choice, level, now, state } = props.pad;
const CHOICES: { id: PadChoice; name: string }[] = [
  { id: 'none', name: wording.noPad },
  { id: 'hand', name: wording.aSliderInPlace },
  { id: 'script', name: wording.aMadeUpBack },
];
const tone = computed(() => (state.value === 'gone' ? 'text-stop' : state.value === 'slipping' ? 'text-caution' : ''));
</script>

<template>
  <section class="border-rule mt-3 border-t pt-2" :aria-label="wording.pressureUnderTheLow">
    <div class="flex flex-wrap items-end gap-3">
      <div class="w-60 max-w-full">
        <PickOne
          id="pad"
          :label="wording.pressurePadSimulated"
          :choices="CHOICES"
          :model-value="choice"
          :disabled="running"
          @update:model-value="choice = $event as PadChoice"
        />
      </div>
      <template v-if="choice !== 'none'">
        <p class="font-head figures min-w-44 text-4xl font-bold" :class="tone" role="status">
          {{ state ? PRESSURE_WORDS[state] : running ? wording.beingSet : wording.listening }}
        </p>
        <p class="figures text-soft text-xl" aria-hidden="true">{{ now === null ? '' : Math.round(now) }}</p>
      </template>
    </div>
    <template v-if="choice !== 'none'">
      <div class="bg-sunk mt-2 h-4 overflow-hidden rounded" aria-hidden="true">
        <div
          class="h-full rounded"
          :class="state === 'gone' ? 'bg-stop' : 'bg-rope'"
          :style="{ width: `${now ?? 0}%` }"
        ></div>
      </div>
      <label v-if="choice === 'hand'" class="mt-2 flex min-h-[44px] items-center gap-3">
        <span class="font-semibold">{{ wording.pressure }}</span>
        <input
          v-model.number="level"
          type="range"
          min="0"
          max="100"
          class="h-11 flex-1 accent-[var(--rope)]"
          :aria-label="wording.pressureOnThePad"
        />
      </label>
    </template>
  </section>
</template>
