<script setup lang="ts">
/** A picture with its points: laid by two clicks, moved by finger, mouse or keys, seen closer. */
import { Minus, Plus, Redo2, Scan, Undo2, ZoomIn } from '@lucide/vue';
import { useElementSize, useEventListener } from '@vueuse/core';
import { computed, onMounted, ref, watch } from 'vue';
import { Circle as VCircle, Image as VImage, Layer as VLayer, Line as VLine, Stage as VStage } from 'vue-konva';
import type { Person } from '../../../api/people.js';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { acrossAnchors } from '../../../core/body/across.js';
import { layAcross, layTemplate } from '../../../core/body/template.js';
import type { Judged } from '../../../core/evaluate/judge.js';
import type { Rung } from '../../../core/formats/catalog.js';
import type { Observation } from '../../../core/formats/observation.js';
import { clamp, distance, type Point } from '../../../core/geometry.js';
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
import { isOnControl, isTyping } from '../../components/keys.js';
import { CASING, overlayOf } from '../../drawing/overlay.js';
import { useSettings } from '../../stores/settings.js';
import NudgePad from './NudgePad.vue';
import { pointForDrag, pointForTap } from './picking.js';
import { useFingers } from './use-fingers.js';
import { MAX_ZOOM, useViewport } from './use-viewport.js';
import type { HandleName, usePoints } from './use-points.js';
import PickOne from '../../components/PickOne.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { pictureStage as wording } from '../../../words/pages/bench.js';

const props = defineProps<{
  image: ImageBitmap;
  rung: Rung;
  view: View;
  person: Person | null;
  handles: ReturnType<typeof usePoints>;
  observation: Observation;
  detail: Judged | null;
}>();
const settings = useSettings();
const box = ref<HTMLElement | null>(null);
const surface = ref<HTMLElement | null>(null);
const lens = ref<HTMLCanvasElement | null>(null);
const { width } = useElementSize(box);
const height = computed(() =>
  Math.min(Math.round((width.value * props.image.height) / props.image.width), Math.max(300, window.innerHeight - 330)),
);
const { zoom, scale, origin, toPicture, toScreen, zoomTo, show, grip } = useViewport(
  { width, height },
  () => props.image,
);
const chosen = ref<HandleName | null>(null);
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
    ? wording.floorOneEnd
    : name === 'floor-b'
      ? wording.floorOtherEnd
      : !across.value && FAR.includes(name)
        ? wording.far(LANDMARK_LABELS[name.split('-')[0] as BaseLandmark].toLowerCase())
        : (LANDMARKS as readonly string[]).includes(name)
          ? landmarkLabel(name)
          : name;
const overlay = computed(() => (props.detail ? overlayOf(props.observation, props.detail) : null));
const flat = (points: readonly Point[]): number[] => points.flatMap((p) => [p[0], p[1]]);
const inside = (p: Point): Point => [clamp(p[0], 0, props.image.width), clamp(p[1], 0, props.image.height)];

function lay(first: Point, second: Point): void {
  const body = bodyOf(props.person ? athleteOf(props.person) : {});
  try {
    const points = across.value
      ? layAcross(props.rung.family, props.view, body, first, second, props.rung.chordEnd, props.rung.pose)
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
    // The two that were clicked are placed; the others are guesses until they are set or said to fit.
    props.handles.place(anchors.value);
    chosen.value = across.value ? anchors.value[0] : 'hip';
  } catch {
    // Two clicks on one spot: wait for a better second one.
  }
}
/** Sets the first or the second of the two points that lay the figure. */
function setAnchor(at: Point): void {
  const { first } = props.handles;
  if (first.value) lay(first.value, at);
  else props.handles.begin(at);
}
// What was chosen is gone when it was undone.
watch(names, (all) => chosen.value && !all.includes(chosen.value) && (chosen.value = null));

/** Where a point was lifted, for a drag that moves it by what the finger moves and never makes it jump. */
let lifted: Point = [0, 0];
const askedAt = (press: Point, pointerType: string) => ({
  points: names.value.map((name) => ({ name, at: toScreen(props.handles.points.value[name]!) })),
  press,
  chosen: chosen.value,
  pointerType,
});
const { dragging } = useFingers<HandleName>(surface, {
  grab: (at, pointerType) => pointForDrag(askedAt(at, pointerType)),
  lift(name) {
    props.handles.mark();
    chosen.value = name;
    lifted = props.handles.points.value[name]!;
  },
  carry: (name, by) =>
    props.handles.move(name, inside([lifted[0] + by[0] / scale.value, lifted[1] + by[1] / scale.value])),
  putBack: () => props.handles.forget(),
  press(at, pointerType) {
    if (!placed.value) setAnchor(toPicture(at));
    else chosen.value = pointForTap(askedAt(at, pointerType)) ?? chosen.value;
  },
  grip,
});

