<script setup lang="ts">
/**
 * A camera that looks on: the line drawn as often as the device manages, a quiet sound while it is beyond clear, and a clip filmed of it. The
 * simulated one holds, sags at a known second and comes back, for practice without anybody there.
 */
import { Circle, Square } from '@lucide/vue';
import { computed, onBeforeUnmount, onMounted, ref, shallowRef } from 'vue';
import type { Person } from '../../../api/people.js';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { lineAt, STILL } from '../../../core/body/course.js';
import { DEFAULT_CAMERA } from '../../../core/body/simulate.js';
import { pointsOf } from '../../../core/clip/detected.js';
import { liveAfter, NOTHING_SEEN } from '../../../core/clip/live.js';
import { clipError, clipFloor, clipRecord } from '../../../core/clip/record.js';
import { judge, type Judged } from '../../../core/evaluate/judge.js';
import { see } from '../../../core/evaluate/see.js';
import type { Rung } from '../../../core/formats/catalog.js';
import type { Observation } from '../../../core/formats/observation.js';
import { athleteOf, type Circumstance } from '../../../core/person/circumstance.js';
import { cameraProblemText, NO_DETECTOR } from '../../../words/clip.js';
import { NoDetector, peopleIn } from '../../clip/detector.js';
import { MAX_SECONDS } from '../../clip/limits.js';
import OnOff from '../../components/OnOff.vue';
import { catalog } from '../../data/catalogue.js';
import { faultName } from '../../data/names.js';
import { overlayOf } from '../../drawing/overlay.js';
import OverlayLines from '../../drawing/OverlayLines.vue';
import { bendsFrom, standingCamera } from '../../drawing/simulated-scene.js';
import { useAwake } from '../../use-awake.js';
import { usualLensOf } from './lens-told.js';
import { startRecord, type BenchSetup } from './setup.js';
import { beep } from './use-signals.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { liveCamera as wording } from '../../../words/pages/bench.js';

const props = defineProps<{
  simulated: boolean;
  rung: Rung;
  person: Person | null;
  setup: BenchSetup;
  circumstance: Circumstance;
}>();
const emit = defineEmits<{ taken: [file: File]; cancel: [] }>();
const video = ref<HTMLVideoElement | null>(null);
const problem = ref('');
const blind = ref(false);
const mirrored = ref(true);
const sounding = ref(true);
const size = ref({ width: 640, height: 360 });
const body = computed(() => bodyOf(props.person ? athleteOf(props.person) : {}));
let stream: MediaStream | null = null;
let gone = false;
useAwake(() => true);

/** Frames a second of the simulated stream. */
const RATE = 12;
/** Seconds: holds, sags, is mended; then again. */
const COURSE = { ...STILL, sags: [{ from: 5, rate: 9, most: 18, mended: 9 }], breath: 0.8 };
const AGAIN = 14;
async function simulatedStream(): Promise<MediaStream> {
  const { mannequin } = await import('../../drawing/mannequin.js');
  const camera = { ...DEFAULT_CAMERA, ...size.value, pixelsPerMetre: 225, lens: usualLensOf(props.setup.view) };
  const drawn = mannequin(camera.width, camera.height, undefined, false);
  const flat = document.createElement('canvas');
  Object.assign(flat, size.value);
  // Without transparency, as a camera's picture is.
  const context = flat.getContext('2d', { alpha: false })!;
  const { rung } = props;
  const bends = bendsFrom(rung, props.setup.view);
  const show = standingCamera(drawn, rung, props.setup.view, rung.pose, body.value, camera);
  const began = performance.now();
  const draw = (): void => {
    const t = ((performance.now() - began) / 1000) % AGAIN;
    show(rung.pose, bends ? lineAt(COURSE, t) : null);
    context.drawImage(drawn.canvas, 0, 0);
  };
  draw();
  const timer = setInterval(draw, 1000 / RATE);
  ends.push(() => {
    clearInterval(timer);
    drawn.dispose();
  });
  return flat.captureStream(RATE);
}
const ends: (() => void)[] = [];
onMounted(async () => {
  try {
    stream = props.simulated
      ? await simulatedStream()
      : await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'user', width: { ideal: 1280 } } });
    if (gone) {
      close();
      return;
    }
    video.value!.srcObject = stream;
    await video.value!.play();
    void watchOn();
  } catch (error) {
    problem.value = props.simulated ? wording.thisDeviceCannotDraw : cameraProblemText((error as DOMException).name);
  }
});
function close(): void {
  stream?.getTracks().forEach((track) => track.stop());
  for (const end of ends.splice(0)) end();
}
onBeforeUnmount(() => {
  gone = true;
  if (recorder?.state === 'recording') recorder.stop();
  close();
});

const still = shallowRef<Observation | null>(null);
const detail = shallowRef<Judged | null>(null);
const beyond = ref<string[]>([]);
const perSecond = ref(0);
const looks = ref(0);
const overlay = computed(() => (still.value && detail.value ? overlayOf(still.value, detail.value) : null));
/** A sound is not given more often, s. */
const SOUND_EVERY = 1;

