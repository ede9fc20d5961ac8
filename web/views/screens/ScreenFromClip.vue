<script setup lang="ts">
/** The reps of a clip that was looked at, counted into a screen: each with what it showed of what is looked for from there. */
import { computed, ref, watch } from 'vue';
import { faultsIn, repsOfRecord } from '../../../core/clip/judged-reps.js';
import { judge } from '../../../core/evaluate/judge.js';
import { see } from '../../../core/evaluate/see.js';
import type { Circumstance } from '../../../core/person/circumstance.js';
import PickOne from '../../components/PickOne.vue';
import { catalog } from '../../data/catalogue.js';
import { useHistory, useLook } from '../../data/looks.js';
import { dayTimeText } from '../../data/names.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { screenFromClip as wording } from '../../../words/pages/screens.js';

const props = defineProps<{
  personId: string;
  /** The screen's position, and where it is seen from: `front`, or `front.left`. */
  position: string;
  place: string;
  /** Faults that are looked for from there. */
  faults: readonly string[];
  circumstance: Circumstance;
}>();
const emit = defineEmits<{ reps: [faults: string[][]] }>();
/** As many looks back as a clip of the screen is looked for. */
const LOOKED_BACK = 30;
const history = useHistory(() => props.personId || null, undefined, LOOKED_BACK);
const clips = computed(() => history.items.value.filter((i) => i.position === props.position && i.reps !== null));
const choices = computed(() => clips.value.map((i) => ({ id: i.id, name: dayTimeText(i.startedAt) })));
const chosen = ref('');
const look = useLook(() => chosen.value || null);
const problem = ref('');
watch(
  () => props.place,
  () => {
    chosen.value = '';
    problem.value = '';
  },
);
watch(
  () => look.value.value,
  (is) => {
    if (!is) return;
    const [view, side] = props.place.split('.');
    const { observation } = is;
    problem.value = '';
    if (observation.view !== view || (side !== undefined && observation.side !== side)) {
      problem.value = wording.thatClip;
      return;
    }
    const judged = judge(see({ observation, eye: is.eye }, catalog), catalog, props.circumstance);
    const reps = repsOfRecord(judged);
    if (reps.length === 0) problem.value = wording.noRepsCan;
    else {
      // What the coach called a rep counts beside what was measured of it.
      const shown = faultsIn(reps, judged).map((measured, i) => [...new Set([...measured, reps[i]!.is ?? ''])]);
      emit(
        'reps',
        shown.map((list) => list.filter((f) => props.faults.includes(f))),
      );
    }
  },
);
</script>

<template>
  <div v-if="choices.length" class="mt-2">
    <PickOne
      id="screen-clip"
      v-model="chosen"
      :label="wording.countTheReps"
      :choices="choices"
      :placeholder="anywhere.none"
    />
    <p v-if="problem" role="alert" class="note mt-1">{{ problem }}</p>
  </div>
</template>
