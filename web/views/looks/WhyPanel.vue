<script setup lang="ts">
/** Why it happens: the causes that fit best, what moved them, and the one quick test that would tell most. */
import { computed, ref } from 'vue';
import { record } from '../../../core/catalog/index.js';
import { catalog } from '../../data/catalogue.js';
import type { Explained } from '../../../core/evaluate/explain.js';
import type { Look } from '../../../api/observations.js';
import { openTests, type Reason } from '../../../core/reason/rank.js';
import type { Circumstance } from '../../../core/person/circumstance.js';
import SearchPick from '../../components/SearchPick.vue';
import { fitText, turningText } from '../../../words/causes.js';
import { evidenceText, testWhy } from '../../data/names.js';
import type { CauseId } from '../../../core/formats/catalog.js';
import type { Observation } from '../../../core/formats/observation.js';
import OverruleForm from './OverruleForm.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { whyPanel as wording } from '../../../words/pages/looks.js';

const props = defineProps<{
  detail: Explained;
  observation: Observation;
  overruled: Look['overrule'];
  circumstance: Circumstance;
}>();
const emit = defineEmits<{
  test: [id: string, answer: 'positive' | 'negative' | number | null];
  overrule: [cause: CauseId | null, reason: string];
}>();

const SHOWN = 3;
const top = computed(() =>
  props.detail.ranking.slice(0, SHOWN).map((r) => ({ ...r, cause: record(catalog.causes, r.cause) })),
);
const rest = computed(() =>
  props.detail.ranking.slice(SHOWN, 9).map((r) => ({ ...r, cause: record(catalog.causes, r.cause) })),
);
const next = computed(() =>
  props.detail.nextTest
    ? { ...props.detail.nextTest, record: record(catalog.tests, props.detail.nextTest.test) }
    : null,
);
/** Another test that the coach chose to answer; '' for the proposed one. */
const picked = ref('');
const open = computed(() =>
  openTests(catalog, props.detail.facts, props.detail.family, props.circumstance, props.detail.rung),
);
const asked = computed(() => open.value.find((t) => t.id === picked.value) ?? next.value?.record ?? null);
const answered = computed(() =>
  [...props.detail.facts.tests].map(([id, result]) => ({
    id,
    result,
    name: record(catalog.tests, id).name,
    given: props.observation.tests?.[id as keyof NonNullable<Observation['tests']>],
  })),
);
const flat = computed(() => props.detail.whole?.flat ?? false);
const fits = (place: number, probability: number): string => fitText(place, probability, flat.value);
const together = computed(() => {
  const pair = props.detail.whole?.pair;
  return pair && !flat.value
    ? `${pair.pair.map((id) => record(catalog.causes, id).name).join(' and ')} (${percent(pair.probability)})`
    : '';
});
const turning = computed(() => turningText(catalog, props.detail.whole?.turning ?? []));
const reasonText = (r: Reason): string => `${r.logOdds > 0 ? '+' : '−'} ${evidenceText(r.from)}`;
const index = computed(() => props.detail.takeover);
const percent = (p: number): string => `${Math.round(100 * Math.min(0.99, p))} %`;
const number = ref<number | ''>('');
const overruling = ref(false);

function answer(result: 'positive' | 'negative' | number): void {
  if (asked.value) emit('test', asked.value.id, result);
  number.value = '';
  picked.value = '';
}
function overrule(cause: CauseId, reason: string): void {
  emit('overrule', cause, reason);
  overruling.value = false;
}
</script>

