<script setup lang="ts">
import { Camera, ChevronDown, Timer } from '@lucide/vue';
import { useMediaQuery } from '@vueuse/core';
import { defineAsyncComponent, onMounted, ref, watch } from 'vue';
import { RouterLink, useRoute, useRouter } from 'vue-router';
import { offeredRungs } from '../../../core/catalog/index.js';
import { METHOD_IDS } from '../../../core/formats/catalog.js';
import { stoppedBy } from '../../../core/person/circumstance.js';
import { viewWords } from '../../../words/labels.js';
import { secondsText } from '../../../words/numbers.js';
import { stoppedText } from '../../../words/stops.js';
import PersonPicker from '../../components/PersonPicker.vue';
import PersonTags from '../../components/PersonTags.vue';
import { catalog } from '../../data/catalogue.js';
import { hasDraft } from '../../data/drafts.js';
import { keepLook } from '../../data/looks.js';
import { usePerson } from '../../data/people.js';
import { cautionName, methodName } from '../../data/names.js';
import FigureView from '../../drawing/FigureView.vue';
import { storedHold } from '../../data/hold-keeper.js';
import { useSession } from '../../data/session.js';
import HoldRunner from './HoldRunner.vue';
import { pictureDraft, setupProblem } from './setup.js';
import SignalChoice from './SignalChoice.vue';
import { useBench } from './use-bench.js';

const PictureBench = defineAsyncComponent({ loader: () => import('./PictureBench.vue'), delay: 0 });
const route = useRoute();
const router = useRouter();
const kept = storedHold(useSession().account?.id ?? '');
const asked = (name: string): string | undefined => (route.query[name] ? String(route.query[name]) : undefined);
const bench = useBench(kept, {
  person: asked('person'),
  relook: asked('relook'),
  position: asked('position'),
  rung: asked('rung'),
});
const { personId, setup, mode, running, relookOf, family, rung, judgedIn, inForce, barred, pads, lastTime } = bench;
const { choosePosition, circumstance } = bench;
const person = bench.person.value;
/** On a phone the set-up is one line that opens; the clock and the pads come first. */
const wide = useMediaQuery('(min-width: 1024px)');
const setupOpen = ref(false);
watch([personId, running], () => (setupOpen.value = false));
/** Whom the page was opened for while another's hold runs: that hold is shown, and said so. */
const waitingFor = kept && asked('person') && asked('person') !== kept.personId ? asked('person')! : null;
const waits = usePerson(() => waitingFor);
function onRunning(now: boolean): void {
  running.value = now;
  // The hold is kept or thrown away: now the page is theirs for whom it was opened.
  if (!now && waitingFor) personId.value = waitingFor;
}
// Work on a picture that was left is gone on with; a hold that runs comes first.
watch(
  personId,
  async (id) => {
    if (!running.value && !relookOf.value && (await hasDraft(pictureDraft(id))) && personId.value === id)
      mode.value = 'picture';
  },
  { immediate: true },
);
// The result's page is fetched now: after a hold the network may be gone.
const resultHere = ref(false);
const fetchResult = (): Promise<unknown> =>
  import('../looks/LookPage.vue').then(
    () => (resultHere.value = true),
    () => undefined,
  );
// After what is needed first has had its turn.
onMounted(() =>
  'requestIdleCallback' in window
    ? requestIdleCallback(() => void fetchResult(), { timeout: 2000 })
    : void fetchResult(),
);

/** A look that is kept and whose page this device does not have yet. */
const keptLook = ref('');
const show = async (lookId: string): Promise<void> => {
  try {
    await router.push(`/looks/${lookId}`);
  } catch {
    keptLook.value = lookId;
  }
};
</script>

