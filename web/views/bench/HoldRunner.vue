<script setup lang="ts">
import { ArrowDown, Check, HeartPulse, Play, Square, Undo2 } from '@lucide/vue';
import { useEventListener, useIntervalFn, useMediaQuery, useTimeoutFn } from '@vueuse/core';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import type { LookInput } from '../../../api/observations.js';
import type { Person } from '../../../api/people.js';
import { secondsOf } from '../../../core/catalog/counted.js';
import { record, rungOf } from '../../../core/catalog/index.js';
import { ladderOf } from '../../../core/catalog/ladders.js';
import type { Fault } from '../../../core/formats/catalog.js';
import { END_REASONS, type EndReason, type Evidence } from '../../../core/formats/observation.js';
import { easierVersion } from '../../../core/ladder/next-step.js';
import { athleteOf, type Circumstance } from '../../../core/person/circumstance.js';
import { loadAsSet } from '../../../core/statics/setup.js';
import { countWord } from '../../../words/counts.js';
import { secondsText } from '../../../words/numbers.js';
import { hallDay } from '../../../core/days.js';
import { catalog, studio } from '../../data/catalogue.js';
import { announce } from '../../data/said.js';
import { useSettings } from '../../stores/settings.js';
import { restOver, useChosenSignals, useSignals } from './use-signals.js';
import { gapOf, ON_A_PAD, readPressure } from '../../../core/hold/pressure.js';
import { pressureText, takenAsText } from '../../../words/pressure.js';
import { usePad } from '../../pad/use-pad.js';
import PadPanel from './PadPanel.vue';
import AfterHold from './AfterHold.vue';
import FaultPads from './FaultPads.vue';
import TempoPacer from './TempoPacer.vue';
import type { KeptHold } from '../../data/hold-keeper.js';
import { isOnControl, isTyping } from '../../components/keys.js';
import { useAction } from '../../data/action.js';
import { faultName } from '../../data/names.js';
import { readPerson } from '../../data/people.js';
import { lookOf, setupProblem, startRecord, type BenchSetup } from './setup.js';
import type { PainSite } from '../../../core/body/body-map.js';
import { holdNote } from '../../../words/stops.js';
import { useSession } from '../../data/session.js';
import { canKeep } from '../../data/store.js';
import { saveFile } from '../../components/save-file.js';
import { partsOf, recordOf, useHold } from './use-hold.js';
import { usePadFigures } from './use-pad-figures.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { holdRunner as wording } from '../../../words/pages/bench.js';

/** How long a control that appeared takes no tap, ms. */
const FRESH_MS = 400;
/** So many times the target is not held, it is forgotten. */
const FORGOTTEN = 3;

