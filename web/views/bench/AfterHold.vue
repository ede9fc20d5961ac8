<script setup lang="ts">
/** After a hold: why it ended, where it was felt, what else was noticed, and what becomes of it. */
import { PersonStanding, RotateCcw, UserPlus } from '@lucide/vue';
import { onMounted, ref } from 'vue';
import { PAIN_PLACES, type PainSite } from '../../../core/body/body-map.js';
import { FELT_SITES, type Family, type Rung } from '../../../core/formats/catalog.js';
import { END_REASONS, type EndReason, type Evidence } from '../../../core/formats/observation.js';
import { END_WORDS, SITE_WORDS, siteName } from '../../../words/labels.js';
import { secondsText } from '../../../words/numbers.js';
import BodyMap from '../../components/BodyMap.vue';
import ManyOf from '../../components/ManyOf.vue';
import EvidenceAsked from '../../components/EvidenceAsked.vue';
import { toggled } from '../../components/toggled.js';
import PersonPicker from '../../components/PersonPicker.vue';
import type { KeptHold } from '../../data/hold-keeper.js';
import { useSession } from '../../data/session.js';
import AddPersonDialog from '../people/AddPersonDialog.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { afterHold as wording } from '../../../words/pages/bench.js';

const props = defineProps<{
  hold: KeptHold;
  family: Family;
  rung: Rung;
  /** The clock ran on unwatched: the real end is asked for first. */
  needsEnd: boolean;
  reached: (reason: EndReason) => boolean;
  mayNotKeep: boolean;
  keepText: string;
  error: string | null;
  wide: boolean;
  keys: boolean;
  /** Nobody was named when the clock started. */
  nameless: boolean;
}>();
const emit = defineEmits<{
  because: [reason: EndReason];
  resume: [];
  endedAt: [seconds: number];
  heldThatLong: [];
  keep: [next: boolean];
  drop: [];
  asFile: [];
  whose: [personId: string];
}>();
const answers = defineModel<Evidence>('answers', { required: true });
/** Where the pain is that ended it. */
const hurts = defineModel<readonly PainSite[]>('hurts', { required: true });
const hurtsAt = (site: PainSite): void => {
  hurts.value = toggled(hurts.value, site);
};
const really = ref<number | ''>('');
const dropping = ref(false);
const session = useSession();
const adding = ref(false);
function added(id: string): void {
  adding.value = false;
  emit('whose', id);
}
/** On a phone the body is shown when it is asked for: the list is quicker for who knows it. */
const onBody = ref(false);
// After End the keys go to what comes next, not to a button that is gone.
const reasons = ref<HTMLElement | null>(null);
onMounted(() => reasons.value?.focus({ preventScroll: true }));
function answer(key: keyof Evidence, value: string | null): void {
  const { [key]: _before, ...rest } = answers.value;
  answers.value = value === null ? rest : { ...rest, [key]: value };
}
</script>

