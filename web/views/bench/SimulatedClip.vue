<script setup lang="ts">
/** The simulated camera films: a made-up person holds the chosen position, and something goes at a second that is known. */
import { computed, onBeforeUnmount, reactive, ref, watch } from 'vue';
import type { Person } from '../../../api/people.js';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { STILL, type Course } from '../../../core/body/course.js';
import { courseLength, endsOf, type RepCourse } from '../../../core/body/moves.js';
import { DEFAULT_CAMERA } from '../../../core/body/simulate.js';
import type { Rung } from '../../../core/formats/catalog.js';
import type { View } from '../../../core/landmarks.js';
import { athleteOf } from '../../../core/person/circumstance.js';
import { bendsFrom } from '../../drawing/simulated-scene.js';
import PickOne from '../../components/PickOne.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { simulatedClip as wording } from '../../../words/pages/bench.js';

const props = defineProps<{ rung: Rung; view: View; person: Person | null }>();
const emit = defineEmits<{
  taken: [file: File, lens: { distance: number; height: number }];
  cancel: [];
  practice: [];
}>();
const knobs = reactive({
  reps: 4,
  up: 10,
  pause: 10,
  down: 20,
  rests: 5,
  length: 20,
  from: 10,
  rate: 4,
  most: 16,
  mended: 0,
  breath: 1,
  shakes: 0,
  kneeIn: 0,
  off: 0,
  roll: 0,
  aside: 0,
  away: 300,
  high: 60,
  over: 210,
});
const [dress, kind] = [ref('plain'), ref<'webm' | 'mp4'>('webm')];
const DRESSES = [
  { id: 'plain', name: wording.blueShirt },
  { id: 'dark', name: wording.darkDimRoom },
  { id: 'bright', name: wording.redShirtBrightRoom },
];
const KINDS = [
  { id: 'webm', name: 'WebM' },
  { id: 'mp4', name: 'MP4' },
];
const ends = computed(() => endsOf(props.rung));
const reps = computed<RepCourse>(() => ({
  tempo: [knobs.up / 10, knobs.pause / 10, knobs.down / 10],
  rest: knobs.rests / 10,
  reps: knobs.reps,
}));
// A version that is counted moves at its own tempo until it is told otherwise.
watch(
  () => props.rung.counted,
  (counted) => {
    if (counted)
      [knobs.up, knobs.pause, knobs.down] = counted.tempo.map((s) => Math.round(10 * s)) as [number, number, number];
  },
  { immediate: true },
);
const sags = computed(() => bendsFrom(props.rung, props.view));
/** Knees that go in at the far end of a squat. */
const knees = computed(() => props.view === 'front' && ends.value !== null);
const sliders = computed(
  () =>
    [
      ...(ends.value
        ? ([
            { key: 'reps', label: anywhere.reps, min: 1, max: 20, unit: '' },
            { key: 'up', label: wording.upOrOut, min: 5, max: 50, unit: ' s', tenths: true },
            { key: 'pause', label: wording.heldThere, min: 0, max: 50, unit: ' s', tenths: true },
            { key: 'down', label: wording.downOrBack, min: 5, max: 80, unit: ' s', tenths: true },
            { key: 'rests', label: wording.stillBetweenReps, min: 0, max: 30, unit: ' s', tenths: true },
          ] as const)
        : ([{ key: 'length', label: wording.length, min: 4, max: 60, unit: ' s' }] as const)),
      ...(sags.value
        ? ([
            { key: 'most', label: wording.sagAtMost, min: 0, max: 30, unit: '°' },
            { key: 'from', label: wording.itBeginsAt, min: 0, max: 60, unit: ' s' },
            { key: 'rate', label: wording.andComesBy, min: 1, max: 40, unit: wording.aSecond },
            { key: 'mended', label: wording.mendedAtNever, min: 0, max: 60, unit: ' s' },
            { key: 'breath', label: wording.goesWithTheBreath, min: 0, max: 4, unit: '°' },
            { key: 'shakes', label: wording.shakesFromThenOn, min: 0, max: 3, unit: '°' },
          ] as const)
        : []),
      ...(knees.value
        ? ([{ key: 'kneeIn', label: wording.kneesInAtTheEnd, min: -25, max: 25, unit: '°' }] as const)
        : []),
      { key: 'off', label: wording.cameraOffTheSquare, min: -40, max: 40, unit: '°' },
      { key: 'roll', label: wording.cameraRolled, min: -10, max: 10, unit: '°' },
      { key: 'aside', label: wording.bodyAside, min: -30, max: 30, unit: ' cm' },
      ...(props.view === 'above'
        ? ([{ key: 'over', label: wording.lensUp, min: 150, max: 300, unit: ' cm' }] as const)
        : ([
            { key: 'away', label: wording.lensAway, min: 180, max: 500, unit: ' cm' },
            { key: 'high', label: wording.lensUp, min: 10, max: 180, unit: ' cm' },
          ] as const)),
    ] as const,
);
const course = computed<Course>(() => ({
  ...STILL,
  sags:
    sags.value && knobs.most > 0
      ? [{ from: knobs.from, rate: knobs.rate, most: knobs.most, mended: knobs.mended > 0 ? knobs.mended : null }]
      : [],
  breath: sags.value ? knobs.breath : 0,
  shaking: sags.value && knobs.shakes > 0 ? { from: knobs.from, degrees: knobs.shakes } : null,
}));
const done = ref<number | null>(null);
const problem = ref('');
let ended: AbortController | null = null;
onBeforeUnmount(() => ended?.abort());