<template>
  <h1 class="sr-only">Bench</h1>
  <p v-if="bench.person.error.value" role="alert" class="note mb-3">{{ bench.person.error.value }}</p>
  <p v-if="waitingFor && running && waits.value.value" role="alert" class="note mb-3 text-lg">
    <b>{{ person?.name ?? 'Somebody else' }} is on the clock.</b> This hold is theirs; the bench is
    {{ waits.value.value.name }}’s when it is kept or thrown away.
  </p>
  <p v-if="keptLook" role="status" class="note mb-3">
    The look is kept on this device. Its page is not here yet: it opens when the server can be reached.
    <RouterLink :to="`/looks/${keptLook}`" class="link">Try it</RouterLink>
  </p>
  <div class="grid items-start gap-4 lg:grid-cols-[20rem_1fr]" :data-result-here="resultHere || undefined">
    <button
      v-if="!wide && personId"
      class="btn min-h-12 !justify-between text-left"
      :class="{ 'max-md:hidden low:hidden': running }"
      :aria-expanded="setupOpen"
      :disabled="running"
      @click="setupOpen = !setupOpen"
    >
      <span class="min-w-0">
        {{ person?.name ?? '…' }} · {{ family.name }}, {{ rung.name.toLowerCase() }} · {{ setup.target }} s
      </span>
      <ChevronDown :size="20" aria-hidden="true" class="shrink-0" />
    </button>
    <p
      v-if="!wide && personId && !setupOpen && circumstance && stoppedBy(circumstance, setup.position)"
      role="alert"
      class="note text-sm"
    >
      {{ stoppedText(stoppedBy(circumstance, setup.position), circumstance.stop) }}
    </p>
    <section v-if="wide || setupOpen || !personId" class="card space-y-2" aria-labelledby="set">
      <h2 id="set">Set up{{ relookOf ? ': look again' : '' }}</h2>
      <div class="field-row">
        <span class="label" aria-hidden="true">Who</span>
        <PersonPicker id="who" v-model="personId" label="Who" :disabled="running" />
      </div>
      <PersonTags v-if="person" :person="{ ...person, group: null }" />
      <p v-if="circumstance && stoppedBy(circumstance, setup.position)" role="alert" class="note text-sm">
        {{ stoppedText(stoppedBy(circumstance, setup.position), circumstance.stop) }}
        <RouterLink :to="`/people/${personId}`" class="link">Ask the stop signs</RouterLink> before any load.
      </p>
      <p v-else-if="circumstance?.intakeDue" class="note text-sm">
        Stop signs {{ bench.facts.value.value?.intakes.length ? 'were asked long ago' : 'were never asked' }}.
        <RouterLink :to="`/people/${personId}`" class="link">Ask them</RouterLink>
      </p>
      <div class="field-row">
        <label class="label" for="position">Position</label>
        <select
          id="position"
          class="field"
          :value="setup.position"
          :disabled="running"
          @change="choosePosition(($event.target as HTMLSelectElement).value)"
        >
          <option v-for="f in catalog.families" :key="f.id" :value="f.id">{{ f.name }}</option>
        </select>
      </div>
      <div class="field-row">
        <label class="label" for="version">Version</label>
        <select
          id="version"
          v-model="setup.rung"
          class="field"
          :disabled="running"
          @change="setup.target = rung.target"
        >
          <option v-for="r in offeredRungs(catalog, setup.position)" :key="r.id" :value="r.id">{{ r.name }}</option>
        </select>
      </div>
      <div v-if="family.views.length > 1" class="field-row">
        <label class="label" for="view">Looked at</label>
        <select id="view" v-model="setup.view" class="field" :disabled="running">
          <option v-for="v in family.views" :key="v" :value="v">{{ viewWords(v, family.orientation) }}</option>
        </select>
      </div>
      <div v-if="setup.side" class="field-row">
        <label class="label" for="side">Side</label>
        <select id="side" v-model="setup.side" class="field" :disabled="running">
          <option value="left">Left</option>
          <option value="right">Right</option>
        </select>
      </div>
      <div class="h-20">
        <FigureView
          :pose="rung.pose"
          :body="judgedIn.body"
          :label="`${family.name}, ${rung.name}: how it should look`"
        />
      </div>
      <p class="text-soft text-sm">{{ rung.how }}</p>
      <p v-if="barred.length" class="note text-sm">
        Left out for: {{ barred.map(cautionName).join(', ') }}. Choose an easier version, or ask the person’s
        professional first.
      </p>
      <div class="field-row">
        <label class="label" for="method">Method</label>
        <select id="method" v-model="setup.method" class="field">
          <option value="">{{ inForce }}</option>
          <option v-for="id in METHOD_IDS" :key="id" :value="id">{{ methodName(id) }}</option>
        </select>
      </div>
      <div class="field-row">
        <label class="label" for="target">Target, s</label>
        <input
          id="target"
          v-model.number="setup.target"
          type="number"
          min="1"
          max="3600"
          class="field figures"
          :aria-invalid="setupProblem(setup) !== null"
          :disabled="running"
        />
      </div>
      <details v-if="setup.position === 'front-plank'" class="text-sm">
        <summary class="min-h-[44px] content-center font-semibold">
          {{ rung.support === 'elbow' ? 'Elbows' : 'Hands' }} ahead on purpose
        </summary>
        <label class="sr-only" for="ahead">Centimetres ahead of the shoulder</label>
        <input
          id="ahead"
          type="number"
          step="1"
          class="field"
          placeholder="cm ahead of the shoulder"
          :value="setup.elbowAhead === null ? '' : Math.round(setup.elbowAhead * 100)"
          @change="
            setup.elbowAhead =
              ($event.target as HTMLInputElement).value === ''
                ? null
                : Number(($event.target as HTMLInputElement).value) / 100
          "
        />
      </details>
      <SignalChoice />
      <p v-if="lastTime" class="figures text-sm">
        Last time: <b>{{ secondsText(lastTime.clean ?? 0) }}</b> clean.
      </p>
    </section>
    <div class="min-w-0">
      <div v-if="wide || !running" role="group" aria-label="How to look" class="mb-3 flex gap-2">
        <button
          class="btn"
          :class="{ 'btn-on': mode === 'watch' }"
          :aria-pressed="mode === 'watch'"
          :disabled="running"
          @click="mode = 'watch'"
        >
          <Timer :size="20" aria-hidden="true" /> Watch a hold
        </button>
        <button
          class="btn"
          :class="{ 'btn-on': mode === 'picture' }"
          :aria-pressed="mode === 'picture'"
          :disabled="running"
          @click="mode = 'picture'"
        >
          <Camera :size="20" aria-hidden="true" /> Use a picture
        </button>
      </div>
      <HoldRunner
        v-if="mode === 'watch'"
        :person-id="personId"
        :person="person"
        :setup="setup"
        :pads="pads"
        :kept="kept"
        :relook-of="relookOf"
        :keep="keepLook"
        @running="onRunning"
        @done="show"
      />
      <PictureBench
        v-else
        :person-id="personId"
        :person="person"
        :circumstance="judgedIn"
        :setup="setup"
        :relook-of="relookOf"
        :proposed="bench.proposed.value"
        :keep="keepLook"
        @setup="Object.assign(setup, $event)"
        @done="show"
      />
    </div>
  </div>
</template>
