<script setup lang="ts">
/** Play, steps and speed of a clip. */
import { Pause, Play, SkipBack, SkipForward } from '@lucide/vue';
import { SPEED_WORDS } from './speeds.js';
import type { Player } from './use-player.js';
import { anywhere } from '../../words/pages/anywhere.js';
import { playerBar as wording } from '../../words/pages/drawing.js';

defineProps<{ player: Player; disabled?: boolean }>();
</script>

<template>
  <button class="btn !px-2.5" :aria-label="wording.aFrameBack" @click="player.stepBy(-1)">
    <SkipBack :size="20" aria-hidden="true" />
  </button>
  <button class="btn !min-w-24" :disabled="disabled" @click="player.toggle()">
    <component :is="player.playing.value ? Pause : Play" :size="20" aria-hidden="true" />
    {{ player.playing.value ? anywhere.pause : wording.play }}
  </button>
  <button class="btn !px-2.5" :aria-label="wording.aFrameOn" @click="player.stepBy(1)">
    <SkipForward :size="20" aria-hidden="true" />
  </button>
  <button
    class="btn figures !px-2.5"
    :disabled="disabled"
    :aria-label="wording.speedOfPlaying"
    @click="player.slower()"
  >
    {{ SPEED_WORDS[player.speed.value] }}
  </button>
  <span class="figures ml-1 text-lg" role="status"
    ><b>{{ player.at.value.toFixed(2) }}</b> s</span
  >
</template>
