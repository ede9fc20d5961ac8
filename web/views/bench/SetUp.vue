<script setup lang="ts">
/** Who, which position and version, how it is set, and what is aimed at. */
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { offeredRungs } from '../../../core/catalog/index.js';
import { METHOD_IDS } from '../../../core/formats/catalog.js';
import { OPERATORS } from '../../../core/catalog/easier.js';
import { insteadOf } from '../../../core/ladder/instead.js';
import { stoppedBy } from '../../../core/person/circumstance.js';
import { countWord, doneText } from '../../../words/counts.js';
import { viewWords } from '../../../words/labels.js';
import { stoppedText } from '../../../words/stops.js';
import PersonPicker from '../../components/PersonPicker.vue';
import PersonTags from '../../components/PersonTags.vue';
import { catalog } from '../../data/catalogue.js';
import { cautionName, methodName, rungName } from '../../data/names.js';
import FigureView from '../../drawing/FigureView.vue';
import { setupProblem } from './setup.js';
import SetUpKnobs from './SetUpKnobs.vue';
import SignalChoice from './SignalChoice.vue';
import type { Bench } from './use-bench.js';
import PickOne from '../../components/PickOne.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { setUp as wording } from '../../../words/pages/bench.js';

const props = defineProps<{ bench: Bench }>();
const bench = props.bench;
const { personId, setup, running, family, rung, judgedIn, inForce, barred, lastTime, choosePosition, circumstance } =
  bench;
const person = bench.person.value;
/** The method in force stands first, and once. */
const methods = computed(() => [
  { id: '', name: inForce.value },
  ...METHOD_IDS.map((id) => ({ id, name: methodName(id) })).filter(
    (m) => m.name !== inForce.value || m.id === setup.method,
  ),
]);
const wrong = computed(() => setupProblem(setup, rung.value.counted !== undefined));
/** What is done instead of a version that a caution leaves out. */
const instead = computed(() => insteadOf(catalog, rung.value, judgedIn.value.cautions, judgedIn.value.body));
function takeInstead(): void {
  const to = instead.value!.rung;
  if (to.family === setup.position) bench.chooseRung(to.id);
  else choosePosition(to.family, to.id);
}
/** Versions that the set may go on at. */
const easier = computed(() => {
  const all = offeredRungs(catalog, setup.position).filter((r) => !r.counted);
  return all
    .slice(
      0,
      all.findIndex((r) => r.id === setup.rung),
    )
    .reverse();
});
const restName = computed(() => (setup.rest ? rungName(setup.position, setup.rest.rung).toLowerCase() : ''));
function splitAt(at: string): void {
  setup.rest = at ? { rung: at, seconds: setup.rest?.seconds ?? Math.max(5, Math.round(setup.target / 2)) } : null;
}
</script>

