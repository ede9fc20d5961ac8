<script setup lang="ts">
/** A dose as numbers: sets, work, hold, tempo, rest, days and breath, checked before it is taken. */
import { reactive, ref, watch } from 'vue';
import { DOSE_EACH, DOSE_TEMPOS, DOSE_UNITS, doseSchema, type Dose } from '../../../core/formats/dose.js';
import { EACH_WORDS, TEMPO_WORDS } from '../../../words/dose.js';
import PickOne from '../../components/PickOne.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { doseEditor as wording } from '../../../words/pages/looks.js';

const props = defineProps<{
  id: string;
  name: string;
  dose: Dose;
  own: Dose;
  /** The drill's own breath, where it can be said otherwise. */
  breath?: string;
  title?: string;
  /** It stands open from the first. */
  opened?: boolean;
}>();
const emit = defineEmits<{ change: [dose: Dose | null] }>();
const SPANS = {
  sets: [anywhere.sets, ''],
  amount: [wording.work, ''],
  hold: [wording.heldEachTime, 's'],
  rest: [anywhere.rest, 's'],
  days: [wording.daysAWeek, ''],
} as const;
type SpanKey = keyof typeof SPANS;
const spans = Object.keys(SPANS) as SpanKey[];
/** What an empty pair means; sets must be there. */
const EMPTY: Readonly<Record<SpanKey, string>> = {
  sets: '',
  amount: wording.emptyToLostShape,
  hold: wording.emptyNotHeld,
  rest: wording.emptyAsNeeded,
  days: wording.emptyAsClassesRun,
};
const COUNTED = 'counted';
/** Of every pair the least and the most, as text; an empty second is the first again. */
const shownOf = (dose: Dose) => ({
  pairs: Object.fromEntries(
    spans.map((key) => {
      const pair = dose[key];
      return [key, pair ? [`${pair[0]}`, pair[0] === pair[1] ? '' : `${pair[1]}`] : ['', '']];
    }),
  ) as Record<SpanKey, [string, string]>,
  unit: dose.unit as string,
  clean: dose.clean,
  each: dose.each ?? '',
  tempo: typeof dose.tempo === 'string' ? (dose.tempo as string) : COUNTED,
  counts: (typeof dose.tempo === 'string' ? ['', '', ''] : dose.tempo.map(String)) as string[],
  remark: dose.remark,
  breath: dose.breath ?? '',
});
const form = reactive(shownOf(props.dose));
const wrong = ref<string | null>(null);
watch(
  () => props.dose,
  (dose) => {
    Object.assign(form, shownOf(dose));
    wrong.value = null;
  },
);
const units = DOSE_UNITS.map((id) => ({ id: id as string, name: id === 's' ? 'seconds' : id === 'm' ? 'metres' : id }));
const each = [{ id: '', name: '–' }, ...DOSE_EACH.map((id) => ({ id: id as string, name: EACH_WORDS[id] }))];
const tempos = [
  ...DOSE_TEMPOS.map((id) => ({ id: id as string, name: TEMPO_WORDS[id] })),
  { id: COUNTED, name: 'counted' },
];

const pairOf = ([a, b]: readonly [string, string]): [number, number] | null => {
  const [first, second] = [String(a ?? '').trim(), String(b ?? '').trim()];
  return first === '' && second === '' ? null : [Number(first || second), Number(second || first)];
};
/** Where a problem lies, in the words of the fields. */
const placeOf = (path: readonly PropertyKey[]): string => {
  const key = path[0] as string;
  return key in SPANS ? SPANS[key as SpanKey][0] : key === 'tempo' ? wording.tempo : key;
};
function keep(): void {
  const tempo = form.tempo === COUNTED ? form.counts.map((c) => Number(c || 0)) : form.tempo;
  const { sets, ...others } = Object.fromEntries(spans.map((key) => [key, pairOf(form.pairs[key])])) as Record<
    SpanKey,
    [number, number] | null
  >;
  const read = doseSchema.safeParse({
    ...others,
    sets: sets ?? props.own.sets,
    unit: form.unit,
    clean: form.clean,
    each: form.each || null,
    tempo,
    remark: form.remark,
    ...(form.breath.trim() ? { breath: form.breath } : {}),
  });
  if (!read.success) {
    const issue = read.error.issues[0]!;
    wrong.value = `${placeOf(issue.path)}: ${issue.message}.`;
    return;
  }
  wrong.value = null;
  emit('change', JSON.stringify(read.data) === JSON.stringify(doseSchema.parse(props.own)) ? null : read.data);
}
function pick(key: 'unit' | 'each' | 'tempo', id: string): void {
  form[key] = id;
  keep();
}
</script>

