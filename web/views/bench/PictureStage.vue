<script setup lang="ts">
import { Minus, Plus, Redo2, Undo2 } from '@lucide/vue';
import { useElementSize, useEventListener } from '@vueuse/core';
import type Konva from 'konva';
import { computed, ref, watch } from 'vue';
import {
  Circle as VCircle,
  Group as VGroup,
  Image as VImage,
  Layer as VLayer,
  Line as VLine,
  Stage as VStage,
} from 'vue-konva';
import type { Person } from '../../../api/people.js';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { acrossAnchors } from '../../../core/body/across.js';
import { layAcross, layTemplate } from '../../../core/body/template.js';
import type { Judged } from '../../../core/evaluate/judge.js';
import type { Rung } from '../../../core/formats/catalog.js';
import type { Observation } from '../../../core/formats/observation.js';
import { clamp, type Point } from '../../../core/geometry.js';
import {
  EXTRA_LANDMARKS,
  LANDMARK_LABELS,
  landmarkLabel,
  LANDMARKS,
  SIDE_LANDMARKS,
  type BaseLandmark,
  type LandmarkName,
  type View,
} from '../../../core/landmarks.js';
import { athleteOf } from '../../../core/person/circumstance.js';
import { isTyping } from '../../components/keys.js';
import { overlayOf } from '../../drawing/overlay.js';
import type { HandleName, usePoints } from './use-points.js';

const props = defineProps<{
  image: ImageBitmap;
  rung: Rung;
  view: View;
  person: Person | null;
  handles: ReturnType<typeof usePoints>;
  observation: Observation;
  detail: Judged | null;
}>();
const box = ref<HTMLElement | null>(null);
const lens = ref<HTMLCanvasElement | null>(null);
const { width } = useElementSize(box);
const height = computed(() =>
  Math.min(Math.round((width.value * props.image.height) / props.image.width), Math.max(300, window.innerHeight - 330)),
);
const zoom = ref(1);
const pan = ref<Point>([0, 0]);
const chosen = ref<HandleName | null>(null);
const firstClick = ref<Point | null>(null);
const dragging = ref<HandleName | null>(null);

const fit = computed(() => Math.min(width.value / props.image.width, height.value / props.image.height) || 1);
const scale = computed(() => fit.value * zoom.value);
const origin = computed<Point>(() => [
  (width.value - props.image.width * fit.value) / 2 + pan.value[0],
  (height.value - props.image.height * fit.value) / 2 + pan.value[1],
]);
const names = computed(() => Object.keys(props.handles.points.value) as HandleName[]);
const across = computed(() => props.view !== 'side');
/** The two points that the first clicks place. */
const anchors = computed<readonly [LandmarkName, LandmarkName]>(() =>
  across.value ? acrossAnchors(props.rung.family) : ['shoulder', 'ankle'],
);
const placed = computed(() => props.handles.points.value[anchors.value[0]] !== undefined);
/** Far points tell the camera's angle, and the limb that stands where the near one moves. */
const FAR: readonly LandmarkName[] = ['hip-l', 'shoulder-l', 'knee-l'];
const optional = computed(() => EXTRA_LANDMARKS.filter((name) => props.handles.points.value[name] === undefined));
const labelOf = (name: HandleName): string =>
  name === 'floor-a'
    ? 'Floor, one end'
    : name === 'floor-b'
      ? 'Floor, other end'
      : !across.value && FAR.includes(name)
        ? `Far ${LANDMARK_LABELS[name.split('-')[0] as BaseLandmark].toLowerCase()}`
        : (LANDMARKS as readonly string[]).includes(name)
          ? landmarkLabel(name)
          : name;
const overlay = computed(() => (props.detail ? overlayOf(props.observation, props.detail) : null));
const flat = (points: readonly Point[]): number[] => points.flatMap((p) => [p[0], p[1]]);

const toPicture = (p: { x: number; y: number }): Point => [
  clamp((p.x - origin.value[0]) / scale.value, 0, props.image.width),
  clamp((p.y - origin.value[1]) / scale.value, 0, props.image.height),
];