const props = defineProps<{
  personId: string;
  person: Person | null;
  circumstance: Circumstance;
  setup: BenchSetup;
  pads: Fault[];
  /** The other faults of the position. */
  morePads: Fault[];
  kept: KeptHold | null;
  relookOf: string | null;
  /** Keeps the look on this device; only then the hold is let go. */
  keep: (personId: string, input: LookInput) => Promise<unknown>;
  /** Puts the result of a look that was kept in the place of this page. */
  show: (lookId: string) => Promise<void>;
}>();
const emit = defineEmits<{ running: [on: boolean]; whose: [personId: string] }>();
const settings = useSettings();
/** Beside the clock there is room for the buttons; on a phone they lie under both thumbs. */
const wide = useMediaQuery('(min-width: 1024px)');
const { busy, error, run } = useAction();
const {
  hold,
  whole,
  elapsed,
  soFar,
  padState,
  tap,
  rep,
  stepDown,
  rest,
  reset,
  press,
  start,
  undo,
  stop,
  resume,
  because,
  belongsTo,
  endedAt,
  clear,
  mine,
  takeOver,
  ...state
} = useHold(props.kept, useSession().account?.id ?? '');
const { unkept, endedElsewhere } = state;
const version = computed(() => rungOf(catalog, props.setup.position, props.setup.rung));
const family = computed(() => record(catalog.families, props.setup.position));
const counted = computed(() => version.value.counted ?? null);
const wrong = computed(() => setupProblem(props.setup, counted.value !== null));
const done = computed(() => hold.value?.reps.length ?? 0);
const cleanReps = computed(() => hold.value?.reps.filter((r) => r.clean).length ?? 0);
const resting = computed(() => hold.value?.rests.some((r) => r.length === null) ?? false);
/** Where the set may go on without stopping: as planned, else the nearest lighter version for this body. */
const lower = computed(() => {
  if (counted.value || (hold.value && hold.value.segments.length > 0)) return null;
  const planned = hold.value ? hold.value.rest : props.setup.rest;
  if (planned) return rungOf(catalog, props.setup.position, planned.rung);
  const ladder = ladderOf(catalog, version.value);
  const { body, cautions } = props.circumstance;
  const load = loadAsSet(version.value, body, props.setup.knobs);
  return ladder && (easierVersion({ catalog, body, cautions }, ladder, version.value, load)?.rung ?? null);
});
/** Second at which the planned step down is due; null where none is. */
const stepAt = computed(() => (hold.value?.rest ? hold.value.target - hold.value.rest.seconds : null));
const stepDue = computed(() => lower.value !== null && stepAt.value !== null && elapsed.value >= stepAt.value);
watch(stepDue, (now) => now && phase.value === 'running' && announce(wording.stepDownWithName(lower.value!.name)));
/** The version that is held now. */
const heldNow = computed(() => {
  const at = hold.value?.segments.at(-1)?.rung;
  return at ? rungOf(catalog, props.setup.position, at) : null;
});
/** A tap on a pad: a fault in a timed set, a broken rep in a counted one. */
const onPad = (fault: string, state: 'on' | 'off'): void => (counted.value ? rep(fault) : tap(fault, state));
const brokenBy = (fault: string): number => hold.value?.reps.filter((r) => r.fault === fault).length ?? 0;
/** Whether this device can keep a hold: known before one starts. */
const keepsHere = ref(true);
onMounted(async () => (keepsHere.value = await canKeep()));
/** What was noticed, given after the end. */
const answers = ref<Evidence>({});
const hurts = ref<readonly PainSite[]>([]);

const phase = computed(() =>
  !hold.value ? 'ready' : hold.value.stoppedAt === null ? 'running' : hold.value.reason === null ? 'why' : 'felt',
);
watch(phase, (now) => emit('running', now !== 'ready'), { immediate: true });
// A control that has just appeared under a finger takes no tap: the second tap was meant for what stood there before. Its moment begins
// when it is drawn, which on a slow phone is long after it was called for.
const fresh = ref(false);
const { start: settle } = useTimeoutFn(() => (fresh.value = false), FRESH_MS, { immediate: false });
watch(
  // Saying why brings nothing new under the finger: what was there stays where it was.
  () => (phase.value === 'felt' ? 'why' : phase.value),
  () => {
    fresh.value = true;
    requestAnimationFrame(settle);
  },
);
const bar = ref<HTMLElement | null>(null);
const after = ref<HTMLElement | null>(null);
for (const area of [bar, after])
  useEventListener(
    area,
    'click',
    (event: Event) => {
      if (!fresh.value) return;
      event.preventDefault();
      event.stopPropagation();
    },
    { capture: true },
  );
