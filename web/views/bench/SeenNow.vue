<script setup lang="ts">
/** Verdict, measures and warnings of the points as they lie now. */
import { computed } from 'vue';
import type { Judged } from '../../../core/evaluate/judge.js';
import { measureDefinition } from '../../../core/measure/measures.js';
import SeverityKnots from '../../drawing/SeverityKnots.vue';
import { faultName } from '../../data/names.js';
import { fixed, measureText, PLUS_MINUS_SAYS, plusMinus, sureText } from '../../../words/numbers.js';
import { seenWarnings, undecidedText } from '../../../words/seen.js';
import { seenNow as wording } from '../../../words/pages/bench.js';

const props = defineProps<{ detail: Judged | null; laid: boolean }>();
const judged = computed(() => {
  const d = props.detail;
  if (!d) return [];
  return d.measures.filter((m) => d.limits.some((l) => l.measure === m.id));
});
const line = computed(() => props.detail?.measures.find((m) => m.id === 'hip-line'));
const reads = computed(() => {
  if (!line.value || Math.abs(line.value.value) < 1) return 'straight';
  const { positive, negative } = measureDefinition('hip-line').reads;
  return line.value.value > 0 ? positive : negative;
});
</script>

<template>
  <p v-if="!detail" class="text-soft mt-2">
    {{ laid ? wording.tooFewPoints : wording.twoClicks }}
  </p>
  <div v-else aria-live="polite">
    <p v-if="line && detail.family.orientation === 'prone'" class="figures mt-1">
      <b class="text-4xl">{{ fixed(line.value) }}°</b>
      <span class="text-soft">{{ plusMinus(line.sd, '°') }}</span><br />
      <span class="text-soft text-sm">{{ reads }}{{ detail.hold ? wording.inTheMiddle : '' }}</span>
    </p>
    <p v-for="w in seenWarnings(detail)" :key="w" class="note mt-2 text-sm">{{ w }}</p>
    <ul class="mt-2 space-y-2">
      <li v-for="v in detail.verdicts" :key="v.fault">
        <div class="flex flex-wrap justify-between gap-x-2">
          <b>{{ faultName(v.fault) }}</b><SeverityKnots :severity="v.severity" :borderline="!v.stated" />
        </div>
        <p class="text-soft figures text-sm">{{ sureText(v.probability) }}</p>
      </li>
    </ul>
    <p v-if="detail.undecided.length" class="note mt-2 font-semibold">{{ undecidedText(detail) }}</p>
    <p
      v-else-if="detail.usable && detail.verdicts.length === 0 && !detail.hold?.breaks.length"
      class="mt-2 font-semibold"
    >
      {{ wording.insideTheLimitsOf(detail.method.name) }}
    </p>
    <details class="mt-2">
      <summary class="min-h-[44px] content-center font-semibold">{{ wording.allJudgedMeasures }}</summary>
      <p class="text-soft text-sm">{{ PLUS_MINUS_SAYS }}</p>
      <dl class="figures grid grid-cols-[1fr_auto] gap-x-2 text-sm">
        <template v-for="m in judged" :key="m.id"
          ><dt>{{ measureDefinition(m.id).name }}</dt>
          <dd class="text-right">{{ measureText(m) }}</dd></template
        >
      </dl>
    </details>
  </div>
</template>
