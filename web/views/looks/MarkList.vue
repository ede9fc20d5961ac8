<script setup lang="ts">
/** Free angles and distances: begun by a button and laid by taps, or named by landmarks; each gone to, each taken away. */
import { Ruler, Trash2, TriangleRight } from '@lucide/vue';
import { computed, ref, watch } from 'vue';
import { LANDMARKS, landmarkLabel, type LandmarkName, type Landmarks } from '../../../core/landmarks.js';
import { freeText } from '../../../words/marks.js';
import { PLUS_MINUS_SAYS, secondsText } from '../../../words/numbers.js';
import PickOne from '../../components/PickOne.vue';
import { POINTS, type Marks } from './use-marks.js';

const props = defineProps<{ marks: Marks; points: Landmarks }>();
defineEmits<{ seek: [t: number] }>();
const names = computed(() =>
  LANDMARKS.filter((name) => props.points[name]).map((id) => ({ id, name: landmarkLabel(id) })),
);
const chosen = ref<LandmarkName[]>([]);
watch(props.marks.laying, () => (chosen.value = []));
function choose(i: number, name: string): void {
  const laying = props.marks.laying.value;
  if (!laying) return;
  chosen.value[i] = name as LandmarkName;
  if (chosen.value.filter(Boolean).length < POINTS[laying.kind]) return;
  props.marks.between(laying.kind, chosen.value);
  props.marks.stop();
}
const says = computed(() => {
  const laying = props.marks.laying.value;
  if (!laying) return '';
  const left = POINTS[laying.kind] - laying.points.length;
  return laying.kind === 'angle'
    ? `Tap ${left === 3 ? 'one end, the corner, the other end' : left === 2 ? 'the corner, then the other end' : 'the other end'}.`
    : `Tap ${left === 2 ? 'both ends' : 'the other end'}.`;
});
</script>

<template>
  <section class="card" aria-labelledby="marks">
    <h2 id="marks">Measure freely</h2>
    <div class="mt-2 flex flex-wrap gap-2">
      <button
        class="btn"
        :class="{ 'btn-on': marks.laying.value?.kind === 'angle' }"
        :aria-pressed="marks.laying.value?.kind === 'angle'"
        @click="marks.begin('angle')"
      >
        <TriangleRight :size="18" aria-hidden="true" /> Angle
      </button>
      <button
        class="btn"
        :class="{ 'btn-on': marks.laying.value?.kind === 'distance' }"
        :aria-pressed="marks.laying.value?.kind === 'distance'"
        @click="marks.begin('distance')"
      >
        <Ruler :size="18" aria-hidden="true" /> Distance
      </button>
    </div>
    <template v-if="marks.laying.value">
      <p role="status" class="note mt-2">{{ says }}</p>
      <details v-if="names.length > 1" class="mt-1">
        <summary class="min-h-[44px] content-center font-semibold">Or between named points</summary>
        <div class="space-y-2">
          <PickOne
            v-for="i in POINTS[marks.laying.value.kind]"
            :id="`mark-${i}`"
            :key="i"
            :label="marks.laying.value.kind === 'angle' && i === 2 ? 'Corner' : i === 1 ? 'One end' : 'Other end'"
            :choices="names"
            :model-value="chosen[i - 1] ?? ''"
            @update:model-value="choose(i - 1, $event)"
          />
        </div>
      </details>
    </template>
    <ul v-if="marks.all.value.length" class="divide-rule mt-2 divide-y" aria-label="What was measured">
      <li v-for="m in marks.all.value" :key="m.id" class="flex items-center gap-1">
        <button class="figures min-h-[44px] flex-1 text-left" @click="$emit('seek', m.t)">
          <b>{{ freeText(m.read) }}</b>
          <span class="text-soft"> at {{ secondsText(m.t) }}</span>
        </button>
        <button class="btn btn-quiet !px-2" aria-label="Take it away" @click="marks.remove(m.id)">
          <Trash2 :size="18" aria-hidden="true" />
        </button>
      </li>
    </ul>
    <p class="text-soft mt-1 text-sm">
      In the plane in which the body lies. {{ marks.all.value.length ? PLUS_MINUS_SAYS : '' }}
    </p>
  </section>
</template>
