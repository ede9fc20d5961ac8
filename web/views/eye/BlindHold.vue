<script setup lang="ts">
/** A colleague's stored clip of a hold, watched once and tapped as on the bench, without what they saw in it. */
import { Play, Square, Undo2 } from '@lucide/vue';
import { useRafFn } from '@vueuse/core';
import { computed, nextTick, ref } from 'vue';
import { z } from 'zod';
import type { Blind } from '../../../api/eye.js';
import { tappedHoldSchema } from '../../../core/formats/eye.js';
import type { Observation } from '../../../core/formats/observation.js';
import { secondsText } from '../../../words/numbers.js';
import DraftBack from '../../components/DraftBack.vue';
import { clipAddress } from '../../data/clips.js';
import { useDraft } from '../../data/drafts.js';
import { faultName } from '../../data/names.js';
import { announce } from '../../data/said.js';
import TapPads from './TapPads.vue';
import { useSecond } from './use-second.js';
import { useTapping } from './use-tapping.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { blindHold as wording } from '../../../words/pages/eye.js';

const props = defineProps<{ it: Blind; clipId: string }>();
/** What was tapped, and the second at which the hold ended. */
const watchedSchema = tappedHoldSchema.extend({ seconds: z.number().positive() });
type Watched = z.infer<typeof watchedSchema>;

const video = ref<HTMLVideoElement | null>(null);
const told = ref<HTMLElement | null>(null);
const phase = ref<'ready' | 'running' | 'told'>('ready');
const plays = ref(false);
const broken = ref(false);
const now = ref(0);
const hundredths = (t: number): number => Math.round(t * 100) / 100;
const tapping = useTapping({
  hold: () => props.it.observation,
  running: () => phase.value === 'running',
  now: () => video.value?.currentTime ?? 0,
  space: () => {
    if (phase.value === 'told') return false;
    void (phase.value === 'running' ? end() : start());
    return true;
  },
});
const { events, undo } = tapping;
const draft = useDraft<Watched>({
  of: () => `blind/${props.it.lookId}`,
  name: wording.whatYouTapped,
  schema: watchedSchema,
  now: () => (phase.value === 'told' ? { events: events.value, seconds: now.value } : null),
  take: (kept) => {
    [events.value, now.value, phase.value] = [kept.events, kept.seconds, 'told'];
  },
});
const { busy, error, save } = useSecond(() => props.it.lookId, draft);

const clock = useRafFn(() => (now.value = hundredths(video.value?.currentTime ?? 0)), { immediate: false });
async function start(): Promise<void> {
  const film = video.value;
  if (!film || !plays.value) return;
  anew();
  film.currentTime = 0;
  phase.value = 'running';
  clock.resume();
  announce(wording.theClipPlays);
  await film.play().catch(() => {
    clock.pause();
    [broken.value, phase.value] = [true, 'ready'];
  });
}
/** What was tapped at an earlier visit is let go; the clip plays when it is started. */
function anew(): void {
  [events.value, now.value, phase.value] = [[], 0, 'ready'];
  draft.begunAnew();
}
async function end(): Promise<void> {
  const film = video.value;
  if (!film || phase.value !== 'running') return;
  film.pause();
  clock.pause();
  now.value = hundredths(film.currentTime);
  phase.value = now.value > 0 ? 'told' : 'ready';
  await nextTick();
  told.value?.focus({ preventScroll: true });
}
const observation = computed((): Observation => ({
  ...props.it.observation,
  frames: [],
  events: events.value,
  ended: { t: now.value, reason: 'coach' },
}));
</script>

<template>
  <DraftBack class="mt-2" :draft="draft" @anew="anew" />
  <p v-if="broken" role="alert" class="note mt-2">{{ wording.theClipCannot }}</p>
  <section class="card mt-3" aria-labelledby="blind-hold" :data-draft="draft.kept.value ? 'kept' : undefined">
    <h2 id="blind-hold" class="sr-only">{{ wording.theClip }}</h2>
    <div class="grid items-end gap-x-3 gap-y-1 md:grid-cols-[1fr_18rem]">
      <video
        ref="video"
        class="bg-sunk max-h-64 w-full rounded object-contain md:max-h-96"
        :src="clipAddress(clipId)"
        :aria-label="wording.theClip"
        muted
        playsinline
        preload="auto"
        @canplay="plays = true"
        @error="broken = true"
        @ended="end"
      ></video>
      <div class="max-md:flex max-md:flex-wrap max-md:items-center max-md:gap-x-3">
        <p
          class="figures font-head text-[2.75rem] leading-none font-bold md:text-[3.5rem]"
          role="timer"
          :aria-label="wording.clock"
        >
          {{ now.toFixed(1) }}
        </p>
        <div class="flex flex-1 gap-2 md:mt-2">
          <button
            v-if="phase === 'ready'"
            class="btn btn-main !min-h-16 flex-1 text-xl"
            :disabled="!plays || broken"
            @click="start"
          >
            <Play :size="24" aria-hidden="true" /> {{ anywhere.start }}
          </button>
          <template v-else-if="phase === 'running'">
            <button class="btn !min-h-16 flex-1" :disabled="events.length === 0" @click="undo">
              <Undo2 :size="22" aria-hidden="true" /> {{ anywhere.undo }}
            </button>
            <button class="btn !min-h-16 flex-1" @click="end">
              <Square :size="22" aria-hidden="true" /> {{ wording.theHoldEnds }}
            </button>
          </template>
        </div>
      </div>
    </div>
    <template v-if="phase !== 'told'">
      <p class="text-soft mt-2" :class="{ 'max-md:hidden': phase === 'running' }">{{ wording.tapWhatGoes(it.by) }}</p>
      <TapPads :tapping="tapping" :disabled="phase === 'ready'" />
    </template>
    <div v-else class="mt-3">
      <h3 ref="told" tabindex="-1">{{ wording.whatYouTapped }}</h3>
      <p v-if="events.length === 0" class="mt-1 text-lg">{{ wording.nothingTapped(secondsText(now)) }}</p>
      <ul v-else class="figures mt-1 space-y-1 text-lg">
        <li v-for="(e, i) in events" :key="i">
          {{
            e.state === 'off'
              ? wording.mendedAt(faultName(e.fault), secondsText(e.t))
              : wording.at(faultName(e.fault), secondsText(e.t))
          }}
        </li>
        <li>{{ wording.endsAt(secondsText(now)) }}</li>
      </ul>
      <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
      <div class="mt-3 flex flex-wrap gap-2">
        <button class="btn btn-main !min-h-14" :disabled="busy" @click="save(observation)">
          {{ wording.keepItAndCompare }}
        </button>
        <button class="btn !min-h-14" :disabled="busy || !plays || broken" @click="start">
          {{ wording.watchItAgain }}
        </button>
      </div>
    </div>
  </section>
</template>
