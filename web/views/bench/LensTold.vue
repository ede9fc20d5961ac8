<script setup lang="ts">
/** Where the lens stood, told once and remembered on this device; and how to film it so that it matters little. */
import { computed } from 'vue';
import type { View } from '../../../core/landmarks.js';
import TypedField from '../../components/TypedField.vue';
import { lensTold as wording } from '../../../words/pages/bench.js';
import { usualLensOf, type Told } from './lens-told.js';

const props = defineProps<{ view: View }>();
const lens = defineModel<Told | null>({ required: true });
const usual = computed(() => usualLensOf(props.view));
/** From above only its height matters. */
const down = computed(() => props.view === 'above');
const placed = ({ distance, height }: Told): string =>
  down.value ? wording.cmOver(Math.round(height * 100)) : wording.mAwayCmUp(distance, Math.round(height * 100));
const said = computed(() => (lens.value ? placed(lens.value) : wording.notTold));
function tell(key: 'distance' | 'height', text: string): void {
  const value = Number(text) / (key === 'height' ? 100 : 1);
  if (!Number.isFinite(value)) return;
  const [low, high] = key === 'distance' ? [0.3, 50] : [0, 10];
  lens.value = { ...(lens.value ?? usual.value), [key]: Math.min(high, Math.max(low, value)) };
}
/** The hall from the side, 1 m as 40 px: the lens, its height, the way to the mat. */
const drawn = computed(() => {
  const { distance, height } = lens.value ?? usual.value;
  const shown = down.value ? 0 : Math.min(5, Math.max(1, distance));
  return { x: 250 - shown * 40, y: 90 - Math.min(down.value ? 2 : 1.8, height) * 40 };
});
</script>

<template>
  <details class="border-rule mt-3 border-t pt-2 text-sm">
    <summary class="min-h-[44px] content-center">
      <b>{{ wording.whereTheLensStood }}</b> {{ said }}
    </summary>
    <div class="grid grid-cols-2 gap-2">
      <label v-if="!down" class="block">
        <span class="label">{{ wording.awayM }}</span>
        <TypedField
          type="number"
          class="figures"
          :aria-label="wording.lensToTheBody"
          min="0.3"
          max="50"
          step="0.1"
          :value="lens?.distance ?? ''"
          :placeholder="`${usual.distance}`"
          @keep="tell('distance', $event)"
        />
      </label>
      <label class="block">
        <span class="label">{{ wording.upCm }}</span>
        <TypedField
          type="number"
          class="figures"
          :aria-label="wording.lensAboveTheFloor"
          min="0"
          max="1000"
          step="5"
          :value="lens ? Math.round(lens.height * 100) : ''"
          :placeholder="`${usual.height * 100}`"
          @keep="tell('height', $event)"
        />
      </label>
    </div>
    <div class="mt-2 flex gap-2">
      <button v-if="!lens" type="button" class="btn flex-1" @click="lens = { ...usual }">
        {{ wording.asUsual(placed(usual)) }}
      </button>
      <button v-else type="button" class="btn flex-1" @click="lens = null">{{ wording.notSure }}</button>
    </div>
    <h4 class="mt-2 font-semibold">{{ wording.howToFilmIt }}</h4>
    <svg viewBox="0 0 300 104" class="w-full" role="img" :aria-label="wording.theLens[view](said)">
      <path d="M0 90H300" stroke="var(--soft)" stroke-width="2" />
      <path d="M210 84H290" stroke="var(--rule)" stroke-width="8" />
      <circle cx="250" cy="72" r="9" fill="none" stroke="var(--rope)" stroke-width="3" />
      <path :d="`M${drawn.x} ${drawn.y}L250 72`" stroke="var(--sea)" stroke-width="2" stroke-dasharray="5 4" />
      <path :d="`M${drawn.x} ${drawn.y}V90`" stroke="var(--soft)" stroke-width="2" />
      <rect :x="drawn.x - 7" :y="drawn.y - 11" width="14" height="22" rx="3" fill="var(--ink)" />
    </svg>
    <p class="text-soft">{{ wording.howTo[view] }}</p>
  </details>
</template>
