<script setup lang="ts">
/** The simulated camera: a made-up person in the chosen position, with faults and a camera to set. For practice and for demonstrations. */
import { computed, onBeforeUnmount, onMounted, reactive, ref, shallowRef, watchPostEffect } from 'vue';
import { acrossShape, type AcrossFaults } from '../../../core/body/across.js';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { acrossSvg, simulatedSvg } from '../../../core/body/draw.js';
import { DEFAULT_CAMERA, simulatePicture, withFaults, type PoseFaults } from '../../../core/body/simulate.js';
import type { Rung } from '../../../core/formats/catalog.js';
import type { View } from '../../../core/landmarks.js';
import type { Person } from '../../../api/people.js';
import { athleteOf } from '../../../core/person/circumstance.js';
import { usualLensOf } from './lens-told.js';
import { acrossScene } from '../../drawing/simulated-scene.js';
import type { Mannequin } from '../../drawing/mannequin.js';
import { snapshot } from './snapshot.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { simulatedCamera as wording } from '../../../words/pages/bench.js';

const props = defineProps<{ rung: Rung; view: View; person: Person | null }>();
const emit = defineEmits<{ taken: [file: File, lens: { distance: number; height: number } | null]; cancel: [] }>();
const knobs = reactive({ hipLine: 0, knee: 180, neck: 0, arch: 0, offSquare: 0, roll: 0, away: 0, up: 60 });
/** Across the body the lens always stands somewhere: what is nearer to it is looked at there. */
const [level, overhead] = [usualLensOf('front'), usualLensOf('above')];
const near = reactive({ away: level.distance * 100, up: level.height * 100, over: overhead.height * 100 });
const NEAREST = 1.5;
/** Where the lens stands; beside a body nought away is so far that nothing is nearer than the rest. */
const lens = computed(() => {
  const { away, up } = props.view === 'side' ? knobs : near;
  if (away <= 0) return null;
  return { distance: Math.max(NEAREST, away / 100), height: (props.view === 'above' ? near.over : up) / 100 };
});
const across = reactive<Required<AcrossFaults>>({
  sideLine: 0,
  depthLine: 0,
  shoulders: 0,
  pelvis: 0,
  kneeIn: 0,
  uneven: 0,
  toeOut: 0,
  sideLean: 0,
  armLead: 0,
  turn: 0,
});
const pose = computed(() => props.rung.pose);
const prone = computed(() => pose.value.orientation === 'prone');
const body = computed(() => bodyOf(props.person ? athleteOf(props.person) : {}));
/** Standing bodies are taller than the picture at the usual distance. */
const camera = computed(() => ({
  ...DEFAULT_CAMERA,
  pixelsPerMetre: pose.value.orientation === 'upright' ? 290 : DEFAULT_CAMERA.pixelsPerMetre,
  offSquare: knobs.offSquare,
  roll: knobs.roll,
  ...(lens.value ? { lens: lens.value } : {}),
}));
/** What is photographed from the side. */
const shot = computed(() => {
  const straight = pose.value.knee < 20 ? knobs.knee : undefined;
  const faults: PoseFaults = prone.value
    ? { hipLine: props.rung.family === 'front-plank' ? knobs.hipLine : undefined, knee: straight, neck: knobs.neck }
    : { knee: straight, arch: knobs.arch };
  return simulatePicture(withFaults(pose.value, faults, body.value), body.value, camera.value);
});
/** The person in the flesh, where this device can draw that; else the flat figure stands in. */
const drawn = shallowRef<Mannequin | null>(null);
const canvas = ref<HTMLCanvasElement | null>(null);
let gone = false;
onMounted(async () => {
  const made = await import('../../drawing/mannequin.js')
    .then(
      ({ mannequin }) => mannequin(DEFAULT_CAMERA.width, DEFAULT_CAMERA.height),
      () => null,
    )
    .catch(() => null);
  if (gone) made?.dispose();
  else drawn.value = made;
});
onBeforeUnmount(() => {
  gone = true;
  drawn.value?.dispose();
});
/** What is photographed from elsewhere. */
const acrossShot = computed(() => {
  const { view } = props;
  if (view === 'side') return null;
  return acrossScene(props.rung, view, pose.value, body.value, across, camera.value);
});
watchPostEffect(() => {
  if (!drawn.value || !canvas.value) return;
  if (acrossShot.value) drawn.value.drawAcross(acrossShot.value, camera.value);
  else drawn.value.draw(shot.value, body.value, camera.value);
  canvas.value.getContext('2d')!.drawImage(drawn.value.canvas, 0, 0);
});
const svg = computed(() =>
  acrossShot.value
    ? acrossSvg(acrossShot.value, body.value, props.view, camera.value)
    : simulatedSvg(shot.value, body.value),
);
const address = computed(() => `data:image/svg+xml;utf8,${encodeURIComponent(svg.value)}`);

