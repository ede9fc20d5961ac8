<script setup lang="ts">
/** The catalogue to read: positions, faults with their mends, drills, quick tests, causes. */
import { Search } from '@lucide/vue';
import { computed, reactive, watch } from 'vue';
import { RouterLink, useRoute, useRouter } from 'vue-router';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { rungOf, rungsOf } from '../../../core/catalog/index.js';
import { catalog } from '../../lib/catalogue.js';
import { axisReasons } from '../../../core/catalog/axes.js';
import { figureOf, testFigures } from '../../../core/catalog/figures.js';
import type { CauseId, Mend } from '../../../core/formats/catalog.js';
import type { StudioEntry } from '../../../core/formats/entries.js';
import { measureDefinition } from '../../../core/measure/measures.js';
import EntryTools from '../../components/EntryTools.vue';
import FigureView from '../../components/FigureView.vue';
import LoadState from '../../components/LoadState.vue';
import { cautionName, drillName, familyName, faultName } from '../../lib/words.js';

const KINDS = {
  positions: 'Positions',
  faults: 'Faults',
  drills: 'Drills',
  tests: 'Quick tests',
  causes: 'Causes',
  limits: 'Limits',
  methods: 'Methods',
} as const;
type Kind = keyof typeof KINDS;
const PHASES = { teach: 'teach', ease: 'ease', lengthen: 'lengthen', wake: 'wake', use: 'use' } as const;
const MEND_WORDS: Record<Mend['kind'], string> = {
  cue: 'Say',
  'set-up': 'Set up',
  touch: 'Touch, with permission',
  prop: 'Prop',
  lever: 'Shorter lever',
  uneven: 'Uneven',
  substitute: 'Instead',
};
const route = useRoute();
const router = useRouter();
const kind = computed<Kind>(() => (String(route.query.kind ?? '') in KINDS ? (route.query.kind as Kind) : 'drills'));
const chosen = computed(() => String(route.query.id ?? ''));
const filter = reactive({
  words: '',
  family: String(route.query.family ?? ''),
  cause: '',
  phase: '',
  kit: '',
  plane: '',
});
const go = (next: Record<string, string>): void => void router.replace({ query: next });
watch(kind, () => Object.assign(filter, { cause: '', phase: '', kit: '', plane: '' }));

const causeName = (id: string): string => catalog.causes.find((c) => c.id === id)?.name ?? id;
const kits = computed(() => [...new Set(catalog.drills.flatMap((d) => d.kit))].sort());
const body = bodyOf();
/** What a method's choice on an axis means, with a colon before it; '' where the axis has no reasons written. */
const axisWhy = (axis: string, option: string): string => {
  const reasons: Readonly<Record<string, { readonly options: Readonly<Record<string, string>> }>> = axisReasons;
  const why = reasons[axis]?.options[option];
  return why ? `: ${why}` : '';
};

