<script setup lang="ts">
/** The frames of a look, closer: played, measured on freely, taken out as pictures or as a clip; the clip itself kept or deleted. */
import { useObjectUrl } from '@vueuse/core';
import { computed, ref, shallowRef } from 'vue';
import { RouterLink } from 'vue-router';
import { repsOfRecord } from '../../../core/clip/judged-reps.js';
import { judge } from '../../../core/evaluate/judge.js';
import { see } from '../../../core/evaluate/see.js';
import { cleanKnown } from '../../../core/evaluate/undecided.js';
import type { Point } from '../../../core/geometry.js';
import { nearestIndex } from '../../../core/statistics.js';
import { landmarkLabel } from '../../../core/landmarks.js';
import { freeShort } from '../../../words/marks.js';
import { secondsText } from '../../../words/numbers.js';
import { undecidedText } from '../../../words/seen.js';
import LoadState from '../../components/LoadState.vue';
import PickOne from '../../components/PickOne.vue';
import { catalog } from '../../data/catalogue.js';
import { useStanding } from '../../data/circumstance.js';
import { clipAddress } from '../../data/clips.js';
import { changeLook, useLook } from '../../data/looks.js';
import { dayText, familyName, rungName } from '../../data/names.js';
import ClipTimeline from '../../drawing/ClipTimeline.vue';
import ClipView from '../../drawing/ClipView.vue';
import { CASING, markStrokes, overlayOf, strokesOf, type Stroke } from '../../drawing/overlay.js';
import PlayerBar from '../../drawing/PlayerBar.vue';
import StrokeList from '../../drawing/StrokeList.vue';
import { useStripMeasure } from '../../drawing/strip-measure.js';
import { usePlayerKeys } from '../../components/player-keys.js';
import { usePlayer } from '../../drawing/use-player.js';
import FramesClip from './FramesClip.vue';
import FramesOut from './FramesOut.vue';
import MarkList from './MarkList.vue';
import { useMarks } from './use-marks.js';
import { framesPage as wording } from '../../../words/pages/looks.js';

const props = defineProps<{ id: string }>();
const look = useLook(() => props.id);
const { person, by } = useStanding(
  () => look.value.value?.personId ?? null,
  () => look.value.value?.startedAt ?? null,
);
const is = computed(() => look.value.value);
const detail = computed(
  () =>
    is.value &&
    by.value &&
    judge(see({ observation: is.value.observation, eye: is.value.eye }, catalog), catalog, by.value),
);
const frames = computed(() => is.value?.observation.frames ?? []);
const times = computed(() => frames.value.map((f) => f.t));
const length = computed(() => times.value.at(-1) ?? 0);
const series = computed(() => frames.value.length > 1);
/** A file of this device that is shown while the studio has none. */
const own = shallowRef<File | null>(null);
const ownAddress = useObjectUrl(own);
const src = computed(() => ownAddress.value ?? (is.value?.clipId ? clipAddress(is.value.clipId) : null));
const player = usePlayer({
  src: () => src.value ?? null,
  from: () => 0,
  length: () => length.value,
  times: () => times.value,
});
const shown = computed(() => frames.value[player.shown.value]);
usePlayerKeys(player);
const marks = useMarks(
  computed(() => ({ marks: is.value?.marks ?? [], detail: detail.value! })),
  computed(() => ({ t: shown.value?.t ?? 0, points: shown.value?.points ?? {}, step: player.step.value })),
  (next) => is.value && void changeLook(is.value, { marks: next }),
);
/** Points of the frame that is shown that a hand set. */
const byHand = computed(() =>
  (is.value?.anchors ?? []).filter((a) => Math.abs(a.t - (shown.value?.t ?? -1)) < player.step.value / 2),
);
const { measures, measure } = useStripMeasure(() => detail.value);
const reps = computed(() => (detail.value ? repsOfRecord(detail.value) : []));

const view = ref<InstanceType<typeof ClipView> | null>(null);
/** A finger takes a point that lies so near, px on the screen. */
const REACH = 26;
function at(event: PointerEvent): { p: Point; reach: number } {
  const { p, k } = view.value!.placeOf(event);
  return { p, reach: REACH * k };
}
let reach = 0;
function down(event: PointerEvent): void {
  const here = at(event);
  reach = here.reach;
  if (marks.laying.value) player.pause();
  if (!marks.down(here.p, here.reach)) return;
  event.preventDefault();
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
}
/** What is drawn on a second of it: for files. */
function drawnAt(t: number): Stroke[] {
  const d = detail.value!;
  const i = nearestIndex(times.value, t);
  const overlay = overlayOf({ ...d.observation, frames: d.observation.frames.slice(i, i + 1) }, d);
  return [
    ...strokesOf(overlay, overlay.size, { bare: series.value }),
    ...marks.on(times.value[i]!).flatMap((m) => markStrokes(m.points, freeShort(m.read), overlay.size)),
  ];
}
</script>

