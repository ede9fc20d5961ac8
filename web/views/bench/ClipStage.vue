<script setup lang="ts">
/** A clip with what was found drawn on it: played, stepped through, and its points set right on any frame. */
import { Redo2, Undo2 } from '@lucide/vue';
import { computed, ref } from 'vue';
import { SURE } from '../../../core/clip/detected.js';
import type { JudgedRep } from '../../../core/clip/judged-reps.js';
import type { Judged } from '../../../core/evaluate/judge.js';
import { distance, type Point } from '../../../core/geometry.js';
import { landmarkLabel, type LandmarkName } from '../../../core/landmarks.js';
import { usePlayerKeys } from '../../components/player-keys.js';
import PickOne from '../../components/PickOne.vue';
import ClipTimeline from '../../drawing/ClipTimeline.vue';
import ClipView from '../../drawing/ClipView.vue';
import { CASING, LINE_TONE } from '../../drawing/overlay.js';
import PlayerBar from '../../drawing/PlayerBar.vue';
import { usePlayer } from '../../drawing/use-player.js';
import NudgePad from './NudgePad.vue';
import type { ClipUnderWay } from './use-clip.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { clipStage as wording } from '../../../words/pages/bench.js';

const props = defineProps<{
  /** Address of the clip; null: it is not here, only what was read of it. */
  src: string | null;
  clip: ClipUnderWay;
  /** Where in the clip what was read begins, s. */
  from: number;
  observation: Judged['observation'];
  detail: Judged | null;
  measure: string;
  measures: readonly { id: string; name: string }[];
  reps: readonly JudgedRep[];
  /** Taps made live on the same hold, s on the clip's clock. */
  taps: readonly { t: number; fault: string; state: 'on' | 'off' }[];
}>();
const emit = defineEmits<{ 'update:measure': [id: string] }>();
const view = ref<InstanceType<typeof ClipView> | null>(null);
const facts = computed(() => props.clip.facts.value);
const length = computed(() => {
  const read = props.clip.raw.value.at(-1)?.t ?? 0;
  return props.clip.state.value === 'reading' ? Math.max(read, (facts.value?.length ?? 0) - props.from) : read;
});
const times = computed(() => props.clip.followed.value.map((f) => f.t));
const player = usePlayer({
  src: () => props.src,
  from: () => props.from,
  length: () => length.value,
  times: () => times.value,
});
const { at, playing, shown, seek, pause } = player;

// Points: chosen and dragged on the frame that is shown.
const chosen = ref<LandmarkName | null>(null);
const dragged = ref<{ name: LandmarkName; at: Point } | null>(null);
let grabbed: Point = [0, 0];
const points = computed(() => {
  const own = props.clip.followed.value[shown.value]?.points ?? {};
  return dragged.value ? { ...own, [dragged.value.name]: dragged.value.at } : own;
});
const names = computed(() => Object.keys(points.value) as LandmarkName[]);
const byHand = computed(
  () => new Set(props.clip.anchors.value.filter((a) => a.frame === shown.value).map((a) => a.name)),
);
const isSure = (name: LandmarkName): boolean => {
  const { found } = props.clip.frames.value[shown.value] ?? {};
  return byHand.value.has(name) || !found || (found.visible[name] ?? 1) >= SURE;
};
/** A finger takes a point that lies so near, px on the screen. */
const REACH = 30;
function down(event: PointerEvent): void {
  const { p, k } = view.value!.placeOf(event);
  const near = names.value
    .map((name) => ({ name, away: distance(points.value[name]!, p) / k }))
    .filter((n) => n.away <= REACH)
    // The chosen one wins where two lie on each other.
    .sort((a, b) => a.away - (a.name === chosen.value ? 12 : 0) - (b.away - (b.name === chosen.value ? 12 : 0)))[0];
  if (!near) return;
  pause();
  event.preventDefault();
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  chosen.value = near.name;
  const from = points.value[near.name]!;
  grabbed = [from[0] - p[0], from[1] - p[1]];
  dragged.value = { name: near.name, at: from };
}
function move(event: PointerEvent): void {
  if (!dragged.value || !facts.value) return;
  const { p } = view.value!.placeOf(event);
  dragged.value = {
    name: dragged.value.name,
    at: [
      Math.min(facts.value.width, Math.max(0, p[0] + grabbed[0])),
      Math.min(facts.value.height, Math.max(0, p[1] + grabbed[1])),
    ],
  };
}
function up(event: PointerEvent): void {
  const drag = dragged.value;
  dragged.value = null;
  const before = drag && props.clip.followed.value[shown.value]?.points[drag.name];
  // A tap chooses and moves nothing.
  if (drag && before && distance(before, drag.at) / view.value!.placeOf(event).k > 2)
    props.clip.set(shown.value, drag.name, drag.at);
}
function chooseNext(by: 1 | -1): void {
  const i = chosen.value ? names.value.indexOf(chosen.value) : -1;
  chosen.value = names.value[(i + by + names.value.length) % names.value.length] ?? null;
}
function nudge(by: Point): void {
  const from = chosen.value && points.value[chosen.value];
  if (!from) return;
  // A step that is seen: a px of the screen where the picture is larger than that.
  const k = Math.max(1, Math.round(view.value?.perScreen() ?? 1));
  props.clip.set(shown.value, chosen.value!, [from[0] + by[0] * k, from[1] + by[1] * k]);
}
usePlayerKeys(player, (key, event) => {
  if (key === 'z') (event.shiftKey ? props.clip.redo : props.clip.undo)();
  else if (key === 'y') props.clip.redo();
  else return false;
  return true;
});
defineExpose({
  seek(t: number): void {
    pause();
    seek(t);
  },
});
</script>

