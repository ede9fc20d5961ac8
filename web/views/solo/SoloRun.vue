<script setup lang="ts">
/** A day's work on the clock: lead-in, work, sides, rests; hard and easy parts, breath and tempo; one tap for what was done. */
import { Pause, Play, SkipBack, SkipForward, X } from '@lucide/vue';
import { useEventListener, useIntervalFn, useLocalStorage } from '@vueuse/core';
import { computed, ref } from 'vue';
import type { ItemLogInput, SoloSheet } from '../../../api/programmes.js';
import { isOpen, pacingAt } from '../../../core/class/pace.js';
import { clockAt, secondsShown, timelineOf, type ClockAt, type Part } from '../../../core/class/timeline.js';
import { FELT_SITES } from '../../../core/formats/catalog.js';
import type { RunEvent, RunSaid } from '../../../core/formats/run.js';
import { sessionBlocks } from '../../../core/programme/session.js';
import { figureOfAssignable } from '../../../core/prescribe/assignable.js';
import { STEP_WORDS } from '../../../words/class.js';
import { rungName } from '../../../words/names.js';
import { siteText } from '../../../words/labels.js';
import { workText } from '../../../words/programme.js';
import BodyMap from '../../components/BodyMap.vue';
import PickOne from '../../components/PickOne.vue';
import FigureView from '../../drawing/FigureView.vue';
import { catalog } from '../../data/catalogue.js';
import { useCues } from '../classes/run/use-cues.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { soloRun as wording } from '../../../words/pages/solo.js';

type Item = SoloSheet['weeks'][number]['days'][number]['items'][number];
const props = defineProps<{
  items: readonly Item[];
  texts: SoloSheet['texts'];
  /** Where the clock's turns are kept on this device, so that a reload goes on. */
  place: string;
  logOf: (item: string) => ItemLogInput | null;
}>();
const emit = defineEmits<{
  log: [item: string, change: Partial<ItemLogInput> & Pick<ItemLogInput, 'is'>];
  pain: [item: string];
  leave: [];
}>();

const TICK_MS = 100;
/** Turns older than this are of another time, ms. */
const FORGOTTEN = 6 * 3_600_000;
const kept = useLocalStorage<RunEvent[]>(props.place, []);
if (kept.value.some((e) => Date.now() - e.at > FORGOTTEN)) kept.value = [];
const blocks = computed(() => sessionBlocks(props.items));
const parts = computed(() => timelineOf(blocks.value));
const now = ref(Date.now());
useIntervalFn(() => (now.value = Date.now()), TICK_MS);
/** One device's turns, in the order of the taps: two of one moment too. */
const clock = computed(() => clockAt(parts.value, kept.value, now.value));
function say(said: RunSaid): void {
  now.value = Date.now();
  kept.value = [...kept.value, { ...said, id: crypto.randomUUID(), at: now.value } as RunEvent];
}
const part = computed(() => parts.value[clock.value.part]);
const item = computed(() => props.items.find((i) => i.item === part.value?.block) ?? props.items[0]!);
const block = computed(() => blocks.value.find((b) => b.id === item.value.item)!);
const nameOf = (id: string): string => props.texts[id]?.name ?? id;
const name = computed(() => nameOf(item.value.item));
const figure = computed(() => figureOfAssignable(catalog, { id: item.value.item }));
const SIDES = { one: wording.firstSide, other: wording.otherSide } as const;
const easy = computed(
  () => part.value?.is === 'work' && item.value.split !== null && clock.value.elapsed >= item.value.split.hard,
);
/** Of a split set: which part of it is on, or comes. */
const half = computed(() => {
  const { split } = item.value;
  if (!split) return '';
  return easy.value
    ? wording.easy(rungName(catalog, item.value.item.split('/')[0]!, split.rung).toLowerCase())
    : wording.hardS(split.hard);
});
const doing = computed(() => {
  if (clock.value.over) return anywhere.done;
  if (!clock.value.started) return wording.ready;
  if (!clock.value.going) return wording.paused;
  return { work: wording.work, 'lead-in': wording.getReady, rest: anywhere.rest, next: wording.nextAlone }[
    part.value!.is
  ];
});
const pacing = computed(() => (part.value?.is === 'work' ? pacingAt(block.value, clock.value.elapsed) : null));
const next = computed(() => {
  const after = parts.value.slice(clock.value.part + 1).find((p) => p.block !== part.value?.block);
  return after ? nameOf(after.block) : '';
});
const spoken = (p: Part): string =>
  p.is === 'work'
    ? wording.set(nameOf(p.block), p.round, p.side ? `, ${SIDES[p.side]}` : '')
    : p.is === 'lead-in'
      ? wording.getReadyWithName(nameOf(p.block))
      : p.is === 'rest'
        ? anywhere.rest
        : wording.wellDone;
