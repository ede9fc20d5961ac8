<script setup lang="ts">
/** A colleague's stored picture, its points laid without what they saw in it. */
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import type { Blind } from '../../../api/eye.js';
import { judge } from '../../../core/evaluate/judge.js';
import { see } from '../../../core/evaluate/see.js';
import { rungOf } from '../../../core/catalog/index.js';
import { EXTRA_LANDMARKS } from '../../../core/landmarks.js';
import type { Observation } from '../../../core/formats/observation.js';
import DraftBack from '../../components/DraftBack.vue';
import LoadState from '../../components/LoadState.vue';
import { catalog } from '../../data/catalogue.js';
import { useDraft } from '../../data/drafts.js';
import { hallCircumstance } from '../../data/eye.js';
import { useSession } from '../../data/session.js';
import PictureStage from '../bench/PictureStage.vue';
import SeenNow from '../bench/SeenNow.vue';
import { layingSchema, usePoints, type HandleName, type Handles, type LayingKept } from '../bench/use-points.js';
import { useSecond } from './use-second.js';
import { blindPage as wording } from '../../../words/pages/eye.js';

const props = defineProps<{ it: Blind; mediaId: string }>();
const session = useSession();
const image = shallowRef<ImageBitmap | null>(null);
const unread = ref('');
const handles = usePoints();
const draft = useDraft<LayingKept>({
  of: () => `blind/${props.it.lookId}`,
  name: wording.thePicture,
  schema: layingSchema,
  now: () => handles.kept.value,
  take: handles.restore,
});
const { busy, error, save } = useSecond(() => props.it.lookId, draft);
function anew(): void {
  handles.clear();
  draft.begunAnew();
}
async function fetchPicture(mediaId: string): Promise<void> {
  unread.value = '';
  try {
    const answer = await fetch(`/api/media/${mediaId}`);
    if (!answer.ok) throw new Error(String(answer.status));
    image.value = await createImageBitmap(await answer.blob());
  } catch {
    unread.value = wording.thePictureCannot;
  }
}
watch(
  () => props.mediaId,
  (mediaId) => void fetchPicture(mediaId),
  { immediate: true },
);
onBeforeUnmount(() => image.value?.close());
const rung = computed(() => rungOf(catalog, props.it.observation.position, props.it.observation.rung ?? ''));
const observation = computed((): Observation => {
  const known = Object.entries(handles.points.value).filter(([name]) => handles.placed.value.has(name as HandleName));
  const { 'floor-a': a, 'floor-b': b, ...points } = Object.fromEntries(known) as Handles;
  return {
    ...props.it.observation,
    ...(a && b ? { floor: [[...a], [...b]] } : {}),
    frames: Object.keys(points).length > 3 ? [{ t: 0, points: points as Observation['frames'][number]['points'] }] : [],
  };
});
const detail = computed(() =>
  observation.value.frames.length > 0
    ? judge(see({ observation: observation.value, eye: session.eye }, catalog), catalog, hallCircumstance())
    : null,
);
const guessed = computed(() =>
  (Object.keys(handles.points.value) as HandleName[]).filter(
    (name) => !handles.placed.value.has(name) && !(EXTRA_LANDMARKS as readonly string[]).includes(name),
  ),
);
</script>

<template>
  <LoadState :loading="!image && !unread" :error="unread || null" @retry="fetchPicture(mediaId)" />
  <DraftBack class="mt-2" :draft="draft" @anew="anew" />
  <div
    v-if="image"
    class="mt-3 columns grid items-start gap-4 xl:grid-cols-[1fr_17.5rem]"
    :data-draft="draft.kept.value ? 'kept' : undefined"
  >
    <PictureStage
      :image="image"
      :rung="rung"
      :view="it.observation.view"
      :person="null"
      :handles="handles"
      :observation="observation"
      :detail="detail"
    />
    <section class="card" aria-labelledby="blind-seen">
      <h2 id="blind-seen">{{ wording.whatYouSee }}</h2>
      <p class="text-soft text-sm">{{ wording.whatSawIsShown(it.by) }}</p>
      <button v-if="guessed.length" class="btn mt-2 w-full" @click="handles.confirm(guessed)">
        {{ wording.theRestFits(guessed.length) }}
      </button>
      <SeenNow :detail="detail" :laid="Object.keys(handles.points.value).length > 0" />
      <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
      <button class="btn btn-main mt-3 !min-h-14 w-full" :disabled="!detail || busy" @click="save(observation)">
        {{ wording.keepItAndCompare }}
      </button>
    </section>
  </div>
</template>
