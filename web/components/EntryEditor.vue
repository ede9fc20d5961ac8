<script setup lang="ts">
/** Changes a catalogue record, or a copy of one; what is wrong with it is said field by field, and nothing is kept until it is right. */
import { placeKey } from '../../core/catalog/ladders.js';
import { computed, ref } from 'vue';
import { studioCatalogueSchema } from '../../api/studio.js';
import {
  CAUSE_IDS,
  CAUTION_IDS,
  MEND_KINDS,
  methodSchema,
  type CauseId,
  type CautionId,
  type Drill,
  type Method,
} from '../../core/formats/catalog.js';
import { entryKey, type EntryKind, type EntryRecord, type StudioEntry } from '../../core/formats/entries.js';
import { ApiError, call } from '../lib/api.js';
import { catalog, takeCatalogue } from '../lib/catalogue.js';
import { useAction } from '../lib/resource.js';
import { cautionName, drillName, familyName, faultName } from '../lib/words.js';

const props = defineProps<{ entry: StudioEntry; copy: boolean }>();
const emit = defineEmits<{ saved: [key: string]; cancel: [] }>();
const { busy, error, run } = useAction();
const problems = ref<{ path: string; message: string }[]>([]);

const clone = <T,>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const free = (id: string, taken: (id: string) => boolean): string => {
  for (let n = 2; ; n += 1) if (!taken(`${id}-${n}`)) return `${id}-${n}`;
};
function begin(): EntryRecord {
  const record = clone(props.entry.record);
  if (!props.copy) return record;
  const list = catalog[props.entry.kind] as readonly { id: string }[];
  const id = free(record.id, (x) => list.some((r) => r.id === x));
  return {
    ...record,
    id,
    ...('name' in record ? { name: `${record.name}, own version` } : {}),
    ...(props.entry.kind === 'drills' || props.entry.kind === 'methods'
      ? { copiedFrom: (record as Drill).copiedFrom ?? record.id }
      : {}),
  } as EntryRecord;
}
const record = ref<EntryRecord>(begin());
const as = <K extends EntryKind>(kind: K) =>
  computed(() => (props.entry.kind === kind ? (record.value as EntryRecord<K>) : null));
const drill = as('drills');
const fault = as('faults');
const tolerance = as('tolerances');
const method = as('methods');
const caution = as('cautions');

const AXES = Object.entries(methodSchema.shape.axes.shape).map(([key, schema]) => ({
  key: key as keyof Method['axes'],
  options: (schema as { options: string[] }).options,
}));
const AXIS_WORDS: Record<string, string> = {
  spine: 'Spine target',
  effort: 'Trunk effort',
  floorBack: 'Low back on the floor',
  breath: 'Breath',
  bending: 'Repeated trunk bending',
  curlPelvis: 'Pelvis in a curl',
  lean: 'Lean in a plank',
  blades: 'Shoulder blades',
  head: 'Head',
  hold: 'Hold strategy',
  base: 'Base',
  correcting: 'Correcting',
  endOfSet: 'End of a set',
  pelvisCue: 'Pelvis cue',
  order: 'Reps or holds',
};
const words = (id: string): string => id.replace(/-/g, ' ');
const lines = (list: readonly string[]): string => list.join('\n');
const fromLines = (text: string): string[] =>
  text
    .split('\n')
    .map((l) => l.trim())
    .filter(Boolean);
const value = (event: Event): string => (event.target as HTMLInputElement).value;

function setCause(id: CauseId, weight: string): void {
  const causes = Object.fromEntries(Object.entries(drill.value!.causes).filter(([c]) => c !== id));
  drill.value!.causes = weight ? { ...causes, [id]: Number(weight) as 1 | 2 | 3 } : causes;
}
const toggled = <T,>(list: readonly T[], item: T): T[] =>
  list.includes(item) ? list.filter((x) => x !== item) : [...list, item];
