<script setup lang="ts">
/** Free angles and distances: begun by a button and laid by taps, or named by landmarks; each gone to, each taken away. */
import { Ruler, Trash2, TriangleRight } from '@lucide/vue';
import { computed, ref, watch } from 'vue';
import { LANDMARKS, landmarkLabel, type LandmarkName, type Landmarks } from '../../../core/landmarks.js';
import { freeText } from '../../../words/marks.js';
import { PLUS_MINUS_SAYS, secondsText } from '../../../words/numbers.js';
import PickOne from '../../components/PickOne.vue';
import { POINTS, type Marks } from './use-marks.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { markList as wording } from '../../../words/pages/looks.js';

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
    ? wording.tap(left === 3 ? wording.oneEndTheCorner : left === 2 ? wording.theCornerThen : wording.theOtherEnd)
    : wording.tap(left === 2 ? wording.bothEnds : wording.theOtherEnd);
});
</script>

<template>
  <section class="card" aria-labelledby="marks">
    <h2 id="marks">{{ wording.measureFreely }}</h2>
    <div class="mt-2 flex flex-wrap gap-2">
      <button
        class="btn"
        :class="{ 'btn-on': marks.laying.value?.kind === 'angle' }"
        :aria-pressed="marks.laying.value?.kind === 'angle'"
        @click="marks.begin('angle')"
      >
        <TriangleRight :size="18" aria-hidden="true" /> {{ wording.angle }}
      </button>
      <button
        class="btn"
        :class="{ 'btn-on': marks.laying.value?.kind === 'distance' }"
        :aria-pressed="marks.laying.value?.kind === 'distance'"
        @click="marks.begin('distance')"
      >
        <Ruler :size="18" aria-hidden="true" /> {{ wording.distance }}
      </button>
    </div>
    <template v-if="marks.laying.value">
      <p role="status" class="note mt-2">{{ says }}</p>
      <details v-if="names.length > 1" class="mt-1">
        <summary class="min-h-[44px] content-center font-semibold">{{ wording.orBetweenNamedPoints }}</summary>
        <div class="space-y-2">
          <PickOne
            v-for="i in POINTS[marks.laying.value.kind]"
            :id="`mark-${i}`"
            :key="i"
            :label="
              marks.laying.value.kind === 'angle' && i === 2
                ? wording.corner
                : i === 1
                  ? wording.oneEnd
                  : wording.otherEnd
            "
            :choices="names"
            :model-value="chosen[i - 1] ?? ''"
            @update:model-value="choose(i - 1, $event)"
          />
        </div>
      </details>
    </template>
    <ul v-if="marks.all.value.length" class="divide-rule mt-2 divide-y" :aria-label="wording.whatWasMeasured">
      <li v-for="m in marks.all.value" :key="m.id" class="flex items-center gap-1">
        <button class="figures min-h-[44px] flex-1 text-left" @click="$emit('seek', m.t)">
          <b>{{ freeText(m.read) }}</b>
          <span class="text-soft">{{ wording.at(secondsText(m.t)) }}</span>
        </button>
        <button class="btn btn-quiet !px-2" :aria-label="anywhere.takeItAway" @click="marks.remove(m.id)">
          <Trash2 :size="18" aria-hidden="true" />
        </button>
      </li>
    </ul>
    <p class="text-soft mt-1 text-sm">{{ wording.inThePlane(marks.all.value.length ? PLUS_MINUS_SAYS : '') }}</p>
  </section>
</template>
