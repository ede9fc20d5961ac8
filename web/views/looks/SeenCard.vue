<script setup lang="ts">
/** What was seen: clean seconds or the measured line, what is to be known of the picture, and where it was felt. */
import { computed } from 'vue';
import type { Look } from '../../../api/observations.js';
import type { Judged } from '../../../core/evaluate/judge.js';
import { FELT_SITES } from '../../../core/formats/catalog.js';
import { END_WORDS, SITE_WORDS } from '../../../words/labels.js';
import { fixed, secondsText } from '../../../words/numbers.js';
import { seenWarnings } from '../../../words/seen.js';
import HoldTimeline from '../../drawing/HoldTimeline.vue';
import PictureLines from '../../drawing/PictureLines.vue';

const props = defineProps<{ look: Look; detail: Judged }>();
defineEmits<{ felt: [site: (typeof FELT_SITES)[number]] }>();
const hold = computed(() => props.detail.hold);
const target = computed(() => props.look.observation.target);
const line = computed(() => props.detail.measures.find((m) => m.id === 'hip-line'));
</script>

<template>
  <section class="card" aria-labelledby="seen">
    <h2 id="seen">What was seen</h2>
    <template v-if="hold">
      <p class="figures mt-1">
        <b class="font-head text-5xl">{{ hold.clean.toFixed(1) }}</b> <b class="text-xl">clean seconds</b>
      </p>
      <p class="figures text-soft">
        of {{ secondsText(hold.total) }}{{ target ? `, target ${target} s` : ''
        }}{{ hold.endedBy ? ` · ${END_WORDS[hold.endedBy]}` : '' }}
      </p>
      <HoldTimeline :hold="hold" :target="target" class="mt-1" />
    </template>
    <div v-if="look.observation.frames.length" class="mt-2">
      <PictureLines
        :observation="look.observation"
        :detail="detail"
        :media-id="look.mediaId"
        label="The picture with the measured body line"
      />
      <p v-if="line && detail.family.orientation === 'prone'" class="figures mt-1">
        <b class="text-2xl">{{ fixed(line.value) }}°</b> ± {{ line.sd.toFixed(1) }}° body line
        <span class="text-soft">(the band is two errors wide each side)</span>
      </p>
    </div>
    <p v-for="w in seenWarnings(detail)" :key="w" class="note mt-2 text-sm">{{ w }}</p>
    <div class="mt-3 flex flex-wrap items-center gap-2">
      <label for="felt" class="font-semibold">Felt first</label>
      <select
        id="felt"
        class="field !w-auto"
        :value="look.observation.evidence?.['felt-first'] ?? ''"
        @change="$emit('felt', ($event.target as HTMLSelectElement).value as (typeof FELT_SITES)[number])"
      >
        <option value="" disabled>not asked</option>
        <option v-for="site in FELT_SITES" :key="site" :value="site">{{ SITE_WORDS[site] }}</option>
      </select>
    </div>
  </section>
</template>
