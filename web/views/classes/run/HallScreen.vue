<script setup lang="ts">
/** What the hall reads from four metres: the move, the seconds, who does which version, what comes next. No text is lower than a thirtieth of the screen. */
import { computed } from 'vue';
import type { WallRun } from '../../../../core/class/wall.js';
import type { RunState } from '../../../../core/class/run.js';
import { isOpen } from '../../../../core/class/pace.js';
import { secondsShown, type ClockAt, type Part } from '../../../../core/class/timeline.js';
import type { Where } from '../../../../core/formats/run.js';
import FigureView from '../../../drawing/FigureView.vue';
import { catalog } from '../../../data/catalogue.js';
import { moveName } from '../moves.js';
import { shortNames } from '../../../../words/names.js';
import { STEP_WORDS } from '../../../../words/class.js';
import {
  hasStepped,
  nextName,
  pacingNow,
  partName,
  roundAt,
  SIDE_NAMES,
  turnAt,
  TURN_NAMES,
  versionsOf,
  type ShownVersion,
} from './shown.js';
import { anywhere } from '../../../../words/pages/anywhere.js';
import { hallScreen as wording } from '../../../../words/pages/run.js';

const props = defineProps<{
  run: WallRun;
  state: RunState;
  clock: ClockAt;
  parts: readonly Part[];
  flashing: boolean;
}>();
const part = computed(() => props.parts[props.clock.part]);
const at = computed<Where | null>((before) => roundAt(props.parts, props.clock, before));
const block = computed(() => props.run.blocks.find((b) => b.id === at.value?.block));
const names = computed(() => shortNames(props.run.people));
const turn = computed(() => turnAt(props.parts, props.clock));
const stepped = computed(() => hasStepped(props.run, part.value, props.clock));
const versions = computed(() =>
  at.value
    ? versionsOf(catalog, props.run, props.state, at.value, { turn: turn.value, stepped: stepped.value })
    : { shown: [], waiting: [] },
);
const who = ({ id, spotter }: ShownVersion['members'][number]): string =>
  [
    names.value.get(id),
    turn.value ? ` (${spotter ? wording.spots(names.value.get(spotter) ?? '') : wording.theCoachSpots})` : '',
  ].join('');
/** Until the shape goes: the clock counts up. */
const open = computed(() => part.value?.is === 'work' && block.value !== undefined && isOpen(block.value));
const seconds = computed(() => (open.value ? Math.floor(props.clock.elapsed + 0.05) : secondsShown(props.clock)));
const pacing = computed(() => pacingNow(props.run, part.value, props.clock));
const doing = computed(() => {
  const now = part.value;
  if (!now) return '';
  if (props.clock.over) return anywhere.done;
  if (!props.clock.started) return wording.ready;
  if (!props.clock.going) return wording.paused;
  return now.is === 'work' ? wording.work : now.is === 'lead-in' ? wording.getReady : anywhere.rest;
});
const falls = computed(() => pacing.value?.step === 'out' || pacing.value?.step === 'down');
/** How full the bar of a breath or a rep is, 0–1. */
const filled = computed(() =>
  pacing.value === null
    ? 0
    : falls.value
      ? 1 - pacing.value.share
      : pacing.value.step === 'pause'
        ? 1
        : pacing.value.share,
);
const next = computed(() => nextName(catalog, props.run, props.parts, props.clock));
</script>

