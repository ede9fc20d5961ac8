<script setup lang="ts">
import { Camera, Timer } from '@lucide/vue';
import { computed, defineAsyncComponent, onMounted, reactive, ref, watch } from 'vue';
import { RouterLink, useRoute, useRouter } from 'vue-router';
import { historySchema, lookSchema, type HistoryItem, type LookInput } from '../../../api/observations.js';
import { standingSchema, type Standing } from '../../../api/plans.js';
import { personSchema, personSummarySchema, type Person } from '../../../api/people.js';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { record, rungOf, rungsOf } from '../../../core/catalog/index.js';
import { catalog, studio } from '../../lib/catalogue.js';
import { METHOD_IDS } from '../../../core/formats/catalog.js';
import { methodInForce } from '../../../core/judge/method-in-force.js';
import FigureView from '../../components/FigureView.vue';
import LoadState from '../../components/LoadState.vue';
import PersonTags from '../../components/PersonTags.vue';
import { call } from '../../lib/api.js';
import { storedHold } from '../../lib/hold-keeper.js';
import { athleteOf } from '../../lib/look.js';
import { useResource } from '../../lib/resource.js';
import { cautionName, methodName, secondsText } from '../../lib/words.js';
import { useOutbox } from '../../stores/outbox.js';
import HoldRunner from './HoldRunner.vue';
import { firstView, SIDED, type BenchSetup } from './setup.js';

const PictureBench = defineAsyncComponent({ loader: () => import('./PictureBench.vue'), delay: 0 });
const route = useRoute();
const router = useRouter();
const outbox = useOutbox();
const kept = storedHold();

const people = useResource(() => call('/people', personSummarySchema.array()));
const personId = ref(kept?.personId ?? String(route.query.person ?? ''));
const person = ref<Person | null>(null);
const history = ref<HistoryItem[]>([]);
const standing = ref<Standing | null>(null);
const problem = ref('');
const relookOf = ref<string | null>(kept?.relookOf ?? null);
const mode = ref<'watch' | 'picture'>('watch');
const running = ref(kept !== null);
const setup = reactive<BenchSetup>({
  position: kept?.position ?? 'front-plank',
  rung: kept?.rung ?? 'forearm',
  method: kept?.method ?? '',
  target: kept?.target ?? 40,
  elbowAhead: kept?.elbowAhead ?? null,
  view: kept?.view ?? firstView(kept?.position ?? 'front-plank'),
  side: kept?.side ?? null,
});

function choosePosition(position: string, rung?: string): void {
  const chosen = rungOf(catalog, position, rung);
  Object.assign(setup, {
    position,
    rung: chosen.id,
    target: chosen.target,
    elbowAhead: null,
    view: firstView(position),
    side: SIDED.includes(position) ? 'left' : null,
    method: '',
  });
}