async function shoot(): Promise<void> {
  problem.value = '';
  done.value = 0;
  ended = new AbortController();
  const down = props.view === 'above';
  const lens = { distance: knobs.away / 100, height: (down ? knobs.over : knobs.high) / 100 };
  const upright = props.rung.pose.orientation === 'upright';
  try {
    const { film } = await import('../../clip/filming.js');
    const file = await film(
      {
        rung: props.rung,
        view: props.view,
        kneeIn: knees.value ? knobs.kneeIn : 0,
        pose: props.rung.pose,
        body: bodyOf(props.person ? athleteOf(props.person) : {}),
        camera: {
          ...DEFAULT_CAMERA,
          width: 640,
          height: 360,
          pixelsPerMetre: upright ? 143 : 233,
          offSquare: knobs.off,
          roll: knobs.roll,
          offset: [knobs.aside / 100, 0],
          lens,
        },
        course: course.value,
        bends: sags.value,
        moves: ends.value && { ends: ends.value, course: reps.value },
        length: ends.value ? courseLength(reps.value) : knobs.length,
        rate: 15,
        dress: dress.value,
        kind: kind.value,
      },
      (share) => (done.value = share),
      ended.signal,
    );
    if (file) emit('taken', file, lens);
  } catch (error) {
    problem.value =
      error instanceof Error && error.message.startsWith('no ')
        ? wording.thisBrowserCannotWrite(kind.value === 'mp4' ? 'MP4' : 'WebM')
        : wording.thisDeviceCannotDraw;
  } finally {
    done.value = null;
  }
}
</script>

<template>
  <div class="grid gap-x-6 gap-y-2 md:grid-cols-2">
    <div v-for="s in sliders" :key="s.key">
      <label class="flex justify-between font-semibold" :for="`film-${s.key}`"
        ><span>{{ s.label }}</span
        ><output class="figures"
          >{{ 'tenths' in s ? (knobs[s.key] / 10).toFixed(1) : knobs[s.key] }}{{ s.unit }}</output
        ></label
      >
      <input
        :id="`film-${s.key}`"
        v-model.number="knobs[s.key]"
        type="range"
        :min="s.min"
        :max="s.max"
        :step="s.key === 'from' || s.key === 'mended' ? 0.1 : 1"
        class="h-11 w-full accent-[var(--rope)]"
      />
    </div>
    <PickOne id="film-dress" v-model="dress" :label="wording.clothesAndLight" :choices="DRESSES" />
    <PickOne
      id="film-kind"
      :label="wording.file"
      :choices="KINDS"
      :model-value="kind"
      @update:model-value="kind = $event === 'mp4' ? 'mp4' : 'webm'"
    />
  </div>
  <p v-if="problem" role="alert" class="note mt-2">{{ problem }}</p>
  <div v-if="done !== null" class="mt-3">
    <progress class="w-full" :value="done" max="1" :aria-label="wording.filmed"></progress>
    <button class="btn" @click="ended?.abort()">{{ wording.stopFilming }}</button>
  </div>
  <div v-else class="mt-3 flex flex-wrap gap-2">
    <button class="btn btn-main" @click="shoot">{{ wording.filmIt }}</button>
    <button class="btn" @click="$emit('practice')">{{ wording.lookOnLive }}</button>
    <button class="btn" @click="$emit('cancel')">{{ anywhere.anotherSource }}</button>
  </div>
</template>
