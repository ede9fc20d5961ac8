<script setup lang="ts">
/** The drills chosen for the causes; the coach pins, swaps, reorders and sets the minutes, and the choice is made anew at once. */
import { GripVertical, Pin } from '@lucide/vue';
import { computed, ref } from 'vue';
import type { Person } from '../../../api/people.js';
import type { Advised } from '../../../core/evaluate/advise.js';
import type { Circumstance } from '../../../core/person/circumstance.js';
import type { Drill } from '../../../core/formats/catalog.js';
import type { Dose } from '../../../core/formats/dose.js';
import { breathBy } from '../../../core/prescribe/by-method.js';
import { assignableRecord, figureOfAssignable } from '../../../core/prescribe/assignable.js';
import { kindBalance } from '../../../core/prescribe/prescription.js';
import { WORTH_TELLING } from '../../../words/evaluation-file.js';
import { breathOf, doseParts, paceText, setsText } from '../../../words/dose.js';
import { KIND_WORDS, PLACE_WORDS } from '../../../words/labels.js';
import FigureView from '../../drawing/FigureView.vue';
import DraftBack from '../../components/DraftBack.vue';
import { catalog } from '../../data/catalogue.js';
import type { Draft } from '../../data/drafts.js';
import SearchPick from '../../components/SearchPick.vue';
import { chosenWhy, drillName, leftOutWhy } from '../../data/names.js';
import { toAdd } from '../../data/to-add.js';
import AssignDrills from './AssignDrills.vue';
import UpDown from '../../components/UpDown.vue';
import { useDragOrder } from '../../components/use-drag-order.js';
import SizeLine from '../../components/SizeLine.vue';
import ItemEditor from './ItemEditor.vue';
import { inHandOrder, noWishes, withEdits, type DrillWishes } from './wishes.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { drillList as wording } from '../../../words/pages/looks.js';

const props = defineProps<{
  detail: Advised;
  faultId: string | null;
  lookId: string;
  person: Person | null;
  circumstance: Pick<Circumstance, 'body' | 'inForce'>;
  draft: Draft;
}>();
const wishes = defineModel<DrillWishes>({ required: true });
const body = computed(() => props.circumstance.body);
const drills = computed(() =>
  inHandOrder(
    withEdits(props.detail.choice.chosen, wishes.value, (id) => assignableRecord(catalog, id)),
    wishes.value.order,
  ).map((c) => ({ ...c, figure: figureOfAssignable(catalog, c.record) })),
);
const ownDose = (id: string): Dose => props.detail.choice.chosen.find((c) => c.drill === id)!.dose;
function redose(id: string, dose: Dose | null): void {
  const { [id]: _before, ...rest } = wishes.value.doses;
  wishes.value = { ...wishes.value, doses: dose ? { ...rest, [id]: dose } : rest };
}
function put(id: string, place: Drill['place']): void {
  wishes.value = { ...wishes.value, places: { ...wishes.value.places, [id]: place } };
}
function resize(id: string, value: number | null): void {
  const { [id]: _before, ...rest } = wishes.value.sizes;
  wishes.value = { ...wishes.value, sizes: value === null ? rest : { ...rest, [id]: value } };
}
const more = computed(() =>
  toAdd(
    props.detail.family.id,
    props.detail.choice.chosen.map((c) => c.drill),
    props.person?.cautions ?? [],
  ),
);
const barred = computed(() => props.detail.choice.leftOut.filter((l) => l.why.is === 'caution'));
const offered = computed(() => props.detail.choice.leftOut.filter((l) => l.why.is !== 'caution').slice(0, 8));
const touched = computed(
  () =>
    wishes.value.pins.length +
      wishes.value.bans.length +
      wishes.value.order.length +
      [wishes.value.doses, wishes.value.places, wishes.value.sizes].flatMap((of) => Object.keys(of)).length >
    0,
);
const missing = computed(
  () => kindBalance(catalog, [...drills.value.map((d) => d.drill), ...props.circumstance.inForce]).missing,
);
/** Causes that are told on the sheet. */
const causes = computed(() => props.detail.ranking.filter((r) => r.probability >= WORTH_TELLING));

const swap = (id: string): void => {
  wishes.value = { ...wishes.value, pins: wishes.value.pins.filter((p) => p !== id), bans: [...wishes.value.bans, id] };
};
const take = (id: string): void => {
  wishes.value = { ...wishes.value, pins: [...wishes.value.pins, id], bans: wishes.value.bans.filter((b) => b !== id) };
};
const pin = (id: string): void => {
  const pinned = wishes.value.pins.includes(id);
  wishes.value = {
    ...wishes.value,
    pins: pinned ? wishes.value.pins.filter((p) => p !== id) : [...wishes.value.pins, id],
  };
};
/** Puts the drill at one place on another; drag and the arrow buttons both end here. */
function move(from: number, to: number): void {
  const order = drills.value.map((d) => d.drill);
  const [moved] = order.splice(from, 1);
  if (!moved || to < 0 || to > order.length) return;
  order.splice(to, 0, moved);
  wishes.value = { ...wishes.value, order };
}

const list = ref<HTMLElement | null>(null);
useDragOrder(list, move);
</script>

