<script setup lang="ts">
/** A clip on the bench: dropped in or filmed, read by the device itself, corrected by hand, judged as it is read, kept. */
import { Aperture, Camera, Film, RotateCw } from '@lucide/vue';
import { useDropZone, useObjectUrl } from '@vueuse/core';
import { computed, nextTick, ref, shallowRef, watch } from 'vue';
import type { LookInput } from '../../../api/observations.js';
import type { Person } from '../../../api/people.js';
import type { Observation } from '../../../core/formats/observation.js';
import type { Circumstance } from '../../../core/person/circumstance.js';
import { clipAllowed } from '../../../core/person/consent.js';
import { clipProblemText } from '../../../words/clip.js';
import type { Region } from '../../clip/messages.js';
import { MAX_MB, MAX_SECONDS } from '../../clip/limits.js';
import DraftBack from '../../components/DraftBack.vue';
import OnOff from '../../components/OnOff.vue';
import { useAction } from '../../data/action.js';
import { studio } from '../../data/catalogue.js';
import { useDraft } from '../../data/drafts.js';
import { fetchClip, keepWithLook, useInbox } from '../../data/clips.js';
import { sendPicture } from '../../data/looks.js';
import { useSettings } from '../../stores/settings.js';
import ClipPart from './ClipPart.vue';
import ClipSeen from './ClipSeen.vue';
import ClipTaps from './ClipTaps.vue';
import ClipStage from './ClipStage.vue';
import LensTold from './LensTold.vue';
import { usualLensOf, type Told } from './lens-told.js';
import LiveCamera from './LiveCamera.vue';
import SimulatedClip from './SimulatedClip.vue';
import { clipDraft, clipWorkSchema, lookOf, scaledRecord, type BenchSetup, type ClipWork } from './setup.js';
import { snapshot } from './snapshot.js';
import { useClipRecord } from './use-clip-record.js';
import { useClip } from './use-clip.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { clipBench as wording } from '../../../words/pages/bench.js';

const props = defineProps<{
  personId: string;
  person: Person | null;
  circumstance: Circumstance;
  setup: BenchSetup;
  relookOf: string | null;
  proposed: boolean;
  keep: (personId: string, input: LookInput) => Promise<unknown>;
  /** A clip of the inbox that is looked at. */
  clipId: string | null;
}>();
const emit = defineEmits<{ done: [lookId: string]; setup: [setup: BenchSetup] }>();

const clip = useClip(() => props.setup.view);
const file = shallowRef<File | null>(null);
const src = useObjectUrl(file);
const source = ref<'none' | 'film' | 'camera' | 'practice'>('none');
const refused = ref('');
const region = shallowRef<Region | null>(null);
const part = ref<{ from: number; to: number | null }>({ from: 0, to: null });
/** The part and the person are chosen before a clip is read anew. */
const choosing = ref(false);
const zone = ref<HTMLElement | null>(null);
const chooser = ref<HTMLInputElement | null>(null);
const { isOverDropZone } = useDropZone(zone, { onDrop: (files) => files?.[0] && open(files[0]) });
const { busy, error, run } = useAction();
const settings = useSettings();
/** A phone on a low box three metres away, or held over the mat, until it is told otherwise. */
const usualLens = (): Told => settings.lensFor(props.setup.view).value ?? usualLensOf(props.setup.view);
const lens = ref<Told | null>(usualLens());
const of = useClipRecord(clip, () => props, lens);
const { rung, observation, detail } = of;
const waiting = shallowRef<ClipWork | null>(null);