<template>
  <div class="mt-3">
    <div v-if="hold.reason === 'pain'" role="alert" class="note mb-3">
      <p class="font-bold">{{ wording.painEndsTheHold }}</p>
      <p>{{ wording.chestPainLoss }}</p>
    </div>
    <form v-if="needsEnd" class="note mb-3" @submit.prevent="really !== '' && emit('endedAt', really)">
      <label class="font-bold" for="really">{{ wording.theClockRanOver(secondsText(hold.stoppedAt ?? 0)) }}</label>
      <div class="mt-2 flex flex-wrap gap-2">
        <input
          id="really"
          v-model.number="really"
          type="number"
          min="0"
          step="0.1"
          :max="hold.stoppedAt ?? 0"
          class="field figures !w-32"
          required
        />
        <button class="btn btn-main">{{ wording.itEndedThen }}</button>
        <button type="button" class="btn" @click="emit('heldThatLong')">{{ wording.itWasHeld }}</button>
      </div>
    </form>
    <h2 ref="reasons" tabindex="-1">{{ wording.whyDidItEnd }}</h2>
    <div class="mt-2 grid grid-cols-2 gap-2 lg:grid-cols-3" role="group" :aria-label="wording.reason">
      <button
        v-for="(reason, i) in END_REASONS"
        :key="reason"
        class="btn !min-h-12 !justify-start !px-2.5 text-left lg:!min-h-14 lg:text-lg"
        :class="{ 'btn-stop': reason === 'pain', 'btn-on': hold.reason === reason }"
        :aria-pressed="hold.reason === reason"
        :disabled="!props.reached(reason)"
        @click="emit('because', reason)"
      >
        <span v-if="keys" class="tag [@media(hover:none)]:hidden">{{ i + 1 }}</span> {{ END_WORDS[reason] }}
      </button>
      <button class="btn btn-quiet !min-h-12 !justify-start !px-2.5" @click="emit('resume')">
        <RotateCcw :size="20" aria-hidden="true" /> {{ wording.notEndedGoOn }}
      </button>
    </div>
    <div v-if="nameless" class="mt-3" data-nameless>
      <h2>{{ wording.whoseHoldWasIt }}</h2>
      <div class="mt-2 flex flex-wrap gap-2">
        <PersonPicker
          id="whose"
          class="min-w-56 flex-1"
          :label="wording.whoseHoldItWas"
          model-value=""
          @update:model-value="(id) => id && emit('whose', id)"
        />
        <button v-if="session.isCoach" type="button" class="btn" @click="adding = true">
          <UserPlus :size="20" aria-hidden="true" /> {{ wording.somebodyNew }}
        </button>
      </div>
      <AddPersonDialog :open="adding" @close="adding = false" @added="added" />
    </div>
    <section v-if="hold.reason === 'pain'" class="mt-3" aria-labelledby="where-it-hurts">
      <h2 id="where-it-hurts">{{ wording.whereIsThePain }}</h2>
      <div class="gap-4" :class="{ flex: wide }">
        <BodyMap class="mx-auto w-full max-w-80 shrink-0" :of="PAIN_PLACES" :marked="hurts" @pick="hurtsAt" />
        <ManyOf
          v-model="hurts"
          class="mt-2 flex-1 content-start"
          role="group"
          :aria-label="anywhere.pain"
          :choices="PAIN_PLACES.map((id) => ({ id, name: siteName(id) }))"
        />
      </div>
    </section>
    <div class="mt-3 flex flex-wrap items-center gap-x-3">
      <h2>{{ wording.whereDidTheyFeel }}</h2>
      <button
        v-if="!wide || hold.reason === 'pain'"
        class="btn btn-quiet"
        :aria-pressed="onBody"
        @click="onBody = !onBody"
      >
        <PersonStanding :size="20" aria-hidden="true" /> {{ onBody ? wording.listOnly : wording.onABody }}
      </button>
    </div>
    <div class="gap-4" :class="{ flex: wide }">
      <BodyMap
        v-if="(wide && hold.reason !== 'pain') || onBody"
        class="mx-auto w-full max-w-80 shrink-0"
        :chosen="answers['felt-first']"
        @pick="(site) => answer('felt-first', answers['felt-first'] === site ? null : site)"
      />
      <div
        class="mt-2 grid flex-1 content-start grid-cols-3 gap-2 max-[359px]:grid-cols-2"
        role="group"
        :aria-label="anywhere.feltFirst"
      >
        <button
          v-for="site in FELT_SITES"
          :key="site"
          class="btn !min-h-12 !px-1.5 leading-tight lg:!min-h-14"
          :class="{ 'btn-on': answers['felt-first'] === site }"
          :aria-pressed="answers['felt-first'] === site"
          @click="answer('felt-first', answers['felt-first'] === site ? null : site)"
        >
          {{ SITE_WORDS[site] }}
        </button>
      </div>
    </div>
    <details class="mt-2">
      <summary class="min-h-[44px] content-center font-semibold">{{ wording.moreThatWasNoticed }}</summary>
      <EvidenceAsked
        :family="family"
        :rung="rung"
        :hold="true"
        :evidence="answers"
        :without="['felt-first', 'onset']"
        @answer="answer"
      />
    </details>
    <div v-if="error" role="alert" class="note mt-3">
      <p>{{ error }}</p>
      <button class="btn mt-2" @click="emit('asFile')">{{ wording.saveTheHold }}</button>
    </div>
    <div class="mt-4 flex flex-wrap gap-2">
      <button
        v-if="wide"
        class="btn btn-main !min-h-14 !px-8 text-lg"
        :disabled="mayNotKeep"
        @click="emit('keep', false)"
      >
        {{ keepText }}
      </button>
      <button v-if="hold.reason !== 'pain'" class="btn !min-h-14" :disabled="mayNotKeep" @click="emit('keep', true)">
        {{ wording.keepRestNextSet }}
      </button>
      <template v-if="!dropping"
        ><button class="btn btn-quiet ml-auto" @click="dropping = true">
          {{ wording.throwThisHoldAway }}
        </button></template
      >
      <span v-else class="ml-auto flex items-center gap-2"
        >{{ wording.really }} <button class="btn btn-stop" @click="emit('drop')">{{ wording.throwAway }}</button><button
          class="btn"
          @click="dropping = false"
        >
          {{ anywhere.keep }}
        </button></span
      >
    </div>
  </div>
</template>
