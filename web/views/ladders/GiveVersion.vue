<script setup lang="ts">
/** A version given as it is: its dose below today, its place, its kit, and the assignment. */
import { computed, ref, watch } from 'vue';
import type { OnLadders } from '../../../api/ladders.js';
import type { Person } from '../../../api/people.js';
import { placeKey } from '../../../core/catalog/ladders.js';
import type { Drill, Rung } from '../../../core/formats/catalog.js';
import type { Dose } from '../../../core/formats/dose.js';
import { levelAt } from '../../../core/ladder/level.js';
import { methodFor, type Circumstance } from '../../../core/person/circumstance.js';
import { assignable } from '../../../core/prescribe/assignable.js';
import { breathBy } from '../../../core/prescribe/by-method.js';
import type { ChosenDrill } from '../../../core/prescribe/choose.js';
import { rungDose } from '../../../core/prescribe/rung-dose.js';
import { kitSize } from '../../../core/prescribe/sizing.js';
import { doseParts, setsText } from '../../../words/dose.js';
import SizeLine from '../../components/SizeLine.vue';
import { catalog } from '../../data/catalogue.js';
import AssignDrills from '../looks/AssignDrills.vue';
import ItemEditor from '../looks/ItemEditor.vue';
import { withEdits, type DrillWishes } from '../looks/wishes.js';
import { giveVersion as wording } from '../../../words/pages/ladders.js';

const props = defineProps<{
  rung: Rung;
  person: Person;
  on: OnLadders;
  circumstance: Circumstance;
  /** Seconds or reps of its gate. */
  wanted: number;
}>();
const drill = computed(() => assignable(catalog, placeKey(props.rung)));
const method = computed(() => methodFor(catalog, props.circumstance, props.rung.family));
const noEdits = (): Pick<DrillWishes, 'doses' | 'places' | 'sizes'> => ({ doses: {}, places: {}, sizes: {} });
const edits = ref(noEdits());
watch(drill, () => (edits.value = noEdits()));
const own = computed((): Pick<ChosenDrill, 'dose' | 'size'> | null => {
  if (!drill.value) return null;
  const { cautions, day, body } = props.circumstance;
  const { holds } = props.on;
  const level = levelAt(catalog, props.rung, holds, { cap: method.value.cap, cautions, today: day });
  return {
    dose: rungDose(catalog, props.rung, { method: method.value, cautions, level, holds, wanted: props.wanted }),
    size: kitSize(catalog, drill.value, { body, holds, today: day, level }),
  };
});
const given = computed(() => {
  const record = drill.value;
  if (!record || !own.value) return null;
  const item = { drill: record.id, ...own.value, answers: [], changes: [], minutes: record.minutes };
  return withEdits([item], edits.value, () => record)[0]!;
});
const breath = computed(() => (drill.value ? breathBy(drill.value, method.value, props.circumstance.cautions) : ''));
/** Sets one part of the item, or (null) leaves it as it was worked out. */
function edit(part: keyof typeof edits.value, value: Dose | Drill['place'] | number | null): void {
  edits.value = { ...edits.value, [part]: value === null ? {} : { [drill.value!.id]: value } };
}
</script>

<template>
  <div v-if="given && own">
    <h3>{{ wording.giveIt }}</h3>
    <p class="figures">
      <b>{{ setsText(given.dose) }}</b>, {{ doseParts(given.dose).days }}
    </p>
    <SizeLine :size="given.size" />
    <ItemEditor
      id="give"
      :name="rung.name"
      :dose="given.dose"
      :own="own.dose"
      :breath="breath"
      :place="given.place"
      :sizing="given.record.sizing"
      :size="given.size"
      @dose="edit('doses', $event)"
      @place="edit('places', $event)"
      @size="edit('sizes', $event)"
    />
    <AssignDrills
      :family="rung.family"
      :method="method.name"
      :causes="[]"
      :chosen="[given]"
      :look-id="null"
      :person="person"
      :words="wording.assignThisVersion"
    />
  </div>
</template>