const entries = computed(() => {
  const words = filter.words.trim().toLowerCase();
  const fits = (text: string): boolean => words === '' || text.toLowerCase().includes(words);
  const inFamily = (families: readonly string[]): boolean => filter.family === '' || families.includes(filter.family);
  const byCause = (ids: readonly string[]): boolean => filter.cause === '' || ids.includes(filter.cause);
  switch (kind.value) {
    case 'positions':
      return catalog.families
        .filter((f) => fits(`${f.name} ${f.good.join(' ')}`) && inFamily([f.id]))
        .map((f) => ({ id: f.id, name: f.name, hint: `${rungsOf(catalog, f.id).length} versions` }));
    case 'faults':
      return catalog.faults
        .filter((f) => fits(`${f.name} ${f.seen}`) && inFamily(f.families) && byCause(f.causes))
        .map((f) => ({ id: f.id, name: f.name, hint: f.families.slice(0, 3).map(familyName).join(', ') }));
    case 'tests':
      return catalog.tests
        .filter((t) => fits(`${t.name} ${t.how.join(' ')}`) && (!t.families || inFamily(t.families)) && byCause(t.for))
        .map((t) => ({ id: t.id, name: t.name, hint: `${t.seconds} s` }));
    case 'causes':
      return catalog.causes
        .filter((c) => fits(`${c.name} ${c.picture}`))
        .map((c) => ({ id: c.id, name: c.name, hint: c.picture }));
    case 'limits':
      return catalog.tolerances
        .filter((t) => fits(`${familyName(t.family)} ${faultName(t.fault)} ${t.measure}`) && inFamily([t.family]))
        .map((t) => ({
          id: t.id,
          name: `${familyName(t.family)}: ${faultName(t.fault)}`,
          hint: `${measureDefinition(t.measure).name} ${t.side}`,
        }));
    case 'methods':
      return catalog.methods
        .filter((m) => fits(`${m.name} ${m.summary}`))
        .map((m) => ({ id: m.id, name: m.name, hint: `up to ${m.cap} s` }));
    default:
      return catalog.drills
        .filter(
          (d) =>
            fits(`${d.name} ${d.how.join(' ')}`) &&
            inFamily(d.families) &&
            byCause(Object.keys(d.causes)) &&
            (filter.phase === '' || d.phase === filter.phase) &&
            (filter.kit === '' || d.kit.includes(filter.kit)) &&
            (filter.plane === '' || d.plane === filter.plane),
        )
        .map((d) => ({ id: d.id, name: d.name, hint: `${d.phase} · ${d.plane} · ${d.minutes} min` }));
  }
});
const drill = computed(() => (kind.value === 'drills' ? catalog.drills.find((d) => d.id === chosen.value) : undefined));
const fault = computed(() => (kind.value === 'faults' ? catalog.faults.find((f) => f.id === chosen.value) : undefined));
const family = computed(() =>
  kind.value === 'positions' ? catalog.families.find((f) => f.id === chosen.value) : undefined,
);
const test = computed(() => (kind.value === 'tests' ? catalog.tests.find((t) => t.id === chosen.value) : undefined));
const cause = computed(() => (kind.value === 'causes' ? catalog.causes.find((c) => c.id === chosen.value) : undefined));
const limit = computed(() =>
  kind.value === 'limits' ? catalog.tolerances.find((t) => t.id === chosen.value) : undefined,
);
const method = computed(() =>
  kind.value === 'methods' ? catalog.methods.find((m) => m.id === chosen.value) : undefined,
);
/** The record on the page as an entry that can be changed; tests, causes and positions are as shipped. */
const entry = computed((): StudioEntry | null => {
  if (drill.value) return { kind: 'drills', record: drill.value };
  if (fault.value) return { kind: 'faults', record: fault.value };
  if (limit.value) return { kind: 'tolerances', record: limit.value };
  if (method.value) return { kind: 'methods', record: method.value };
  return null;
});
const figure = computed(() =>
  drill.value ? figureOf(drill.value) : test.value ? testFigures[test.value.id] : undefined,
);
const words = (id: string): string => id.replace(/-/g, ' ');
const drillsFor = (id: CauseId) =>
  catalog.drills
    .filter((d) => d.causes[id])
    .sort((a, b) => b.causes[id]! - a.causes[id]!)
    .slice(0, 8);
const link = (k: Kind, id: string) => ({ query: { kind: k, id } });
</script>