const { flashing } = useCues(clock, parts, spoken, {
  step: computed(() => (pacing.value ? { is: pacing.value.step, n: pacing.value.n } : null)),
  stepped: easy,
  open: computed(() => isOpen(block.value)),
});

/** The clock at the moment of a tap: what was drawn last is up to a tick old, and older where the page was slow. */
function atTap(): ClockAt {
  now.value = Date.now();
  return clock.value;
}
function turn(): void {
  const { started, over, going } = atTap();
  if (!over) say({ is: !started ? 'start' : going ? 'pause' : 'go-on' });
}
const goTo = (to: number): void => {
  if (clock.value.started && to >= 0 && to < parts.value.length) say({ is: 'to', part: to });
};
function back(): void {
  const at = atTap();
  goTo(at.elapsed > 2 || at.over ? at.part : at.part - 1);
}
const on = (): void => goTo(atTap().part + 1);
/** To the lead-in of the next item; after the last all is over. */
function leaveItem(): void {
  const at = parts.value.findIndex((p, i) => i > clock.value.part && p.is === 'lead-in');
  if (at >= 0) goTo(at);
  else if (clock.value.started) say({ is: 'end' });
}
/** Sets that are behind: those whose work has ended. */
const setsBehind = computed(
  () =>
    new Set(
      parts.value
        .slice(0, clock.value.part)
        .filter((p) => p.is === 'work' && p.block === item.value.item)
        .map((p) => p.round),
    ).size,
);
const asked = ref<string | null>(null);
function done(): void {
  atTap();
  emit('log', item.value.item, { is: 'done', sets: null, best: null });
  asked.value = item.value.item;
  leaveItem();
}
/** Ended before its time: how long this set lasted, and how many were behind. */
function stopped(): void {
  const { elapsed } = atTap();
  const working = part.value?.is === 'work';
  const reached = working
    ? item.value.seconds !== null
      ? Math.floor(elapsed)
      : pacing.value && item.value.reps !== null
        ? pacing.value.n - 1
        : null
    : null;
  const before = working ? Math.max(0, part.value!.round - 1) : setsBehind.value;
  emit('log', item.value.item, { is: before === 0 && !reached ? 'not' : 'partly', sets: before, best: reached });
  asked.value = item.value.item;
  leaveItem();
}
function felt(site: string): void {
  const log = asked.value && props.logOf(asked.value);
  if (asked.value && log) emit('log', asked.value, { is: log.is, felt: site as ItemLogInput['felt'] });
  asked.value = null;
}
function finish(): void {
  kept.value = [];
  emit('leave');
}
function allDone(): void {
  for (const i of props.items) if (!props.logOf(i.item)) emit('log', i.item, { is: 'done' });
  finish();
}
const open = computed(() => props.items.filter((i) => !props.logOf(i.item)));
// A clicker sends the keys of arrows or pages.
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.repeat || event.ctrlKey || event.altKey || event.metaKey) return;
  const target = event.target as Element | null;
  if (target?.closest('input, textarea, [role="dialog"], [role="listbox"]')) return;
  if (event.key === ' ' && target?.closest('button, a')) return;
  const key = { ' ': turn, ArrowRight: on, PageDown: on, ArrowLeft: back, PageUp: back }[event.key];
  if (!key) return;
  event.preventDefault();
  key();
});
</script>