interface Slider {
  id: string;
  label: string;
  min: number;
  max: number;
  unit: string;
  get: () => number;
  set: (value: number) => void;
}
const slider = <T extends Record<string, number>>(
  of: T,
  key: keyof T & string,
  label: string,
  min: number,
  max: number,
  unit = '°',
): Slider => ({
  id: key,
  label,
  min,
  max,
  unit,
  get: () => of[key]!,
  set: (value) => ((of as Record<string, number>)[key] = value),
});
const tilt = slider(knobs, 'roll', wording.cameraTilted, -15, 15);
/** Camera's place across the body. */
const stands = computed<Slider[]>(() =>
  props.view === 'above'
    ? [tilt, slider(near, 'over', wording.lensUp, 150, 300, ' cm')]
    : [
        slider(knobs, 'offSquare', wording.cameraOffTheSquare, -20, 45),
        tilt,
        slider(near, 'away', wording.lensAway, 150, 500, ' cm'),
        slider(near, 'up', wording.lensUp, 10, 180, ' cm'),
      ],
);
const sliders = computed<Slider[]>(() => {
  if (props.view !== 'side') {
    const pelvis = slider(across, 'pelvis', wording.pelvisRightHigher, -20, 20);
    const shoulders = slider(across, 'shoulders', wording.shouldersRightHigher, -20, 20);
    switch (acrossShape(props.rung.family)) {
      case 'side-lying':
        return props.view === 'above'
          ? [slider(across, 'depthLine', wording.hipBehindTheLine, -25, 25), ...stands.value]
          : [slider(across, 'sideLine', wording.hipDroppedTooHigh, -25, 25), ...stands.value];
      case 'standing':
        return [slider(across, 'sideLean', wording.leanToTheRight, -20, 20), ...stands.value];
      case 'seated':
        return [
          slider(across, 'turn', wording.turnOfTheChest, 0, 40),
          slider(across, 'armLead', wording.armsAhead, -50, 50, ' %'),
          ...stands.value,
        ];
      case 'squat':
      case 'single-leg':
        return [
          slider(across, 'kneeIn', wording.kneesInOut, -25, 25),
          slider(across, 'uneven', wording.leftKneeFurtherIn, -25, 25),
          slider(across, 'toeOut', wording.toesOut, 0, 40),
          pelvis,
          ...stands.value,
        ];
      default:
        return [pelvis, shoulders, ...stands.value];
    }
  }
  return [
    ...(props.rung.family === 'front-plank' ? [slider(knobs, 'hipLine', wording.bodyLinePikeSag, -30, 30)] : []),
    ...(prone.value
      ? [slider(knobs, 'neck', wording.neckDroppedPoked, -40, 40)]
      : [slider(knobs, 'arch', wording.archOfTheLow, 0, 30)]),
    ...(pose.value.knee < 20 ? [slider(knobs, 'knee', wording.kneeAngle, 120, 180)] : []),
    slider(knobs, 'offSquare', wording.cameraOffTheSquare, 0, 45),
    tilt,
    slider(knobs, 'away', wording.lensAwayFar, 0, 500, ' cm'),
    ...(knobs.away > 0 ? [slider(knobs, 'up', wording.lensUp, 10, 180, ' cm')] : []),
  ];
});

async function take(): Promise<void> {
  const { width, height } = camera.value;
  if (drawn.value && canvas.value) {
    emit('taken', await snapshot(canvas.value, width, height, 'image/png'), lens.value);
    return;
  }
  const image = new Image();
  await new Promise((resolve, reject) => {
    image.onload = resolve;
    image.onerror = reject;
    image.src = address.value;
  });
  emit('taken', await snapshot(image, width, height, 'image/png'), lens.value);
}
</script>

<template>
  <div class="grid gap-4 md:grid-cols-[1fr_17rem]">
    <canvas
      v-if="drawn"
      ref="canvas"
      :width="DEFAULT_CAMERA.width"
      :height="DEFAULT_CAMERA.height"
      class="w-full rounded-lg"
      role="img"
      :aria-label="wording.whatTheSimulatedCamera"
    ></canvas>
    <img v-else :src="address" :alt="wording.whatTheSimulatedCamera" class="w-full rounded-lg" />
    <div class="space-y-2">
      <div v-for="s in sliders" :key="s.id">
        <label class="flex justify-between font-semibold" :for="`sim-${s.id}`"
          ><span>{{ s.label }}</span
          ><output class="figures">{{ s.get() }}{{ s.unit }}</output></label
        >
        <input
          :id="`sim-${s.id}`"
          :value="s.get()"
          type="range"
          :min="s.min"
          :max="s.max"
          step="1"
          class="h-11 w-full accent-[var(--rope)]"
          @input="s.set(Number(($event.target as HTMLInputElement).value))"
        />
      </div>
      <button class="btn btn-main w-full" @click="take">{{ wording.takeThisPicture }}</button>
      <button class="btn w-full" @click="$emit('cancel')">{{ anywhere.anotherSource }}</button>
    </div>
  </div>
</template>