function open(next: File, from?: Told): void {
  refused.value = '';
  source.value = 'none';
  file.value = next;
  lens.value = from ?? usualLens();
  const before = waiting.value;
  waiting.value = null;
  // The clip that was waited for: what was read of it, and set on it since, stands.
  if (before?.file.size === next.size) return;
  region.value = null;
  part.value = { from: 0, to: null };
  of.said.value = [];
  clip.read(next, { from: 0, to: null, region: null });
}
function take(work: ClipWork): void {
  part.value = { from: work.from, to: work.to };
  region.value = work.region;
  lens.value = work.lens;
  of.said.value = work.reps;
  clip.restore({ facts: work.facts, raw: work.raw, anchors: work.anchors, side: work.side });
}
function readPart(chosen: { from: number; to: number; region: Region | null }): void {
  choosing.value = false;
  if (!file.value) return;
  part.value = { from: chosen.from, to: chosen.to };
  region.value = chosen.region;
  clip.read(file.value, { from: chosen.from, to: chosen.to, region: chosen.region });
}
watch(clip.problem, (said) => {
  if (!said) return;
  refused.value = clipProblemText(said.problem, { codec: said.codec, seconds: MAX_SECONDS, megabytes: MAX_MB });
  // A clip that is only too long is here, and its part is chosen.
  if (said.problem === 'too-long') choosing.value = true;
  else file.value = null;
});
function tell(told: typeof lens.value): void {
  lens.value = told;
  settings.lensFor(props.setup.view).value = told;
}
// What was read from one side says nothing of another.
watch(() => [props.setup.view, props.setup.position], clip.lookedAnew);
watch(
  () => props.setup.view,
  (view, before) => {
    if ((view === 'above') !== (before === 'above')) lens.value = usualLens();
  },
);

/** Breaks are looked at closer once the clip is read: the first, and where that moved it, once more. */
const CLOSER_TIMES = 2;
/** Less than this it did not move, s. */
const STILL_THERE = 0.3;
watch(
  clip.state,
  async (now) => {
    if (now !== 'read' || !file.value || of.motion.value) return;
    const [whole, chosen] = [file.value, { from: part.value.from, region: region.value }];
    let before: number | null = null;
    for (let i = 0; i < CLOSER_TIMES; i += 1) {
      const first = detail.value?.hold?.breaks.find((b) => b.from === 'measured')?.t;
      if (first === undefined || (before !== null && Math.abs(first - before) < STILL_THERE)) return;
      before = first;
      await clip.lookCloser(whole, chosen, first);
      if (file.value !== whole) return;
    }
  },
  // Before the page shows what is not the last word.
  { flush: 'sync' },
);
const taps = shallowRef<{ t: number; fault: string; state: 'on' | 'off' }[]>([]);
const stage = ref<InstanceType<typeof ClipStage> | null>(null);

const mayLie = computed(() => studio.defaults.offlineCopies && props.person?.allows.pictures === true);
/** A draft with the file itself is for short clips. */
const LIES_MB = 60;
const draft = useDraft<ClipWork>({
  of: () => (props.proposed && (props.person || !props.personId) ? clipDraft(props.personId) : null),
  name: wording.theClip,
  schema: clipWorkSchema,
  now() {
    // Also while the clip itself is not here: what a hand sets on it meanwhile counts.
    const source = file.value ?? waiting.value?.file;
    return source && clip.facts.value && clip.state.value !== 'reading' && clip.raw.value.length > 0
      ? {
          setup: { ...props.setup },
          file: { name: source.name, size: source.size },
          facts: clip.facts.value,
          ...part.value,
          region: region.value,
          lens: lens.value,
          raw: clip.raw.value,
          anchors: clip.anchors.value,
          side: clip.chosenSide.value,
          reps: of.said.value,
        }
      : null;
  },
  file: () => (mayLie.value && file.value && file.value.size < LIES_MB * 1048576 ? file.value : null),
  async take(work, kept) {
    emit('setup', work.setup);
    await nextTick();
    if (kept && mayLie.value) file.value = new File([kept], work.file.name, { type: kept.type });
    // Without the clip what was read of it stands: it can be judged and kept.
    else waiting.value = work;
    take(work);
  },
});