function lay(first: Point, second: Point): void {
  const body = bodyOf(props.person ? athleteOf(props.person) : {});
  try {
    const points = across.value
      ? layAcross(props.rung.family, props.view, body, first, second, props.rung.chordEnd)
      : layTemplate(props.rung.pose, body, first, second);
    const bottom = Math.max(...Object.values(points).map((p) => p[1]));
    const y = clamp(bottom, 0, props.image.height - 1);
    props.handles.mark();
    props.handles.set({
      ...points,
      // From above no floor line can be seen.
      ...(props.view === 'above'
        ? {}
        : { 'floor-a': [props.image.width * 0.06, y], 'floor-b': [props.image.width * 0.94, y] }),
    });
    chosen.value = across.value ? anchors.value[0] : 'hip';
  } catch {
    // Two clicks on one spot: wait for a better second one.
  }
}
let downAt: Point = [0, 0];
function onDown(event: Konva.KonvaEventObject<PointerEvent>): void {
  downAt = [event.evt.clientX, event.evt.clientY];
}
function onClick(event: Konva.KonvaEventObject<PointerEvent>): void {
  if (placed.value || Math.hypot(event.evt.clientX - downAt[0], event.evt.clientY - downAt[1]) > 6) return;
  const at = event.target.getStage()?.getPointerPosition();
  if (!at) return;
  if (firstClick.value) {
    lay(firstClick.value, toPicture(at));
    if (placed.value) firstClick.value = null;
  } else firstClick.value = toPicture(at);
}
function onDrag(name: HandleName, event: Konva.KonvaEventObject<DragEvent>): void {
  const at = event.target.position();
  props.handles.move(name, [clamp(at.x, 0, props.image.width), clamp(at.y, 0, props.image.height)]);
}
function addOptional(name: LandmarkName): void {
  const { shoulder, ankle } = props.handles.points.value;
  if (!shoulder || !ankle) return;
  props.handles.mark();
  if (FAR.includes(name)) {
    const near = props.handles.points.value[name.split('-')[0] as BaseLandmark] ?? shoulder;
    props.handles.move(name, [near[0] + 12, near[1]]);
  } else
    props.handles.move(
      name,
      layTemplate(props.rung.pose, bodyOf(props.person ? athleteOf(props.person) : {}), shoulder, ankle, [
        name as BaseLandmark,
      ])[name]!,
    );
  chosen.value = name;
}
function setZoom(next: number, about?: { x: number; y: number }): void {
  const at = about ?? { x: width.value / 2, y: height.value / 2 };
  const k = clamp(next, 1, 8) / zoom.value;
  const [ox, oy] = origin.value;
  zoom.value = clamp(next, 1, 8);
  pan.value = zoom.value === 1 ? [0, 0] : [pan.value[0] + (at.x - ox) * (1 - k), pan.value[1] + (at.y - oy) * (1 - k)];
}
function onWheel(event: Konva.KonvaEventObject<WheelEvent>): void {
  event.evt.preventDefault();
  setZoom(
    zoom.value * (event.evt.deltaY < 0 ? 1.15 : 1 / 1.15),
    event.target.getStage()?.getPointerPosition() ?? undefined,
  );
}
/** Where the picture and the finger were when a drag of it began: the picture follows the finger, not the sum of its steps. */
let held: { pan: Point; at: Point } | null = null;
const fingerOf = (event: Konva.KonvaEventObject<DragEvent>): Point | null => {
  const stage = event.target.getStage();
  const at = stage && event.target === stage ? stage.getPointerPosition() : null;
  return at && [at.x, at.y];
};
function onStageDragStart(event: Konva.KonvaEventObject<DragEvent>): void {
  const at = fingerOf(event);
  held = at && { pan: pan.value, at };
}
function onStageDrag(event: Konva.KonvaEventObject<DragEvent>): void {
  const at = fingerOf(event);
  if (at && held) pan.value = [held.pan[0] + at[0] - held.at[0], held.pan[1] + at[1] - held.at[1]];
}
/** The stage itself stays where it is. */
const stay = (): { x: number; y: number } => ({ x: 0, y: 0 });

