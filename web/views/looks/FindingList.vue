<script setup lang="ts">
import { computed } from 'vue';
import type { Judged } from '../../../core/evaluate/judge.js';
import { isStated } from '../../../core/formats/catalog.js';
import { record } from '../../../core/catalog/index.js';
import { catalog } from '../../data/catalogue.js';
import FaultFigure from '../../drawing/FaultFigure.vue';
import SeverityKnots from '../../drawing/SeverityKnots.vue';
import { measureDefinition } from '../../../core/measure/measures.js';
import { measureText, secondsText, sureText } from '../../../words/numbers.js';

const props = defineProps<{ detail: Judged; position: string; rung?: string }>();
const findings = computed(() =>
  props.detail.findings.map((finding) => ({
    ...finding,
    fault: record(catalog.faults, finding.fault),
    first: props.detail.hold?.firstToGo?.fault === finding.fault ? props.detail.hold.firstToGo.t : null,
    limit: props.detail.limits.find((l) => l.fault === finding.fault && l.measure === finding.measure),
    value: props.detail.measures.find((m) => m.id === finding.measure),
  })),
);
</script>

<template>
  <section class="card" aria-labelledby="findings">
    <h2 id="findings">How sure, by {{ detail.method.name }}</h2>
    <p v-if="findings.length === 0" class="mt-1 font-semibold">
      {{
        detail.undecided.length
          ? 'No fault was seen, but what decides this position was not judged.'
          : 'Nothing to mend by this method.'
      }}
    </p>
    <ol class="divide-rule divide-y">
      <li v-for="f in findings" :key="f.fault.id" class="py-2">
        <div class="flex flex-wrap items-baseline justify-between gap-x-3">
          <h3>{{ f.fault.name }}</h3>
          <SeverityKnots :severity="f.severity" :borderline="!isStated(f)" />
        </div>
        <p class="figures">
          {{ sureText(f.probability) }}, {{ f.from === 'measured' ? 'measured' : 'seen by the coach'
          }}<template v-if="f.first !== null">
            · <b>first to go, at {{ secondsText(f.first) }}</b></template
          >
        </p>
        <FaultFigure
          class="mt-1 h-20 w-full max-w-64"
          :fault="f.fault.id"
          :position="position"
          :rung="rung"
          :label="f.fault.name"
        />
        <details v-if="f.value && f.limit" class="text-sm">
          <summary class="min-h-[44px] content-center">Where the number comes from</summary>
          <p class="figures">
            {{ measureDefinition(f.value.id).name }} {{ measureText(f.value) }};
            {{ f.limit.side === 'above' ? 'above' : 'below' }} {{ f.limit.limits.join(' / ') }} is slight / clear /
            gross. The percentage is the chance that the true value lies beyond the limit named.
          </p>
        </details>
        <p class="text-soft text-sm">{{ f.fault.seen }} {{ f.fault.risk }}</p>
      </li>
    </ol>
    <p v-if="detail.hold?.drift.some((d) => d.crossesAt !== null)" class="figures mt-2 text-sm">
      <template v-for="d in detail.hold.drift.filter((x) => x.crossesAt !== null)" :key="d.measure"
        >{{ measureDefinition(d.measure).name }} drifts {{ d.perSecond.toFixed(2) }} a second; it would have crossed its
        limit near {{ secondsText(d.crossesAt!) }}.
      </template>
    </p>
  </section>
</template>