<template>
  <LoadState
    :loading="(look.loading.value && !is) || (is !== null && !detail)"
    :error="is ? null : look.error.value"
    @retry="look.load()"
  />
  <template v-if="is && detail">
    <div class="flex flex-wrap items-center gap-x-3">
      <h1 class="!text-2xl">
        <RouterLink :to="`/looks/${id}`" class="hover:underline"
          >{{ person.value.value?.name ?? wording.theLook }} · {{ familyName(detail.family.id) }},
          {{ rungName(detail.family.id, detail.rung.id) }}</RouterLink
        >
      </h1>
      <p class="text-soft">{{ dayText(is.day) }}</p>
    </div>
    <LoadState v-if="frames.length === 0" class="mt-3" :empty="wording.thisHoldWasWatched" />
    <div v-else class="mt-3 columns grid items-start gap-4 xl:grid-cols-[1fr_20rem]">
      <section class="card !p-2" :aria-label="wording.framesWithTheLine">
        <div
          class="touch-none"
          :class="{ 'cursor-crosshair': marks.laying.value }"
          @pointerdown="down"
          @pointermove="marks.move(at($event).p)"
          @pointerup="marks.up(reach)"
          @pointercancel="marks.up(0)"
        >
          <ClipView
            ref="view"
            v-slot="{ unit }"
            :player="player"
            :src="src ?? null"
            :media-id="series ? null : is.mediaId"
            :observation="is.observation"
            :points="shown?.points ?? {}"
            :bare="series"
            :detail="detail"
            :tall="60"
            :label="wording.theFrameWithIts"
          >
            <template v-for="m in marks.here.value" :key="m.id">
              <StrokeList :strokes="markStrokes(m.points, freeShort(m.read), unit)" />
            </template>
            <circle
              v-for="(a, i) in byHand"
              :key="`h${i}`"
              :cx="a.at[0]"
              :cy="a.at[1]"
              :r="unit * 2.4"
              fill="#ffd08a"
              :stroke="CASING"
              :stroke-width="unit * 0.7"
            />
            <StrokeList v-if="marks.laying.value" :strokes="markStrokes(marks.laying.value.points, '', unit)" />
          </ClipView>
        </div>
        <div v-if="series" class="mt-2 flex flex-wrap items-center gap-1">
          <PlayerBar :player="player" />
          <PickOne
            v-if="measures.length > 0"
            id="frames-measure"
            :label="wording.whatTheStripShows"
            quiet
            class="ml-auto min-w-44"
            :choices="measures"
            :model-value="measure"
            @update:model-value="measure = $event"
          />
        </div>
        <ClipTimeline
          v-if="series"
          class="mt-2"
          :detail="detail"
          :measure="measure"
          :reps="reps"
          :taps="is.observation.events ?? []"
          :length="length"
          :up-to="length"
          :at="player.at.value"
          :step="player.step.value"
          @seek="
            player.pause();
            player.seek($event);
          "
        />
        <p v-if="player.broken.value" role="alert" class="note mt-2">{{ wording.theClipCannot }}</p>
      </section>
      <div class="min-w-0 space-y-4">
        <section v-if="detail.hold" class="card" :aria-label="wording.inShort">
          <p v-if="detail.hold.reps || cleanKnown(detail)" class="figures">
            <b class="font-head text-4xl">{{
              detail.hold.reps ? detail.hold.reps.clean : detail.hold.clean.toFixed(1)
            }}</b>
            <b>{{ wording.clean(detail.hold.reps ? wording.reps : wording.seconds) }}</b>
            <span class="text-soft">{{
              wording.of(detail.hold.reps ? detail.hold.reps.done : secondsText(detail.hold.total))
            }}</span>
          </p>
          <p v-if="detail.undecided.length" class="note font-semibold">{{ undecidedText(detail) }}</p>
        </section>
        <section v-if="is.anchors.length" class="card" aria-labelledby="by-hand">
          <h2 id="by-hand">{{ wording.setByHand }}</h2>
          <ul>
            <li v-for="(a, i) in is.anchors" :key="i">
              <button class="figures min-h-[44px] w-full text-left" @click="player.seek(a.t)">
                {{ landmarkLabel(a.name) }} <span class="text-soft">{{ wording.at(secondsText(a.t)) }}</span>
              </button>
            </li>
          </ul>
        </section>
        <MarkList :marks="marks" :points="shown?.points ?? {}" @seek="player.seek($event)" />
        <FramesOut
          :look="is"
          :drawn-at="drawnAt"
          :at="player.at.value"
          :video="player.video.value"
          :src="src ?? null"
        />
        <FramesClip v-if="series" :look="is" :person="person.value.value" @shown="own = $event" />
      </div>
    </div>
  </template>
</template>
