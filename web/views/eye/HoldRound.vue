<script setup lang="ts">
/** One simulated hold, tapped as on the bench; then what went and what was tapped, side by side. */
import { Play, Undo2 } from '@lucide/vue';
import { computed, nextTick, onMounted, ref, shallowRef } from 'vue';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { drawPoses, type DrawnPoses } from '../../../core/body/draw.js';
import { poseOfHold, truthOfHold } from '../../../core/eye/deal.js';
import { scoreHold } from '../../../core/eye/tapping.js';
import type { HoldItem, TappedHold } from '../../../core/formats/eye.js';
import { holdTold } from '../../../words/eye.js';
import { secondsText } from '../../../words/numbers.js';
import { catalog } from '../../data/catalogue.js';
import { hallCircumstance } from '../../data/eye.js';
import { familyName, rungName } from '../../data/names.js';
import { announce } from '../../data/said.js';
import { FIGURE_TONES } from '../../drawing/figure-tones.js';
import { nextTask } from '../../next-task.js';
import TapPads from './TapPads.vue';
import { useRoundClock } from './use-clock.js';
import { useTapping } from './use-tapping.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { holdRound as wording } from '../../../words/pages/eye.js';

const props = defineProps<{
  item: HoldItem;
  last: boolean;
  /** What was tapped at an earlier visit, in a hold that has ended: it stands. */
  half: TappedHold | null;
}>();
const emit = defineEmits<{ done: [answer: TappedHold]; half: [half: TappedHold] }>();
/** Pictures a second that the hold is drawn by. */
const RATE = 10;
const phase = ref<'ready' | 'running' | 'told'>(props.half ? 'told' : 'ready');
const tapping = useTapping({
  hold: () => ({ position: props.item.family, rung: props.item.rung }),
  running: () => phase.value === 'running',
  now: () => clock.now(),
  space: () => {
    const ready = phase.value === 'ready';
    if (ready) start();
    return ready;
  },
});
const { events, pads, undo } = tapping;
events.value = [...(props.half?.events ?? [])];
const drawn = shallowRef<DrawnPoses | null>(null);
onMounted(async () => {
  // The page stands first; where the figure is in each frame is worked out ahead of the clock, so that none is late.
  await nextTask();
  const count = Math.round(props.item.seconds * RATE) + 1;
  drawn.value = drawPoses(
    Array.from({ length: count }, (_, i) => poseOfHold(props.item, i / RATE, catalog)),
    bodyOf(props.item.athlete),
  );
});
/** Second that is looked at again afterwards. */
const again = ref(props.half ? props.item.seconds : 0);
const told = ref<HTMLElement | null>(null);
const clock = useRoundClock(
  () => props.item.seconds,
  async () => {
    [phase.value, again.value] = ['told', props.item.seconds];
    emit('half', { events: events.value });
    announce(lines.value.join(' '));
    await nextTick();
    told.value?.focus({ preventScroll: true });
  },
);
const frame = computed(() => {
  if (!drawn.value) return [];
  const t = phase.value === 'told' ? again.value : clock.t.value;
  return drawn.value.frame(Math.min(drawn.value.count - 1, Math.round(t * RATE)));
});
const box = computed(() => {
  const { x, y, width, height } = drawn.value?.box ?? { x: 0, y: -150, width: 400, height: 160 };
  return { x, width, view: `${x} ${y} ${width} ${height}` };
});
function start(): void {
  if (!drawn.value) return;
  events.value = [];
  phase.value = 'running';
  clock.start();
  announce(wording.theClockRuns);
}

const lines = computed((): string[] => {
  if (phase.value !== 'told') return [];
  const truth = truthOfHold(props.item, catalog, hallCircumstance());
  const score = scoreHold(
    truth,
    { events: events.value },
    props.item.seconds,
    pads.value.map((p) => p.id),
  );
  return holdTold(catalog, truth, score);
});
</script>

<template>
  <section class="card" :aria-label="wording.simulatedHold">
    <div class="grid items-end gap-x-3 gap-y-1 md:grid-cols-[1fr_18rem]">
      <svg :viewBox="box.view" class="max-h-28 w-full md:max-h-64" role="img" :aria-label="wording.theSimulatedHold">
        <path v-for="(shape, i) in frame" :key="i" :d="shape.path" :fill="FIGURE_TONES[shape.tone]" />
        <path :d="`M${box.x} 3h${box.width}`" stroke="var(--soft)" stroke-width="3" />
      </svg>
      <div class="max-md:flex max-md:flex-wrap max-md:items-center max-md:gap-x-3">
        <p class="font-semibold max-md:w-full" :class="{ 'max-md:hidden': phase === 'running' }">
          {{ familyName(item.family) }}, {{ rungName(item.family, item.rung).toLowerCase() }}
        </p>
        <p
          class="figures font-head text-[2.75rem] leading-none md:text-[3.5rem] font-bold"
          role="timer"
          :aria-label="wording.clock"
        >
          {{ clock.t.value.toFixed(1) }}
        </p>
        <div class="flex flex-1 gap-2 md:mt-2">
          <button
            v-if="phase === 'ready'"
            class="btn btn-main !min-h-16 flex-1 text-xl"
            :disabled="!drawn"
            @click="start"
          >
            <Play :size="24" aria-hidden="true" /> {{ anywhere.start }}
          </button>
          <button
            v-else-if="phase === 'running'"
            class="btn !min-h-16 flex-1"
            :disabled="events.length === 0"
            @click="undo"
          >
            <Undo2 :size="22" aria-hidden="true" /> {{ anywhere.undo }}
          </button>
        </div>
      </div>
    </div>
    <template v-if="phase !== 'told'">
      <p class="text-soft mt-2" :class="{ 'max-md:hidden': phase === 'running' }">
        <slot name="how">{{ wording.tapWhatGoesWhen }}</slot>
      </p>
      <TapPads :tapping="tapping" :disabled="phase === 'ready'" />
    </template>
    <div v-else class="mt-3">
      <h2 ref="told" tabindex="-1">{{ wording.whatWentIn(secondsText(item.seconds)) }}</h2>
      <ul class="figures mt-1 space-y-1 text-lg">
        <li v-for="line in lines" :key="line">{{ line }}</li>
      </ul>
      <label class="mt-2 flex justify-between font-semibold" for="see-again"
        ><span>{{ wording.seeItAgain }}</span
        ><output class="figures">{{ secondsText(again) }}</output></label
      >
      <input
        id="see-again"
        v-model.number="again"
        type="range"
        min="0"
        :max="item.seconds"
        step="0.1"
        class="h-11 w-full accent-[var(--rope)]"
        :aria-valuetext="secondsText(again)"
      />
      <button class="btn btn-main mt-3 !min-h-14" @click="emit('done', { events })">
        <slot name="then">{{ last ? wording.toTheRoundsResult : wording.nextHold }}</slot>
      </button>
    </div>
  </section>
</template>
