<script setup lang="ts">
import { Camera, ChevronDown, Film, Timer } from '@lucide/vue';
import { useMediaQuery } from '@vueuse/core';
import { computed, defineAsyncComponent, onMounted, ref, watch } from 'vue';
import { RouterLink, useRoute, useRouter } from 'vue-router';
import { stoppedBy } from '../../../core/person/circumstance.js';
import { countWord } from '../../../words/counts.js';
import { setupText } from '../../../words/setup.js';
import { VIEW_WORDS } from '../../../words/labels.js';
import type { LookInput } from '../../../api/observations.js';
import { stoppedText } from '../../../words/stops.js';
import ModalFrame from '../../components/ModalFrame.vue';
import { hasDraft } from '../../data/drafts.js';
import { keepLook, useLook } from '../../data/looks.js';
import { usePerson } from '../../data/people.js';
import { storedHold } from '../../data/hold-keeper.js';
import { useSession } from '../../data/session.js';
import HoldRunner from './HoldRunner.vue';
import SetUp from './SetUp.vue';
import { clipDraft, pictureDraft } from './setup.js';
import { useBench } from './use-bench.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { benchPage as wording } from '../../../words/pages/bench.js';

const PictureBench = defineAsyncComponent({ loader: () => import('./PictureBench.vue'), delay: 0 });
const ClipBench = defineAsyncComponent({ loader: () => import('./ClipBench.vue'), delay: 0 });
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
const { personId, setup, mode, running, relookOf, family, rung, judgedIn, pads, circumstance } = bench;
const person = bench.person.value;
/** The look from another side that the next one belongs to. */
const togetherWith = ref(kept ? null : (asked('together') ?? null));
const first = useLook(() => togetherWith.value);
// What is proposed for the person comes first; then another side than that look's.
watch(
  [() => first.value.value, bench.proposed],
  ([look, proposed]) => {
    if (!look || !proposed || look.personId !== personId.value) return;
    const views = family.value.views.filter((view) => view !== look.observation.view);
    if (views.length > 0) setup.view = views[0]!;
  },
  { immediate: true },
);
watch([personId, () => setup.position], ([who, position]) => {
  const of = first.value.value;
  // Another person or position is no other side of it.
  if (of && (of.personId !== who || of.observation.position !== position)) togetherWith.value = null;
});
/** On a phone the set-up is one line that opens; the clock and the pads come first. */
const wide = useMediaQuery('(min-width: 1024px)');
const setupOpen = ref(false);
const told = computed(() => setupText(rung.value, judgedIn.value.body, setup.knobs));
const work = computed(() =>
  rung.value.counted
    ? `${setup.targetReps} ${countWord(rung.value.counted.what, setup.targetReps)}`
    : setup.rest
      ? `${setup.target - setup.rest.seconds} + ${setup.rest.seconds} s`
      : `${setup.target} s`,
);
watch([personId, running], () => (setupOpen.value = false));
if (asked('clip') && !kept) mode.value = 'clip';
if (asked('still') && !kept) mode.value = 'picture';
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
    if (running.value || relookOf.value) return;
    const [picture, clip] = [await hasDraft(pictureDraft(id)), await hasDraft(clipDraft(id))];
    if (personId.value === id && (picture || clip)) mode.value = picture ? 'picture' : 'clip';
  },
  { immediate: true },
);
/** The next set of the same visit is a look of its own again. */
async function keepHere(id: string, input: LookInput): Promise<void> {
  await keepLook(id, { ...input, togetherWith: togetherWith.value });
  togetherWith.value = null;
}
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
  <h1 class="sr-only">{{ anywhere.bench }}</h1>
  <p v-if="bench.person.error.value" role="alert" class="note mb-3">{{ bench.person.error.value }}</p>
  <p v-if="togetherWith && first.value.value" class="note mb-3">
    {{ wording.belongsToTheLook(VIEW_WORDS[first.value.value.observation.view].toLowerCase()) }}
    <button class="link min-h-[44px]" @click="togetherWith = null">{{ wording.itIsALook }}</button>
  </p>
  <p v-if="waitingFor && running && waits.value.value" role="alert" class="note mb-3 text-lg">
    <b>{{ wording.isOnTheClock(person?.name ?? wording.somebodyElse) }}</b>
    {{ wording.thisHoldIsTheirs(waits.value.value.name) }}
  </p>
  <p v-if="keptLook" role="status" class="note mb-3">
    {{ wording.theLookIsKept }}
    <RouterLink :to="`/looks/${keptLook}`" class="link">{{ wording.tryIt }}</RouterLink>
  </p>
  <div class="columns grid items-start gap-4 lg:grid-cols-[20rem_1fr]" :data-result-here="resultHere || undefined">
    <button
      v-if="!wide"
      class="btn min-h-12 !justify-between text-left"
      :class="{ 'max-md:hidden low:hidden': running }"
      :aria-expanded="setupOpen"
      :disabled="running"
      @click="setupOpen = !setupOpen"
    >
      <span class="min-w-0">
        {{ person?.name ?? (personId ? '…' : wording.somebody) }} · {{ family.name }}, {{ rung.name.toLowerCase() }} ·
        {{ work }}{{ told ? ` · ${told}` : '' }}
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
    <section v-if="wide" class="card" aria-labelledby="set">
      <h2 id="set">{{ wording.setUp(relookOf ? wording.lookAgain : '') }}</h2>
      <SetUp class="mt-2" :bench="bench" />
    </section>
    <ModalFrame
      v-else
      :open="setupOpen"
      :title="wording.setUp(relookOf ? wording.lookAgain : '')"
      @close="setupOpen = false"
    >
      <div class="min-h-0 overflow-y-auto">
        <SetUp :bench="bench" />
      </div>
      <button class="btn btn-main !min-h-14" @click="setupOpen = false">{{ anywhere.done }}</button>
    </ModalFrame>
    <div class="min-w-0">
      <div v-if="wide || !running" role="group" :aria-label="wording.howToLook" class="mb-3 flex gap-2">
        <button
          class="btn"
          :class="{ 'btn-on': mode === 'watch' }"
          :aria-pressed="mode === 'watch'"
          :disabled="running"
          @click="mode = 'watch'"
        >
          <Timer :size="20" aria-hidden="true" class="shrink-0" />
          <span
            ><span class="max-sm:sr-only">{{ wording.watchA }}</span
            ><span class="inline-block max-sm:first-letter:uppercase">{{ wording.hold }}</span></span
          >
        </button>
        <button
          class="btn"
          :class="{ 'btn-on': mode === 'picture' }"
          :aria-pressed="mode === 'picture'"
          :disabled="running"
          @click="mode = 'picture'"
        >
          <Camera :size="20" aria-hidden="true" class="shrink-0" />
          <span
            ><span class="max-sm:sr-only">{{ wording.useA }}</span
            ><span class="inline-block max-sm:first-letter:uppercase">{{ wording.picture }}</span></span
          >
        </button>
        <button
          class="btn"
          :class="{ 'btn-on': mode === 'clip' }"
          :aria-pressed="mode === 'clip'"
          :disabled="running"
          @click="mode = 'clip'"
        >
          <Film :size="20" aria-hidden="true" class="shrink-0" />
          <span
            ><span class="max-sm:sr-only">{{ wording.useA }}</span
            ><span class="inline-block max-sm:first-letter:uppercase">{{ wording.clip }}</span></span
          >
        </button>
        <RouterLink v-if="!running" to="/eye" class="btn btn-quiet ml-auto max-sm:hidden">{{
          wording.practiseYourEye
        }}</RouterLink>
      </div>
      <HoldRunner
        v-if="mode === 'watch'"
        :person-id="personId"
        :person="person"
        :circumstance="judgedIn"
        :setup="setup"
        :pads="pads"
        :more-pads="bench.morePads.value"
        :kept="kept"
        :relook-of="relookOf"
        :keep="keepHere"
        :show="show"
        @running="onRunning"
        @whose="personId = $event"
      />
      <ClipBench
        v-else-if="mode === 'clip'"
        :clip-id="asked('clip') ?? null"
        :person-id="personId"
        :person="person"
        :circumstance="judgedIn"
        :setup="setup"
        :relook-of="relookOf"
        :proposed="bench.proposed.value"
        :keep="keepHere"
        @setup="Object.assign(setup, $event)"
        @done="show"
      />
      <PictureBench
        v-else
        :still-id="asked('still') ?? null"
        :person-id="personId"
        :person="person"
        :circumstance="judgedIn"
        :setup="setup"
        :relook-of="relookOf"
        :proposed="bench.proposed.value"
        :keep="keepHere"
        @setup="Object.assign(setup, $event)"
        @done="show"
      />
    </div>
  </div>
</template>