// After Start the keys go to the clock, not to a button that is gone; after End to the reasons, see AfterHold.
const clockFace = ref<HTMLElement | null>(null);
watch(
  () => phase.value === 'why' || phase.value === 'felt',
  (ended) => !ended && void nextTick(() => clockFace.value?.focus({ preventScroll: true })),
);
/** Lying on the back, a pad under it can tell how long the pressure was kept. */
const onBack = computed(() => ON_A_PAD.has(props.setup.position) && !counted.value);
const pad = usePad(
  () => phase.value === 'running' && mine.value,
  () => elapsed.value,
  (samples) => press(samples.map(([t, v]) => [t, v])),
);
watch(onBack, (is) => !is && (pad.choice.value = 'none'));
const pressure = computed(() => (hold.value?.stoppedAt != null ? readPressure(hold.value.pad) : null));
/** The pad's word stands where no hand has felt. */
watch(pressure, (read) => {
  if (read && !answers.value['back-gap']) answers.value = { ...answers.value, 'back-gap': gapOf(read) };
});
useSignals(
  computed(() => phase.value === 'running' && mine.value),
  elapsed,
  () => (counted.value ? Infinity : (hold.value?.target ?? props.setup.target)),
);
watch(
  () =>
    phase.value === 'running' &&
    (counted.value
      ? done.value >= (hold.value?.targetReps ?? Infinity)
      : elapsed.value >= (hold.value?.target ?? Infinity)),
  (now) => now && announce(wording.targetReached),
);
watch(phase, (now, before) => {
  if (now === 'running') announce(before === 'ready' ? wording.theClockRuns : wording.theClockGoesOn);
  else if (now === 'why' && before === 'running')
    announce(wording.endedAtCleanWhy(secondsText(elapsed.value), secondsText(soFar.value.clean)));
});
/** A clock that ran on unwatched: over three times the target is asked about, while it runs and when it was stopped. */
const longest = computed(
  () => FORGOTTEN * (counted.value ? Math.max(60, 2 * secondsOf(counted.value)) : (hold.value?.target ?? Infinity)),
);
const forgotten = computed(() => hold.value !== null && elapsed.value > longest.value);
const asked = ref(false);
const reached = (reason: EndReason): boolean =>
  reason !== 'target' ||
  (hold.value?.targetReps != null
    ? done.value >= hold.value.targetReps
    : (hold.value?.stoppedAt ?? 0) >= (hold.value?.target ?? Infinity));
// The order of the pads stands still while the clock runs.
const shown = ref<Fault[]>(props.pads);
const { figures, body } = usePadFigures(
  () => shown.value,
  () => props.setup,
);
/** All faults of the position are shown, not the likeliest alone. */
const allPads = ref(false);
watch(
  [() => props.pads, () => props.morePads, allPads],
  ([pads, more, all], before) => {
    // More pads come behind those that stand; none changes its place while the clock runs.
    if (phase.value === 'ready' || props.kept || all !== before?.[2]) shown.value = all ? [...pads, ...more] : pads;
  },
  { immediate: true },
);

