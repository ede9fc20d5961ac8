<script setup lang="ts">
/** The reps of a clip: how many, how far, at what tempo, and each with what it was; one is opened to see it or to say otherwise. */
import { computed, ref } from 'vue';
import { median } from '../../../core/statistics.js';
import { NO_REP, type JudgedRep } from '../../../core/clip/judged-reps.js';
import { offTempo, phaseWithin, type Motion } from '../../../core/clip/reps.js';
import { record } from '../../../core/catalog/index.js';
import type { Rung } from '../../../core/formats/catalog.js';
import { offTempoText, MOTION_NAMES } from '../../../words/clip.js';
import { shortSeconds } from '../../../words/numbers.js';
import PickOne from '../../components/PickOne.vue';
import { catalog } from '../../data/catalogue.js';
import { faultName } from '../../data/names.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { clipReps as wording } from '../../../words/pages/bench.js';

const props = defineProps<{ motion: Motion; reps: readonly JudgedRep[]; rung: Rung }>();
defineEmits<{ seek: [t: number]; say: [turns: number, is: string | null] }>();
const open = ref<number | null>(null);
const counted = computed(() => props.reps.filter((r) => r.is !== NO_REP));
const clean = computed(() => counted.value.filter((r) => r.is === null).length);
/** What a phase may be off, s. */
const within = computed(() => median(counted.value.map(phaseWithin)));
const tempo = computed(() => {
  const asked = props.rung.counted?.tempo;
  const off = asked && offTempo(counted.value, asked);
  return asked && off ? offTempoText(asked, off, within.value) : '';
});
const CLEAN = 'clean';
const choices = computed(() => [
  { id: CLEAN, name: anywhere.clean },
  { id: NO_REP, name: wording.noRep },
  ...record(catalog.families, props.rung.family).pads.map((id) => ({ id, name: faultName(id) })),
]);
const range = (r: { range: number }): string => `${Math.round(r.range)}${props.motion.unit === 'deg' ? '°' : ' %'}`;
const isText = (is: string | null): string =>
  is === null ? 'clean' : is === NO_REP ? wording.noRepInSentence : faultName(is);
</script>

<template>
  <p class="figures mt-1">
    <b class="font-head text-5xl">{{ clean }}</b> <b class="text-xl">{{ wording.cleanReps }}</b>
    <span class="text-soft">{{ wording.of(counted.length) }}</span>
  </p>
  <p class="figures text-soft text-sm">
    {{ MOTION_NAMES[motion.of] ?? motion.of }} {{ range(motion) }}
    <template v-if="motion.period !== null">{{ wording.oneIn(shortSeconds(motion.period)) }}</template>
    <template v-if="motion.unevenness !== null && motion.unevenness > 0.15">{{ wording.unevenPace }}</template>
  </p>
  <p v-if="tempo" class="text-sm">{{ tempo }}</p>
  <ol class="mt-1 space-y-1" :aria-label="anywhere.reps">
    <li v-for="(rep, i) in reps" :key="i">
      <button
        class="btn figures w-full !justify-between text-left"
        :aria-expanded="open === i"
        @click="
          open = open === i ? null : i;
          $emit('seek', rep.turns);
        "
      >
        <span
          >{{ i + 1 }}
          <span class="text-soft text-sm font-normal"
            >{{ rep.up.toFixed(1) }} · {{ rep.pause.toFixed(1) }} · {{ rep.down.toFixed(1) }} s, {{ range(rep) }}</span
          ></span
        >
        <span :class="rep.is === null ? 'text-soft font-normal' : ''">{{ isText(rep.is) }}</span>
      </button>
      <PickOne
        v-if="open === i"
        :id="`rep-${i}`"
        class="mt-1"
        :label="wording.repWas(i + 1)"
        :choices="choices"
        :model-value="rep.is ?? CLEAN"
        @update:model-value="$emit('say', rep.turns, $event === CLEAN ? null : $event)"
      />
    </li>
  </ol>
  <p v-if="counted.length" class="text-soft text-sm">{{ wording.upPauseDownEach(within.toFixed(1)) }}</p>
</template>