async function watchOn(): Promise<void> {
  let live = NOTHING_SEEN;
  let sounded = -Infinity;
  while (!gone) {
    const v = video.value;
    if (!v || v.readyState < 2 || v.videoWidth === 0) {
      await new Promise(requestAnimationFrame);
      continue;
    }
    size.value = { width: v.videoWidth, height: v.videoHeight };
    const began = performance.now();
    const image = await createImageBitmap(v);
    let person;
    try {
      [person] = await peopleIn(image);
    } catch (error) {
      if (!(error instanceof NoDetector)) throw error;
      blind.value = true;
      return;
    } finally {
      image.close();
    }
    if (gone) return;
    const found = person && pointsOf(person, props.setup.view);
    const frame = found && { t: 0, points: found.points, sd: {} };
    const record = frame && {
      ...startRecord(props.setup, props.person),
      ...clipRecord([frame], {
        picture: size.value,
        error: clipError([{ t: 0, found, moved: {} }], []),
        floor: props.setup.view === 'side' ? clipFloor([frame], props.rung.pose, body.value, size.value) : null,
        view: props.setup.view,
        found: [{ t: 0, found, moved: {} }],
      }),
    };
    const judged =
      record && record.frames.length > 0
        ? judge(see({ observation: record }, catalog), catalog, props.circumstance)
        : null;
    still.value = judged ? record! : null;
    detail.value = judged;
    const now = performance.now() / 1000;
    const next = liveAfter(live, judged, now);
    live = next.live;
    beyond.value = next.beyond;
    if (next.beyond.length > 0 && sounding.value && now - sounded >= SOUND_EVERY) {
      sounded = now;
      beep(330, 0.18);
    }
    looks.value += 1;
    perSecond.value = 1000 / Math.max(1, performance.now() - began);
  }
}

let recorder: MediaRecorder | null = null;
const filming = ref(false);
const filmed = ref(0);
function film(): void {
  const parts: Blob[] = [];
  const kind = ['video/webm;codecs=vp9', 'video/webm', 'video/mp4'].find((k) => MediaRecorder.isTypeSupported(k));
  recorder = new MediaRecorder(stream!, kind ? { mimeType: kind } : {});
  const began = performance.now();
  const timer = setInterval(() => {
    filmed.value = (performance.now() - began) / 1000;
    if (filmed.value >= MAX_SECONDS) recorder?.stop();
  }, 200);
  recorder.ondataavailable = ({ data }) => parts.push(data);
  recorder.onstop = () => {
    clearInterval(timer);
    filming.value = false;
    // Whoever left while it was filming wants nothing of it.
    if (gone) return;
    const type = (recorder!.mimeType || 'video/webm').split(';')[0]!;
    emit('taken', new File(parts, `filmed.${type.endsWith('mp4') ? 'mp4' : 'webm'}`, { type }));
  };
  recorder.start(1000);
  filmed.value = 0;
  filming.value = true;
}
</script>

<template>
  <p v-if="problem" role="alert" class="note">{{ problem }}</p>
  <div v-else>
    <div
      class="bg-sunk relative mx-auto overflow-hidden rounded-md"
      :class="{ '-scale-x-100': mirrored }"
      :style="{ aspectRatio: `${size.width} / ${size.height}`, maxWidth: `calc(60vh * ${size.width / size.height})` }"
    >
      <video ref="video" autoplay playsinline muted class="absolute inset-0 h-full w-full"></video>
      <svg
        v-if="overlay?.line"
        :viewBox="`0 0 ${size.width} ${size.height}`"
        class="pointer-events-none absolute inset-0 h-full w-full"
        role="img"
        :aria-label="wording.theLine"
      >
        <OverlayLines
          :overlay="{ ...overlay, floor: null }"
          :unit="overlay.size * 2"
          :tone="beyond.length ? '#ff3d1f' : '#ffd08a'"
          bare
        />
      </svg>
    </div>
    <p class="mt-2 text-center text-4xl font-bold" role="status" :data-live="looks">
      {{
        blind
          ? NO_DETECTOR
          : beyond.length
            ? faultName(beyond[0]!)
            : detail
              ? wording.theLineHolds
              : wording.nobodyIsFoundYet
      }}
    </p>
    <p v-if="perSecond > 0" class="text-soft figures text-center">{{ wording.looksASecond(perSecond.toFixed(1)) }}</p>
    <div class="mt-2 flex flex-wrap items-center gap-3">
      <button v-if="!filming" class="btn btn-main !min-h-14" @click="film">
        <Circle :size="20" aria-hidden="true" /> {{ wording.filmIt }}
      </button>
      <button v-else class="btn btn-main !min-h-14" @click="recorder?.stop()">
        <Square :size="20" aria-hidden="true" /> {{ wording.stopS(filmed.toFixed(0)) }}
      </button>
      <OnOff v-model="sounding">{{ wording.aQuietSoundWhen }}</OnOff>
      <OnOff v-model="mirrored">{{ wording.asInAMirror }}</OnOff>
      <button class="btn ml-auto" @click="emit('cancel')">{{ anywhere.anotherSource }}</button>
    </div>
  </div>
</template>