function begin(): void {
  if (wrong.value) return;
  [asked.value, answers.value, hurts.value] = [false, {}, []];
  void canKeep().then((can) => (keepsHere.value = can));
  restLeft.value = 0;
  start({
    id: crypto.randomUUID(),
    personId: props.personId,
    relookOf: props.relookOf,
    ...props.setup,
    knobs: { ...props.setup.knobs },
    rest: counted.value ? null : props.setup.rest && { ...props.setup.rest },
    targetReps: counted.value ? props.setup.targetReps : null,
  });
}
/** The look of a hold, without a body: {@link withBody} lays that in, which may have to be waited for. */
function madeOf(done: KeptHold): LookInput {
  return lookOf(
    {
      ...startRecord(props.setup, null),
      events: recordOf(done.events),
      ended: { t: done.stoppedAt!, reason: done.reason! },
      ...partsOf(done),
      ...(done.targetReps === null ? { target: done.target } : {}),
      ...(Object.keys(answers.value).length > 0 ? { evidence: { ...answers.value } } : {}),
    },
    {
      id: done.id,
      startedAt: new Date(done.startedAt).toISOString(),
      relookOf: done.relookOf,
      pad: done.pad,
      note: holdNote(done.reason === 'pain' ? hurts.value : [], done.away),
    },
  );
}
/** A page that does not have a person yet waits so long for their height and weight, ms; a look is kept without them then. */
const BODY_WITHIN = 3000;
/** Whose hold it was: another may be chosen by now, or the page not have them yet. */
async function heldBy(done: KeptHold): Promise<Person | null> {
  if (props.person?.id === done.personId) return props.person;
  const late = new Promise<null>((resolve) => setTimeout(() => resolve(null), BODY_WITHIN));
  return Promise.race([readPerson(done.personId).catch(() => null), late]);
}
async function withBody(input: LookInput, done: KeptHold): Promise<LookInput> {
  const by = await heldBy(done);
  return by ? { ...input, observation: { ...input.observation, athlete: athleteOf(by) } } : input;
}
/** A hold that was begun with nobody named. */
const nameless = computed(() => hold.value?.personId === '');
function named(personId: string): void {
  belongsTo(personId);
  emit('whose', personId);
}
async function finish(next = false): Promise<void> {
  const done = whole();
  // What was set up and tapped is taken before anything is waited for.
  const input = madeOf(done);
  const kept = await run(async () => {
    // What was tapped goes only when it is kept, or with the server.
    await props.keep(done.personId, await withBody(input, done));
    state.kept();
    // The page stands as it is until the result takes its place: making it ready for the next hold would hold the verdict up.
    if (!next) await props.show(input.id);
  });
  if (!kept) return;
  clear();
  [answers.value, hurts.value] = [{}, []];
  if (!next) return;
  sets.value += 1;
  restLeft.value = REST;
  announce(wording.setIsKeptSeconds(sets.value, REST));
  countDown.resume();
}
/** Rest between two sets, s. */
const REST = 60;
/** Sets kept in this sitting, and what is left of the rest after the last, s. */
const sets = ref(0);
const restLeft = ref(0);
const countDown = useIntervalFn(
  () => {
    restLeft.value = Math.max(0, restLeft.value - 1);
    if (restLeft.value > 0) return;
    countDown.pause();
    if (phase.value !== 'ready') return;
    announce(wording.theRestIsOver);
    if (signals.value.sound) restOver();
  },
  1000,
  { immediate: false },
);
const signals = useChosenSignals();
watch(
  () => [props.personId, props.setup.position, props.setup.rung],
  () => {
    [sets.value, restLeft.value] = [0, 0];
    countDown.pause();
  },
);
/** Where nothing can be kept or sent, the hold goes into a file, which *Import* takes. */
async function saveAsFile(): Promise<void> {
  const done = whole();
  const { observation, startedAt } = await withBody(madeOf(done), done);
  saveFile(`hold-${hallDay(startedAt, studio.defaults.timeZone)}.json`, JSON.stringify(observation, null, 2));
}
/** Pain ends a hold whoever has the clock. */
async function pain(): Promise<void> {
  await takeOver();
  stop('pain');
}

useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  // A key that is held repeats; a dialog has the keys to itself; the browser's own are the browser's.
  if (event.repeat || !settings.keys || isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return;
  if (document.querySelector('[role="dialog"]')) return;
  const digit = /^Digit(\d)$/.exec(event.code)?.[1];
  if (event.code === 'Space' && !isOnControl(event)) {
    event.preventDefault();
    if (phase.value === 'ready') begin();
    else if (phase.value === 'running' && mine.value) stop();
  } else if (event.key === 'Escape' && (phase.value === 'why' || phase.value === 'felt')) resume();
  else if (event.key.toLowerCase() === 'u' && phase.value === 'running') undo();
  else if (event.key === 'Enter' && phase.value === 'running' && counted.value && !isOnControl(event)) rep();
  else if (event.key.toLowerCase() === 'd' && phase.value === 'running' && lower.value) stepDown(lower.value.id);
  else if (event.key.toLowerCase() === 't' && phase.value !== 'ready')
    announce(wording.onTheClockClean(secondsText(elapsed.value), secondsText(soFar.value.clean)));
  else if (digit && phase.value === 'running') {
    const fault = shown.value[(Number(digit) + 9) % 10];
    if (fault) onPad(fault.id, event.shiftKey ? 'off' : 'on');
  } else if (digit && phase.value === 'why') {
    const reason = END_REASONS[Number(digit) - 1];
    if (reason && reached(reason)) because(reason);
  } else return;
  event.preventDefault();
});

