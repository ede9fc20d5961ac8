<script setup lang="ts">
/** What a clip shows, while it is read and after: clean seconds or reps, what went and when, what stands against it. */
import { Square } from '@lucide/vue';
import { computed } from 'vue';
import { cleanKnown } from '../../../core/evaluate/undecided.js';
import { breaksOffText, driftText, FOUND_WORDS, NO_DETECTOR } from '../../../words/clip.js';
import { fixed, PLUS_MINUS_SAYS, secondsText, shortSeconds } from '../../../words/numbers.js';
import { faultName } from '../../data/names.js';
import ClipReps from './ClipReps.vue';
import SeenNow from './SeenNow.vue';
import type { ClipRecord } from './use-clip-record.js';
import type { ClipUnderWay } from './use-clip.js';
import { clipSeen as wording } from '../../../words/pages/bench.js';

const props = defineProps<{ clip: ClipUnderWay; record: ClipRecord; part: { from: number; to: number | null } }>();
defineEmits<{ seek: [t: number] }>();
const detail = computed(() => props.record.detail.value);
const hold = computed(() => detail.value?.hold ?? null);
const range = computed(() => props.record.range.value);
const motion = computed(() => props.record.motion.value);
const facts = computed(() => props.clip.facts.value);
const whole = computed(() => (props.part.to ?? facts.value?.length ?? 1) - props.part.from);
const drifts = computed(() => driftText(hold.value?.drift ?? []));
</script>

<template>
  <div v-if="clip.state.value === 'reading'" class="mt-1">
    <p role="status" class="figures">
      {{ wording.readS(clip.upTo.value.toFixed(1), facts ? wording.ofS(whole.toFixed(1)) : '') }}
    </p>
    <progress class="w-full" :value="clip.upTo.value" :max="Math.max(0.1, whole)" :aria-label="wording.read"></progress>
    <button class="btn mt-1" @click="clip.stop()">
      <Square :size="18" aria-hidden="true" /> {{ wording.stopReading }}
    </button>
  </div>
  <p v-else-if="clip.closer.value" role="status" class="text-soft mt-1">{{ wording.lookingCloser }}</p>
  <template v-if="hold">
    <ClipReps
      v-if="motion"
      :motion="motion"
      :reps="record.reps.value"
      :rung="record.rung.value"
      @seek="$emit('seek', $event)"
      @say="record.say"
    />
    <template v-else-if="cleanKnown(detail!)">
      <p class="figures mt-1">
        <b class="font-head text-5xl">{{ hold.clean.toFixed(1) }}</b> <b class="text-xl">{{ wording.cleanSeconds }}</b>
      </p>
      <p class="figures text-soft">
        <template v-if="range && range.high - range.low > 0.2">{{
          wording.toByTheError(fixed(range.low), secondsText(range.high))
        }}</template>{{
          wording.of(secondsText(hold.total), hold.settled ? wording.settledAt(shortSeconds(hold.settled)) : '')
        }}
      </p>
    </template>
    <p v-if="hold.firstToGo" class="mt-1">
      {{ wording.firstToGo }} <b>{{ faultName(hold.firstToGo.fault) }}</b>
    </p>
    <ul v-if="!motion && hold.breaks.length" class="mt-1" :aria-label="wording.breaks">
      <li v-for="(b, i) in hold.breaks" :key="i">
        <button class="btn figures w-full !justify-between text-left" @click="$emit('seek', b.t)">
          <span>{{ shortSeconds(b.t) }} {{ faultName(b.fault) }}</span>
          <span class="text-soft">{{ shortSeconds(b.length) }}{{ b.recovered ? wording.recovered : '' }}</span>
        </button>
      </li>
    </ul>
    <p v-if="drifts" class="text-soft mt-1 text-sm">{{ drifts }}</p>
  </template>
  <p v-if="clip.breaksOff.value !== null" role="alert" class="note mt-2 text-sm">
    {{ breaksOffText(clip.breaksOff.value) }}
  </p>
  <p v-if="clip.byHand.value" class="note mt-2 text-sm">{{ NO_DETECTOR }}</p>
  <p v-for="p in clip.against.value" :key="p" class="note mt-2 text-sm">{{ FOUND_WORDS[p] }}</p>
  <SeenNow :detail="detail" :laid="clip.raw.value.length > 0" />
  <p class="text-soft mt-1 text-sm">{{ wording.pointsWereFound(PLUS_MINUS_SAYS) }}</p>
</template>
