<script setup lang="ts">
/** The lever calculator: a version on this body, its knobs, what they cost, the step to a wanted load, and kit sized from the body. */
import { computed, reactive, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { ladderOf, placeKey } from '../../../core/catalog/ladders.js';
import type { KnobId } from '../../../core/formats/lever.js';
import { rungAt } from '../../../core/ladder/gates.js';
import { placeOn, takenOf } from '../../../core/ladder/places.js';
import { offeredRungs } from '../../../core/catalog/index.js';
import { loadOf, momentsOf } from '../../../core/statics/load.js';
import { knobsOf, type Knob, type Knobs } from '../../../core/statics/knobs.js';
import { findSteps, type Step } from '../../../core/statics/step.js';
import { GOVERNING_WORDS, knobWords, loadText, stepText } from '../../../words/loads.js';
import LoadState from '../../components/LoadState.vue';
import PersonPicker from '../../components/PersonPicker.vue';
import { catalog } from '../../data/catalogue.js';
import { useStanding } from '../../data/circumstance.js';
import { useLadders } from '../../data/ladders.js';
import { knowsBody } from '../../data/on-ladders.js';
import { familyName } from '../../data/names.js';
import KitSizes from './KitSizes.vue';
import LeverFigure from './LeverFigure.vue';
import OwnVersion from './OwnVersion.vue';
import { useSession } from '../../data/session.js';
import PickOne from '../../components/PickOne.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { leverPage as wording } from '../../../words/pages/ladders.js';

const session = useSession();
const route = useRoute();
const router = useRouter();
const personId = computed(() => String(route.query.person ?? ''));
const { person: who, circumstance, by } = useStanding(() => personId.value || null);
const read = useLadders(
  () => personId.value || null,
  () => circumstance.value,
);
const person = computed(() => who.value.value);
const on = computed(() => read.value.value);
const problem = computed(() => who.error.value ?? read.error.value ?? '');

const place = computed(() => {
  const asked = String(route.query.at ?? '');
  return catalog.rungs.some((r) => placeKey(r) === asked) ? asked : 'front-plank/forearm';
});
const go = (query: Record<string, string>): void => void router.replace({ query: { ...route.query, ...query } });
const rung = computed(() => rungAt(catalog, place.value));
/** An average body where nobody is chosen, and until the one who is has been read: nothing is shown of it then. */
const average = bodyOf();
const body = computed(() => by.value?.body ?? average);
const knobs = reactive<Knobs>({});
const reset = (): void => (Object.keys(knobs) as KnobId[]).forEach((id) => delete knobs[id]);
watch([place, personId], () => {
  reset();
  steps.value = null;
});
const known = computed(() => knobsOf(rung.value, body.value));
const valueOf = (knob: Knob): number => knobs[knob.id] ?? knob.base;
/** What is shown when a setting leaves no way to stand: the last that did. */
const standing = computed(() => {
  try {
    return {
      ...momentsOf(catalog, rung.value, body.value, { ...knobs }),
      load: loadOf(rung.value, body.value, { ...knobs }),
      failed: '',
    };
  } catch (error) {
    return {
      ...momentsOf(catalog, rung.value, body.value),
      load: loadOf(rung.value, body.value),
      failed: (error as Error).message,
    };
  }
});
const own = computed(() => loadOf(rung.value, body.value));
/** Where the person stands on this ladder today. */
const today = computed(() => {
  const ladder = ladderOf(catalog, rung.value);
  const at = ladder && on.value ? placeOn(catalog, ladder, on.value.holds, takenOf(on.value.steps)) : null;
  return at ? rungAt(catalog, at) : null;
});
const todayLoad = computed(() => {
  const load = today.value && loadOf(today.value, body.value);
  return load && load.governs === standing.value.load?.governs && load.value > 1e-3 ? load : null;
});
const reference = computed(() => {
  const load = loadOf(standing.value.reference, body.value);
  return load && load.governs === standing.value.load?.governs && load.value > 1e-3 ? load : null;
});

const wanted = ref(1.15);
const steps = ref<Step[] | null>(null);
const base = computed(() => todayLoad.value ?? own.value);
function find(): void {
  steps.value = base.value ? findSteps(rung.value, body.value, base.value.value * wanted.value) : [];
}
function take(step: Step): void {
  reset();
  knobs[step.knob] = step.value;
}
const STEP_OF: Record<Knob['unit'], number> = { m: 0.01, '°': 1, kg: 0.5, N: 5 };
const JOINT_WORDS = {
  lumbar: wording.lowBack,
  hip: wording.hips,
  shoulder: wording.shoulders,
  knee: wording.knees,
} as const;
const shown = (knob: Knob, value: number): string =>
  knob.unit === 'm' ? `${Math.round(value * 100)} cm` : `${Math.round(value * 2) / 2} ${knob.unit}`.replace(' °', '°');
</script>

<template>
  <div class="flex flex-wrap items-end gap-3">
    <h1 class="mr-2">{{ wording.leverCalculator }}</h1>
    <PersonPicker
      id="v-who"
      class="w-56"
      :label="anywhere.who"
      :nobody="wording.anAverageBody"
      :placeholder="personId ? '…' : wording.anAverageBody"
      :model-value="personId"
      @update:model-value="(id) => go({ person: id })"
    />
    <PickOne
      id="v-family"
      :label="anywhere.position"
      quiet
      class="min-w-56"
      :choices="catalog.families"
      :model-value="rung.family"
      @update:model-value="go({ at: placeKey(offeredRungs(catalog, $event)[0]!) })"
    />
    <PickOne
      id="v-rung"
      :label="anywhere.version"
      quiet
      class="min-w-72"
      :choices="offeredRungs(catalog, rung.family).map((r) => ({ id: placeKey(r), name: r.name }))"
      :model-value="place"
      @update:model-value="go({ at: $event })"
    />
  </div>
  <LoadState v-if="problem" class="mt-3" :error="problem" @retry="read.load()" />
  <LoadState v-if="by === null" class="mt-3" :loading="true" />
  <div v-else class="mt-3 columns grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_24rem]">
    <div class="min-w-0 space-y-4">
      <section class="card" aria-labelledby="figure">
        <h2 id="figure" class="sr-only">{{ wording.figure }}</h2>
        <div class="h-[17rem]">
          <LeverFigure
            :rung="rung"
            :body="body"
            :statics="standing.statics"
            :knobs="knobs"
            :known="known"
            @set="(id, value) => (knobs[id] = value)"
          />
        </div>
        <p v-if="standing.failed" role="alert" class="note text-sm">
          {{ wording.thisBodyCannotStand(standing.failed) }}
        </p>
        <p v-else-if="!standing.statics.balanced" class="note text-sm">{{ wording.outOfBalance }}</p>
        <p class="figures mt-1">
          <b class="text-3xl">{{ loadText(standing.load) }}</b>
          <span v-if="standing.load" class="ml-2">{{ GOVERNING_WORDS[standing.load.governs] }}</span>
        </p>
        <p class="figures" aria-live="polite">
          <template v-if="standing.load && own">{{
            wording.ofThisVersion((standing.load.value / Math.max(own.value, 1e-9)).toFixed(2))
          }}</template>
          <template v-if="standing.load && reference">{{
            wording.of(
              (standing.load.value / reference.value).toFixed(2),
              familyName(standing.reference.family).toLowerCase(),
              standing.reference.name.toLowerCase(),
            )
          }}</template>
          <template v-if="standing.load && todayLoad && today">
            · <b>{{ wording.ofTodays((standing.load.value / todayLoad.value).toFixed(2), today.name) }}</b></template
          >
        </p>
        <table class="figures mt-2 w-full text-sm">
          <thead class="text-soft">
            <tr>
              <th scope="col" class="text-left font-normal">{{ wording.joint }}</th>
              <th scope="col" class="text-right font-normal">N·m</th>
              <th scope="col" class="text-right font-normal">{{ wording.ofWeightHeight }}</th>
              <th scope="col" class="text-right font-normal">{{ wording.ofTheReference }}</th>
              <th scope="col" class="text-right font-normal">{{ wording.works }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="m in standing.moments" :key="m.joint">
              <th scope="row" class="text-left font-semibold">{{ JOINT_WORDS[m.joint] }}</th>
              <td class="text-right">{{ Math.round(m.newtonMetres) }}</td>
              <td class="text-right">{{ (100 * m.perBody).toFixed(1) }} %</td>
              <td class="text-right">{{ m.relative === null ? '–' : m.relative.toFixed(2) }}</td>
              <td class="text-right">{{ m.works }}</td>
            </tr>
          </tbody>
        </table>
        <p class="text-soft mt-2 text-sm">
          {{
            wording.aComparisonOfLoads(
              standing.statics.shared ? wording.moreThanTwoContacts : '',
              knowsBody(person) ? '' : wording.heightOrWeight,
            )
          }}
        </p>
      </section>
      <KitSizes :body="body" :person="person" :on="on" />
    </div>
    <div class="min-w-0 space-y-4">
      <section class="card" aria-labelledby="find">
        <h2 id="find">{{ wording.findTheStep }}</h2>
        <form class="mt-1 flex items-end gap-2" @submit.prevent="find">
          <div class="flex-1">
            <label class="label" for="wanted">{{
              todayLoad ? wording.ofTodaysLoad : wording.ofThisVersionsLoad
            }}</label>
            <input
              id="wanted"
              v-model.number="wanted"
              type="number"
              min="0.3"
              max="3"
              step="0.01"
              class="field figures"
              required
            />
          </div>
          <button class="btn btn-main" :disabled="!base">{{ wording.find }}</button>
        </form>
        <ul v-if="steps?.length" class="mt-2" :aria-label="wording.steps">
          <li v-for="s in steps" :key="`${s.knob}${s.value}`">
            <button class="flex min-h-[44px] w-full items-center gap-2 text-left" @click="take(s)">
              <span class="flex-1 font-semibold">{{ stepText(rung, body, s) }}</span>
              <span class="text-soft figures text-sm">{{ (s.load / base!.value).toFixed(2) }}</span>
            </button>
          </li>
        </ul>
        <p v-else-if="steps" class="mt-2">{{ wording.noSetting }}</p>
      </section>
      <section class="card" aria-labelledby="knobs">
        <div class="flex items-center gap-2">
          <h2 id="knobs" class="flex-1">{{ wording.knobs }}</h2>
          <button class="btn" :disabled="Object.keys(knobs).length === 0" @click="reset">{{ wording.asItIs }}</button>
        </div>
        <div v-for="k in known" :key="k.id" class="mt-1">
          <label class="flex text-sm font-semibold" :for="`k-${k.id}`"
            ><span class="flex-1">{{ k.name }}</span
            ><span class="figures">{{ shown(k, valueOf(k)) }}</span></label
          >
          <input
            :id="`k-${k.id}`"
            type="range"
            class="h-11 w-full accent-[var(--rope)]"
            :min="k.low"
            :max="k.high"
            :step="STEP_OF[k.unit]"
            :value="valueOf(k)"
            :aria-valuetext="knobWords(rung, k, valueOf(k))"
            @input="knobs[k.id] = Number(($event.target as HTMLInputElement).value)"
          />
        </div>
      </section>
      <OwnVersion
        v-if="session.isCoach && !standing.failed"
        :rung="rung"
        :pose="standing.statics.pose"
        :knobs="knobs"
        @made="(at) => go({ at })"
      />
    </div>
  </div>
</template>