<template>
  <div class="flex flex-wrap items-center gap-2">
    <h1 class="mr-4">Library</h1>
    <div role="group" aria-label="What to read" class="flex flex-wrap gap-1">
      <button
        v-for="(name, k) in KINDS"
        :key="k"
        class="btn"
        :class="{ 'btn-on': kind === k }"
        :aria-pressed="kind === k"
        @click="go({ kind: k })"
      >
        {{ name }}
      </button>
    </div>
  </div>
  <div class="mt-3 grid items-start gap-4 lg:grid-cols-[22rem_1fr]">
    <section class="card" :aria-label="KINDS[kind]">
      <form class="grid gap-2" role="search" @submit.prevent>
        <div class="relative">
          <label class="sr-only" for="lib-words">Search</label>
          <input id="lib-words" v-model="filter.words" type="search" class="field !pl-10" placeholder="Search" />
          <Search :size="20" aria-hidden="true" class="text-soft absolute top-3 left-3" />
        </div>
        <label class="sr-only" for="lib-family">Position</label>
        <select v-if="kind !== 'causes' && kind !== 'methods'" id="lib-family" v-model="filter.family" class="field">
          <option value="">Every position</option>
          <option v-for="f in catalog.families" :key="f.id" :value="f.id">{{ f.name }}</option>
        </select>
        <template v-if="kind === 'drills' || kind === 'faults' || kind === 'tests'">
          <label class="sr-only" for="lib-cause">Cause</label>
          <select id="lib-cause" v-model="filter.cause" class="field">
            <option value="">Any cause</option>
            <option v-for="c in catalog.causes" :key="c.id" :value="c.id">{{ c.name }}</option>
          </select>
        </template>
        <div v-if="kind === 'drills'" class="grid grid-cols-3 gap-2">
          <label class="sr-only" for="lib-plane">Plane</label>
          <select id="lib-plane" v-model="filter.plane" class="field">
            <option value="">Any plane</option>
            <option v-for="p in ['forward', 'sideways', 'turning']" :key="p" :value="p">{{ p }}</option>
          </select>
          <label class="sr-only" for="lib-phase">Phase</label>
          <select id="lib-phase" v-model="filter.phase" class="field">
            <option value="">Any phase</option>
            <option v-for="(name, p) in PHASES" :key="p" :value="p">{{ name }}</option>
          </select>
          <label class="sr-only" for="lib-kit">Kit</label>
          <select id="lib-kit" v-model="filter.kit" class="field">
            <option value="">Any kit</option>
            <option v-for="k in kits" :key="k" :value="k">{{ k.replace('-', ' ') }}</option>
          </select>
        </div>
      </form>
      <p class="text-soft mt-2 text-sm" role="status">{{ entries.length }} found</p>
      <LoadState v-if="entries.length === 0" empty="Nothing fits. Take a filter away." />
      <ul class="divide-rule max-h-[60vh] divide-y overflow-y-auto" tabindex="0" aria-label="Entries">
        <li v-for="e in entries" :key="e.id">
          <RouterLink
            :to="link(kind, e.id)"
            replace
            class="block min-h-[44px] px-1 py-1.5"
            :class="{ 'bg-sunk': chosen === e.id }"
            :aria-current="chosen === e.id ? 'true' : undefined"
          >
            <span class="font-semibold">{{ e.name }}</span> <span class="text-soft block text-sm">{{ e.hint }}</span>
          </RouterLink>
        </li>
      </ul>
    </section>

    <article class="card min-h-64">
      <div v-if="figure" class="bg-sunk float-right mb-2 ml-4 h-40 w-64 rounded-lg p-2 max-sm:float-none max-sm:ml-0">
        <FigureView
          :key="chosen"
          :pose="figure[0]"
          :to="figure[1]"
          :body="body"
          :label="drill?.name ?? test?.name ?? ''"
        />
      </div>
      <template v-if="drill">
        <h2>{{ drill.name }}</h2>
        <p class="text-soft">
          {{ drill.phase }} · {{ drill.place.replace(/-/g, ' ') }} · {{ drill.plane }}, {{ words(drill.limbs) }} ·
          space: {{ words(drill.space) }} · {{ drill.minutes }} min{{
            drill.kit.length ? ` · ${drill.kit.join(', ').replace(/-/g, ' ')}` : ''
          }}
        </p>
        <ol class="mt-2 list-decimal pl-6">
          <li v-for="step in drill.how" :key="step">{{ step }}</li>
        </ol>
        <p class="figures mt-2">
          <b>Dose:</b> {{ drill.dose?.sets ?? catalog.doses[drill.role]!.sets }} ×
          {{ drill.dose?.work ?? catalog.doses[drill.role]!.work }},
          {{ drill.dose?.days ?? catalog.doses[drill.role]!.days }}
        </p>
        <p><b>Breath:</b> {{ drill.breath }}</p>
        <p><b>Check yourself:</b> {{ drill.selfCheck }}</p>
        <p v-if="drill.watch.length">
          <b>Watch for:</b>{{ ' ' }}
          <template v-for="(w, i) in drill.watch" :key="w"
            >{{ i ? ', ' : ''
            }}<RouterLink :to="link('faults', w)" class="link">{{ faultName(w) }}</RouterLink></template
          >
        </p>
        <p>
          <b>Answers:</b>{{ ' ' }}
          <template v-for="(weight, c, i) in drill.causes" :key="c"
            >{{ i ? ', ' : ''
            }}<RouterLink :to="link('causes', String(c))" class="link">{{ causeName(String(c)) }}</RouterLink> ({{
              weight
            }}
            of 3)</template
          >
        </p>
        <p v-if="drill.easier">
          <b>Easier:</b>{{ ' ' }}
          <RouterLink :to="link('drills', drill.easier)" class="link">{{ drillName(drill.easier) }}</RouterLink>
        </p>
        <p v-if="drill.harder">
          <b>Harder:</b>{{ ' ' }}
          <RouterLink :to="link('drills', drill.harder)" class="link">{{ drillName(drill.harder) }}</RouterLink>
        </p>
        <p v-if="drill.excludedBy.length" class="note mt-2">
          Not with: {{ drill.excludedBy.map(cautionName).join(', ') }}.
        </p>
        <p v-for="(text, c) in drill.changedBy" :key="c" class="tag tag-caution mt-2 mr-2">
          {{ cautionName(c) }}: {{ text }}
        </p>
      </template>
      <template v-else-if="fault">
        <h2>{{ fault.name }}</h2>
        <p>{{ fault.seen }} {{ fault.risk }}</p>
        <p class="text-soft">{{ fault.families.map(familyName).join(', ') }}</p>
        <h3 class="mt-3">Mend it, one step at a time</h3>
        <ol class="mt-1 space-y-1">
          <li v-for="(m, i) in fault.mends" :key="m.say">
            <span class="tag">{{ i + 1 }} · {{ MEND_WORDS[m.kind] }}</span> {{ m.say }}
          </li>
        </ol>
        <p class="mt-3">
          <b>Points to:</b>{{ ' ' }}
          <template v-for="(c, i) in fault.causes" :key="c"
            >{{ i ? ', ' : ''
            }}<RouterLink :to="link('causes', c)" class="link">{{ causeName(c) }}</RouterLink></template
          >
        </p>
      </template>
      <template v-else-if="family">
        <h2>{{ family.name }}</h2>
        <ul class="mt-1 list-disc pl-6">
          <li v-for="g in family.good" :key="g">{{ g }}</li>
        </ul>
        <p class="text-soft mt-1">
          Looked at from: {{ family.views.join(', ') }}. Default method:
          {{ catalog.methods.find((m) => m.id === family!.defaultMethod)?.name }}.
        </p>
        <div class="mt-3 grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
          <figure v-for="r in rungsOf(catalog, family.id)" :key="r.id" class="border-rule rounded-lg border p-2">
            <div class="h-28"><FigureView :pose="r.pose" :body="body" :label="`${family.name}, ${r.name}`" /></div>
            <figcaption>
              <b>{{ r.name }}</b><template v-if="r.id === rungOf(catalog, family.id).id"> (base)</template>
              <span class="text-soft block text-sm">{{ r.how }}</span>
            </figcaption>
          </figure>
        </div>
        <p class="mt-3">
          <b>Faults:</b>{{ ' ' }}
          <template v-for="(p, i) in family.pads" :key="p"
            >{{ i ? ', ' : ''
            }}<RouterLink :to="link('faults', p)" class="link">{{ faultName(p) }}</RouterLink></template
          >
        </p>
      </template>
      <template v-else-if="test">
        <h2>{{ test.name }}</h2>
        <p class="text-soft">
          {{ test.seconds }} seconds{{ test.kit.length ? ` · ${test.kit.join(', ')}` : ' · no kit' }}
        </p>
        <ol class="mt-2 list-decimal pl-6">
          <li v-for="step in test.how" :key="step">{{ step }}</li>
        </ol>
        <p><b>Positive:</b> {{ test.positive }}</p>
        <p><b>Speaks for:</b> {{ test.for.map(causeName).join(', ') }}</p>
        <p v-if="test.against.length"><b>Speaks against:</b> {{ test.against.map(causeName).join(', ') }}</p>
        <p v-if="test.excludedBy.length" class="note mt-2">
          Not with: {{ test.excludedBy.map(cautionName).join(', ') }}. Stop at any pain.
        </p>
      </template>
      <template v-else-if="cause">
        <h2>{{ cause.name }}</h2>
        <p>{{ cause.picture }}</p>
        <p class="figures text-soft">
          Before anything is known it is taken to be there in {{ Math.round(100 * cause.prior) }} of 100 people with a
          fault; an assumption.
        </p>
        <h3 class="mt-3">Evidence</h3>
        <ul class="list-disc pl-6">
          <li v-for="row in catalog.evidence.filter((r) => r.weighs[cause!.id])" :key="row.id">
            {{ row.says }}: <b>{{ row.weighs[cause.id] }}</b>
          </li>
        </ul>
        <h3 class="mt-3">Drills that answer it</h3>
        <ul class="list-disc pl-6">
          <li v-for="d in drillsFor(cause.id)" :key="d.id">
            <RouterLink :to="link('drills', d.id)" class="link">{{ d.name }}</RouterLink> ({{ d.causes[cause.id] }} of
            3)
          </li>
        </ul>
      </template>
      <template v-else-if="limit">
        <h2>{{ familyName(limit.family) }}: {{ faultName(limit.fault) }}</h2>
        <p>
          {{ measureDefinition(limit.measure).name }} ({{ measureDefinition(limit.measure).unit }}),
          {{ limit.side }} the limit{{
            limit.from === 'pose'
              ? ', counted from the version’s own pose on this body'
              : limit.from === 'declared'
                ? ', counted from what was declared'
                : ''
          }}{{ limit.rungs ? `; only: ${limit.rungs.map(words).join(', ')}` : '' }}.
        </p>
        <table class="figures mt-2">
          <thead class="text-soft text-left text-sm">
            <tr>
              <th scope="col" class="pr-6">For</th>
              <th v-for="n in ['slight', 'clear', 'gross']" :key="n" scope="col" class="pr-6">{{ n }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(l, option) in limit.limits" :key="option">
              <th scope="row" class="pr-6 text-left font-semibold">
                {{ option === 'any' ? 'every method' : `${limit.axis}: ${words(String(option))}` }}
              </th>
              <template v-if="l"
                ><td v-for="(n, i) in l" :key="i" class="pr-6">{{ n }}</td></template
              >
              <td v-else colspan="3" class="text-soft">not judged</td>
            </tr>
          </tbody>
        </table>
      </template>
      <template v-else-if="method">
        <h2>{{ method.name }}</h2>
        <p>{{ method.summary }}</p>
        <p class="text-soft figures">Holds up to {{ method.cap }} s, then harder instead of longer.</p>
        <dl class="mt-2 grid grid-cols-[auto_1fr] gap-x-6">
          <template v-for="(option, axis) in method.axes" :key="axis"
            ><dt class="text-soft">{{ axisReasons[axis]?.name ?? words(String(axis)) }}</dt>
            <dd>
              <b>{{ words(option) }}</b>{{ axisWhy(axis, option) }}
            </dd></template
          >
        </dl>
      </template>
      <LoadState v-else :empty="`Choose one of the ${entries.length} on the left.`" />
      <EntryTools
        v-if="entry"
        :entry="entry"
        :no-copy="entry.kind === 'tolerances' || entry.kind === 'faults'"
        @made="(id) => go({ kind, ...(id ? { id } : {}) })"
      />
    </article>
  </div>
</template>