async function loadPerson(): Promise<void> {
  person.value = null;
  standing.value = null;
  history.value = [];
  problem.value = '';
  if (!personId.value) return;
  try {
    const [found, past, stands] = await Promise.all([
      call(`/people/${personId.value}`, personSchema),
      call(`/people/${personId.value}/looks?limit=30`, historySchema),
      call(`/people/${personId.value}/standing`, standingSchema),
    ]);
    person.value = found;
    history.value = past.items;
    standing.value = stands;
    if (kept || running.value) return;
    const relook = String(route.query.relook ?? '');
    if (relook) {
      const before = await call(`/looks/${relook}`, lookSchema);
      relookOf.value = before.id;
      choosePosition(before.observation.position, before.observation.rung);
      setup.target = before.observation.target ?? setup.target;
      setup.elbowAhead = before.observation.setup?.elbowAhead ?? null;
      setup.view = before.observation.view;
      setup.side = before.observation.side ?? setup.side;
      if (before.observation.method) setup.method = before.observation.method;
      mode.value = before.observation.frames.length > 0 ? 'picture' : 'watch';
    } else if (catalog.families.some((f) => f.id === route.query.position))
      choosePosition(String(route.query.position), route.query.rung ? String(route.query.rung) : undefined);
    else if (past.items[0]) choosePosition(past.items[0].position, past.items[0].rung);
    else choosePosition(setup.position);
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
watch(personId, () => {
  relookOf.value = null;
  void loadPerson();
});
onMounted(() => {
  // The result's page is fetched now: after a hold the network may be gone.
  void import('../looks/LookPage.vue');
  return Promise.all([people.load(), loadPerson()]);
});

const family = computed(() => record(catalog.families, setup.position));
const VIEW_WORDS = {
  side: 'From the side',
  front: 'From the front',
  rear: 'From the rear',
  above: 'From above',
} as const;
const viewWords = (view: keyof typeof VIEW_WORDS): string =>
  view === 'front' && family.value.orientation === 'supine' ? 'From the feet' : VIEW_WORDS[view];
const inForce = computed(() =>
  methodName(methodInForce(setup.position, person.value, studio.defaults) ?? family.value.defaultMethod),
);
const rung = computed(() => rungOf(catalog, setup.position, setup.rung));
const barred = computed(() => rung.value.excludedBy.filter((c) => person.value?.cautions.includes(c)));
const body = computed(() => bodyOf(person.value ? athleteOf(person.value) : {}));
const lastTime = computed(() =>
  history.value.find((h) => h.position === setup.position && h.rung === setup.rung && h.clean !== null),
);

/** Pads in the order of what this person showed before, then the family's own order. */
const pads = computed(() => {
  const count = (fault: string): number =>
    history.value.filter((h) => h.position === setup.position && h.top?.fault === fault).length;
  const own = family.value.pads;
  return [...own]
    .sort((a, b) => count(b) - count(a) || own.indexOf(a) - own.indexOf(b))
    .map((id) => record(catalog.faults, id));
});

async function save(input: LookInput): Promise<void> {
  await outbox.put({ path: `/people/${personId.value}/looks`, method: 'POST', body: input });
  await router.push(`/looks/${input.id}`);
}
</script>

<template>
  <h1 class="sr-only">Bench</h1>
  <p v-if="problem" role="alert" class="note mb-3">{{ problem }}</p>
  <LoadState v-if="people.error.value && !running" :error="people.error.value" @retry="people.load()" />
  <div class="grid items-start gap-4 lg:grid-cols-[20rem_1fr]">
    <section class="card space-y-2" aria-labelledby="set">
      <h2 id="set">Set up{{ relookOf ? ': look again' : '' }}</h2>
      <div class="field-row">
        <label class="label" for="who">Who</label>
        <select id="who" v-model="personId" class="field" :disabled="running">
          <option value="" disabled>Choose a person</option>
          <option v-for="p in people.value.value ?? []" :key="p.id" :value="p.id">{{ p.name }}</option>
        </select>
      </div>
      <PersonTags v-if="person" :person="{ ...person, group: null }" />
      <p v-if="standing?.stop || standing?.painIn.includes(setup.position)" role="alert" class="note text-sm">
        {{ standing.stop ?? 'Pain ended the last hold of this position.' }}
        <RouterLink :to="`/people/${personId}`" class="link">Ask the stop signs</RouterLink> before any load.
      </p>
      <p v-else-if="standing?.intakeDue" class="note text-sm">
        Stop signs {{ standing.intake ? 'were asked long ago' : 'were never asked' }}.
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
          <option v-for="r in rungsOf(catalog, setup.position)" :key="r.id" :value="r.id">{{ r.name }}</option>
        </select>
      </div>
      <div v-if="family.views.length > 1" class="field-row">
        <label class="label" for="view">Looked at</label>
        <select id="view" v-model="setup.view" class="field" :disabled="running">
          <option v-for="v in family.views" :key="v" :value="v">{{ viewWords(v) }}</option>
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
        <FigureView :pose="rung.pose" :body="body" :label="`${family.name}, ${rung.name}: how it should look`" />
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
      <p v-if="lastTime" class="figures text-sm">
        Last time: <b>{{ secondsText(lastTime.clean ?? 0) }}</b> clean.
      </p>
    </section>
    <div class="min-w-0">
      <div role="group" aria-label="How to look" class="mb-3 flex gap-2">
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
        @running="running = $event"
        @done="save"
      />
      <PictureBench v-else :person-id="personId" :person="person" :setup="setup" :relook-of="relookOf" @done="save" />
    </div>
  </div>
</template>