<template>
  <details class="text-sm" :open="opened">
    <summary class="min-h-[44px] content-center font-semibold">{{ title ?? wording.changeTheDose }}</summary>
    <div
      class="grid grid-cols-[repeat(auto-fit,minmax(9rem,1fr))] gap-2"
      role="group"
      :aria-label="wording.doseOf(name)"
    >
      <fieldset v-for="key in spans" :key="key" :class="{ 'col-span-full': key === 'amount' }">
        <legend class="label">
          {{ SPANS[key][0] }}<template v-if="SPANS[key][1]">, {{ SPANS[key][1] }}</template>
        </legend>
        <div class="flex items-center gap-1">
          <input
            v-for="(end, i) in ['from', 'to'] as const"
            :key="end"
            v-model="form.pairs[key][i]"
            type="number"
            inputmode="numeric"
            min="0"
            class="field figures !w-16"
            :placeholder="i === 1 ? '–' : ''"
            :aria-label="`${SPANS[key][0]} ${end}`"
            @change="keep"
          />
          <PickOne
            v-if="key === 'amount'"
            :id="`${id}-unit`"
            :label="wording.unit"
            quiet
            class="flex-1"
            :choices="units"
            :model-value="form.unit"
            @update:model-value="pick('unit', $event)"
          />
        </div>
        <p v-if="EMPTY[key]" class="text-soft">{{ EMPTY[key] }}</p>
      </fieldset>
      <PickOne
        :id="`${id}-each`"
        :label="wording.each"
        :choices="each"
        :model-value="form.each"
        @update:model-value="pick('each', $event)"
      />
      <PickOne
        :id="`${id}-tempo`"
        class="col-span-full"
        :label="wording.tempo"
        :choices="tempos"
        :model-value="form.tempo"
        @update:model-value="pick('tempo', $event)"
      />
      <div v-if="form.tempo === COUNTED" class="col-span-full flex items-center gap-1">
        <input
          v-for="(part, i) in ['up or out', 'pause', 'down or back']"
          :key="part"
          v-model="form.counts[i]"
          type="number"
          min="0"
          class="field figures !w-16"
          :aria-label="wording.seconds(part)"
          @change="keep"
        />
        <span class="text-soft">{{ wording.sOutPauseBack }}</span>
      </div>
      <slot></slot>
      <label class="col-span-full flex min-h-[44px] items-center gap-2">
        <input v-model="form.clean" type="checkbox" class="h-6 w-6 accent-[var(--rope)]" @change="keep" />
        {{ wording.onlyCleanOnesCount }}
      </label>
      <label v-if="breath !== undefined" class="col-span-full block">
        <span class="label">{{ wording.breath }}</span>
        <input v-model="form.breath" class="field" maxlength="200" :placeholder="breath" @change="keep" />
      </label>
      <label class="col-span-full block">
        <span class="label">{{ wording.inWords }}</span>
        <input v-model="form.remark" class="field" maxlength="80" @change="keep" />
      </label>
    </div>
    <p v-if="wrong" role="alert" class="note">{{ wrong }}</p>
    <button type="button" class="btn btn-quiet mt-1" @click="$emit('change', null)">
      {{ wording.itsOwnDoseAgain }}
    </button>
  </details>
</template>