const ARROWS: Record<string, Point> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  const command = event.ctrlKey || event.metaKey;
  // What the browser does with its own keys (zoom, back) is left to it.
  if (isTyping(event) || event.altKey || document.querySelector('[role="dialog"]')) return;
  const arrow = command ? undefined : ARROWS[event.key];
  const at = chosen.value && props.handles.points.value[chosen.value];
  if (arrow && at) {
    const step = event.shiftKey ? 10 : 1;
    if (!event.repeat) props.handles.mark();
    props.handles.move(chosen.value!, [
      clamp(at[0] + arrow[0] * step, 0, props.image.width),
      clamp(at[1] + arrow[1] * step, 0, props.image.height),
    ]);
  } else if (command && event.key.toLowerCase() === 'z') (event.shiftKey ? props.handles.redo : props.handles.undo)();
  else if (command && event.key.toLowerCase() === 'y') props.handles.redo();
  else if (command) return;
  else if (event.key === '+' || event.key === '=') setZoom(zoom.value * 1.25);
  else if (event.key === '-') setZoom(zoom.value / 1.25);
  else return;
  event.preventDefault();
});

// The magnifier shows what the finger hides.
const LENS = 150;
const showLens = computed(() => dragging.value !== null);
watch(
  [() => props.handles.points.value, showLens],
  () => {
    const name = dragging.value;
    const at = name && props.handles.points.value[name];
    const context = lens.value?.getContext('2d');
    if (!at || !context) return;
    const span = LENS / (scale.value * 3);
    context.fillStyle = '#1b2831';
    context.fillRect(0, 0, LENS, LENS);
    context.drawImage(props.image, at[0] - span / 2, at[1] - span / 2, span, span, 0, 0, LENS, LENS);
    context.strokeStyle = '#ff7a33';
    context.lineWidth = 2;
    context.beginPath();
    context.moveTo(LENS / 2, 20);
    context.lineTo(LENS / 2, LENS - 20);
    context.moveTo(20, LENS / 2);
    context.lineTo(LENS - 20, LENS / 2);
    context.stroke();
  },
  { flush: 'post' },
);
const lensLeft = computed(() => {
  const at = dragging.value && props.handles.points.value[dragging.value];
  return !at || at[0] * scale.value + origin.value[0] > width.value / 2;
});
</script>

