<script setup lang="ts">
/** The simulated camera: a made-up person in the chosen position, with faults and a camera to set. For practice and for demonstrations. */
import { computed, reactive } from 'vue';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { simulatedSvg } from '../../../core/body/draw.js';
import type { Pose } from '../../../core/body/pose.js';
import { DEFAULT_CAMERA, simulatePicture, withFaults, type PoseFaults } from '../../../core/body/simulate.js';
import type { Person } from '../../../api/people.js';
import { athleteOf } from '../../lib/look.js';
import { snapshot } from '../../lib/snapshot.js';

const props = defineProps<{ pose: Pose; person: Person | null }>();
const emit = defineEmits<{ taken: [file: File]; cancel: [] }>();
const knobs = reactive({ hipLine: 0, knee: 180, neck: 0, arch: 0, offSquare: 0, roll: 0 });
const prone = computed(() => props.pose.orientation === 'prone');
const body = computed(() => bodyOf(props.person ? athleteOf(props.person) : {}));
const camera = computed(() => ({ ...DEFAULT_CAMERA, offSquare: knobs.offSquare, roll: knobs.roll }));
const svg = computed(() => {
  const faults: PoseFaults = prone.value
    ? { hipLine: knobs.hipLine, knee: props.pose.knee < 20 ? knobs.knee : undefined, neck: knobs.neck }
    : { knee: props.pose.knee < 20 ? knobs.knee : undefined, arch: knobs.arch };
  return simulatedSvg(
    simulatePicture(withFaults(props.pose, faults, body.value), body.value, camera.value),
    body.value,
    camera.value,
  );
});
const address = computed(() => `data:image/svg+xml;utf8,${encodeURIComponent(svg.value)}`);
const sliders = computed(() =>
  [
    { key: 'hipLine' as const, label: 'Body line: − pike, + sag', min: -30, max: 30, when: prone.value },
    { key: 'neck' as const, label: 'Neck: − dropped, + poked', min: -40, max: 40, when: prone.value },
    { key: 'arch' as const, label: 'Arch of the low back', min: 0, max: 30, when: !prone.value },
    { key: 'knee' as const, label: 'Knee angle', min: 120, max: 180, when: props.pose.knee < 20 },
    { key: 'offSquare' as const, label: 'Camera off the square side view', min: 0, max: 45, when: true },
    { key: 'roll' as const, label: 'Camera tilted', min: -15, max: 15, when: true },
  ].filter((s) => s.when),
);

async function take(): Promise<void> {
  const image = new Image();
  await new Promise((resolve, reject) => {
    image.onload = resolve;
    image.onerror = reject;
    image.src = address.value;
  });
  emit('taken', await snapshot(image, camera.value.width, camera.value.height, 'image/png'));
}
</script>

<template>
  <div class="grid gap-4 md:grid-cols-[1fr_17rem]">
    <img :src="address" alt="What the simulated camera sees" class="w-full rounded-lg" />
    <div class="space-y-2">
      <div v-for="s in sliders" :key="s.key">
        <label class="flex justify-between font-semibold" :for="`sim-${s.key}`"
          ><span>{{ s.label }}</span
          ><output class="figures">{{ knobs[s.key] }}°</output></label
        >
        <input
          :id="`sim-${s.key}`"
          v-model.number="knobs[s.key]"
          type="range"
          :min="s.min"
          :max="s.max"
          step="1"
          class="h-11 w-full accent-[var(--rope)]"
        />
      </div>
      <button class="btn btn-main w-full" @click="take">Take this picture</button>
      <button class="btn w-full" @click="$emit('cancel')">Another source</button>
    </div>
  </div>
</template>