<template>
  <section class="card" aria-labelledby="drills">
    <div class="flex flex-wrap items-center gap-x-3">
      <h2 id="drills">{{ wording.drillsForIt }}</h2>
      <span v-if="drills.length" class="text-soft figures text-sm">{{
        wording.ofMinutes(detail.choice.minutes, wishes.minutes)
      }}</span>
    </div>
    <DraftBack :draft="draft" @anew="((wishes = noWishes()), draft.begunAnew())" />
    <p v-if="!faultId" class="text-soft">{{ wording.noStatedFault }}</p>
    <template v-else>
      <label class="flex items-center gap-3 text-sm" for="minutes">
        {{ anywhere.minutes }}
        <input
          id="minutes"
          v-model.number="wishes.minutes"
          type="range"
          min="4"
          max="40"
          class="h-11 flex-1 accent-[var(--rope)]"
        />
      </label>
      <p v-if="drills.length === 0" class="text-soft">{{ wording.noDrillThatWould }}</p>
    </template>
    <ol ref="list" class="divide-rule divide-y">
      <li v-for="(d, i) in drills" :key="d.drill" class="py-2" :data-drill="d.drill">
        <div class="flex items-start gap-1">
          <span class="grip text-soft flex h-11 w-8 shrink-0 cursor-grab items-center" :title="wording.dragToReorder">
            <GripVertical :size="20" aria-hidden="true" />
          </span>
          <h3 class="flex-1 self-center">{{ d.record.name }}</h3>
          <UpDown :name="d.record.name" :at="i" :count="drills.length" @move="move(i, $event)" />
        </div>
        <div class="flex gap-3">
          <div v-if="d.figure" class="h-16 w-24 shrink-0">
            <FigureView :pose="d.figure[0]" :to="d.figure[1]" :body="body" :label="d.record.name" />
          </div>
          <div class="min-w-0 flex-1">
            <p class="figures">
              <b>{{ setsText(d.dose) }}</b>, {{ doseParts(d.dose).days }}
            </p>
            <p class="text-soft text-sm">{{ PLACE_WORDS[d.place] }} · {{ paceText(d.dose) }}</p>
            <SizeLine :size="d.size" />
          </div>
        </div>
        <p v-for="c in d.changes" :key="c" class="tag tag-caution mt-1">{{ c }}</p>
        <div class="flex items-start gap-2">
          <details class="flex-1 text-sm">
            <summary class="min-h-[44px] content-center font-semibold">{{ wording.howAndWhy }}</summary>
            <ol class="list-decimal pl-5">
              <li v-for="step in d.record.how" :key="step">{{ step }}</li>
            </ol>
            <p class="mt-1">
              <b>{{ wording.breath }}</b>
              {{ breathOf(d.dose, breathBy(d.record, detail.method, person?.cautions ?? [])) }}
            </p>
            <p class="mt-1">
              <b>{{ wording.checkYourself }}</b> {{ d.record.selfCheck }}
            </p>
            <p v-if="d.answers.length" class="figures mt-1">
              <b>{{ wording.why }}</b> {{ chosenWhy(d) }}.
            </p>
          </details>
          <button
            class="btn btn-quiet !px-2"
            :class="{ 'btn-on': wishes.pins.includes(d.drill) }"
            :aria-pressed="wishes.pins.includes(d.drill)"
            :aria-label="wording.keepWhateverElseChanges(d.record.name)"
            @click="pin(d.drill)"
          >
            <Pin :size="18" aria-hidden="true" />
          </button>
          <button
            class="link min-h-[44px] min-w-[44px] text-sm"
            :aria-label="wording.swapForTheNext(d.record.name)"
            @click="swap(d.drill)"
          >
            {{ wording.swap }}
          </button>
        </div>
        <ItemEditor
          :id="`item-${i}`"
          :name="d.record.name"
          :dose="d.dose"
          :own="ownDose(d.drill)"
          :breath="breathBy(d.record, detail.method, person?.cautions ?? [])"
          :place="d.place"
          :sizing="d.record.sizing"
          :size="d.size"
          @dose="redose(d.drill, $event)"
          @place="put(d.drill, $event)"
          @size="resize(d.drill, $event)"
        />
      </li>
    </ol>
    <p v-if="drills.length && missing.length" class="text-soft text-sm">
      {{ wording.notInThisWeeks(missing.map((k) => KIND_WORDS[k]).join(', ')) }}
    </p>
    <SearchPick
      id="add-drill"
      model-value=""
      class="my-2"
      :label="wording.addAVersion"
      :choices="more"
      @update:model-value="take"
    />
    <details v-if="offered.length" class="text-sm">
      <summary class="min-h-[44px] content-center">{{ wording.whatElseThere }}</summary>
      <ul class="divide-rule divide-y">
        <li v-for="l in offered" :key="l.drill" class="flex items-center gap-2">
          <span class="flex-1"
            >{{ drillName(l.drill) }} <span class="text-soft">({{ leftOutWhy(l.why) }})</span></span
          >
          <button class="link min-h-[44px]" :aria-label="wording.take(drillName(l.drill))" @click="take(l.drill)">
            {{ wording.takeAlone }}
          </button>
        </li>
      </ul>
    </details>
    <details v-if="barred.length" class="text-sm">
      <summary class="min-h-[44px] content-center">{{ wording.leftOutBecause(barred.length) }}</summary>
      <ul class="list-disc pl-5">
        <li v-for="l in barred" :key="l.drill">{{ drillName(l.drill) }}: {{ leftOutWhy(l.why) }}</li>
      </ul>
    </details>
    <button
      v-if="touched"
      class="link min-h-[44px] text-sm"
      @click="wishes = { ...wishes, ...noWishes(), minutes: wishes.minutes }"
    >
      {{ wording.backToTheBest }}
    </button>
    <AssignDrills
      v-if="drills.length && person"
      :family="detail.family.id"
      :method="detail.method.name"
      :causes="causes"
      :chosen="drills"
      :look-id="lookId"
      :person="person"
      @assigned="draft.drop()"
    />
  </section>
</template>