function addOptional(name: LandmarkName): void {
  const { shoulder, ankle } = props.handles.points.value;
  if (!shoulder || !ankle) return;
  props.handles.mark();
  if (FAR.includes(name)) {
    const near = props.handles.points.value[name.split('-')[0] as BaseLandmark] ?? shoulder;
    props.handles.guess(name, [near[0] + 12, near[1]]);
  } else
    props.handles.guess(
      name,
      layTemplate(props.rung.pose, bodyOf(props.person ? athleteOf(props.person) : {}), shoulder, ankle, [
        name as BaseLandmark,
      ])[name]!,
    );
  chosen.value = name;
}
function onWheel(event: WheelEvent): void {
  const area = surface.value!.getBoundingClientRect();
  zoomTo(zoom.value * (event.deltaY < 0 ? 1.15 : 1 / 1.15), [event.clientX - area.left, event.clientY - area.top]);
}
/** Neighbours lie at least this far apart when a point is seen closer, px on the screen. */
const APART = 56;
/** Brings the chosen point to the middle, so close that its neighbours can be told apart; again: the whole picture. */
function closer(): void {
  const at = chosen.value && props.handles.points.value[chosen.value];
  if (!at) return;
  if (zoom.value > 1) {
    zoomTo(1);
    return;
  }
  const nearest = Math.min(
    ...names.value.filter((n) => n !== chosen.value).map((n) => distance(props.handles.points.value[n]!, at)),
  );
  show(at, clamp(APART / Math.max(nearest * scale.value, 1), 2.5, MAX_ZOOM));
}
function step(by: 1 | -1): void {
  const all = names.value;
  const at = chosen.value ? all.indexOf(chosen.value) : -1;
  chosen.value = all[(at + by + all.length) % all.length] ?? null;
  const point = chosen.value && props.handles.points.value[chosen.value];
  // Seen closer, the next point comes to the middle too.
  if (point && zoom.value > 1) show(point, zoom.value);
}
const isGuess = (name: HandleName): boolean => !props.handles.placed.value.has(name);
/** Moves the chosen point by a pixel of the screen, and never by less than one of the picture. */
function nudge(by: Point, times: number): void {
  const at = chosen.value && props.handles.points.value[chosen.value];
  if (!at) return;
  const px = Math.max(1, Math.round(1 / scale.value)) * times;
  props.handles.move(chosen.value!, inside([at[0] + by[0] * px, at[1] + by[1] * px]));
}

const ARROWS: Record<string, Point> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
/** The mark that the keys move while the figure is not laid, picture px; null while the keys are elsewhere. */
const mark = ref<Point | null>(null);
/** The mark goes so far at a press of a key, px on the screen. */
const MARK_STEP = 8;
function onFocus(): void {
  // A press sets where it pressed; only the keys want a mark.
  if (!placed.value && surface.value?.matches(':focus-visible'))
    mark.value ??= [props.image.width / 2, props.image.height / 2];
}
onMounted(() => surface.value?.focus({ preventScroll: true }));
watch(placed, (now) => now && (mark.value = null));
function onLayingKey(event: KeyboardEvent): boolean {
  const arrow = ARROWS[event.key];
  mark.value ??= [props.image.width / 2, props.image.height / 2];
  if (arrow) {
    const px = (MARK_STEP * (event.shiftKey ? 8 : 1)) / scale.value;
    mark.value = inside([mark.value[0] + arrow[0] * px, mark.value[1] + arrow[1] * px]);
  } else if ((event.key === 'Enter' || event.key === ' ') && !event.repeat) setAnchor(mark.value);
  else return false;
  return true;
}
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  const command = event.ctrlKey || event.metaKey;
  // What the browser does with its own keys (zoom, back) is left to it.
  if (isTyping(event) || event.altKey || document.querySelector('[role="dialog"]')) return;
  if (command) {
    const key = event.key.toLowerCase();
    if (key === 'z') (event.shiftKey ? props.handles.redo : props.handles.undo)();
    else if (key === 'y') props.handles.redo();
    else return;
  } else if (!placed.value && event.target === surface.value && onLayingKey(event)) {
    // The key was the mark's.
  } else if (
    ARROWS[event.key] &&
    chosen.value &&
    !(event.target as HTMLElement).closest('[role="menu"],[role="listbox"]')
  ) {
    if (!event.repeat) props.handles.mark();
    nudge(ARROWS[event.key]!, event.shiftKey ? 10 : 1);
  } else if (!settings.keys) return;
  else if (event.key === '+' || event.key === '=') zoomTo(zoom.value * 1.25);
  else if (event.key === '-') zoomTo(zoom.value / 1.25);
  else if (event.key === '[') step(-1);
  else if (event.key === ']') step(1);
  else if (event.key.toLowerCase() === 'c' && !isOnControl(event)) closer();
  else return;
  event.preventDefault();
});

