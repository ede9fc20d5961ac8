<script setup lang="ts">
/** Which part of a clip is read, and who is meant where others are in the picture. */
import { computed, ref } from 'vue';
import { useElementSize } from '@vueuse/core';
import { MAX_SECONDS } from '../../clip/limits.js';
import type { ClipFacts, Region } from '../../clip/messages.js';
import { clipPart as wording } from '../../../words/pages/bench.js';

const props = defineProps<{
  src: string;
  facts: ClipFacts | null;
  part: { from: number; to: number | null };
  region: Region | null;
  says: string;
}>();
const emit = defineEmits<{ read: [part: { from: number; to: number; region: Region | null }]; cancel: [] }>();
const video = ref<HTMLVideoElement | null>(null);
const layer = ref<SVGSVGElement | null>(null);
const { width } = useElementSize(layer);
const size = ref({ width: props.facts?.width ?? 1280, height: props.facts?.height ?? 720 });
const length = ref(props.facts?.length ?? 0);
const [from, to] = [ref(props.part.from), ref(props.part.to ?? props.facts?.length ?? 0)];
const box = ref<Region | null>(props.region);
function loaded(): void {
  const v = video.value!;
  if (Number.isFinite(v.duration)) length.value = v.duration;
  size.value = { width: v.videoWidth || size.value.width, height: v.videoHeight || size.value.height };
  if (to.value <= 0 || to.value > length.value) to.value = Math.min(length.value, from.value + MAX_SECONDS);
  v.currentTime = from.value;
}
const show = (t: number): void => {
  if (video.value) video.value.currentTime = t;
};
const wrong = computed(() =>
  !(to.value - from.value >= 1)
    ? wording.thePartLasts
    : to.value - from.value > MAX_SECONDS
      ? wording.thePartLastsMinutes(MAX_SECONDS / 60)
      : '',
);
let begun: [number, number] | null = null;
const at = (event: PointerEvent): [number, number] => {
  const area = layer.value!.getBoundingClientRect();
  const k = width.value > 0 ? size.value.width / width.value : 1;
  return [
    Math.min(size.value.width, Math.max(0, (event.clientX - area.left) * k)),
    Math.min(size.value.height, Math.max(0, (event.clientY - area.top) * k)),
  ];
};
function down(event: PointerEvent): void {
  layer.value!.setPointerCapture(event.pointerId);
  begun = at(event);
}
function move(event: PointerEvent): void {
  if (!begun) return;
  const [x, y] = at(event);
  box.value = {
    x: Math.min(x, begun[0]),
    y: Math.min(y, begun[1]),
    width: Math.abs(x - begun[0]),
    height: Math.abs(y - begun[1]),
  };
}
function up(): void {
  begun = null;
  // A box of a few pixels holds nobody.
  if (box.value && (box.value.width < size.value.width * 0.08 || box.value.height < size.value.height * 0.08))
    box.value = null;
}
/** By keys: the whole picture, or a half of it. */
const halves = computed(() => {
  const { width: w, height: h } = size.value;
  return [
    { name: wording.leftHalf, region: { x: 0, y: 0, width: w / 2, height: h } },
    { name: wording.middle, region: { x: w / 4, y: 0, width: w / 2, height: h } },
    { name: wording.rightHalf, region: { x: w / 2, y: 0, width: w / 2, height: h } },
  ];
});
</script>

<template>
  <section class="card" aria-labelledby="clip-part">
    <h2 id="clip-part">{{ wording.whichPartAndWho }}</h2>
    <p v-if="says" role="alert" class="note mt-1">{{ says }}</p>
    <div
      class="bg-sunk relative mx-auto mt-2 overflow-hidden rounded-md"
      :style="{ aspectRatio: `${size.width} / ${size.height}`, maxWidth: `calc(48vh * ${size.width / size.height})` }"
    >
      <video
        ref="video"
        :src="src"
        muted
        playsinline
        preload="auto"
        class="absolute inset-0 h-full w-full"
        @loadedmetadata="loaded"
      ></video>
      <svg
        ref="layer"
        :viewBox="`0 0 ${size.width} ${size.height}`"
        class="absolute inset-0 h-full w-full cursor-crosshair touch-none"
        role="img"
        :aria-label="wording.dragABoxRound"
        @pointerdown="down"
        @pointermove="move"
        @pointerup="up"
        @pointercancel="begun = null"
      >
        <rect
          v-if="box"
          :x="box.x"
          :y="box.y"
          :width="box.width"
          :height="box.height"
          fill="none"
          stroke="#ff7a33"
          :stroke-width="size.width / 200"
        />
      </svg>
    </div>
    <p class="text-soft mt-1 text-sm">{{ wording.othersInThePicture }}</p>
    <div class="mt-1 flex flex-wrap gap-2">
      <button v-for="h in halves" :key="h.name" class="btn" @click="box = h.region">{{ h.name }}</button>
      <button class="btn" :disabled="!box" @click="box = null">{{ wording.wholePicture }}</button>
    </div>
    <div class="mt-3 grid gap-3 sm:grid-cols-2">
      <div>
        <label class="flex justify-between font-semibold" for="clip-from"
          >{{ wording.begins }} <output class="figures">{{ from.toFixed(1) }} s</output></label
        >
        <input
          id="clip-from"
          v-model.number="from"
          type="range"
          min="0"
          :max="length"
          step="0.1"
          class="h-11 w-full accent-[var(--rope)]"
          @input="show(from)"
        />
      </div>
      <div>
        <label class="flex justify-between font-semibold" for="clip-to"
          >{{ wording.ends }} <output class="figures">{{ to.toFixed(1) }} s</output></label
        >
        <input
          id="clip-to"
          v-model.number="to"
          type="range"
          min="0"
          :max="length"
          step="0.1"
          class="h-11 w-full accent-[var(--rope)]"
          @input="show(to)"
        />
      </div>
    </div>
    <p v-if="wrong" role="alert" class="note mt-2 text-sm">{{ wrong }}</p>
    <div class="mt-3 flex flex-wrap gap-2">
      <button class="btn btn-main" :disabled="wrong !== ''" @click="emit('read', { from, to, region: box })">
        {{ wording.readThisPart }}
      </button>
      <button class="btn" @click="emit('cancel')">{{ wording.leaveIt }}</button>
    </div>
  </section>
</template>