<template>
  <section class="card !p-2" :aria-label="wording.clipWithWhatWas">
    <div class="touch-none" @pointerdown="down" @pointermove="move" @pointerup="up" @pointercancel="dragged = null">
      <ClipView
        ref="view"
        v-slot="{ scale }"
        :player="player"
        :src="src"
        :observation="observation"
        :points="points"
        :detail="detail"
        bare
        :label="wording.theLine"
      >
        <template v-if="!playing">
          <circle
            v-for="name in names"
            :key="name"
            :cx="points[name]![0]"
            :cy="points[name]![1]"
            :r="(chosen === name ? 9 : 6.5) / scale"
            :fill="byHand.has(name) ? '#ffd08a' : isSure(name) ? LINE_TONE : 'transparent'"
            :stroke="isSure(name) ? CASING : LINE_TONE"
            :stroke-width="(isSure(name) ? 2 : 3) / scale"
          />
        </template>
      </ClipView>
    </div>
    <div class="mt-2 flex flex-wrap items-center gap-1">
      <PlayerBar :player="player" />
      <button
        class="btn !px-2.5 ml-auto"
        :disabled="!clip.canUndo.value"
        :aria-label="anywhere.undo"
        @click="clip.undo()"
      >
        <Undo2 :size="20" aria-hidden="true" />
      </button>
      <button class="btn !px-2.5" :disabled="!clip.canRedo.value" :aria-label="wording.redo" @click="clip.redo()">
        <Redo2 :size="20" aria-hidden="true" />
      </button>
      <PickOne
        v-if="measures.length > 0"
        id="clip-measure"
        :label="wording.whatTheStripShows"
        quiet
        class="min-w-44"
        :choices="measures"
        :model-value="measure"
        @update:model-value="emit('update:measure', $event)"
      />
    </div>
    <ClipTimeline
      class="mt-2"
      :detail="detail"
      :measure="measure"
      :reps="reps"
      :taps="taps"
      :length="length"
      :up-to="clip.upTo.value"
      :at="at"
      :step="player.step.value"
      @seek="
        pause();
        seek($event);
      "
    />
    <details v-if="names.length" class="mt-2">
      <summary class="min-h-[44px] content-center font-semibold">
        {{ wording.setPointsRight }}
        <span class="text-soft font-normal">{{
          clip.anchors.value.length ? wording.setByHand(clip.anchors.value.length) : wording.orDragThem
        }}</span>
      </summary>
      <NudgePad
        :name="chosen ? landmarkLabel(chosen) : null"
        @step="chooseNext"
        @begin="pause"
        @nudge="(by) => nudge(by)"
      />
      <ul class="mt-2 flex flex-wrap gap-1" :aria-label="wording.pointsOfThisFrame">
        <li
          v-for="name in names"
          :key="name"
          :data-point="name"
          :data-at="points[name]!.map((v) => v.toFixed(1)).join(',')"
        >
          <button
            class="btn !min-h-[44px] !px-2"
            :class="{ 'btn-on': chosen === name }"
            :aria-pressed="chosen === name"
            @click="chosen = name"
          >
            {{ landmarkLabel(name)
            }}<span v-if="!isSure(name)" class="text-soft font-normal">{{ wording.guessed }}</span
            ><span v-if="byHand.has(name)" class="text-soft font-normal">{{ wording.byHand }}</span>
          </button>
        </li>
      </ul>
      <button v-if="byHand.size" class="btn btn-quiet mt-2" @click="clip.release(shown)">
        {{ wording.letThePoints }}
      </button>
    </details>
  </section>
</template>
