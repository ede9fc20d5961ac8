<script setup lang="ts">
/** What was tapped live on the same hold, laid on the clip's time; set right where the clip began earlier or later than the clock. */
import { computed, ref, watch } from 'vue';
import type { HistoryItem } from '../../../api/observations.js';
import { fixed } from '../../../words/numbers.js';
import PickOne from '../../components/PickOne.vue';
import { useHistory, useLook } from '../../data/looks.js';
import { dayTimeText } from '../../data/names.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { clipTaps as wording } from '../../../words/pages/bench.js';

const props = defineProps<{ personId: string; position: string }>();
const emit = defineEmits<{ taps: [taps: { t: number; fault: string; state: 'on' | 'off' }[]] }>();
/** As many looks back as one that was tapped today is looked for. */
const LOOKED_BACK = 20;
const history = useHistory(() => props.personId || null, undefined, LOOKED_BACK);
const NONE = 'none';
const chosen = ref(NONE);
const shift = ref(0);
/** Watched holds of the same position on the last day that has looks: measured ones have a body line. */
const watched = computed((): HistoryItem[] => {
  const [newest] = history.items.value;
  return history.items.value.filter(
    (i) => i.position === props.position && i.day === newest?.day && i.bodyLine === null && i.total !== null,
  );
});
const choices = computed(() => [
  { id: NONE, name: anywhere.none },
  ...watched.value.map((i) => ({ id: i.id, name: wording.holdOf(dayTimeText(i.startedAt).slice(-5)) })),
]);
const look = useLook(() => (chosen.value === NONE ? null : chosen.value));
const events = computed(() => look.value.value?.observation.events ?? []);
watch([() => props.personId, () => props.position], () => {
  chosen.value = NONE;
  shift.value = 0;
});
watch(
  [events, shift],
  () =>
    emit(
      'taps',
      events.value.map(({ t, fault, state }) => ({ t: t + shift.value, fault, state })),
    ),
  { immediate: true },
);
const move = (by: number): void => void (shift.value = Math.round(10 * (shift.value + by)) / 10);
</script>

<template>
  <div v-if="watched.length" class="mt-2">
    <PickOne
      id="clip-taps"
      :label="wording.tapsMadeLive"
      :choices="choices"
      :model-value="chosen"
      @update:model-value="chosen = $event"
    />
    <div v-if="events.length" class="mt-1 flex items-center gap-2">
      <button class="btn !px-3" :aria-label="wording.tapsALittleEarlier" @click="move(-0.1)">−</button>
      <span class="figures flex-1 text-center">{{ shift > 0 ? '+' : '' }}{{ fixed(shift) }} s</span>
      <button class="btn !px-3" :aria-label="wording.tapsALittleLater" @click="move(0.1)">+</button>
    </div>
    <p v-else-if="look.value.value" class="text-soft text-sm">{{ wording.nothingWasTapped }}</p>
  </div>
</template>