// A clip that waits in the inbox is fetched and read, unless work on one was left here.
const inbox = useInbox();
const asked = computed(() =>
  inbox.value.value?.clips.find((c) => c.id === props.clipId && c.personId === props.personId),
);
watch(
  [asked, draft.ready],
  async ([of, ready]) => {
    if (!of || !ready || file.value || waiting.value || clip.state.value !== 'none') return;
    await run(async () => open(await fetchClip(of)));
  },
  { immediate: true },
);

/** The frame that stands for the clip: the middle one of its record. */
async function poster(record: Observation): Promise<File | null> {
  if (!src.value || !clip.facts.value) return null;
  const { t } = record.frames[Math.floor(record.frames.length / 2)]!;
  const video = document.createElement('video');
  video.muted = true;
  video.src = src.value;
  await new Promise((resolve, reject) => {
    video.onseeked = resolve;
    video.onerror = reject;
    video.currentTime = part.value.from + t;
  });
  return snapshot(video, clip.facts.value.width, clip.facts.value.height, 'image/jpeg');
}
/** Whether the clip itself is kept with the look, where that is allowed. */
const keeping = ref(true);
const clipStays = computed(() =>
  props.clipId
    ? props.person !== null && props.person !== undefined && clipAllowed(props.person.allows, props.clipId)
    : keeping.value && props.person?.allows.clips === true,
);
/** Has the clip follow its look, where that is allowed. */
function keepClip(lookId: string): void {
  if (props.clipId) void keepWithLook(props.personId, lookId, { id: props.clipId });
  else if (keeping.value && file.value && props.person?.allows.clips)
    void keepWithLook(props.personId, lookId, { file: file.value, part: { ...part.value } });
}
async function save(): Promise<void> {
  await run(async () => {
    let record = observation.value;
    let mediaId: string | null = null;
    const picture = props.person?.allows.pictures ? await poster(record).catch(() => null) : null;
    if (picture) {
      const media = await sendPicture(props.personId, picture);
      mediaId = media.id;
      record = scaledRecord(record, media.width, media.height);
    }
    // In the pixels of the record, which follows its stored picture.
    const k = record.picture!.width / observation.value.picture!.width;
    const anchors = clip.anchors.value.map(({ frame, name, at }) => ({
      t: Math.round(1000 * (clip.followed.value[frame]?.t ?? 0)) / 1000,
      name,
      at: [at[0] * k, at[1] * k] as [number, number],
    }));
    const look = lookOf(record, { mediaId, relookOf: props.relookOf, anchors });
    await props.keep(props.personId, look);
    keepClip(look.id);
    await draft.drop();
    emit('done', look.id);
  });
}
function another(): void {
  clip.forget();
  of.said.value = [];
  file.value = null;
  waiting.value = null;
  region.value = null;
  choosing.value = false;
  draft.begunAnew();
}
</script>

