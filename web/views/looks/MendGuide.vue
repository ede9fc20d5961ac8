<script setup lang="ts">
/** One mend at a time; what was tried and whether it helped is kept with the look. */
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { MEND_RESULTS, type Look, type MendResult, type MendTried } from '../../../api/observations.js';
import type { Person } from '../../../api/people.js';
import { record } from '../../../core/catalog/index.js';
import { catalog } from '../../data/catalogue.js';
import type { Method } from '../../../core/formats/catalog.js';
import { mendSteps } from '../../../core/prescribe/mends.js';
import { MEND_RESULT_WORDS, MEND_WORDS } from '../../../words/labels.js';
import FaultFigure from '../../drawing/FaultFigure.vue';
import { cautionName } from '../../data/names.js';
import { keepMend, takeMendBack } from '../../data/looks.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { mendGuide as wording } from '../../../words/pages/looks.js';

const props = defineProps<{
  look: Look;
  person: Person | null;
  faultId: string;
  method: Method;
  worked: readonly number[];
}>();
const fault = computed(() => record(catalog.faults, props.faultId));
const steps = computed(() =>
  mendSteps(fault.value, {
    family: props.look.observation.position,
    cautions: props.person?.cautions ?? [],
    handsOn: props.person?.allows.handsOn === true,
    worked: props.worked,
    method: props.method,
  }),
);
const leftOut = computed(() => [
  ...new Set(
    fault.value.mends.flatMap((m) => m.excludedBy ?? []).filter((c) => props.person?.cautions.includes(c) ?? false),
  ),
]);
const here = computed(() => props.look.mends.filter((m) => m.fault === props.faultId));
const helped = computed(() => here.value.find((m) => m.result === 'helped'));
const current = computed(() => steps.value.find((s) => !here.value.some((m) => m.step === s.index)) ?? null);
const sayOf = (m: MendTried): string =>
  steps.value.find((s) => s.index === m.step)?.say ?? fault.value.mends[m.step]?.say ?? '';

async function answer(result: MendResult): Promise<void> {
  const step = current.value;
  if (!step) return;
  const mend = { id: crypto.randomUUID(), fault: props.faultId, step: step.index, kind: step.kind, result };
  await keepMend(props.look.id, mend);
}
async function takeBack(): Promise<void> {
  const last = here.value.at(-1);
  if (last) await takeMendBack(props.look.id, last.id);
}
</script>

<template>
  <section class="card" aria-labelledby="mend">
    <h2 id="mend">{{ wording.mendIt(fault.name.toLowerCase()) }}</h2>
    <ol v-if="here.length" class="mt-1 space-y-1 text-sm">
      <li v-for="m in here" :key="m.id">
        <b>{{ MEND_RESULT_WORDS[m.result] }}:</b> {{ sayOf(m) }}
      </li>
    </ol>
    <div v-if="helped" class="mt-2">
      <p class="font-semibold">{{ wording.thatOneHelpedLook }}</p>
      <RouterLink :to="`/bench?person=${look.personId}&relook=${look.id}`" class="btn btn-main mt-2">{{
        anywhere.lookAgain
      }}</RouterLink>
    </div>
    <template v-else-if="current">
      <p class="mt-2">
        <span class="tag">{{ wording.stepOf(here.length + 1, steps.length, MEND_WORDS[current.kind]) }}</span><span
          v-if="worked.includes(current.index)"
          class="tag ml-2"
          >{{ wording.helpedBefore }}</span
        >
      </p>
      <p class="font-head mt-1 text-xl leading-snug font-semibold">{{ current.say }}</p>
      <FaultFigure
        class="mx-auto mt-2 h-28 w-full max-w-80"
        mending
        :fault="faultId"
        :position="look.observation.position"
        :rung="look.observation.rung"
        :label="wording.andHowItShould(fault.name)"
      />
      <div class="mt-2 flex flex-wrap gap-2" role="group" :aria-label="wording.didItHelp">
        <button
          v-for="r in MEND_RESULTS"
          :key="r"
          class="btn flex-1 !px-2"
          :class="{ 'btn-main': r === 'helped' }"
          @click="answer(r)"
        >
          {{ MEND_RESULT_WORDS[r] }}
        </button>
      </div>
    </template>
    <p v-else class="mt-2 font-semibold">{{ wording.allStepsTriedLeave }}</p>
    <p v-if="leftOut.length" class="text-soft mt-2 text-sm">
      {{ wording.stepsLeftOutFor(leftOut.map(cautionName).join(', ')) }}
    </p>
    <button v-if="here.length" class="link mt-2 min-h-[44px]" @click="takeBack">{{ wording.undoTheLastAnswer }}</button>
  </section>
</template>