const references = computed(() => [
  ...catalog.drills.map((d) => ({ id: `drill:${d.id}`, name: `Drill: ${d.name}` })),
  ...catalog.tests.map((t) => ({ id: `test:${t.id}`, name: `Test: ${t.name}` })),
  ...catalog.rungs.map((r) => ({ id: `rung:${placeKey(r)}`, name: `${familyName(r.family)}: ${r.name}` })),
]);
const excludedNow = (c: CautionId): string[] =>
  [
    ...catalog.drills.filter((d) => d.excludedBy.includes(c)).map((d) => `drill:${d.id}`),
    ...catalog.tests.filter((t) => t.excludedBy.includes(c)).map((t) => `test:${t.id}`),
    ...catalog.rungs.filter((r) => r.excludedBy.includes(c)).map((r) => `rung:${placeKey(r)}`),
  ].sort();
const referenceName = (id: string): string => references.value.find((r) => r.id === id)?.name ?? id;
const adding = ref('');
/** Leaves one more entry out with the caution, or takes that back. */
function exclude(id: string): void {
  const c = caution.value!;
  c.allows = c.allows.filter((x) => x !== id);
  if (!excludedNow(c.id).includes(id) && !c.excludes.includes(id)) c.excludes = [...c.excludes, id];
  adding.value = '';
}
function allow(id: string): void {
  const c = caution.value!;
  if (c.excludes.includes(id)) c.excludes = c.excludes.filter((x) => x !== id);
  else c.allows = [...c.allows, id];
}
const barred = computed(() => {
  const c = caution.value;
  if (!c) return [];
  return [...new Set([...excludedNow(c.id), ...c.excludes])].filter((id) => !c.allows.includes(id));
});

async function save(): Promise<void> {
  problems.value = [];
  const key = entryKey(props.entry.kind, record.value);
  const done = await run(async () => {
    try {
      takeCatalogue(
        await call(`/catalogue/${props.entry.kind}/${key}`, studioCatalogueSchema, {
          method: 'PUT',
          body: record.value,
        }),
      );
    } catch (refused) {
      if (refused instanceof ApiError && refused.problem.problems) problems.value = refused.problem.problems;
      throw refused;
    }
  });
  if (done) emit('saved', record.value.id);
}
</script>