<template>
  <div
    class="flex min-h-dvh flex-col gap-2 p-3"
    :class="[part?.is === 'work' && clock.going ? 'bg-paper' : 'bg-sunk', { flash: flashing }]"
  >
    <div class="flex items-start gap-2">
      <div class="min-w-0 flex-1">
        <h1 class="text-2xl">{{ name }}</h1>
        <p class="figures text-lg">{{ workText(catalog, item) }}</p>
      </div>
      <button class="btn" :aria-label="wording.backToTheSheet" @click="emit('leave')">
        <X :size="22" aria-hidden="true" />
      </button>
    </div>
    <div v-if="figure" class="mx-auto h-28 w-full max-w-xs shrink">
      <FigureView :pose="figure[0]" :to="figure[1]" :label="name" />
    </div>
    <template v-if="!clock.over">
      <p class="text-center text-xl font-semibold" role="status">
        {{ doing
        }}<template v-if="part && part.round > 0">{{
          wording.setOf(part.round, item.sets, part.side ? `, ${SIDES[part.side]}` : '')
        }}</template>
      </p>
      <p
        role="timer"
        class="figures text-center text-[7rem] leading-none font-extrabold"
        :class="part?.is === 'work' && clock.going ? 'text-rope' : 'text-soft'"
        :aria-label="wording.seconds(secondsShown(clock))"
      >
        {{ secondsShown(clock) }}
      </p>
      <p v-if="half" class="text-center text-2xl font-bold" :class="easy ? 'text-sea' : ''">{{ half }}</p>
      <p v-if="pacing" class="figures text-center text-2xl font-bold" aria-hidden="true">
        {{ STEP_WORDS[pacing.step] }} <span class="text-soft text-lg">{{ wording.of(pacing.n, pacing.of) }}</span>
      </p>
      <div class="bg-rule h-3 overflow-hidden rounded-full" aria-hidden="true">
        <div
          class="bg-rope h-full"
          :style="{ width: `${(100 * clock.elapsed) / Math.max(1, clock.elapsed + clock.left)}%` }"
        ></div>
      </div>
      <p class="text-soft text-center">{{ next ? wording.next(next) : wording.theLastOne }}</p>
    </template>
    <section v-else class="card" :aria-label="wording.allOfIt">
      <h2>{{ wording.thatWasIt }}</h2>
      <p v-if="open.length" class="mt-1">{{ wording.notSaidYet(open.map((i) => nameOf(i.item)).join(', ')) }}</p>
      <div class="mt-2 flex flex-wrap gap-2">
        <button v-if="open.length" class="btn btn-main" @click="allDone">{{ wording.allOfThatWas }}</button>
        <button class="btn" @click="finish">{{ wording.backToTheSheet }}</button>
      </div>
    </section>
    <div v-if="asked" class="card flex flex-wrap items-end gap-2">
      <BodyMap class="w-full" @pick="felt" />
      <div class="min-w-48 flex-1">
        <PickOne
          id="solo-felt"
          :label="wording.whereWasItFelt(nameOf(asked))"
          model-value=""
          :placeholder="wording.chooseOrGoOn"
          :choices="FELT_SITES.map((s) => ({ id: s, name: siteText(s) }))"
          @update:model-value="felt"
        />
      </div>
      <button class="btn" @click="asked = null">{{ wording.skip }}</button>
    </div>
    <div class="mt-auto grid grid-cols-3 gap-2">
      <button class="btn !py-3" :disabled="clock.over" @click="done">{{ anywhere.done }}</button>
      <button class="btn !py-3" :disabled="clock.over" @click="stopped">{{ wording.stoppedHere }}</button>
      <button class="btn btn-stop !py-3" @click="emit('pain', item.item)">{{ anywhere.pain }}</button>
    </div>
    <div class="grid grid-cols-[1fr_2fr_1fr] gap-2" role="toolbar" :aria-label="wording.clock">
      <button class="btn !py-3" :disabled="!clock.started" :aria-label="anywhere.back" @click="back">
        <SkipBack :size="24" aria-hidden="true" />
      </button>
      <button class="btn btn-main !py-3 text-lg" :disabled="clock.over" @click="turn">
        <component :is="clock.going ? Pause : Play" :size="24" aria-hidden="true" />
        {{ !clock.started ? anywhere.start : clock.going ? anywhere.pause : anywhere.goOn }}
      </button>
      <button
        class="btn !py-3"
        :disabled="!clock.started || clock.part >= parts.length - 1"
        :aria-label="wording.nextAlone"
        @click="on"
      >
        <SkipForward :size="24" aria-hidden="true" />
      </button>
    </div>
  </div>
</template>

<style scoped>
.flash {
  box-shadow: inset 0 0 0 10px var(--rope-fill);
}
</style>
