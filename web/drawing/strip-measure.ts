/** What a strip over time shows: what was asked for, else what went first, else what was found. */
import { computed, ref, type WritableComputedRef, type ComputedRef } from 'vue';
import { statedFinding, type Judged } from '../../core/evaluate/judge.js';
import { measureDefinition } from '../../core/measure/measures.js';
import type { Choice } from '../components/choice.js';

export function useStripMeasure(detail: () => Judged | null): {
  /** Judged measures that the series has. */
  measures: ComputedRef<Choice[]>;
  measure: WritableComputedRef<string>;
} {
  const asked = ref('');
  const measures = computed(() =>
    [...new Set(detail()?.limits.map((l) => l.measure) ?? [])]
      .filter((id) => detail()!.samples.some((s) => s.values.has(id)))
      .map((id) => ({ id, name: measureDefinition(id).name })),
  );
  return {
    measures,
    measure: computed({
      get: () => {
        const judged = detail();
        const first = judged?.hold?.breaks[0]?.measure ?? (judged && statedFinding(judged)?.measure);
        const known = (id: string | null | undefined): boolean => measures.value.some((m) => m.id === id);
        return [asked.value, first, 'hip-line', measures.value[0]?.id].find(known) ?? 'hip-line';
      },
      set: (id) => (asked.value = id),
    }),
  };
}