const MARK_LINES = [
  [CASING, 5],
  ['#fff', 2],
] as const;
const crossAt = ([x, y]: Point): number[][] => {
  const arm = 22 / scale.value;
  return [
    [x - arm, y, x + arm, y],
    [x, y - arm, x, y + arm],
  ];
};

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
    context.fillStyle = CASING;
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
  return !at || toScreen(at)[0] > width.value / 2;
});
</script>

<template>
  <section class="card !p-2" :aria-label="wording.pictureWithPoints">
    <div
      ref="box"
      class="own-width relative w-full"
      :data-scale="scale"
      :data-origin="origin.join(',')"
      :data-zoom="zoom"
    >
      <div
        ref="surface"
        tabindex="0"
        role="application"
        :aria-label="placed ? wording.pictureWithPointsArrow : wording.pictureArrowKeysMove"
        class="bg-sunk touch-none overflow-hidden rounded-md"
        :class="placed ? '' : 'cursor-crosshair'"
        @focus="onFocus"
        @blur="mark = null"
        @wheel.prevent="onWheel"
      >
        <VStage :config="{ width, height, listening: false }" class="pointer-events-none">
          <VLayer :config="{ x: origin[0], y: origin[1], scaleX: scale, scaleY: scale, listening: false }">
            <VImage :config="{ image }" />
            <template v-if="overlay?.floor">
              <VLine :config="{ points: flat(overlay.floor), stroke: CASING, strokeWidth: 4.5 / scale }" />
              <VLine
                :config="{
                  points: flat(overlay.floor),
                  stroke: '#fff',
                  strokeWidth: 2 / scale,
                  dash: [8 / scale, 6 / scale],
                }"
              />
            </template>
            <template v-if="overlay?.line">
              <VLine
                :config="{
                  points: flat(overlay.knots),
                  stroke: '#ff7a33',
                  opacity: 0.35,
                  strokeWidth: overlay.band,
                  lineJoin: 'round',
                  lineCap: 'round',
                }"
              />
              <!-- Each line has a dark casing, so that it stands out from a light wall and from a dark shirt. -->
              <VLine :config="{ points: flat(overlay.ideal!), stroke: CASING, strokeWidth: 5 / scale }" />
              <VLine
                :config="{
                  points: flat(overlay.ideal!),
                  stroke: '#fff',
                  strokeWidth: 2.5 / scale,
                  dash: [10 / scale, 7 / scale],
                }"
              />
              <VLine :config="{ points: flat(overlay.knots), stroke: CASING, strokeWidth: 6.5 / scale }" />
              <VLine :config="{ points: flat(overlay.knots), stroke: '#ff7a33', strokeWidth: 3 / scale }" />
            </template>
            <VCircle
              v-if="handles.first.value"
              :config="{
                x: handles.first.value[0],
                y: handles.first.value[1],
                radius: 8 / scale,
                fill: '#ff7a33',
                stroke: CASING,
                strokeWidth: 2 / scale,
              }"
            />
            <VCircle
              v-for="name in names"
              :key="name"
              :config="{
                x: handles.points.value[name]![0],
                y: handles.points.value[name]![1],
                radius: (chosen === name ? 9 : 6.5) / scale,
                // A guess is a ring: what it lies on is seen through it.
                fill: isGuess(name)
                  ? undefined
                  : name.startsWith('floor')
                    ? '#ffffff'
                    : chosen === name
                      ? '#ffd08a'
                      : '#ff7a33',
                stroke: isGuess(name) ? (chosen === name ? '#ffd08a' : '#ff7a33') : CASING,
                strokeWidth: (isGuess(name) ? 3 : 2) / scale,
                shadowColor: CASING,
                shadowBlur: isGuess(name) ? 3 / scale : 0,
              }"
            />
            <template v-if="mark">
              <template v-for="[stroke, thick] in MARK_LINES" :key="stroke">
                <VLine
                  v-for="(arm, i) in crossAt(mark)"
                  :key="i"
                  :config="{ points: arm, stroke, strokeWidth: thick / scale }"
                />
              </template>
            </template>
          </VLayer>
        </VStage>
      </div>
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
        role="status"
        class="bg-paper pointer-events-none absolute top-2 left-2 rounded-md px-3 py-2 font-semibold shadow"
      >
        {{
          across
            ? wording.thePersonsOwn(
                handles.first.value ? wording.nowThe : wording.clickThe,
                landmarkLabel(anchors[handles.first.value ? 1 : 0]).toLowerCase(),
              )
            : handles.first.value
              ? wording.nowTheAnkle
              : wording.clickTheShoulder
        }}
      </p>
    </div>
    <div class="mt-2 flex flex-wrap items-center gap-1">
      <button
        class="btn !px-2.5"
        :disabled="!handles.canUndo.value"
        :aria-label="anywhere.undo"
        @click="handles.undo()"
      >
        <Undo2 :size="20" aria-hidden="true" />
      </button>
      <button class="btn !px-2.5" :disabled="!handles.canRedo.value" :aria-label="wording.redo" @click="handles.redo()">
        <Redo2 :size="20" aria-hidden="true" />
      </button>
      <button class="btn !px-2.5" :aria-label="wording.zoomOut" @click="zoomTo(zoom / 1.25)">
        <Minus :size="20" aria-hidden="true" />
      </button>
      <button class="btn !px-2.5" :aria-label="wording.zoomIn" @click="zoomTo(zoom * 1.25)">
        <Plus :size="20" aria-hidden="true" />
      </button>
      <button v-if="placed" class="btn !px-2.5" :disabled="!chosen" @click="closer">
        <component :is="zoom > 1 ? Scan : ZoomIn" :size="20" aria-hidden="true" />
        {{ zoom > 1 ? wording.wholePicture : wording.closer }}
      </button>
      <template v-if="placed && !across">
        <PickOne
          id="add-point"
          :label="wording.addAnOptionalPoint"
          quiet
          class="ml-auto"
          :placeholder="wording.addAPoint"
          :choices="[
            ...optional.map((name) => ({ id: name, name: LANDMARK_LABELS[name] })),
            ...FAR.filter((n) => !handles.points.value[n]).map((name) => ({
              id: name,
              name: labelOf(name),
              note: wording.cameraCheck,
            })),
          ]"
          model-value=""
          @update:model-value="addOptional($event as LandmarkName)"
        />
      </template>
    </div>
    <NudgePad
      v-if="placed"
      class="mt-2"
      :name="chosen ? labelOf(chosen) : null"
      @step="step"
      @begin="handles.mark()"
      @nudge="(by) => nudge(by, 1)"
    />
    <ul v-if="placed" class="mt-2 flex flex-wrap gap-1" :aria-label="wording.points">
      <li
        v-for="name in names"
        :key="name"
        class="flex"
        :data-point="name"
        :data-at="handles.points.value[name]!.join(',')"
      >
        <button
          class="btn !min-h-[44px] !px-2"
          :class="{ 'btn-on': chosen === name }"
          :aria-pressed="chosen === name"
          @focus="chosen = name"
          @click="chosen = name"
        >
          {{ labelOf(name) }}<span v-if="isGuess(name)" class="text-soft font-normal">{{ wording.guessed }}</span>
        </button>
        <button v-if="chosen === name && isGuess(name)" class="btn !px-2" @click="handles.confirm([name])">
          {{ wording.fits }}
        </button>
        <button
          v-if="
            chosen === name &&
            !(SIDE_LANDMARKS as readonly string[]).includes(name) &&
            !anchors.includes(name as LandmarkName)
          "
          class="btn !px-2"
          :aria-label="wording.takeAway(labelOf(name))"
          @click="handles.remove(name)"
        >
          ×
        </button>
      </li>
    </ul>
  </section>
</template>
