<script setup lang="ts">
/** What was seen: clean seconds or the measured line, what is to be known of the picture, and where it was felt. */
import { Play, Ruler } from '@lucide/vue';
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import type { Look } from '../../../api/observations.js';
import type { Judged } from '../../../core/evaluate/judge.js';
import { cleanKnown } from '../../../core/evaluate/undecided.js';
import { restsText, totalText } from '../../../words/counts.js';
import { tappedText } from '../../../words/eye.js';
import { END_WORDS } from '../../../words/labels.js';
import { fixed, PLUS_MINUS_SAYS, plusMinus, secondsText } from '../../../words/numbers.js';
import { seenWarnings, undecidedText } from '../../../words/seen.js';
import { setupText } from '../../../words/setup.js';
import { rungName } from '../../data/names.js';
import HoldTimeline from '../../drawing/HoldTimeline.vue';
import PressureStrip from '../../drawing/PressureStrip.vue';
import PictureLines from '../../drawing/PictureLines.vue';
import { seenCard as wording } from '../../../words/pages/looks.js';

const props = defineProps<{
  observation: Look['observation'];
  detail: Judged;
  /** The look, where it is one that is kept. */
  look?: Pick<Look, 'id' | 'mediaId' | 'pad'>;
}>();
const hold = computed(() => props.detail.hold);
const target = computed(() => props.observation.target);
const told = computed(() => setupText(props.detail.rung, props.detail.context.body, props.observation.setup));
/** The second at which it went was tapped, not measured. */
const tapped = computed(
  () => !hold.value?.reps && hold.value?.breaks.find((b) => b.t === hold.value?.firstToGo?.t)?.from === 'observed',
);
const line = computed(() => props.detail.measures.find((m) => m.id === 'hip-line'));
</script>

<template>
  <section class="card" aria-labelledby="seen">
    <h2 id="seen">{{ wording.whatWasSeen }}</h2>
    <template v-if="hold">
      <p v-if="hold.reps" class="figures mt-1">
        <b class="font-head text-5xl">{{ hold.reps.clean }}</b> <b class="text-xl">{{ wording.cleanReps }}</b>
      </p>
      <p v-else-if="cleanKnown(detail)" class="figures mt-1">
        <b class="font-head text-5xl">{{ hold.clean.toFixed(1) }}</b> <b class="text-xl">{{ wording.cleanSeconds }}</b>
      </p>
      <p v-if="tapped" class="text-soft text-sm">{{ tappedText(detail.eye) }}.</p>
      <p class="figures text-soft">
        {{
          wording.of(
            totalText(hold),
            hold.reps
              ? observation.targetReps
                ? wording.target(observation.targetReps)
                : ''
              : target
                ? wording.targetS(target)
                : '',
            hold.endedBy ? ` · ${END_WORDS[hold.endedBy]}` : '',
          )
        }}
      </p>
      <HoldTimeline :hold="hold" :target="target" class="mt-1" />
      <PressureStrip v-if="look?.pad.length" :samples="look.pad" :end="hold.total" class="mt-2" />
    </template>
    <div v-if="observation.frames.length" class="mt-2">
      <PictureLines
        :observation="observation"
        :detail="detail"
        :media-id="look?.mediaId ?? null"
        :label="wording.thePicture"
      />
      <RouterLink v-if="look" :to="`/looks/${look.id}/frames`" class="btn mt-2"
        ><component :is="observation.frames.length > 1 ? Play : Ruler" :size="18" aria-hidden="true" />
        {{ observation.frames.length > 1 ? wording.playItMeasure : wording.measureOnIt }}</RouterLink
      >
      <p v-if="line && detail.family.orientation === 'prone'" class="figures mt-1">
        <b class="text-2xl">{{ fixed(line.value) }}°</b> {{ wording.bodyLine(plusMinus(line.sd, '°')) }}
        <span class="text-soft">({{ PLUS_MINUS_SAYS }})</span>
      </p>
    </div>
    <p v-for="w in seenWarnings(detail)" :key="w" class="note mt-2 text-sm">{{ w }}</p>
    <p v-if="detail.undecided.length" class="note mt-2 font-semibold">{{ undecidedText(detail) }}</p>
    <p v-if="told" class="figures mt-2 text-sm">
      <b>{{ wording.setUp }}</b> {{ told }}
    </p>
    <ol v-if="hold?.segments" class="figures mt-2 text-sm" :aria-label="wording.partsOfTheSet">
      <li v-for="(part, i) in hold.segments" :key="i">
        {{ rungName(detail.family.id, part.rung) }}: <b>{{ secondsText(part.clean) }}</b>
        {{ wording.cleanOf(secondsText(part.total)) }}
      </li>
    </ol>
    <p v-if="observation.resets || observation.rests" class="figures mt-1 text-sm">
      {{ restsText(observation) }}
    </p>
  </section>
</template>