<template>
  <form class="space-y-3" @submit.prevent="save">
    <template v-if="drill">
      <div>
        <label class="label" for="e-name">Name</label>
        <input id="e-name" v-model="drill.name" class="field" required />
      </div>
      <div>
        <label class="label" for="e-how">How, a line a step</label>
        <textarea
          id="e-how"
          class="field"
          rows="4"
          :value="lines(drill.how)"
          @change="drill.how = fromLines(value($event))"
        ></textarea>
      </div>
      <div class="grid gap-2 sm:grid-cols-2">
        <div>
          <label class="label" for="e-self">Check yourself</label>
          <input id="e-self" v-model="drill.selfCheck" class="field" />
        </div>
        <div>
          <label class="label" for="e-breath">Breath</label>
          <input id="e-breath" v-model="drill.breath" class="field" />
        </div>
        <div>
          <label class="label" for="e-sets">Sets (empty: {{ catalog.doses[drill.role]?.sets }})</label>
          <input
            id="e-sets"
            class="field"
            :value="drill.dose?.sets ?? ''"
            @change="drill.dose = { ...drill.dose, sets: value($event) || undefined }"
          />
        </div>
        <div>
          <label class="label" for="e-work">Work (empty: {{ catalog.doses[drill.role]?.work }})</label>
          <input
            id="e-work"
            class="field"
            :value="drill.dose?.work ?? ''"
            @change="drill.dose = { ...drill.dose, work: value($event) || undefined }"
          />
        </div>
        <div>
          <label class="label" for="e-minutes">Minutes</label>
          <input
            id="e-minutes"
            v-model.number="drill.minutes"
            type="number"
            min="1"
            max="20"
            step="0.5"
            class="field figures"
          />
        </div>
        <div>
          <label class="label" for="e-phase">Phase</label>
          <select id="e-phase" v-model="drill.phase" class="field">
            <option v-for="p in ['teach', 'ease', 'lengthen', 'wake', 'use']" :key="p">{{ p }}</option>
          </select>
        </div>
        <div>
          <label class="label" for="e-kit">Kit, with commas</label>
          <input
            id="e-kit"
            class="field"
            :value="drill.kit.join(', ')"
            @change="
              drill.kit = value($event)
                .split(',')
                .map((k) => k.trim().toLowerCase().replace(/\s+/g, '-'))
                .filter(Boolean)
            "
          />
        </div>
        <div>
          <label class="label" for="e-plane">Plane</label>
          <select id="e-plane" v-model="drill.plane" class="field">
            <option v-for="p in ['forward', 'sideways', 'turning']" :key="p">{{ p }}</option>
          </select>
        </div>
      </div>
      <fieldset>
        <legend class="label">Positions it is for</legend>
        <div class="flex flex-wrap gap-1">
          <button
            v-for="f in catalog.families"
            :key="f.id"
            type="button"
            class="btn text-sm"
            :class="{ 'btn-on': drill.families.includes(f.id) }"
            :aria-pressed="drill.families.includes(f.id)"
            @click="drill.families = toggled(drill.families, f.id)"
          >
            {{ f.name }}
          </button>
        </div>
      </fieldset>
      <fieldset>
        <legend class="label">Causes it answers, how strongly</legend>
        <div class="grid gap-x-4 sm:grid-cols-2">
          <label v-for="c in CAUSE_IDS" :key="c" class="flex min-h-[44px] items-center gap-2">
            <span class="flex-1">{{ catalog.causes.find((x) => x.id === c)?.name }}</span>
            <select class="field !w-20" :value="drill.causes[c] ?? ''" @change="setCause(c, value($event))">
              <option value="">–</option>
              <option v-for="w in [1, 2, 3]" :key="w" :value="w">{{ w }}</option>
            </select>
          </label>
        </div>
      </fieldset>
      <fieldset>
        <legend class="label">Not with these cautions</legend>
        <div class="flex flex-wrap gap-1">
          <button
            v-for="c in CAUTION_IDS"
            :key="c"
            type="button"
            class="btn text-sm"
            :class="{ 'btn-on': drill.excludedBy.includes(c) }"
            :aria-pressed="drill.excludedBy.includes(c)"
            @click="drill.excludedBy = toggled(drill.excludedBy, c)"
          >
            {{ cautionName(c) }}
          </button>
        </div>
      </fieldset>
    </template>

    <template v-else-if="fault">
      <div class="grid gap-2 sm:grid-cols-2">
        <div>
          <label class="label" for="e-name">Name</label>
          <input id="e-name" v-model="fault.name" class="field" required />
        </div>
        <div>
          <label class="label" for="e-pad">On the pad</label>
          <input id="e-pad" v-model="fault.pad" class="field" maxlength="22" required />
        </div>
      </div>
      <div>
        <label class="label" for="e-seen">What is seen</label>
        <textarea id="e-seen" v-model="fault.seen" class="field" rows="2"></textarea>
      </div>
      <div>
        <label class="label" for="e-risk">Risk if trained</label>
        <textarea id="e-risk" v-model="fault.risk" class="field" rows="2"></textarea>
      </div>
      <fieldset>
        <legend class="label">Mend sequence</legend>
        <div v-for="(m, i) in fault.mends" :key="i" class="mb-1 grid grid-cols-[8rem_1fr_auto] gap-2">
          <label class="sr-only" :for="`e-kind-${i}`">Kind of step {{ i + 1 }}</label>
          <select :id="`e-kind-${i}`" v-model="m.kind" class="field">
            <option v-for="k in MEND_KINDS" :key="k">{{ k }}</option>
          </select>
          <label class="sr-only" :for="`e-say-${i}`">Words of step {{ i + 1 }}</label>
          <input :id="`e-say-${i}`" v-model="m.say" class="field" />
          <button
            type="button"
            class="btn"
            :aria-label="`Take step ${i + 1} away`"
            @click="fault.mends = fault.mends.filter((_, k) => k !== i)"
          >
            ×
          </button>
        </div>
        <button
          type="button"
          class="btn"
          @click="fault.mends = [...fault.mends, { kind: fault.mends.at(-1)?.kind ?? 'cue', say: '' }]"
        >
          One more step
        </button>
      </fieldset>
    </template>

    <template v-else-if="tolerance">
      <p>
        <b>{{ familyName(tolerance.family) }}</b>, {{ faultName(tolerance.fault) }}: {{ words(tolerance.measure) }}
        {{ tolerance.side }} these is slight, clear, gross.
      </p>
      <div
        v-for="(limits, option) in tolerance.limits"
        :key="option"
        class="grid grid-cols-[8rem_1fr_1fr_1fr] items-center gap-2"
      >
        <span>{{ option === 'any' ? 'every method' : words(String(option)) }}</span>
        <template v-if="limits">
          <label v-for="(name, k) in ['slight', 'clear', 'gross']" :key="name">
            <span class="sr-only">{{ option }}, {{ name }}</span>
            <input
              type="number"
              step="0.1"
              class="field figures"
              :value="limits[k]"
              @change="limits[k] = Number(value($event))"
            />
          </label>
        </template>
        <span v-else class="text-soft col-span-3">not judged</span>
      </div>
    </template>

    <template v-else-if="method">
      <div class="grid gap-2 sm:grid-cols-[1fr_8rem]">
        <div>
          <label class="label" for="e-name">Name</label>
          <input id="e-name" v-model="method.name" class="field" required />
        </div>
        <div>
          <label class="label" for="e-cap">Holds up to, s</label>
          <input id="e-cap" v-model.number="method.cap" type="number" min="1" max="600" class="field figures" />
        </div>
      </div>
      <div>
        <label class="label" for="e-summary">In a sentence</label>
        <textarea id="e-summary" v-model="method.summary" class="field" rows="2"></textarea>
      </div>
      <div class="grid gap-2 sm:grid-cols-2">
        <div v-for="a in AXES" :key="a.key">
          <label class="label" :for="`e-${a.key}`">{{ AXIS_WORDS[a.key] }}</label>
          <select :id="`e-${a.key}`" v-model="(method.axes as Record<string, string>)[a.key]" class="field">
            <option v-for="o in a.options" :key="o" :value="o">{{ words(o) }}</option>
          </select>
        </div>
      </div>
    </template>

    <template v-else-if="caution">
      <h3>{{ caution.name }}</h3>
      <div>
        <label class="label" for="e-effect">What changes, in words</label>
        <textarea id="e-effect" v-model="caution.effect" class="field" rows="3"></textarea>
      </div>
      <div class="grid grid-cols-[1fr_auto] gap-2">
        <label class="sr-only" for="e-exclude">Leave out with this caution</label>
        <select id="e-exclude" v-model="adding" class="field">
          <option value="">Leave one more out …</option>
          <option v-for="r in references.filter((x) => !barred.includes(x.id))" :key="r.id" :value="r.id">
            {{ r.name }}
          </option>
        </select>
        <button type="button" class="btn" :disabled="!adding" @click="exclude(adding)">Leave out</button>
      </div>
      <details>
        <summary class="min-h-[44px] content-center font-semibold">Left out with it: {{ barred.length }}</summary>
        <ul>
          <li v-for="id in barred" :key="id" class="flex items-center gap-2">
            <span class="flex-1">{{ referenceName(id) }}</span>
            <button
              type="button"
              class="link min-h-[44px]"
              :aria-label="`Allow ${referenceName(id)}`"
              @click="allow(id)"
            >
              Allow
            </button>
          </li>
        </ul>
      </details>
      <p v-if="caution.allows.length" class="note text-sm">
        Allowed against the shipped table: {{ caution.allows.map(referenceName).join('; ') }}.
      </p>
    </template>

    <p v-if="drill?.copiedFrom" class="text-soft text-sm">Its figure is that of “{{ drillName(drill.copiedFrom) }}”.</p>
    <div v-if="error" role="alert" class="note">
      <p>{{ error }}</p>
      <ul v-if="problems.length > 1" class="list-disc pl-5">
        <li v-for="p in problems" :key="p.path + p.message">{{ p.path }}: {{ p.message }}</li>
      </ul>
    </div>
    <div class="flex gap-2">
      <button class="btn btn-main" :disabled="busy">{{ copy ? 'Keep the copy' : 'Keep the change' }}</button>
      <button type="button" class="btn" @click="$emit('cancel')">Cancel</button>
    </div>
  </form>
</template>
