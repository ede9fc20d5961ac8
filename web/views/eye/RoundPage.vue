<script setup lang="ts">
/** A round of practice, item by item; what was answered is kept on the device until the round is sent. */
import { computed, ref, shallowRef } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import type { Answered, Dealt } from '../../../core/formats/eye.js';
import { KIND_WORDS } from '../../../words/eye.js';
import DraftBack from '../../components/DraftBack.vue';
import LoadState from '../../components/LoadState.vue';
import { useAction } from '../../data/action.js';
import { useDraft } from '../../data/drafts.js';
import { answerRound, useDeal, useEye } from '../../data/eye.js';
import HoldRound from './HoldRound.vue';
import PictureRound from './PictureRound.vue';
import PlacingRound from './PlacingRound.vue';
import { readRound, roundDraftSchema, stepsOf, type RoundDraft } from './placed.js';
import RoundResult from './RoundResult.vue';
import { underWay } from '../../data/under-way.js';
import { roundPage as wording } from '../../../words/pages/eye.js';

const props = defineProps<{ id: string }>();
const router = useRouter();
const deal = useDeal(() => props.id);
const dealt = computed((): Dealt | null => deal.value.value?.dealt ?? null);
/** Answers so far, one a step. */
const answers = shallowRef<unknown[]>([]);
/** What is begun of the item after them, as its page keeps it. */
const half = shallowRef<unknown>(null);
/** What it came to, and what all rounds say now. */
const line = computed(() => deal.value.value?.line ?? null);
const own = useEye();
const { busy, error, run } = useAction();
const draft = useDraft<RoundDraft>({
  of: () => (dealt.value ? `eye/${props.id}` : null),
  name: wording.theRound,
  schema: roundDraftSchema,
  now: () =>
    (answers.value.length > 0 || half.value !== null) && !line.value
      ? { answers: answers.value, half: half.value }
      : null,
  take(value) {
    if (dealt.value) ({ answers: answers.value, half: half.value } = readRound(dealt.value.kind, value));
  },
});
const order = computed(() => {
  const of = dealt.value;
  if (!of) return [];
  return of.kind === 'placing' ? stepsOf(of.items.length) : of.items.map((_, i) => i);
});
const step = computed(() => answers.value.length);
const last = computed(() => step.value === order.value.length - 1);
/** Answers as the round is sent: of a placing check both of each picture. */
function answered(): Answered {
  const { kind, items } = dealt.value!;
  const all = answers.value as never[];
  if (kind !== 'placing') return { kind, answers: all };
  return { kind, answers: items.map((_, i) => all.filter((__, k) => order.value[k] === i)) as never[] };
}
async function send(): Promise<void> {
  await run(async () => {
    await answerRound(props.id, answered());
    await draft.drop();
  });
}
function done(answer: unknown): void {
  half.value = null;
  answers.value = [...answers.value, answer];
  if (step.value === order.value.length) void send();
}
const again = ref(0);
function anew(): void {
  [answers.value, half.value] = [[], null];
  again.value += 1;
  draft.begunAnew();
}
</script>

<template>
  <div class="flex flex-wrap items-baseline gap-x-4" :class="{ 'max-md:hidden': underWay }">
    <h1>{{ dealt ? KIND_WORDS[dealt.kind] : wording.practice }}</h1>
    <p v-if="dealt && !line" class="figures text-soft">
      {{
        wording.of(
          Math.min(step + 1, order.length),
          order.length,
          dealt.kind === 'placing' && step >= dealt.items.length ? wording.again : '',
        )
      }}
    </p>
    <RouterLink v-if="!line" to="/eye" class="link ml-auto min-h-[44px] content-center">{{
      wording.leaveTheRound
    }}</RouterLink>
  </div>
  <LoadState :loading="deal.loading.value" :error="deal.error.value" @retry="deal.load()" />
  <DraftBack class="mt-2" :draft="draft" @anew="anew" />
  <div v-if="dealt && draft.ready.value" class="mt-3" :data-draft="draft.kept.value ? 'kept' : undefined">
    <RoundResult
      v-if="line && own.value.value"
      :dealt="dealt"
      :line="line"
      :summary="own.value.value.summary"
      @close="router.push('/eye')"
    />
    <div v-else-if="step >= order.length" class="card">
      <LoadState :loading="busy" :error="error" @retry="send" />
      <button v-if="!busy && !error" class="btn btn-main" @click="send">{{ wording.sendTheRound }}</button>
    </div>
    <template v-else>
      <HoldRound
        v-if="dealt.kind === 'holds'"
        :key="`${step} ${again}`"
        :item="dealt.items[order[step]!]!"
        :last="last"
        :half="half as never"
        @half="half = $event"
        @done="done"
      />
      <PictureRound
        v-else-if="dealt.kind === 'pictures'"
        :key="`${step} ${again}`"
        :item="dealt.items[order[step]!]!"
        :last="last"
        :half="half as never"
        @half="half = $event"
        @done="done"
      />
      <PlacingRound
        v-else
        :key="`${step} ${again}`"
        :item="dealt.items[order[step]!]!"
        :last="last"
        :half="half as never"
        @half="half = $event"
        @done="done"
      />
    </template>
  </div>
</template>
