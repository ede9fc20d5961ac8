<script setup lang="ts">
import { Check, HeartPulse, Play, RotateCcw, Square, Undo2 } from '@lucide/vue';
import { useEventListener } from '@vueuse/core';
import { computed, onMounted, ref, watch } from 'vue';
import type { LookInput } from '../../../api/observations.js';
import type { Person } from '../../../api/people.js';
import { FELT_SITES, type Fault } from '../../../core/formats/catalog.js';
import { END_REASONS, type Evidence } from '../../../core/formats/observation.js';
import type { KeptHold } from '../../data/hold-keeper.js';
import { isOnControl, isTyping } from '../../components/keys.js';
import { useAction } from '../../data/action.js';
import { faultName } from '../../data/names.js';
import { END_WORDS, SITE_WORDS } from '../../../words/labels.js';
import { setupProblem, startRecord, type BenchSetup } from './setup.js';
import { useSession } from '../../data/session.js';
import { canKeep } from '../../data/store.js';
import { saveFile } from '../../components/save-file.js';
import { recordOf, useHold } from './use-hold.js';

const props = defineProps<{
  personId: string;
  person: Person | null;
  setup: BenchSetup;
  pads: Fault[];
  kept: KeptHold | null;
  relookOf: string | null;
  /** Keeps the look on this device; only then the hold is let go. */
  keep: (personId: string, input: LookInput) => Promise<unknown>;
}>();
const emit = defineEmits<{ running: [on: boolean]; done: [lookId: string] }>();
const { busy, error, run } = useAction();
const {
  hold,
  whole,
  elapsed,
  soFar,
  padState,
  tap,
  start,
  undo,
  stop,
  resume,
  because,
  clear,
  mine,
  takeOver,
  ...state
} = useHold(props.kept, useSession().account?.id ?? '');
const { unkept, endedElsewhere } = state;
const wrong = computed(() => setupProblem(props.setup));
/** Whether this device can keep a hold: known before one starts. */
const keepsHere = ref(true);
onMounted(async () => (keepsHere.value = await canKeep()));
const felt = ref<NonNullable<Evidence['felt-first']> | null>(null);
const dropping = ref(false);

const phase = computed(() =>
  !hold.value ? 'ready' : hold.value.stoppedAt === null ? 'running' : hold.value.reason === null ? 'why' : 'felt',
);
watch(phase, (now) => emit('running', now !== 'ready'), { immediate: true });
// The order of the pads stands still while the clock runs.
const shown = ref<Fault[]>(props.pads);
watch(
  () => props.pads,
  (pads) => {
    if (phase.value === 'ready' || props.kept) shown.value = pads;
  },
  { immediate: true },
);

function begin(): void {
  if (!props.personId || wrong.value) return;
  void canKeep().then((can) => (keepsHere.value = can));
  start({ id: crypto.randomUUID(), personId: props.personId, relookOf: props.relookOf, ...props.setup });
}
function lookOf(done: KeptHold): LookInput {
  return {
    id: done.id,
    startedAt: new Date(done.startedAt).toISOString(),
    observation: {
      // Only the body of the person who was held: another may be chosen by now.
      ...startRecord(props.setup, props.person?.id === done.personId ? props.person : null),
      events: recordOf(done.events),
      ended: { t: done.stoppedAt!, reason: done.reason! },
      target: done.target,
      ...(felt.value ? { evidence: { 'felt-first': felt.value } } : {}),
    },
    mediaId: null,
    relookOf: done.relookOf,
    note: '',
    fromFile: false,
    confirmed: [],
  };
}
async function finish(): Promise<void> {
  const done = whole();
  const input = lookOf(done);
  // What was tapped goes only when it is kept, or with the server.
  if (!(await run(() => props.keep(done.personId, input)))) return;
  clear();
  emit('done', input.id);
}
/** Where nothing can be kept or sent, the hold goes into a file, which *Import* takes. */
function saveAsFile(): void {
  const { observation, startedAt } = lookOf(whole());
  saveFile(`hold-${startedAt.slice(0, 10)}.json`, JSON.stringify(observation, null, 2));
}
/** Pain ends a hold whoever has the clock. */
async function pain(): Promise<void> {
  await takeOver();
  stop('pain');
}
function drop(): void {
  clear();
  dropping.value = false;
}

useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return;
  const digit = /^Digit(\d)$/.exec(event.code)?.[1];
  if (event.code === 'Space' && !(isOnControl(event) && phase.value !== 'running')) {
    event.preventDefault();
    if (phase.value === 'ready') begin();
    else if (phase.value === 'running' && mine.value) stop();
  } else if (event.key === 'Escape' && (phase.value === 'why' || phase.value === 'felt')) resume();
  else if (event.key.toLowerCase() === 'u' && phase.value === 'running') undo();
  else if (digit && phase.value === 'running') {
    const fault = shown.value[(Number(digit) + 9) % 10];
    if (fault) tap(fault.id, event.shiftKey ? 'off' : 'on');
  } else if (digit && phase.value === 'why') {
    const reason = END_REASONS[Number(digit) - 1];
    if (reason) because(reason);
  } else return;
  event.preventDefault();
});

const clock = computed(() => {
  const t = elapsed.value;
  return `${t >= 60 ? `${Math.floor(t / 60)}:` : ''}${Math.floor(t % 60)
    .toString()
    .padStart(t >= 60 ? 2 : 1, '0')}.${Math.floor((t * 10) % 10)}`;
});
const share = computed(() => Math.min(1, elapsed.value / Math.max(1, props.setup.target)));
const last = computed(() => hold.value?.events.at(-1));
</script>

