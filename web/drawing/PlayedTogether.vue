<script setup lang="ts">
/** Clips of several looks, played by one clock: aligned at their starts, or where the line broke. */
import { Pause, Play } from '@lucide/vue';
import { computed, ref, watch } from 'vue';
import type { Look } from '../../api/observations.js';
import type { Judged } from '../../core/evaluate/judge.js';
import { clipAddress } from '../data/clips.js';
import { shortSeconds } from '../../words/numbers.js';
import ClipView from './ClipView.vue';
import { SPEED_WORDS } from './speeds.js';
import { usePlayer } from './use-player.js';
import { useTogether } from './use-together.js';
import { anywhere } from '../../words/pages/anywhere.js';
import { playedTogether as wording } from '../../words/pages/drawing.js';

const props = defineProps<{ looks: readonly { look: Look; detail: Judged; title: string }[] }>();
const lengthOf = ({ look }: { look: Look }): number => look.observation.frames.at(-1)?.t ?? 0;
const breakOf = ({ detail }: { detail: Judged }): number | null => detail.hold?.breaks[0]?.t ?? null;
const canBreak = computed(() => props.looks.every((l) => breakOf(l) !== null));
const by = ref<'start' | 'break'>('start');
// As many players as looks when this opens; the caller keys it by them.
const players = props.looks.map((of, i) =>
  usePlayer({
    src: () => (props.looks[i]?.look.clipId ? clipAddress(props.looks[i].look.clipId) : null),
    from: () => 0,
    length: () => lengthOf(props.looks[i] ?? of),
    times: () => (props.looks[i] ?? of).look.observation.frames.map((f) => f.t),
  }),
);
const together = useTogether(() =>
  props.looks.map((of, i) => ({
    player: players[i]!,
    zero: by.value === 'break' ? (breakOf(of) ?? 0) : 0,
    length: lengthOf(of),
  })),
);
watch(by, () => together.seek(by.value === 'break' ? 0 : together.from.value));
</script>

<template>
  <section class="card" :aria-label="wording.playedTogether">
    <div class="flex flex-wrap items-center gap-2">
      <button class="btn !min-w-24" @click="together.toggle()">
        <component :is="together.playing.value ? Pause : Play" :size="20" aria-hidden="true" />
        {{ together.playing.value ? anywhere.pause : looks.length > 2 ? wording.playAll : wording.playBoth }}
      </button>
      <button class="btn figures !px-2.5" :aria-label="wording.speedOfPlaying" @click="together.slower()">
        {{ SPEED_WORDS[together.speed.value] }}
      </button>
      <span class="figures text-lg"
        ><b>{{ together.at.value.toFixed(2).replace('-', '−') }}</b> s</span
      >
      <div v-if="canBreak" role="group" :aria-label="wording.aligned" class="ml-auto flex gap-1">
        <button class="btn" :class="{ 'btn-on': by === 'start' }" :aria-pressed="by === 'start'" @click="by = 'start'">
          {{ wording.fromTheStart }}
        </button>
        <button class="btn" :class="{ 'btn-on': by === 'break' }" :aria-pressed="by === 'break'" @click="by = 'break'">
          {{ wording.atTheBreak }}
        </button>
      </div>
    </div>
    <input
      class="h-11 w-full accent-[var(--rope)]"
      type="range"
      :aria-label="wording.timeOfAll"
      :min="together.from.value"
      :max="together.to.value"
      step="0.05"
      :value="together.at.value"
      @input="together.seek(Number(($event.target as HTMLInputElement).value))"
    />
    <div class="mt-1 grid gap-3 md:grid-cols-2">
      <figure v-for="(of, i) in looks" :key="of.look.id" class="min-w-0">
        <ClipView
          :player="players[i]!"
          :src="of.look.clipId ? clipAddress(of.look.clipId) : null"
          :observation="of.look.observation"
          :points="of.look.observation.frames[players[i]!.shown.value]?.points ?? {}"
          bare
          :detail="of.detail"
          :tall="46"
          :label="of.title"
        />
        <figcaption class="figures mt-1 font-semibold">
          {{ of.title
          }}<span v-if="breakOf(of) !== null" class="text-soft font-normal">{{
            wording.breaksAt(shortSeconds(breakOf(of)!))
          }}</span>
        </figcaption>
      </figure>
    </div>
  </section>
</template>