const clock = computed(() => {
  const t = elapsed.value;
  return `${t >= 60 ? `${Math.floor(t / 60)}:` : ''}${Math.floor(t % 60)
    .toString()
    .padStart(t >= 60 ? 2 : 1, '0')}.${Math.floor((t * 10) % 10)}`;
});
const share = computed(() =>
  Math.min(
    1,
    counted.value ? done.value / Math.max(1, props.setup.targetReps) : elapsed.value / Math.max(1, props.setup.target),
  ),
);
const last = computed(() => hold.value?.events.at(-1));
const canUndo = computed(() =>
  Boolean(
    hold.value &&
    hold.value.events.length + hold.value.segments.length + hold.value.reps.length + hold.value.resets.length,
  ),
);
/** The end is asked for before anything is kept of a clock that ran on. */
const needsEnd = computed(() => hold.value?.stoppedAt != null && forgotten.value && !asked.value);
const mayNotKeep = computed(() => busy.value || !mine.value || !hold.value?.reason || needsEnd.value || nameless.value);
const keepText = computed(() =>
  !hold.value?.reason
    ? wording.sayWhyItEnded
    : nameless.value
      ? wording.sayWhoseItWas
      : answers.value['felt-first']
        ? anywhere.keepItAndSee
        : wording.notAskedKeep,
);
</script>