<template>
  <section class="card" aria-label="Watched hold">
    <div class="flex flex-wrap items-center gap-4">
      <div class="min-w-56" role="timer" :aria-label="`Clock ${clock} seconds`">
        <p class="figures font-head text-[5.5rem] leading-none font-bold">{{ clock }}</p>
      </div>
      <div class="min-w-40 flex-1">
        <p class="figures text-xl">
          <b>{{ soFar.clean.toFixed(1) }} s</b> clean
        </p>
        <p v-if="soFar.firstToGo">
          first to go: <b>{{ faultName(soFar.firstToGo.fault) }}</b>
        </p>
        <p v-else class="text-soft">{{ phase === 'ready' ? `target ${setup.target} s` : 'line holds' }}</p>
      </div>
      <div class="flex flex-wrap gap-2">
        <button
          v-if="phase === 'ready'"
          class="btn btn-main !min-h-16 !px-8 text-xl"
          :disabled="!personId || wrong !== null"
          @click="begin"
        >
          <Play :size="26" aria-hidden="true" /> Start
        </button>
        <template v-if="phase === 'running'">
          <button class="btn !min-h-16" :disabled="!last" @click="undo">
            <Undo2 :size="22" aria-hidden="true" /> Undo
          </button>
          <button class="btn btn-stop !min-h-16" @click="pain">
            <HeartPulse :size="22" aria-hidden="true" /> Pain
          </button>
          <button class="btn btn-main !min-h-16 !px-8 text-xl" :disabled="!mine" @click="stop()">
            <Square :size="24" aria-hidden="true" /> End
          </button>
        </template>
      </div>
    </div>
    <p v-if="!keepsHere || unkept" role="alert" class="note mt-3">
      This device cannot keep anything now: its storage is full or shut. A hold is sent when it ends; leave this page
      open, and stay where the server can be reached.
    </p>
    <p v-if="!mine && phase !== 'ready'" role="status" class="note mt-3 flex flex-wrap items-center gap-3">
      Another page on this device holds the clock. Taps here count too.
      <button class="btn" @click="takeOver">Hold it here</button>
    </p>
    <p v-if="endedElsewhere" role="status" class="note mt-3">The hold was ended on another page of this device.</p>
    <svg viewBox="0 0 600 26" class="mt-2 h-7 w-full" aria-hidden="true" preserveAspectRatio="none">
      <path d="M4 3V23M596 3V23" stroke="var(--soft)" stroke-width="5" stroke-linecap="round" />
      <path d="M4 13H596" stroke="var(--rule)" stroke-width="3" />
      <path :d="`M4 13H${4 + 592 * share}`" stroke="var(--rope)" stroke-width="7" />
    </svg>

    <template v-if="phase === 'ready' || phase === 'running'">
      <p v-if="!personId" class="note mt-3">Choose who is held to the clock first.</p>
      <p v-else-if="phase === 'ready' && wrong" role="alert" class="note mt-3">{{ wrong }}</p>
      <p v-else-if="phase === 'ready'" class="text-soft mt-2">
        Tap what goes, when it goes. Tap again if it gets gross; the tick says it is mended.
      </p>
      <ul class="mt-3 grid grid-cols-2 gap-2 md:grid-cols-3 xl:grid-cols-4" aria-label="Fault pads">
        <li
          v-for="(fault, i) in shown"
          :key="fault.id"
          class="flex overflow-hidden rounded-lg border-2"
          :class="padState(fault.id) === 'off' ? 'border-rule' : 'border-rope'"
        >
          <button
            class="min-h-[4.75rem] flex-1 px-2 text-left text-lg leading-tight font-semibold"
            :class="padState(fault.id) === 'off' ? 'bg-paper' : 'bg-rope text-[var(--on-rope)]'"
            :disabled="phase === 'ready'"
            :aria-pressed="padState(fault.id) !== 'off'"
            @click="tap(fault.id, 'on')"
          >
            {{ fault.pad }}
            <span class="block text-sm font-normal">{{
              padState(fault.id) === 'gross'
                ? 'gross ●●●'
                : padState(fault.id) === 'on'
                  ? 'clear ●●'
                  : i < 10
                    ? `key ${(i + 1) % 10}`
                    : '&nbsp;'
            }}</span>
          </button>
          <button
            v-if="padState(fault.id) !== 'off'"
            class="bg-paper flex w-14 items-center justify-center"
            :aria-label="`${fault.name} is mended`"
            @click="tap(fault.id, 'off')"
          >
            <Check :size="26" aria-hidden="true" />
          </button>
        </li>
      </ul>
    </template>

    <div v-else-if="phase === 'why'" class="mt-4">
      <h2>Why did it end?</h2>
      <div class="mt-2 grid gap-2 sm:grid-cols-2">
        <button
          v-for="(reason, i) in END_REASONS"
          :key="reason"
          class="btn !min-h-16 !justify-start text-lg"
          :class="{ 'btn-stop': reason === 'pain' }"
          @click="because(reason)"
        >
          <span class="tag">{{ i + 1 }}</span> {{ END_WORDS[reason] }}
        </button>
        <button class="btn btn-quiet !min-h-16 !justify-start" @click="resume">
          <RotateCcw :size="20" aria-hidden="true" /> Not ended, go on
        </button>
      </div>
    </div>

    <div v-else class="mt-4">
      <div v-if="hold?.reason === 'pain'" role="alert" class="note mb-3">
        <p class="font-bold">Pain ends the hold. No more of this position today.</p>
        <p>
          Chest pain, loss of feeling or control, sudden weakness: call for urgent help now. Otherwise advise a licensed
          professional before the next load. This program does not diagnose.
        </p>
      </div>
      <h2>Where did they feel it first?</h2>
      <div class="mt-2 grid grid-cols-2 gap-2 sm:grid-cols-3 xl:grid-cols-5" role="group" aria-label="Felt first">
        <button
          v-for="site in FELT_SITES"
          :key="site"
          class="btn !min-h-14"
          :class="{ 'btn-on': felt === site }"
          :aria-pressed="felt === site"
          @click="felt = felt === site ? null : site"
        >
          {{ SITE_WORDS[site] }}
        </button>
      </div>
      <div v-if="error" role="alert" class="note mt-3">
        <p>{{ error }}</p>
        <button class="btn mt-2" @click="saveAsFile">Save the hold as a file</button>
      </div>
      <div class="mt-4 flex flex-wrap gap-2">
        <button class="btn btn-main !min-h-14 !px-8 text-lg" :disabled="busy || !mine" @click="finish">
          {{ felt ? 'Keep it and see' : 'Not asked; keep it and see' }}
        </button>
        <button class="btn btn-quiet" @click="resume">
          <RotateCcw :size="20" aria-hidden="true" /> Not ended, go on
        </button>
        <template v-if="!dropping"
          ><button class="btn btn-quiet ml-auto" @click="dropping = true">Throw this hold away</button></template
        >
        <span v-else class="ml-auto flex items-center gap-2"
          >Really? <button class="btn btn-stop" @click="drop">Throw away</button
          ><button class="btn" @click="dropping = false">Keep</button></span
        >
      </div>
    </div>
  </section>
</template>