<template>
  <section class="card !p-2" aria-label="Picture with points">
    <div ref="box" class="relative w-full" :data-scale="scale" :data-origin="origin.join(',')">
      <VStage
        :config="{ width, height, draggable: placed || zoom > 1, dragDistance: 6, dragBoundFunc: stay }"
        class="bg-sunk touch-none overflow-hidden rounded-md"
        :class="placed ? '' : 'cursor-crosshair'"
        @pointerdown="onDown"
        @pointerclick="onClick"
        @wheel="onWheel"
        @dragstart="onStageDragStart"
        @dragmove="onStageDrag"
      >
        <VLayer :config="{ x: origin[0], y: origin[1], scaleX: scale, scaleY: scale }">
          <VImage :config="{ image, listening: true }" />
          <VLine
            v-if="overlay?.floor"
            :config="{
              points: flat(overlay.floor),
              stroke: '#fff',
              strokeWidth: 2 / scale,
              dash: [8 / scale, 6 / scale],
              listening: false,
            }"
          />
          <template v-if="overlay?.line">
            <VLine
              :config="{
                points: flat(overlay.knots),
                stroke: '#ff7a33',
                opacity: 0.35,
                strokeWidth: overlay.band,
                lineJoin: 'round',
                lineCap: 'round',
                listening: false,
              }"
            />
            <VLine
              :config="{
                points: flat(overlay.ideal!),
                stroke: '#fff',
                strokeWidth: 2.5 / scale,
                dash: [10 / scale, 7 / scale],
                listening: false,
              }"
            />
            <VLine
              :config="{ points: flat(overlay.knots), stroke: '#ff7a33', strokeWidth: 3 / scale, listening: false }"
            />
          </template>
          <VCircle
            v-if="firstClick"
            :config="{
              x: firstClick[0],
              y: firstClick[1],
              radius: 8 / scale,
              fill: '#ff7a33',
              stroke: '#1b2831',
              strokeWidth: 2 / scale,
            }"
          />
          <VGroup v-for="name in names" :key="name">
            <VCircle
              :config="{
                x: handles.points.value[name]![0],
                y: handles.points.value[name]![1],
                radius: (chosen === name ? 9 : 6.5) / scale,
                hitStrokeWidth: 30 / scale,
                fill: name.startsWith('floor') ? '#ffffff' : chosen === name ? '#ffd08a' : '#ff7a33',
                stroke: '#1b2831',
                strokeWidth: 2 / scale,
                draggable: true,
              }"
              @dragstart="(handles.mark(), (chosen = name), (dragging = name))"
              @dragmove="onDrag(name, $event)"
              @dragend="dragging = null"
              @pointerclick="chosen = name"
            />
          </VGroup>
        </VLayer>
      </VStage>
      <slot :scale="scale" :origin="origin"></slot>
      <canvas
        v-show="showLens"
        ref="lens"
        :width="LENS"
        :height="LENS"
        class="pointer-events-none absolute top-2 rounded-full border-4 border-white shadow-lg"
        :class="lensLeft ? 'left-2' : 'right-2'"
        aria-hidden="true"
      ></canvas>
      <p
        v-if="!placed"
        class="bg-paper pointer-events-none absolute top-2 left-2 rounded-md px-3 py-2 font-semibold shadow"
      >
        {{
          across
            ? `${firstClick ? 'Now the' : 'Click the'} ${landmarkLabel(anchors[firstClick ? 1 : 0]).toLowerCase()} (the person’s own)`
            : firstClick
              ? 'Now the ankle'
              : 'Click the shoulder'
        }}
      </p>
    </div>
    <div class="mt-2 flex flex-wrap items-center gap-1">
      <button class="btn" :disabled="!handles.canUndo.value" aria-label="Undo" @click="handles.undo()">
        <Undo2 :size="20" aria-hidden="true" />
      </button>
      <button class="btn" :disabled="!handles.canRedo.value" aria-label="Redo" @click="handles.redo()">
        <Redo2 :size="20" aria-hidden="true" />
      </button>
      <button class="btn" aria-label="Zoom out" @click="setZoom(zoom / 1.25)">
        <Minus :size="20" aria-hidden="true" />
      </button>
      <button class="btn" aria-label="Zoom in" @click="setZoom(zoom * 1.25)">
        <Plus :size="20" aria-hidden="true" />
      </button>
      <template v-if="placed && !across">
        <label class="sr-only" for="add-point">Add an optional point</label>
        <select
          id="add-point"
          class="field ml-auto !w-auto"
          :value="''"
          @change="addOptional(($event.target as HTMLSelectElement).value as LandmarkName)"
        >
          <option value="" disabled>Add a point …</option>
          <option v-for="name in optional" :key="name" :value="name">{{ LANDMARK_LABELS[name] }}</option>
          <option v-for="name in FAR.filter((n) => !handles.points.value[n])" :key="name" :value="name">
            {{ labelOf(name) }} (camera check)
          </option>
        </select>
      </template>
    </div>
    <ul v-if="placed" class="mt-2 flex flex-wrap gap-1" aria-label="Points">
      <li
        v-for="name in names"
        :key="name"
        class="flex"
        :data-point="name"
        :data-at="handles.points.value[name]!.join(',')"
      >
        <button
          class="btn !min-h-[44px] !px-2 text-sm"
          :class="{ 'btn-on': chosen === name }"
          :aria-pressed="chosen === name"
          @focus="chosen = name"
          @click="chosen = name"
        >
          {{ labelOf(name) }}
        </button>
        <button
          v-if="
            chosen === name &&
            !(SIDE_LANDMARKS as readonly string[]).includes(name) &&
            !anchors.includes(name as LandmarkName)
          "
          class="btn !px-2 text-sm"
          :aria-label="`Take away ${labelOf(name)}`"
          @click="handles.remove(name)"
        >
          ×
        </button>
      </li>
    </ul>
  </section>
</template>
