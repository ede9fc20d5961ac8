<script setup lang="ts">
/** The same record under the other methods: another target, dose or cue, and why people differ. */
import { computed } from 'vue';
import { axisReasons } from '../../../core/catalog/axes.js';
import { offered, record } from '../../../core/catalog/index.js';
import { catalog } from '../../data/catalogue.js';
import { advise, type Advised } from '../../../core/evaluate/advise.js';
import { explain } from '../../../core/evaluate/explain.js';
import { judge, statedFinding } from '../../../core/evaluate/judge.js';
import type { Method } from '../../../core/formats/catalog.js';
import { judgedBy, type Circumstance } from '../../../core/person/circumstance.js';
import { setsText } from '../../../words/dose.js';
import { drillName, faultName } from '../../data/names.js';
import { otherSchools as wording } from '../../../words/pages/looks.js';

const props = defineProps<{ detail: Advised; circumstance: Circumstance }>();
const cueOf = (method: Method, fault: string): string =>
  method.cues[fault] ?? record(catalog.faults, fault).mends.find((m) => m.kind === 'cue')?.say ?? '';
const verdict = (detail: Advised): string => {
  const f = statedFinding(detail);
  return f ? `${faultName(f.fault)}, ${f.severity}` : wording.nothingToMend;
};
const others = computed(() =>
  offered(catalog, 'methods')
    .filter((m) => m.id !== props.detail.method.id)
    .map((method) => {
      // What was seen is the same: only what a method makes of it differs.
      const circumstance = judgedBy(props.circumstance, method.id);
      const explained = explain(judge(props.detail, catalog, circumstance), catalog, circumstance);
      const detail = advise(explained, catalog, circumstance);
      const fault = statedFinding(detail)?.fault;
      const differs = (Object.keys(axisReasons) as (keyof Method['axes'])[]).flatMap((axis) => {
        const [mine, theirs] = [props.detail.method.axes[axis], method.axes[axis]];
        const reason = axisReasons[axis];
        return mine === theirs || !reason
          ? []
          : [{ axis: reason.name, text: (reason.options as Record<string, string>)[theirs]! }];
      });
      return {
        method,
        verdict: verdict(detail),
        changed: verdict(detail) !== verdict(props.detail),
        cue: fault ? cueOf(method, fault) : '',
        dose: detail.choice.chosen[0],
        differs,
      };
    }),
);
</script>

<template>
  <details class="card">
    <summary class="min-h-[44px] content-center font-semibold">{{ wording.whatTheOtherSchools }}</summary>
    <ul class="divide-rule divide-y">
      <li v-for="o in others" :key="o.method.id" class="py-2 text-sm">
        <h3>{{ o.method.name }}</h3>
        <p>
          <b>{{ wording.verdict }}</b> {{ o.verdict
          }}<span v-if="o.changed" class="tag ml-2">{{ wording.differs }}</span>
        </p>
        <p v-if="o.cue">
          <b>{{ wording.wouldSay }}</b> {{ o.cue }}
        </p>
        <p v-if="o.dose" class="figures">
          <b>{{ wording.wouldStartWith }}</b> {{ drillName(o.dose.drill) }}, {{ setsText(o.dose.dose) }}
        </p>
        <p v-for="d in o.differs" :key="d.axis" class="text-soft">
          <b>{{ d.axis }}:</b> {{ d.text }}
        </p>
        <p class="text-soft figures">{{ wording.holdsUpToS(o.method.cap) }}</p>
      </li>
    </ul>
  </details>
</template>
