<script setup lang="ts">
/** Findings of a screen with the pairs behind them, and four-phase correctives; a screen before beside it. */
import { computed } from 'vue';
import type { Screening } from '../../../api/plans.js';
import type { Person } from '../../../api/people.js';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { doseText } from '../../../words/dose.js';
import { PHASE_WORDS } from '../../../words/labels.js';
import { figureOf } from '../../../core/catalog/figures.js';
import { record as entryOf } from '../../../core/catalog/index.js';
import { drillsOfPairs } from '../../../core/screen/pairs.js';
import { chooseDrills } from '../../../core/prescribe/choose.js';
import { testResult } from '../../../core/reason/facts.js';
import { readScreen, screenCauses, type ScreenFinding, type ScreenRecord } from '../../../core/screen/read-screen.js';
import FigureView from '../../drawing/FigureView.vue';
import { catalog, studio } from '../../data/catalogue.js';
import { athleteOf } from '../../../core/person/circumstance.js';
import { chosenWhy, dayText, faultName } from '../../data/names.js';
import AssignDrills from '../looks/AssignDrills.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { screenResult as wording } from '../../../words/pages/screens.js';

const props = defineProps<{ record: ScreenRecord; person: Person; before: Screening | null; stopped: boolean }>();
const VERDICT = { finding: 'finding', watch: 'watch', noise: 'noise' } as const;
const findings = computed(() => readScreen(props.record));
const then = computed(() => (props.before ? readScreen(props.before.record) : []));
const told = computed(() => findings.value.filter((f) => f.verdict !== 'noise'));
const share = (f: ScreenFinding | undefined): string => (f ? wording.of(f.seen, f.reps) : 'none');
const rows = computed(() =>
  [...new Set([...findings.value, ...then.value].map((f) => `${f.where}/${f.fault}`))].map((key) => {
    const at = (list: readonly ScreenFinding[]) => list.find((f) => `${f.where}/${f.fault}` === key);
    return { key, now: at(findings.value), then: at(then.value), any: (at(findings.value) ?? at(then.value))! };
  }),
);
const tests = computed(() =>
  Object.entries(props.record.tests).flatMap(([id, answer]) => {
    const test = catalog.tests.find((t) => t.id === id);
    return test ? [{ for: test.for, result: testResult(test, answer, props.record.tests) }] : [];
  }),
);
const causes = computed(() => screenCauses(findings.value, tests.value));
const causeName = (id: string): string => entryOf(catalog.causes, id).name;
/** Four phases, whatever the person's method: that is what a screen's pairs ask for. */
const fourPhases = computed(
  () => catalog.methods.find((m) => m.axes.correcting === 'four-phases') ?? catalog.methods[0]!,
);
const choice = computed(() =>
  told.value.length === 0 || props.stopped
    ? null
    : chooseDrills(
        { ...catalog, drills: drillsOfPairs(catalog.drills, findings.value) },
        {
          family: props.record.screen,
          ranking: causes.value,
          method: fourPhases.value,
          cautions: props.person.cautions,
          kit: props.person.kit ?? studio.defaults.kit ?? undefined,
          minutes: 24,
        },
      ),
);
const body = computed(() => bodyOf(athleteOf(props.person)));
const kneeFirst = computed(() => told.value.some((f) => f.fault === 'knee-in' || f.fault === 'knee-out'));
</script>

<template>
  <div class="grid items-start gap-4 lg:grid-cols-2">
    <section class="card" aria-labelledby="screen-found">
      <h2 id="screen-found">{{ wording.whatTheScreenSays }}</h2>
      <p v-if="rows.length === 0" class="font-semibold">{{ wording.nothingWasSeen }}</p>
      <table v-else class="figures w-full text-left">
        <thead class="text-soft text-sm">
          <tr>
            <th scope="col">{{ wording.seen }}</th>
            <th v-if="before" scope="col">{{ dayText(before.doneAt) }}</th>
            <th scope="col">{{ before ? wording.now : anywhere.reps }}</th>
            <th scope="col">{{ wording.verdict }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.key" class="border-rule border-t align-top">
            <th scope="row" class="py-1 pr-2 font-semibold">
              {{ faultName(r.any.fault) }} <span class="text-soft text-sm">{{ r.any.where.replace('.', ', ') }}</span>
            </th>
            <td v-if="before" class="py-1 pr-2">{{ share(r.then) }}</td>
            <td class="py-1 pr-2">{{ share(r.now) }}</td>
            <td class="py-1">
              <span class="tag" :class="{ 'tag-caution': r.now?.verdict === 'finding' }">{{
                r.now ? VERDICT[r.now.verdict] : wording.gone
              }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="text-soft mt-2 text-sm">{{ wording.upToAQuarter }}</p>
      <div v-for="f in told" :key="f.where + f.fault" class="mt-2">
        <h3>{{ faultName(f.fault) }}</h3>
        <p v-if="f.row.short.length">
          <b>{{ wording.usuallyShortEase }}</b> {{ f.row.short.join(', ') }}. <b>{{ wording.usuallyQuietWake }}</b>
          {{ f.row.quiet.join(', ') }}.
        </p>
        <p v-else>{{ wording.compareTheSidesTest }}</p>
      </div>
      <p v-if="kneeFirst" class="note mt-2 text-sm">{{ wording.forAKnee }}</p>
      <p v-if="causes.length" class="mt-2">
        <b>{{ wording.fitsBest }}</b>
        {{
          causes
            .slice(0, 3)
            .map((c) => `${causeName(c.cause)} (${Math.round(100 * c.probability)} %)`)
            .join(', ')
        }}.
      </p>
    </section>
    <section class="card" aria-labelledby="screen-drills">
      <h2 id="screen-drills">{{ wording.correctivesInFourPhases }}</h2>
      <p v-if="stopped" role="alert" class="note">{{ wording.aStopSignStands }}</p>
      <p v-else-if="!choice" class="text-soft">{{ wording.nothingToCorrect }}</p>
      <template v-else>
        <ol class="divide-rule divide-y">
          <li v-for="c in choice.chosen" :key="c.drill" class="flex gap-3 py-2">
            <div v-if="figureOf(entryOf(catalog.drills, c.drill))" class="h-16 w-24 shrink-0">
              <FigureView
                :pose="figureOf(entryOf(catalog.drills, c.drill))![0]"
                :to="figureOf(entryOf(catalog.drills, c.drill))![1]"
                :body="body"
                :label="entryOf(catalog.drills, c.drill).name"
              />
            </div>
            <div>
              <h3>
                <span class="tag">{{ PHASE_WORDS[entryOf(catalog.drills, c.drill).phase] }}</span>
                {{ entryOf(catalog.drills, c.drill).name }}
              </h3>
              <p class="figures">{{ doseText(c.dose) }}</p>
              <p class="text-soft text-sm">{{ chosenWhy(c) }}</p>
              <p v-for="change in c.changes" :key="change" class="tag tag-caution">{{ change }}</p>
            </div>
          </li>
        </ol>
        <AssignDrills
          v-if="choice.chosen.length"
          :family="record.screen"
          :method="fourPhases.name"
          :causes="causes"
          :chosen="choice.chosen"
          :look-id="null"
          :person="person"
        />
      </template>
    </section>
  </div>
</template>
