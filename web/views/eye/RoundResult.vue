<script setup lang="ts">
/** What a round came to, and what all rounds say now. */
import { computed, onMounted, ref } from 'vue';
import type { EyeSummary, RoundLine } from '../../../api/eye.js';
import type { Dealt } from '../../../core/formats/eye.js';
import { lateText, ofText, placingText } from '../../../words/eye.js';
import { fixed } from '../../../words/numbers.js';
import { useAction } from '../../data/action.js';
import { dealRound, removeRound } from '../../data/eye.js';
import { useRouter } from 'vue-router';
import FaultTable from './FaultTable.vue';
import PlacingTable from './PlacingTable.vue';
import { roundResult as wording } from '../../../words/pages/eye.js';

const props = defineProps<{ dealt: Dealt; line: RoundLine; summary: EyeSummary }>();
const emit = defineEmits<{ close: [] }>();
const router = useRouter();
const { busy, error, run } = useAction();
const heading = ref<HTMLElement | null>(null);
onMounted(() => heading.value?.focus({ preventScroll: true }));
const facts = computed((): [string, string][] => {
  const { seen, alarms, late, off } = props.line;
  return [
    [wording.faultsSeen, ofText(seen)],
    [wording.namedAndNotThere, `${alarms.hits}`],
    ...(late === null ? [] : [[wording.taps, lateText(late)] as [string, string]]),
    ...(off === null ? [] : [[wording.bodyLineRead, `${fixed(off, 0)}° off`] as [string, string]]),
  ];
});
const families = computed(() => [...new Set(props.dealt.items.map((i) => i.family))]);
const another = (): Promise<boolean> =>
  run(async () => {
    const { id } = await dealRound({ kind: props.dealt.kind, families: families.value });
    await router.push(`/eye/rounds/${id}`);
  });
const drop = async (): Promise<void> => {
  if (await run(() => removeRound(props.line.id))) emit('close');
};
</script>

<template>
  <section class="card" aria-labelledby="came-to">
    <h2 id="came-to" ref="heading" tabindex="-1">{{ wording.whatItCameTo }}</h2>
    <template v-if="line.kind === 'placing' && summary.placing">
      <p class="figures mt-1 text-xl">
        <b>{{ placingText(summary.placing.rest) }}</b> {{ wording.overAllPoints }}
      </p>
      <PlacingTable class="mt-2" :placing="summary.placing" />
      <p class="mt-2">{{ wording.everyPictureYouPlace }}</p>
    </template>
    <template v-else>
      <dl class="figures mt-2 grid grid-cols-2 gap-3 md:grid-cols-4">
        <div v-for="[name, value] in facts" :key="name">
          <dt class="text-soft">{{ name }}</dt>
          <dd class="font-head text-3xl">{{ value }}</dd>
        </div>
      </dl>
      <h3 class="mt-4">{{ wording.allYourRoundsNow }}</h3>
      <FaultTable class="mt-1" :summary="summary" />
    </template>
    <p v-if="error" role="alert" class="note mt-3">{{ error }}</p>
    <div class="mt-4 flex flex-wrap gap-2">
      <button class="btn btn-main !min-h-14" @click="emit('close')">{{ wording.toYourEye }}</button>
      <button class="btn" :disabled="busy" @click="another">{{ wording.anotherRound }}</button>
      <button class="btn btn-quiet" :disabled="busy" @click="drop">{{ wording.iWasDisturbedLet }}</button>
    </div>
  </section>
</template>