<template>
  <DraftBack class="mb-3" :draft="draft" @anew="another" />
  <p v-if="waiting" role="status" class="note mb-3">
    {{ wording.whatWasRead(waiting.file.name) }}
    <button class="btn mt-2" @click="chooser?.click()">{{ wording.chooseAClip }}</button>
  </p>
  <input
    ref="chooser"
    type="file"
    accept="video/mp4,video/quicktime,video/webm,.mov,.mp4,.webm"
    class="sr-only"
    tabindex="-1"
    :aria-label="wording.clipFile"
    @change="
      ($event.target as HTMLInputElement).files?.[0] && open(($event.target as HTMLInputElement).files![0]!);
      ($event.target as HTMLInputElement).value = '';
    "
  />
  <section
    v-if="!file && !waiting"
    ref="zone"
    class="card"
    :class="{ '!border-rope border-2': isOverDropZone }"
    :aria-label="wording.chooseAClip"
  >
    <SimulatedClip
      v-if="source === 'film'"
      :rung="rung"
      :view="setup.view"
      :person="person"
      @taken="open"
      @practice="source = 'practice'"
      @cancel="source = 'none'"
    />
    <LiveCamera
      v-else-if="source !== 'none'"
      :key="source"
      :simulated="source === 'practice'"
      :rung="rung"
      :person="person"
      :setup="setup"
      :circumstance="circumstance"
      @taken="open"
      @cancel="source = 'none'"
    />
    <div
      v-else
      class="border-rule flex min-h-96 flex-col items-center justify-center gap-4 rounded-lg border-2 border-dashed p-6 text-center"
    >
      <p class="text-xl font-semibold">{{ wording.dropAClipHere }}</p>
      <p class="text-soft">{{ wording.fromBesideTheHips(MAX_SECONDS / 60) }}</p>
      <div class="flex flex-wrap justify-center gap-2">
        <button class="btn btn-main" @click="chooser?.click()">
          <Film :size="20" aria-hidden="true" /> {{ wording.chooseAClip }}
        </button>
        <button class="btn" @click="source = 'camera'">
          <Camera :size="20" aria-hidden="true" /> {{ wording.thisDevicesCamera }}
        </button>
        <button class="btn" @click="source = 'film'">
          <Aperture :size="20" aria-hidden="true" /> {{ wording.simulatedCamera }}
        </button>
      </div>
    </div>
    <p v-if="refused" role="alert" class="note mt-2">{{ refused }}</p>
  </section>
  <ClipPart
    v-else-if="choosing && src"
    :src="src"
    :facts="clip.facts.value"
    :part="part"
    :region="region"
    :says="refused"
    @read="readPart"
    @cancel="clip.raw.value.length ? (choosing = false) : another()"
  />
  <div
    v-else
    class="columns grid items-start gap-4 xl:grid-cols-[1fr_19rem]"
    :data-draft="draft.kept.value ? 'kept' : undefined"
    :data-clip="clip.closer.value ? 'closer' : clip.state.value"
  >
    <ClipStage
      ref="stage"
      :src="src ?? null"
      :clip="clip"
      :from="part.from"
      :observation="observation"
      :detail="detail"
      :measure="of.measure.value"
      :measures="of.measures.value"
      :reps="of.reps.value"
      :taps="taps"
      @update:measure="of.measure.value = $event"
    />
    <section class="card" aria-labelledby="clip-seen">
      <h2 id="clip-seen">{{ wording.whatIsSeen }}</h2>
      <ClipSeen :clip="clip" :record="of" :part="part" @seek="stage?.seek($event)" />
      <div class="mt-2 grid gap-2">
        <button v-if="setup.view === 'side' && clip.raw.value.length" class="btn" @click="clip.flip()">
          <RotateCw :size="18" aria-hidden="true" /> {{ wording.nearerSide(clip.side.value) }}
        </button>
        <button v-if="file" class="btn" :disabled="clip.state.value === 'reading'" @click="choosing = true">
          {{ wording.partOfTheClip }}
        </button>
      </div>
      <ClipTaps v-if="personId" :person-id="personId" :position="setup.position" @taps="taps = $event" />
      <LensTold :view="setup.view" :model-value="lens" @update:model-value="tell" />
      <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
      <p v-if="person && !person.allows.pictures" class="note mt-2 text-sm">{{ wording.noPermissionForPictures }}</p>
      <OnOff v-if="person?.allows.clips && file && !clipId" v-model="keeping" class="mt-2">{{
        wording.keepTheClip
      }}</OnOff>
      <p class="text-soft mt-2 text-sm">
        {{
          wording.theSeriesOfPoints(
            person?.allows.pictures ? wording.withOnePicture : '',
            clipStays ? '' : wording.theClipItselfStays,
          )
        }}
      </p>
      <p v-if="!personId" class="note mt-2 text-sm">{{ wording.chooseAPerson }}</p>
      <div class="mt-3 grid gap-2">
        <button
          class="btn btn-main !min-h-14"
          :disabled="!detail || !personId || busy || clip.closer.value || clip.state.value === 'reading'"
          @click="save"
        >
          {{ busy ? anywhere.keeping : anywhere.keepItAndSee }}
        </button>
        <button class="btn" :disabled="busy" @click="another">{{ wording.otherClip }}</button>
      </div>
    </section>
  </div>
</template>