<template>
  <section
    class="card low:!pb-2 flex flex-col max-lg:pb-40 lg:min-h-[calc(100dvh-9.5rem)]"
    :aria-label="wording.watchedHold"
    :data-fresh="fresh || undefined"
  >
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
      <div
        ref="clockFace"
        class="min-w-40 sm:min-w-56"
        role="timer"
        tabindex="-1"
        :aria-label="wording.clockSeconds(clock)"
      >
        <p class="figures font-head low:!text-[3rem] text-[4rem] leading-none font-bold sm:text-[5.5rem]">
          {{ clock }}
        </p>
      </div>
      <div class="min-w-36 flex-1">
        <p v-if="counted" class="figures text-xl">
          <b class="font-head text-5xl">{{ done }}</b>
          {{ wording.of(setup.targetReps, countWord(counted.what, setup.targetReps)) }} <b>{{ cleanReps }}</b>
          {{ wording.clean }}
        </p>
        <p v-else class="figures text-xl">
          <b>{{ soFar.clean.toFixed(1) }} s</b> {{ wording.clean }}
        </p>
        <p v-if="phase === 'ready' && restLeft > 0" class="figures text-xl">
          {{ wording.rest }} <b>{{ restLeft }} s</b>{{ wording.setNext(sets + 1) }}
        </p>
        <p v-else-if="heldNow && phase === 'running'">
          {{ wording.now }} <b>{{ heldNow.name }}</b>
        </p>
        <p v-else-if="soFar.firstToGo">
          {{ wording.firstToGo }} <b>{{ faultName(soFar.firstToGo.fault) }}</b>
        </p>
        <p v-else-if="counted" class="text-soft">
          {{ sets > 0 && phase === 'ready' ? wording.set(sets + 1) : resting ? wording.resting : wording.cleanSoFar }}
        </p>
        <p v-else class="text-soft">
          {{
            phase === 'ready'
              ? wording.targetS(sets > 0 ? wording.setWithSets(sets + 1) : '', setup.target)
              : wording.lineHolds
          }}
        </p>
      </div>
      <!-- On a phone the bar lies under both thumbs; each button keeps its place, whatever the clock does. -->
      <div
        ref="bar"
        data-bench-bar
        class="bg-paper border-rule max-lg:fixed max-lg:inset-x-0 max-lg:z-20 max-lg:border-t max-lg:px-3 max-lg:py-2"
        :class="[
          phase === 'ready' ? 'max-md:bottom-[60px] md:max-lg:bottom-0' : 'max-lg:bottom-0',
          'low:!bottom-0 low:left-auto low:w-36 low:flex low:flex-col low:justify-end low:border-l low:border-t-0',
          phase === 'ready' ? 'low:top-[53px]' : 'low:top-0',
        ]"
      >
        <div v-if="!wide" class="grid min-h-16" :class="phase === 'running' ? 'items-center' : ''">
          <button v-if="phase === 'running' && counted" class="btn btn-main !min-h-16 text-xl" @click="rep()">
            <Check :size="26" aria-hidden="true" /> {{ anywhere.clean }}
          </button>
          <button
            v-else-if="phase === 'running' && lower"
            class="btn !min-h-16 text-lg"
            :class="{ 'btn-on': stepDue }"
            @click="stepDown(lower.id)"
          >
            <ArrowDown :size="22" aria-hidden="true" /> {{ wording.stepDown(lower.name.toLowerCase()) }}
          </button>
          <p v-else-if="phase === 'running'" class="figures text-center text-lg" aria-hidden="true">
            {{ last ? wording.atS(faultName(last.fault), last.state, last.t.toFixed(1)) : wording.tapWhatGoesWhen }}
          </p>
          <button
            v-else-if="phase !== 'ready'"
            class="btn btn-main !min-h-16 text-lg"
            :disabled="mayNotKeep"
            @click="finish()"
          >
            {{ keepText }}
          </button>
        </div>
        <!-- Where End was nothing else is: a second tap meets a line of text. -->
        <p
          v-if="!wide && phase !== 'ready' && phase !== 'running'"
          class="figures mt-2 grid min-h-16 place-items-center text-lg"
        >
          {{ counted ? wording.ofClean(cleanReps, done) : wording.cleanWithSeconds(secondsText(soFar.clean))
          }}{{ soFar.firstToGo ? wording.first(faultName(soFar.firstToGo.fault)) : '' }}
        </p>
        <div
          v-if="phase === 'running' || phase === 'ready'"
          class="gap-2"
          :class="wide ? 'flex' : 'low:grid-cols-1 mt-2 grid grid-cols-3'"
        >
          <button
            v-if="phase === 'ready'"
            class="btn btn-main !min-h-16 !px-8 text-xl"
            :class="{ 'low:col-span-1 col-span-3 -mt-[4.5rem]': !wide }"
            :disabled="wrong !== null"
            @click="begin"
          >
            <Play :size="26" aria-hidden="true" /> {{ anywhere.start }}
          </button>
          <template v-if="wide && phase === 'running'">
            <button v-if="counted" class="btn btn-main !min-h-16 !px-8 text-xl" @click="rep()">
              <Check :size="26" aria-hidden="true" /> {{ anywhere.clean }}
            </button>
            <button v-else-if="lower" class="btn !min-h-16" :class="{ 'btn-on': stepDue }" @click="stepDown(lower.id)">
              <ArrowDown :size="22" aria-hidden="true" /> {{ wording.stepDown(lower.name.toLowerCase()) }}
            </button>
          </template>
          <template v-if="phase === 'running' || !wide">
            <button class="btn !min-h-16" :disabled="phase === 'ready' || !canUndo" @click="undo">
              <Undo2 :size="22" aria-hidden="true" /> {{ anywhere.undo }}
            </button>
            <button class="btn btn-stop !min-h-16" :disabled="phase === 'ready'" @click="pain">
              <HeartPulse :size="22" aria-hidden="true" /> {{ anywhere.pain }}
            </button>
            <button
              class="btn !min-h-16 text-xl lg:!px-8"
              :class="{ 'btn-main': !counted }"
              :disabled="phase === 'ready' || !mine"
              @click="stop()"
            >
              <Square :size="24" aria-hidden="true" /> {{ wording.end }}
            </button>
          </template>
        </div>
      </div>
    </div>
    <p v-if="!keepsHere || unkept" role="alert" class="note mt-3">{{ wording.thisDeviceCannotKeep }}</p>
    <p v-if="!mine && phase !== 'ready'" role="status" class="note mt-3 flex flex-wrap items-center gap-3">
      {{ wording.anotherPage }}
      <button class="btn" @click="takeOver">{{ wording.holdItHere }}</button>
    </p>
    <p v-if="endedElsewhere" role="status" class="note mt-3">{{ wording.theHoldWasEnded }}</p>
    <p
      v-if="phase === 'running' && forgotten && !asked"
      role="alert"
      class="note mt-3 flex flex-wrap items-center gap-3"
    >
      {{ wording.theClockIsPast }}
      <button class="btn" @click="asked = true">{{ wording.stillHeld }}</button>
    </p>
    <svg viewBox="0 0 600 26" class="mt-2 h-7 w-full" aria-hidden="true" preserveAspectRatio="none">
      <path d="M4 3V23M596 3V23" stroke="var(--soft)" stroke-width="5" stroke-linecap="round" />
      <path d="M4 13H596" stroke="var(--rule)" stroke-width="3" />
      <path :d="`M4 13H${4 + 592 * share}`" stroke="var(--rope)" stroke-width="7" />
    </svg>

    <template v-if="phase === 'ready' || phase === 'running'">
      <p v-if="wide || phase === 'ready'" class="mt-2 min-h-[3rem]" :class="wrong ? '' : 'text-soft'">
        <b v-if="phase === 'ready' && wrong" role="alert">{{ wrong }}</b>
        <template v-else-if="phase === 'ready' && !personId">{{ wording.nobodyIsChosenAsk }}</template>
        <template v-else-if="counted">{{ wording.oneTapForEach }}</template>
        <template v-else>{{ wording.tapWhatGoesWhenItGoes }}</template>
      </p>
      <div v-if="counted" class="mt-1 flex flex-wrap items-center gap-3">
        <TempoPacer :tempo="counted.tempo" :elapsed="elapsed" :running="phase === 'running' && !resting" />
        <template v-if="phase === 'running'">
          <button class="btn !min-h-14" :class="{ 'btn-on': resting }" :aria-pressed="resting" @click="rest">
            {{ resting ? anywhere.goOn : wording.shortRest }}
          </button>
          <button class="btn !min-h-14" @click="reset">{{ wording.setAgain(hold?.resets.length ?? 0) }}</button>
        </template>
      </div>
      <FaultPads
        :pads="shown"
        :state-of="padState"
        :figures="figures"
        :body="body"
        :disabled="phase === 'ready'"
        :keys="settings.keys"
        :broken-by="counted ? brokenBy : null"
        @tap="onPad($event, 'on')"
        @mended="tap($event, 'off')"
      />
      <button v-if="morePads.length && !allPads" class="btn btn-quiet mt-2 self-start" @click="allPads = true">
        {{ wording.moreFaults(morePads.length) }}
      </button>
    </template>

    <!-- Where no pad is used the running clock leaves no room for choosing one. -->
    <PadPanel
      v-if="onBack && (phase === 'ready' || (phase === 'running' && pad.choice.value !== 'none'))"
      :pad="pad"
      :running="phase === 'running'"
    />
    <div v-if="phase === 'why' || phase === 'felt'" ref="after">
      <p v-if="pressure" class="note mt-3">
        <b>{{ pressureText(pressure) }}</b> {{ wording.moreThatWasNoticed(takenAsText(pressure)) }}
      </p>
      <AfterHold
        v-if="hold"
        v-model:answers="answers"
        v-model:hurts="hurts"
        :hold="hold"
        :family="family"
        :rung="version"
        :needs-end="needsEnd"
        :reached="reached"
        :may-not-keep="mayNotKeep"
        :keep-text="keepText"
        :error="error"
        :wide="wide"
        :keys="settings.keys"
        :nameless="nameless"
        @because="because"
        @whose="named"
        @resume="resume"
        @ended-at="(seconds) => (endedAt(seconds), (asked = true))"
        @held-that-long="asked = true"
        @keep="finish"
        @drop="clear"
        @as-file="saveAsFile"
      />
    </div>
  </section>
</template>