<template>
  <section class="card" aria-labelledby="why">
    <div class="flex items-baseline gap-2">
      <h2 id="why">{{ wording.why }}</h2>
      <p v-if="index !== null" class="figures ml-auto text-sm" :title="wording.howLikelyTheHip">
        {{ wording.hipFlexorTakeover }} <b class="text-lg">{{ index }}</b> {{ wording.of }}
      </p>
    </div>
    <p v-if="overruled" class="note text-sm">
      {{ wording.theCoachDecided }} <b>{{ record(catalog.causes, overruled.cause).name }}</b>{{
        wording.because(overruled.reason)
      }}
      <button class="link" @click="$emit('overrule', null, '')">{{ wording.backToTheEvidence }}</button>
    </p>
    <p v-if="flat" class="mt-1 font-semibold">{{ wording.nothingStandsOutYet }}</p>
    <ol class="mt-1 space-y-2">
      <li v-for="(r, i) in top" :key="r.cause.id">
        <p v-if="fits(i, r.probability)" class="text-soft text-sm font-semibold">{{ fits(i, r.probability) }}</p>
        <div class="figures flex justify-between gap-2">
          <span class="font-semibold" :class="{ 'text-lg': i === 0 && !flat }">{{ r.cause.name }}</span><span>{{
            percent(r.probability)
          }}</span>
        </div>
        <svg viewBox="0 0 300 10" class="h-2.5 w-full" preserveAspectRatio="none" aria-hidden="true">
          <path d="M2 5H298" stroke="var(--rule)" stroke-width="2" />
          <path :d="`M2 5H${2 + 296 * r.probability}`" stroke="var(--rope)" stroke-width="6" />
        </svg>
        <p class="text-soft text-sm">
          <template v-if="r.reasons[0]">{{ reasonText(r.reasons[0]) }}</template>
          <template v-else>{{ wording.nothingKnown }}</template>
        </p>
      </li>
    </ol>
    <p v-if="together" class="mt-2 text-sm">
      <b>{{ wording.likelierTogether }}</b> {{ together }}.
    </p>
    <p v-if="turning" class="text-soft mt-1 text-sm">
      <b>{{ wording.whatWouldChangeIt }}</b> {{ turning }}
    </p>
    <div v-if="asked" class="border-rule mt-3 border-t pt-2">
      <p>
        <span class="tag"
          >{{ asked === next?.record ? wording.nextBestTest : wording.chosenTest }} · {{ asked.seconds }} s</span
        >
      </p>
      <h3 class="mt-1">{{ asked.name }}</h3>
      <ol class="list-decimal pl-5 text-sm">
        <li v-for="step in asked.how" :key="step">{{ step }}</li>
      </ol>
      <p class="text-sm">
        <b>{{ wording.positive }}</b> {{ asked.positive }}
      </p>
      <form v-if="asked.number" class="mt-2 flex gap-2" @submit.prevent="number !== '' && answer(number)">
        <label class="sr-only" for="test-number">{{ wording.resultIn(asked.number.unit) }}</label>
        <input
          id="test-number"
          v-model.number="number"
          type="number"
          step="any"
          class="field figures"
          :placeholder="wording.measured(asked.number.unit)"
        />
        <button class="btn" :disabled="number === ''">{{ wording.takeIt }}</button>
      </form>
      <div class="mt-2 flex gap-2" role="group" :aria-label="wording.resultOfTheTest">
        <button class="btn flex-1" :aria-label="wording.positiveWithName(asked.name)" @click="answer('positive')">
          {{ wording.positiveAlone }}
        </button>
        <button class="btn flex-1" :aria-label="wording.negative(asked.name)" @click="answer('negative')">
          {{ wording.negativeAlone }}
        </button>
      </div>
      <p v-if="next && asked === next.record" class="text-soft figures mt-1 text-sm">{{ testWhy(next) }}</p>
    </div>
    <p v-else-if="!overruled" class="text-soft mt-2 text-sm">{{ wording.noTestWouldChange }}</p>
    <SearchPick
      v-if="open.length"
      id="other-test"
      v-model="picked"
      class="mt-2"
      :label="wording.answerAnotherTest"
      :choices="open"
    />
    <details class="mt-1 text-sm">
      <summary class="min-h-[44px] content-center font-semibold">{{ wording.theWorking }}</summary>
      <ul v-if="answered.length" class="space-y-1">
        <li v-for="a in answered" :key="a.id" class="flex items-center justify-between gap-2">
          <span
            >{{ a.name }}: <b>{{ typeof a.given === 'number' ? `${a.given}, ${a.result}` : a.result }}</b></span
          >
          <button
            class="link min-h-[44px]"
            :aria-label="wording.takeBackTheAnswer(a.name)"
            @click="$emit('test', a.id, null)"
          >
            {{ anywhere.undo }}
          </button>
        </li>
      </ul>
      <dl class="mt-1">
        <template v-for="r in top" :key="r.cause.id">
          <dt class="font-semibold">{{ r.cause.name }}</dt>
          <dd class="text-soft">
            {{ r.reasons.map(reasonText).join(' · ') || wording.nothingKnown }}
          </dd>
        </template>
      </dl>
      <ul class="figures mt-1">
        <li v-for="r in rest" :key="r.cause.id" class="flex justify-between">
          <span>{{ r.cause.name }}</span><span>{{ percent(r.probability) }}</span>
        </li>
      </ul>
      <p class="text-soft mt-1">{{ wording.allSetsOfUp(percent(detail.whole?.nothing ?? 0)) }}</p>
      <OverruleForm v-if="overruling" @overrule="overrule" @cancel="overruling = false" />
      <button v-else class="link min-h-[44px]" @click="overruling = true">{{ wording.overruleThis }}</button>
    </details>
  </section>
</template>
