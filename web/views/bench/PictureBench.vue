<script setup lang="ts">
import { Aperture, Camera, Check, ImageUp, RotateCw, ScanSearch, Users } from '@lucide/vue';
import { useDropZone } from '@vueuse/core';
import { computed, nextTick, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import type { LookInput } from '../../../api/observations.js';
import type { Person } from '../../../api/people.js';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { headBox, type PictureBox } from '../../../core/body/head.js';
import { rungOf } from '../../../core/catalog/index.js';
import { catalog, studio } from '../../data/catalogue.js';
import { judge, type Judged } from '../../../core/evaluate/judge.js';
import { see } from '../../../core/evaluate/see.js';
import { EXTRA_LANDMARKS } from '../../../core/landmarks.js';
import type { Observation } from '../../../core/formats/observation.js';
import { athleteOf, type Circumstance } from '../../../core/person/circumstance.js';
import { useSettings } from '../../stores/settings.js';
import { fetchClip, keepWithLook, useInbox } from '../../data/clips.js';
import { sendPicture } from '../../data/looks.js';
import { useAction } from '../../data/action.js';
import { useDraft } from '../../data/drafts.js';
import { dayText } from '../../data/names.js';
import { useSession } from '../../data/session.js';
import { DEFAULT_PLACING } from '../../../core/eye/eye.js';
import { FOUND_WORDS, NO_DETECTOR } from '../../../words/clip.js';
import { placingText } from '../../../words/eye.js';
import { RouterLink } from 'vue-router';
import DraftBack from '../../components/DraftBack.vue';
import BlurBoxes from './BlurBoxes.vue';
import DeviceCamera from './DeviceCamera.vue';
import LensTold from './LensTold.vue';
import type { Told } from './lens-told.js';
import PictureStage from './PictureStage.vue';
import SimulatedCamera from './SimulatedCamera.vue';
import SeenNow from './SeenNow.vue';
import {
  pictureDraft,
  lookOf,
  scaledRecord,
  startRecord,
  workSchema,
  type BenchSetup,
  type PictureWork,
} from './setup.js';
import { useFound } from './use-found.js';
import { usePoints, type HandleName, type Handles } from './use-points.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { pictureBench as wording } from '../../../words/pages/bench.js';

const props = defineProps<{
  /** A picture of the inbox that is looked at. */
  stillId: string | null;
  personId: string;
  person: Person | null;
  circumstance: Circumstance;
  setup: BenchSetup;
  relookOf: string | null;
  /** The set-up is what was proposed for this person, so earlier work on a picture may be taken up. */
  proposed: boolean;
  keep: (personId: string, input: LookInput) => Promise<unknown>;
}>();
const emit = defineEmits<{ done: [lookId: string]; setup: [setup: BenchSetup] }>();
const MAX_MB = 20;

const source = ref<'none' | 'device' | 'simulated'>('none');
const file = shallowRef<File | null>(null);
const image = shallowRef<ImageBitmap | null>(null);
const size = ref({ width: 0, height: 0 });
const refused = ref('');
const handles = usePoints();
/** Where the lens of this picture stood; null: not told. */
const lens = ref<Told | null>(null);
const found = useFound(
  handles,
  () => props.setup.view,
  () => ({ pose: rung.value.pose, body: bodyOf(props.person ? athleteOf(props.person) : {}), lens: lens.value }),
);
const { busy, error, run } = useAction();
const zone = ref<HTMLElement | null>(null);
const chooser = ref<HTMLInputElement | null>(null);
const { isOverDropZone } = useDropZone(zone, { onDrop: (files) => files?.[0] && void open(files[0]) });
const rung = computed(() => rungOf(catalog, props.setup.position, props.setup.rung));

const settings = useSettings();
const session = useSession();
/** What is told of a picture is what is usual in this hall from then on. */
function tell(told: typeof lens.value): void {
  lens.value = told;
  settings.lensFor(props.setup.view).value = told;
}
/** Points of an earlier visit whose picture is not on this device: they wait for it. */
const waiting = shallowRef<PictureWork | null>(null);
async function open(next: File, from?: Told | null): Promise<void> {
  refused.value = '';
  if (!['image/jpeg', 'image/png', 'image/webp'].includes(next.type)) refused.value = wording.thisIs;
  else if (next.size > MAX_MB * 1024 * 1024)
    refused.value = wording.thisPictureIsMb(Math.round(next.size / 1048576), MAX_MB);
  if (refused.value) return;
  try {
    const bitmap = await createImageBitmap(next, { imageOrientation: 'from-image' });
    if (bitmap.width * bitmap.height > 50e6) throw new RangeError(wording.tooLarge);
    image.value?.close();
    image.value = bitmap;
    // A picture that is closed has no size any more.
    size.value = { width: bitmap.width, height: bitmap.height };
    file.value = next;
    handles.clear();
    found.forget();
    // A simulated camera knows where it stands; of a real one, what was told last in this hall.
    lens.value = from === undefined ? settings.lensFor(props.setup.view).value : from;
    [blur.value, drawing.value] = [[], null];
    source.value = 'none';
    const before = waiting.value;
    if (before?.picture.width === bitmap.width && before.picture.height === bitmap.height) {
      handles.restore(before.laying);
      blur.value = [...before.blur];
      lens.value = before.lens;
    }
    waiting.value = null;
  } catch (problem) {
    refused.value = problem instanceof RangeError ? wording.thisPictureHasMore : wording.thisFileIsDamaged;
  }
}
onBeforeUnmount(() => image.value?.close());
/** The picture that was sent in, of the person whom the set-up names. */
const inbox = useInbox(() => props.stillId !== null);
const still = computed(() =>
  props.stillId === null
    ? undefined
    : inbox.value.value?.clips.find((c) => c.id === props.stillId && c.personId === props.personId),
);
watch(
  still,
  (sent) => {
    if (sent && !image.value) void run(async () => open(await fetchClip(sent)));
  },
  { immediate: true },
);
/** Places that the server makes unknowable before it keeps the picture. */
const blur = ref<PictureBox[]>([]);
/** What a box that is drawn is for: a place that is blurred, or the one person that is looked for. */
const drawing = ref<'blur' | 'one' | null>(null);
const head = computed(() => image.value && headBox(handles.points.value, image.value));
function drawn(box: PictureBox): void {
  const of = drawing.value;
  drawing.value = null;
  if (of === 'blur') blur.value.push(box);
  else if (of === 'one' && image.value) {
    const { width, height } = image.value;
    void found.find(image.value, {
      x: Math.round(box.x * width),
      y: Math.round(box.y * height),
      width: Math.max(1, Math.round(box.width * width)),
      height: Math.max(1, Math.round(box.height * height)),
    });
  }
}
// Points of one view or version mean nothing in another.
watch([() => props.setup.view, () => props.setup.position], handles.clear);
// Nor does it stand where it stood: what looks down hangs over the mat.
watch(
  () => props.setup.view,
  (view, before) => {
    if ((view === 'above') !== (before === 'above')) lens.value = settings.lensFor(view).value;
  },
);

/** The picture may lie on this device where the person allows pictures and the studio allows copies. */
const mayLie = computed(() => studio.defaults.offlineCopies && props.person?.allows.pictures === true);
const draft = useDraft<PictureWork>({
  of: () => (props.proposed && (props.person || !props.personId) ? pictureDraft(props.personId) : null),
  name: wording.thePicture,
  schema: workSchema,
  now: () =>
    waiting.value ??
    (image.value && handles.kept.value
      ? {
          setup: { ...props.setup },
          picture: { ...size.value },
          laying: handles.kept.value,
          blur: blur.value,
          lens: lens.value,
        }
      : null),
  file: () => (mayLie.value ? file.value : null),
  async take(work, picture) {
    emit('setup', work.setup);
    waiting.value = work;
    // The set-up's own watchers clear what is laid; the points come after them.
    await nextTick();
    // What was allowed when it was kept may have been taken back since.
    if (picture && mayLie.value) await open(new File([picture], 'picture', { type: picture.type }));
  },
});

const observation = computed<Observation>(() => {
  // Only what was placed is judged and kept: a guess is nobody's word.
  const known = Object.entries(handles.points.value).filter(([name]) => handles.placed.value.has(name as HandleName));
  const { 'floor-a': a, 'floor-b': b, ...points } = Object.fromEntries(known) as Handles;
  const ready = Object.keys(points).length > 3;
  const base = startRecord(props.setup, props.person);
  return {
    ...base,
    ...(image.value ? { picture: { width: image.value.width, height: image.value.height } } : {}),
    ...(a && b ? { floor: [[...a], [...b]] } : {}),
    ...(lens.value ? { camera: { ...lens.value } } : {}),
    ...(ready && found.error.value !== null ? { landmarkSd: found.error.value } : {}),
    frames: ready ? [{ t: 0, points: points as Observation['frames'][number]['points'] }] : [],
  };
});
/** Guesses that one word may place: not the optional points, each of which is looked for by itself. */
const guessed = computed(() =>
  (Object.keys(handles.points.value) as HandleName[]).filter(
    (name) => !handles.placed.value.has(name) && !(EXTRA_LANDMARKS as readonly string[]).includes(name),
  ),
);
/** Dragging stops at the verdict: neither causes nor drills are asked for while a point moves. */
const detail = computed<Judged | null>(() =>
  observation.value.frames.length > 0
    ? judge(see({ observation: observation.value, eye: session.eye }, catalog), catalog, props.circumstance)
    : null,
);

async function save(): Promise<void> {
  await run(async () => {
    let record = observation.value;
    let mediaId: string | null = null;
    if (props.person?.allows.pictures && file.value) {
      const media = await sendPicture(props.personId, file.value, blur.value);
      mediaId = media.id;
      record = scaledRecord(record, media.width, media.height);
    }
    const look = lookOf(record, { mediaId, relookOf: props.relookOf });
    await props.keep(props.personId, look);
    // Looked at: it waits no more.
    if (still.value) void keepWithLook(props.personId, look.id, { id: still.value.id });
    await draft.drop();
    emit('done', look.id);
  });
}
function another(): void {
  image.value?.close();
  image.value = null;
  file.value = null;
  waiting.value = null;
  handles.clear();
  found.forget();
  blur.value = [];
  draft.begunAnew();
}
</script>

<template>
  <DraftBack class="mb-3" :draft="draft" @anew="another" />
  <p v-if="waiting && !image" role="status" class="note mb-3">
    {{ wording.thePointsAreHere(waiting.picture.width, waiting.picture.height) }}
  </p>
  <section
    v-if="!image"
    ref="zone"
    class="card"
    :class="{ '!border-rope border-2': isOverDropZone }"
    :aria-label="wording.chooseAPicture"
  >
    <SimulatedCamera
      v-if="source === 'simulated'"
      :rung="rung"
      :view="setup.view"
      :person="person"
      @taken="(taken, from) => open(taken, from)"
      @cancel="source = 'none'"
    />
    <DeviceCamera v-else-if="source === 'device'" @taken="open" @cancel="source = 'none'" />
    <div
      v-else
      class="border-rule flex min-h-96 flex-col items-center justify-center gap-4 rounded-lg border-2 border-dashed p-6 text-center"
    >
      <p class="text-xl font-semibold">
        {{
          setup.view === 'side'
            ? wording.dropASide
            : wording.dropAPicture(setup.view === 'above' ? wording.above : wording.the(setup.view))
        }}
      </p>
      <p class="text-soft">
        {{
          wording.jpegPngOrWebp(
            setup.view === 'side'
              ? wording.straightFromBeside
              : setup.view === 'above'
                ? wording.straightDownOver
                : wording.straightOnCamera,
            MAX_MB,
          )
        }}
      </p>
      <div class="flex flex-wrap justify-center gap-2">
        <button class="btn btn-main" @click="chooser?.click()">
          <ImageUp :size="20" aria-hidden="true" /> {{ wording.chooseAFile }}
        </button>
        <button class="btn" @click="source = 'device'">
          <Camera :size="20" aria-hidden="true" /> {{ wording.thisDevicesCamera }}
        </button>
        <button class="btn" @click="source = 'simulated'">
          <Aperture :size="20" aria-hidden="true" /> {{ wording.simulatedCamera }}
        </button>
      </div>
      <input
        ref="chooser"
        type="file"
        accept="image/jpeg,image/png,image/webp"
        class="sr-only"
        tabindex="-1"
        :aria-label="wording.pictureFile"
        @change="($event.target as HTMLInputElement).files?.[0] && open(($event.target as HTMLInputElement).files![0]!)"
      />
    </div>
    <p v-if="refused" role="alert" class="note mt-2">{{ refused }}</p>
  </section>
  <div
    v-else
    class="columns grid items-start gap-4 xl:grid-cols-[1fr_17.5rem]"
    :data-draft="draft.kept.value ? 'kept' : undefined"
  >
    <PictureStage
      :image="image"
      :rung="rung"
      :view="setup.view"
      :person="person"
      :handles="handles"
      :observation="observation"
      :detail="detail"
    >
      <template #default="{ scale, origin }">
        <BlurBoxes
          :boxes="blur"
          :drawing="drawing !== null"
          :size="{ width: image.width, height: image.height }"
          :scale="scale"
          :origin="origin"
          @drawn="drawn"
        />
      </template>
    </PictureStage>
    <section class="card" aria-labelledby="seen-now">
      <h2 id="seen-now">{{ wording.whatIsSeen }}</h2>
      <div class="mt-1 mb-2 grid gap-2">
        <button class="btn" :disabled="found.finding.value" @click="image && found.find(image)">
          <ScanSearch :size="20" aria-hidden="true" />
          {{ found.finding.value ? wording.looking : wording.findThePoints }}
        </button>
        <button
          v-if="found.people.value.length || found.problems.value.length"
          class="btn"
          :class="{ 'btn-on': drawing === 'one' }"
          :aria-pressed="drawing === 'one'"
          @click="drawing = drawing === 'one' ? null : 'one'"
        >
          {{ drawing === 'one' ? wording.dragABoxRound : wording.onlyInAPart }}
        </button>
        <div v-if="found.people.value.length" class="flex flex-wrap gap-2">
          <button v-if="found.people.value.length > 1" class="btn" @click="found.other()">
            <Users :size="20" aria-hidden="true" /> {{ wording.theOtherOne }}
          </button>
          <button v-if="setup.view === 'side'" class="btn" @click="found.flip()">
            <RotateCw :size="18" aria-hidden="true" /> {{ wording.nearerSide(found.side.value) }}
          </button>
        </div>
        <p v-if="found.missing.value" role="alert" class="note text-sm">{{ NO_DETECTOR }}</p>
        <p v-for="p in found.problems.value" :key="p" role="alert" class="note text-sm">{{ FOUND_WORDS[p] }}</p>
      </div>
      <div v-if="guessed.length" class="note mb-2">
        <p class="text-sm">
          {{ wording.ringsAreGuesses }}<template v-if="guessed.length > 1">{{ wording.thenSay }}</template
          >.
        </p>
        <button class="btn mt-2 w-full" @click="handles.confirm(guessed)">
          <Check :size="20" aria-hidden="true" /> {{ wording.theRestFits(guessed.length) }}
        </button>
      </div>
      <SeenNow :detail="detail" :laid="Object.keys(handles.points.value).length > 0" />
      <LensTold :view="setup.view" :model-value="lens" @update:model-value="tell" />
      <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
      <p v-if="person && !person.allows.pictures" class="note mt-2 text-sm">{{ wording.noPermissionForPictures }}</p>
      <div v-if="person?.allows.pictures" class="border-rule mt-3 border-t pt-2">
        <h3>{{ wording.faces }}</h3>
        <p class="text-soft text-sm">{{ wording.whatIsBlurredHere }}</p>
        <div class="mt-1 grid gap-2">
          <button class="btn" :disabled="!head" @click="head && blur.push(head)">{{ wording.blurTheHead }}</button>
          <button
            class="btn"
            :class="{ 'btn-on': drawing === 'blur' }"
            :aria-pressed="drawing === 'blur'"
            @click="drawing = drawing === 'blur' ? null : 'blur'"
          >
            {{ drawing === 'blur' ? wording.dragABox : wording.blurAnotherPlace }}
          </button>
          <button v-if="blur.length" class="btn btn-quiet" @click="blur.pop()">
            {{ wording.takeTheLast(blur.length) }}
          </button>
        </div>
      </div>
      <p v-if="!personId" class="note mt-2 text-sm">{{ wording.chooseAPerson }}</p>
      <div class="mt-3 grid gap-2">
        <button class="btn btn-main !min-h-14" :disabled="!detail || !personId || busy" @click="save">
          {{ busy ? anywhere.keeping : anywhere.keepItAndSee }}
        </button>
        <button class="btn" :disabled="busy" @click="another">{{ wording.otherPicture }}</button>
      </div>
      <p v-if="found.error.value !== null" class="figures mt-2 text-sm">{{ wording.somePointsStand }}</p>
      <p v-else class="figures mt-2 text-sm">
        {{ wording.points(placingText(session.eye?.placing?.rest ?? DEFAULT_PLACING)) }}
        <RouterLink to="/eye" class="link">{{
          session.eye?.placing ? wording.asYouPlacedThem(dayText(session.eye.placing.day)) : wording.assumedCheckYours
        }}</RouterLink>
      </p>
    </section>
  </div>
</template>
