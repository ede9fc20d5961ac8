<script setup lang="ts">
/** A class under way: what the hall reads, the clock under a thumb, a key or a clicker, and the coach's strip beside it. */
import { Maximize, MonitorUp, Pause, Play, SkipBack, SkipForward, Undo2, Volume2 } from '@lucide/vue';
import { useEventListener, useFullscreen } from '@vueuse/core';
import { computed, ref } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import LoadState from '../../../components/LoadState.vue';
import OnOff from '../../../components/OnOff.vue';
import ModalFrame from '../../../components/ModalFrame.vue';
import { useAction } from '../../../data/action.js';
import { catalog } from '../../../data/catalogue.js';
import { useSettings } from '../../../stores/settings.js';
import HallScreen from './HallScreen.vue';
import { isOpen } from '../../../../core/class/pace.js';
import { hasStepped, nextName, pacingNow, partName } from './shown.js';
import { CUES, useChosenCues, useCues, type Cue } from './use-cues.js';
import { useRunning } from './use-running.js';
import WallDialog from './WallDialog.vue';
import WatchStrip from './WatchStrip.vue';
import { anywhere } from '../../../../words/pages/anywhere.js';
import { runPage as wording } from '../../../../words/pages/run.js';

const props = defineProps<{ id: string }>();
const router = useRouter();
const running = useRunning(props.id);
const { run, parts, state, clock, work, say } = running;
const { error: joinError, run: act } = useAction();
const settings = useSettings();
const part = computed(() => parts.value[clock.value.part]);
const { flashing } = useCues(
  clock,
  parts,
  (now) => {
    const name = run.value ? partName(catalog, run.value, now) : '';
    return now.is === 'rest' || now.is === 'next'
      ? `${name}. ${run.value ? nextName(catalog, run.value, parts.value, clock.value) : ''}`
      : name;
  },
  {
    step: computed(() => {
      const pacing = run.value && pacingNow(run.value, part.value, clock.value);
      return pacing ? { is: pacing.step, n: pacing.n } : null;
    }),
    stepped: computed(() => run.value !== null && hasStepped(run.value, part.value, clock.value)),
    open: computed(() => {
      const block = run.value?.blocks.find((b) => b.id === part.value?.block);
      return part.value?.is === 'work' && block !== undefined && isOpen(block);
    }),
  },
);
const { isSupported: canFill, toggle: fill } = useFullscreen();
const cues = useChosenCues();
const choosing = ref(false);
const walling = ref(false);

const begin = (): void => void say({ is: 'start' });
const turn = (): void =>
  void (!clock.value.started
    ? begin()
    : clock.value.over
      ? undefined
      : say({ is: clock.value.going ? 'pause' : 'go-on' }));
const goTo = (part: number): void => {
  if (clock.value.started && part >= 0 && part < parts.value.length) say({ is: 'to', part });
};
/** Back to the start of what runs, and from there to the part before. */
const back = (): void => goTo(clock.value.elapsed > 2 || clock.value.over ? clock.value.part : clock.value.part - 1);
const on = (): void => goTo(clock.value.part + 1);
const longer = (): void => void (clock.value.started && !clock.value.over && say({ is: 'longer', seconds: 10 }));

const KEYS: Readonly<Record<string, () => void>> = {
  ' ': turn,
  ArrowRight: on,
  PageDown: on,
  ArrowLeft: back,
  PageUp: back,
  '+': longer,
  z: () => running.undo(),
};
// A clicker sends the keys of arrows or pages, whatever has the focus; letters and Space only where nothing is typed or pressed.
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.repeat || event.ctrlKey || event.altKey || event.metaKey) return;
  const target = event.target as Element | null;
  if (target?.closest('input, textarea, [role="dialog"], [role="listbox"]')) return;
  if ((event.key === ' ' || event.key === 'z' || event.key === '+') && !settings.keys) return;
  if (event.key === ' ' && target?.closest('button, a')) return;
  const action = KEYS[event.key];
  if (!action) return;
  event.preventDefault();
  action();
});

const leaving = ref(false);
async function end(): Promise<void> {
  leaving.value = false;
  if (!clock.value.over && clock.value.started) say({ is: 'end' });
  await router.push(`/runs/${props.id}/after`);
}
const join = (member: string): Promise<boolean> => act(() => running.join(member));
const where = computed(() => {
  if (!running.reached.value) return wording.offlineKept(running.waiting.value);
  return running.waiting.value > 0 ? wording.sending(running.waiting.value) : wording.everyNoteIsKept;
});
</script>

