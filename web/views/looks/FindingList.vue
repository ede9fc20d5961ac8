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
import { findingList as wording } from '../../../words/pages/looks.js';

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
    <h2 id="findings">{{ wording.howSureBy(detail.method.name) }}</h2>
    <p v-if="findings.length === 0" class="mt-1 font-semibold">
      {{ detail.undecided.length ? wording.noFaultWasSeen : wording.nothingToMend }}
    </p>
    <ol class="divide-rule divide-y">
      <li v-for="f in findings" :key="f.fault.id" class="py-2">
        <div class="flex flex-wrap items-baseline justify-between gap-x-3">
          <h3>{{ f.fault.name }}</h3>
          <SeverityKnots :severity="f.severity" :borderline="!isStated(f)" />
        </div>
        <p class="figures">
          {{ sureText(f.probability) }}, {{ f.from === 'measured' ? wording.measured : wording.seenByTheCoach
          }}<template v-if="f.first !== null">
            · <b>{{ wording.firstToGoAt(secondsText(f.first)) }}</b></template
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
          <summary class="min-h-[44px] content-center">{{ wording.whereTheNumberComes }}</summary>
          <p class="figures">
            {{
              wording.isSlightClearGross(
                measureDefinition(f.value.id).name,
                measureText(f.value),
                f.limit.side === 'above' ? wording.above : wording.below,
                f.limit.limits.join(' / '),
              )
            }}
          </p>
        </details>
        <p class="text-soft text-sm">{{ f.fault.seen }} {{ f.fault.risk }}</p>
      </li>
    </ol>
    <p v-if="detail.hold?.drift.some((d) => d.crossesAt !== null)" class="figures mt-2 text-sm">
      <template v-for="d in detail.hold.drift.filter((x) => x.crossesAt !== null)" :key="d.measure">{{
        wording.driftsASecond(measureDefinition(d.measure).name, d.perSecond.toFixed(2), secondsText(d.crossesAt!))
      }}</template>
    </p>
  </section>
</template>
