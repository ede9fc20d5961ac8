<script setup lang="ts">
/** A colleague's stored picture, judged without what they saw in it. */
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import { judge } from '../../../core/evaluate/judge.js';
import { see } from '../../../core/evaluate/see.js';
import { rungOf } from '../../../core/catalog/index.js';
import { EXTRA_LANDMARKS } from '../../../core/landmarks.js';
import type { Observation } from '../../../core/formats/observation.js';
import DraftBack from '../../components/DraftBack.vue';
import LoadState from '../../components/LoadState.vue';
import { useAction } from '../../data/action.js';
import { catalog } from '../../data/catalogue.js';
import { useDraft } from '../../data/drafts.js';
import { hallCircumstance, keepSecond, useBlind } from '../../data/eye.js';
import { dayText, familyName, rungName } from '../../data/names.js';
import { useSession } from '../../data/session.js';
import PictureStage from '../bench/PictureStage.vue';
import SeenNow from '../bench/SeenNow.vue';
import { layingSchema, usePoints, type HandleName, type Handles, type LayingKept } from '../bench/use-points.js';
import { blindPage as wording } from '../../../words/pages/eye.js';

const props = defineProps<{ id: string }>();
const router = useRouter();
const session = useSession();
const blind = useBlind(() => props.id);
const it = computed(() => blind.value.value);
const image = shallowRef<ImageBitmap | null>(null);
const unread = ref('');
const handles = usePoints();
const { busy, error, run } = useAction();
const draft = useDraft<LayingKept>({
  of: () => (it.value ? `blind/${props.id}` : null),
  name: wording.thePicture,
  schema: layingSchema,
  now: () => handles.kept.value,
  take: handles.restore,
});
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
  () => it.value?.mediaId,
  (mediaId) => mediaId && void fetchPicture(mediaId),
  { immediate: true },
);
onBeforeUnmount(() => image.value?.close());
const rung = computed(
  () => it.value && rungOf(catalog, it.value.observation.position, it.value.observation.rung ?? ''),
);
const observation = computed((): Observation | null => {
  if (!it.value) return null;
  const known = Object.entries(handles.points.value).filter(([name]) => handles.placed.value.has(name as HandleName));
  const { 'floor-a': a, 'floor-b': b, ...points } = Object.fromEntries(known) as Handles;
  return {
    ...it.value.observation,
    ...(a && b ? { floor: [[...a], [...b]] } : {}),
    frames: Object.keys(points).length > 3 ? [{ t: 0, points: points as Observation['frames'][number]['points'] }] : [],
  };
});
const detail = computed(() =>
  observation.value && observation.value.frames.length > 0
    ? judge(see({ observation: observation.value, eye: session.eye }, catalog), catalog, hallCircumstance())
    : null,
);
const guessed = computed(() =>
  (Object.keys(handles.points.value) as HandleName[]).filter(
    (name) => !handles.placed.value.has(name) && !(EXTRA_LANDMARKS as readonly string[]).includes(name),
  ),
);
const save = (): Promise<boolean> =>
  run(async () => {
    await keepSecond(props.id, observation.value!);
    await draft.drop();
    await router.push(`/looks/${props.id}`);
  });
</script>

<template>
  <div class="flex flex-wrap items-baseline gap-x-4">
    <h1>{{ wording.aSecondEye }}</h1>
    <p v-if="it" class="text-soft">
      {{ it.person }}, {{ familyName(it.observation.position)
      }}{{ it.observation.rung ? `, ${rungName(it.observation.position, it.observation.rung).toLowerCase()}` : '' }},
      {{ dayText(it.day) }}
    </p>
    <RouterLink to="/eye" class="link ml-auto min-h-[44px] content-center">{{ wording.backToYourEye }}</RouterLink>
  </div>
  <LoadState
    :loading="blind.loading.value || (it !== null && !image && !unread)"
    :error="blind.error.value ?? (unread || null)"
    @retry="it ? fetchPicture(it.mediaId) : blind.load()"
  />
  <DraftBack class="mt-2" :draft="draft" @anew="anew" />
  <div
    v-if="it && image && rung && observation"
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
      <button class="btn btn-main mt-3 !min-h-14 w-full" :disabled="!detail || busy" @click="save">
        {{ wording.keepItAndCompare }}
      </button>
    </section>
  </div>
</template>