<template>
  <div v-if="!run || !state" class="p-4">
    <LoadState :loading="!running.missing.value" :error="running.missing.value" @retry="running.load()" />
    <RouterLink to="/classes" class="link inline-block min-h-[44px] content-center">{{
      wording.allClasses
    }}</RouterLink>
  </div>
  <div
    v-else
    class="grid h-dvh tiny:!block tiny:!h-auto grid-rows-[auto_minmax(0,1fr)_auto] low:grid-cols-[17rem_minmax(0,1fr)] low:grid-rows-[minmax(0,1fr)_auto] lg:grid-cols-[minmax(0,1fr)_24rem] lg:grid-rows-[minmax(0,1fr)_auto]"
  >
    <HallScreen :run="run" :state="state" :clock="clock" :parts="parts" :flashing="flashing" />
    <WatchStrip
      class="border-rule border-t-2 low:row-span-2 low:border-t-0 low:border-l-2 lg:row-span-2 lg:border-t-0 lg:border-l-2"
      :run="run"
      :state="state"
      :clock="clock"
      :parts="parts"
      :work="work"
      @say="say"
      @join="join"
    />
    <div
      class="border-rule bg-paper flex flex-wrap items-center gap-1.5 border-t-2 p-2 max-lg:[&_.btn]:!px-2.5"
      role="toolbar"
      :aria-label="wording.clock"
    >
      <button class="btn btn-main text-lg lg:!px-5" :disabled="clock.over" @click="turn">
        <component :is="clock.going ? Pause : Play" :size="24" aria-hidden="true" />
        <span :class="{ 'max-sm:sr-only': clock.started }">{{
          !clock.started ? anywhere.start : clock.going ? anywhere.pause : anywhere.goOn
        }}</span>
      </button>
      <button class="btn" :disabled="!clock.started" :aria-label="anywhere.back" @click="back">
        <SkipBack :size="22" aria-hidden="true" />
      </button>
      <button
        class="btn"
        :disabled="!clock.started || clock.part >= parts.length - 1"
        :aria-label="wording.next"
        @click="on"
      >
        <SkipForward :size="22" aria-hidden="true" />
      </button>
      <button class="btn" :disabled="!clock.started || clock.over" @click="longer">+10 s</button>
      <button class="btn" :disabled="!running.canUndo.value" @click="running.undo()">
        <Undo2 :size="20" aria-hidden="true" /> <span class="max-sm:sr-only">{{ anywhere.undo }}</span>
      </button>
      <button class="btn" :aria-label="wording.soundAndLight" @click="choosing = true">
        <Volume2 :size="22" aria-hidden="true" />
      </button>
      <button v-if="canFill" class="btn max-sm:hidden" :aria-label="wording.fillTheScreen" @click="fill()">
        <Maximize :size="22" aria-hidden="true" />
      </button>
      <button class="btn" :aria-label="wording.wall" @click="walling = true">
        <MonitorUp :size="22" aria-hidden="true" />
      </button>
      <button class="btn" @click="clock.started && !clock.over ? (leaving = true) : end()">{{ wording.end }}</button>
      <p class="text-soft min-w-40 flex-1 text-sm" role="status">{{ where }}</p>
      <p v-if="running.error.value || joinError" role="alert" class="note w-full text-sm">
        {{ running.error.value ?? joinError }}
      </p>
    </div>
    <ModalFrame :open="leaving" :title="wording.endTheClassNow" @close="leaving = false">
      <p>{{ wording.theClockStops }}</p>
      <div class="flex gap-2">
        <button class="btn btn-main" @click="end">{{ wording.endIt }}</button>
        <button class="btn" @click="leaving = false">{{ anywhere.goOn }}</button>
      </div>
    </ModalFrame>
    <WallDialog :id="id" :open="walling" @close="walling = false" />
    <ModalFrame :open="choosing" :title="wording.soundAndLight" @close="choosing = false">
      <OnOff v-for="name in Object.keys(CUES) as Cue[]" :key="name" v-model="cues[name]">{{ CUES[name] }}</OnOff>
      <p class="text-soft text-sm">{{ wording.keysAndClicker }}</p>
      <button class="btn" @click="choosing = false">{{ anywhere.close }}</button>
    </ModalFrame>
  </div>
</template>
