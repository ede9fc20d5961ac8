<script setup lang="ts">
/** The tempo of a rep, shown as a light that goes up, pauses and comes down, and heard as three tones where sounds are chosen. */
import { computed, watch } from 'vue';
import { phaseAt, TEMPO_WORDS } from '../../../core/hold/tempo.js';
import { tick } from './use-signals.js';
import { useChosenSignals } from './use-signals.js';
import { tempoPacer as wording } from '../../../words/pages/bench.js';

const props = defineProps<{ tempo: readonly [number, number, number]; elapsed: number; running: boolean }>();
const chosen = useChosenSignals();
const at = computed(() => phaseAt(props.tempo, props.elapsed));
/** How high the light stands, 0–1. */
const height = computed(() =>
  at.value.phase === 'up' ? at.value.share : at.value.phase === 'pause' ? 1 : 1 - at.value.share,
);
watch(
  () => `${at.value.rep}${at.value.phase}`,
  () => props.running && chosen.value.sound && tick(at.value.phase),
);
</script>

<template>
  <div class="flex items-center gap-3" aria-hidden="true">
    <span class="border-soft relative h-16 w-5 overflow-hidden rounded-full border-2">
      <span
        class="absolute inset-x-0 bottom-0"
        :class="at.phase === 'pause' ? 'bg-sea' : 'bg-rope'"
        :style="{ height: `${running ? 100 * height : 0}%` }"
      ></span>
    </span>
    <span class="figures">
      <b class="block text-xl">{{ running ? TEMPO_WORDS[at.phase] : wording.tempo }}</b>
      <span class="text-soft">{{ tempo.join('–') }} s</span>
    </span>
  </div>
</template>
