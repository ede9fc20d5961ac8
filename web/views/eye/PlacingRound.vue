<script setup lang="ts">
/** One simulated picture whose points are placed as on the bench. */
import { computed, onBeforeUnmount, onMounted, shallowRef, watch } from 'vue';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { rungOf } from '../../../core/catalog/index.js';
import { pictureOf } from '../../../core/eye/deal.js';
import type { PictureItem, PlacedTwice } from '../../../core/formats/eye.js';
import { observationOf } from './placed.js';
import { SIDE_LANDMARKS } from '../../../core/landmarks.js';
import LoadState from '../../components/LoadState.vue';
import { catalog } from '../../data/catalogue.js';
import { familyName } from '../../data/names.js';
import { simulatedImage } from '../../drawing/simulated-image.js';
import PictureStage from '../bench/PictureStage.vue';
import { usePoints, type HandleName, type LayingKept } from '../bench/use-points.js';
import { placingRound as wording } from '../../../words/pages/eye.js';

const props = defineProps<{
  item: PictureItem;
  last: boolean;
  /** What was laid at an earlier visit. */
  half: LayingKept | null;
}>();
const emit = defineEmits<{ done: [points: PlacedTwice[0]]; half: [laying: LayingKept | null] }>();
const handles = usePoints();
if (props.half) handles.restore(props.half);
watch(handles.kept, (laying) => emit('half', laying));
const image = shallowRef<ImageBitmap | null>(null);
const rung = computed(() => rungOf(catalog, props.item.family, props.item.rung));
onMounted(async () => {
  const shot = pictureOf(props.item, catalog);
  image.value = await simulatedImage(shot, bodyOf(props.item.athlete), shot.camera);
});
onBeforeUnmount(() => image.value?.close());
const guessed = computed(() =>
  (Object.keys(handles.points.value) as HandleName[]).filter((name) => !handles.placed.value.has(name)),
);
const set = computed(() => SIDE_LANDMARKS.filter((name) => handles.placed.value.has(name)).length);
const all = computed(() => set.value === SIDE_LANDMARKS.length);
const points = computed(
  () => Object.fromEntries(SIDE_LANDMARKS.map((name) => [name, [...handles.points.value[name]!]])) as PlacedTwice[0],
);
const observation = computed(() => observationOf(props.item, handles.points.value));
</script>

<template>
  <LoadState v-if="!image" loading />
  <div v-else class="columns grid items-start gap-4 xl:grid-cols-[1fr_17.5rem]">
    <PictureStage
      :image="image"
      :rung="rung"
      view="side"
      :person="null"
      :handles="handles"
      :observation="observation"
      :detail="null"
    />
    <section class="card" aria-labelledby="place">
      <h2 id="place">{{ familyName(item.family) }}, {{ rung.name.toLowerCase() }}</h2>
      <p class="mt-1">{{ wording.twoClicksLay }}</p>
      <p class="text-soft figures mt-2">{{ wording.ofPlaced(set, SIDE_LANDMARKS.length) }}</p>
      <button v-if="guessed.length" class="btn mt-3 w-full" @click="handles.confirm(guessed)">
        {{ wording.theRestFits }}
      </button>
      <button class="btn btn-main mt-2 !min-h-14 w-full" :disabled="!all" @click="emit('done', points)">
        {{ last ? wording.toTheResult : wording.nextPicture }}
      </button>
    </section>
  </div>
</template>