<template>
  <section
    class="hall flex min-h-0 flex-col gap-[1.2vh] overflow-hidden p-[1.6vh]"
    :class="[part?.is === 'work' && clock.going ? 'bg-paper' : 'bg-sunk', { flash: flashing }]"
    :aria-label="wording.forTheHall"
  >
    <div class="flex items-start gap-[2vh]">
      <div class="min-w-0 flex-1">
        <h1 class="hall-move">{{ block ? moveName(catalog, block.move) : run.name }}</h1>
        <p class="hall-text figures">
          <b>{{ doing }}</b><template v-if="block && at && !clock.over">{{
            wording.roundOf(
              at.round,
              block.rounds,
              at.side ? `, ${SIDE_NAMES[at.side]}` : '',
              turn ? `, ${TURN_NAMES[turn]}` : '',
              open ? wording.untilTheShapeGoes : '',
              stepped ? wording.easierVersionNow : '',
            )
          }}</template>
        </p>
      </div>
      <p v-if="pacing" class="hall-pace shrink-0 text-right" aria-hidden="true">
        <b class="hall-move block" :class="falls ? 'text-sea' : 'text-rope'">{{ STEP_WORDS[pacing.step] }}</b>
        <span class="hall-text figures text-soft">{{ wording.of(pacing.n, pacing.of) }}</span>
        <span class="bg-rule mt-[0.6vh] block h-[1.2vh] w-full overflow-hidden rounded-full">
          <span
            class="block h-full"
            :class="falls ? 'bg-sea' : 'bg-rope'"
            :style="{ width: `${100 * filled}%` }"
          ></span>
        </span>
      </p>
      <p
        role="timer"
        class="hall-clock figures"
        :class="part?.is === 'work' && clock.going ? 'text-rope' : 'text-soft'"
        :aria-label="wording.seconds(seconds)"
      >
        {{ seconds }}
      </p>
    </div>
    <div class="bg-rule h-[1.2vh] overflow-hidden rounded-full" aria-hidden="true">
      <div
        class="bg-rope h-full"
        :style="{ width: `${(100 * clock.elapsed) / Math.max(1, clock.elapsed + clock.left)}%` }"
      ></div>
    </div>
    <ul class="hall-versions min-h-0 flex-1 max-lg:!hidden" :aria-label="wording.whoDoesWhat">
      <li v-for="v in versions.shown" :key="v.version" class="border-rule flex min-w-0 flex-col border-t-2 pt-[0.8vh]">
        <div class="flex flex-wrap items-center gap-x-[1.2vh]">
          <div class="shrink-0" :class="versions.shown.length > 4 ? 'w-[18vh]' : 'w-[28vh]'">
            <FigureView :pose="v.pose" :label="v.name" />
          </div>
          <b class="hall-text min-w-[20vh] flex-1">{{ v.name }}</b>
        </div>
        <p class="hall-text">{{ v.members.map(who).join(', ') }}</p>
      </li>
      <li v-if="versions.waiting.length" class="border-rule text-soft hall-text border-t-2 pt-[0.8vh]">
        {{ wording.wait(versions.waiting.map((m) => names.get(m)).join(', ')) }}
      </li>
    </ul>
    <p v-if="next" class="hall-text text-soft max-lg:!hidden">
      <b>{{ wording.next }}</b> {{ next }}
    </p>
    <p class="sr-only" role="status">{{ part ? partName(catalog, run, part) : '' }}</p>
  </section>
</template>

<style scoped>
.hall-text {
  font-size: max(3.5vh, 1rem);
  line-height: 1.2;
}
.hall-move {
  font-size: max(6.5vh, 1.5rem);
  line-height: 1.05;
}
.hall-clock {
  font-size: max(22vh, 4.5rem);
  font-weight: 800;
  line-height: 0.8;
  font-family: var(--font-display, inherit);
}
.hall-pace {
  min-width: 24vh;
}
.hall-versions {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(42vh, 100%), 1fr));
  align-content: start;
  gap: 1.2vh 2vh;
  overflow-y: auto;
}
/* On a phone it is the coach's own: it stands above the names, and leaves them the room. */
@media (width < 64rem) {
  .hall-text {
    font-size: 1.125rem;
  }
  .hall-move {
    font-size: 1.5rem;
  }
  .hall-clock {
    font-size: 4.5rem;
  }
  .hall-pace {
    min-width: 5.5rem;
  }
}
.flash {
  box-shadow: inset 0 0 0 1.4vh var(--rope-fill);
}
</style>