<template>
  <div class="space-y-2">
    <div class="field-row">
      <span class="label" aria-hidden="true">{{ anywhere.who }}</span>
      <PersonPicker id="who" v-model="personId" :label="anywhere.who" :disabled="running" />
    </div>
    <PersonTags v-if="person" :person="{ ...person, group: null }" />
    <p v-if="circumstance && stoppedBy(circumstance, setup.position)" role="alert" class="note text-sm">
      {{ stoppedText(stoppedBy(circumstance, setup.position), circumstance.stop) }}
      <RouterLink :to="`/people/${personId}`" class="link">{{ wording.askTheStopSigns }}</RouterLink>
      {{ wording.beforeAnyLoad }}
    </p>
    <p v-else-if="circumstance?.intakeDue" class="note text-sm">
      {{
        wording.stopSigns(bench.facts.value.value?.intakes.length ? wording.wereAskedLongAgo : wording.wereNeverAsked)
      }}
      <RouterLink :to="`/people/${personId}`" class="link">{{ wording.askThem }}</RouterLink>
    </p>
    <PickOne
      id="position"
      class="field-row"
      :label="anywhere.position"
      :choices="catalog.families"
      :model-value="setup.position"
      :disabled="running"
      @update:model-value="choosePosition"
    />
    <PickOne
      id="version"
      class="field-row"
      :label="anywhere.version"
      :choices="offeredRungs(catalog, setup.position)"
      :model-value="setup.rung"
      :disabled="running"
      @update:model-value="bench.chooseRung"
    />
    <PickOne
      v-if="family.views.length > 1"
      id="view"
      class="field-row"
      :label="wording.lookedAt"
      :choices="family.views.map((v) => ({ id: v, name: viewWords(v, family.orientation) }))"
      :model-value="setup.view"
      :disabled="running"
      @update:model-value="setup.view = $event as typeof setup.view"
    />
    <PickOne
      v-if="setup.side"
      id="side"
      class="field-row"
      :label="wording.side"
      :choices="[
        { id: 'left', name: wording.left },
        { id: 'right', name: wording.right },
      ]"
      :model-value="setup.side"
      :disabled="running"
      @update:model-value="setup.side = $event as typeof setup.side"
    />
    <div class="h-20">
      <FigureView :pose="rung.pose" :body="judgedIn.body" :label="wording.howItShouldLook(family.name, rung.name)" />
    </div>
    <p class="text-soft text-sm">{{ rung.how }}</p>
    <div v-if="barred.length" class="note text-sm">
      <p>{{ wording.leftOutFor(barred.map(cautionName).join(', '), instead ? '' : wording.chooseAnEasierVersion) }}</p>
      <template v-if="instead">
        <p>
          {{ wording.instead }} <b>{{ instead.rung.name }}</b>{{
            instead.operators.length ? `: ${instead.operators.map((o) => OPERATORS[o]).join(', ')}` : ''
          }}.
        </p>
        <button type="button" class="btn mt-1" :disabled="running" @click="takeInstead">{{ wording.takeIt }}</button>
      </template>
    </div>
    <PickOne
      id="method"
      class="field-row"
      :label="wording.method"
      :choices="methods"
      :model-value="setup.method"
      @update:model-value="setup.method = $event as typeof setup.method"
    />
    <div v-if="rung.counted" class="field-row">
      <label class="label" for="target">{{ wording.target(countWord(rung.counted.what, 2)) }}</label>
      <input
        id="target"
        v-model.number="setup.targetReps"
        type="number"
        min="1"
        max="1000"
        class="field figures"
        :aria-invalid="wrong !== null"
        :disabled="running"
      />
    </div>
    <div v-else class="field-row">
      <label class="label" for="target">{{ wording.targetS }}</label>
      <input
        id="target"
        v-model.number="setup.target"
        type="number"
        min="1"
        max="3600"
        class="field figures"
        :aria-invalid="wrong !== null"
        :disabled="running"
      />
    </div>
    <p v-if="bench.accepted.value" class="text-sm">
      <b>{{ wording.acceptedStep }}</b> {{ wording.setAsItWas }}
    </p>
    <SetUpKnobs v-model="setup.knobs" :rung="rung" :body="judgedIn.body" :disabled="running" />
    <details v-if="!rung.counted && easier.length" class="text-sm">
      <summary class="min-h-[44px] content-center">
        <b>{{ wording.splitSet }}</b>
        {{ setup.rest ? wording.theLastSAt(setup.rest.seconds, restName) : wording.no }}
      </summary>
      <div class="mt-1 grid grid-cols-[1fr_6rem] gap-2">
        <PickOne
          id="split-at"
          :label="wording.goesOnAt"
          :choices="[{ id: '', name: wording.oneVersionOnly }, ...easier]"
          :model-value="setup.rest?.rung ?? ''"
          :disabled="running"
          @update:model-value="splitAt"
        />
        <div v-if="setup.rest">
          <label class="label" for="split-s">{{ wording.forS }}</label>
          <input
            id="split-s"
            v-model.number="setup.rest.seconds"
            type="number"
            min="1"
            max="3600"
            class="field figures"
            :disabled="running"
          />
        </div>
      </div>
    </details>
    <SignalChoice />
    <p v-if="lastTime" class="figures text-sm">
      {{ wording.lastTime }} <b>{{ doneText(lastTime) }}</b>.
    </p>
  </div>
</template>
