/** Counting reps of a screen: faults of the rep that is being watched, done reps by place, undo. */
import { computed, ref } from 'vue';
import type { ScreenRecord } from '../../../core/screen/read-screen.js';

interface Rep {
  where: string;
  faults: readonly string[];
}
/** Reps that are done, in order, and what the one being watched shows. */
export interface CountedWork {
  done: readonly Rep[];
  now: readonly string[];
}

export function useReps() {
  const done = ref<Rep[]>([]);
  const now = ref<string[]>([]);
  const reps = computed(() => {
    const count: Record<string, number> = {};
    for (const r of done.value) count[r.where] = (count[r.where] ?? 0) + 1;
    return count;
  });
  const counts = computed(() => {
    const count: Record<string, number> = {};
    for (const r of done.value)
      for (const f of r.faults) count[`${r.where}/${f}`] = (count[`${r.where}/${f}`] ?? 0) + 1;
    return count;
  });
  return {
    now,
    reps,
    counts,
    record: computed((): Pick<ScreenRecord, 'reps' | 'counts'> => ({ reps: reps.value, counts: counts.value })),
    toggle(fault: string): void {
      now.value = now.value.includes(fault) ? now.value.filter((f) => f !== fault) : [...now.value, fault];
    },
    /** The rep is over: what was tapped belongs to it. */
    finish(where: string): void {
      done.value = [...done.value, { where, faults: [...now.value] }];
      now.value = [];
    },
    /** Takes the last rep back; its taps stand again. */
    undo(): void {
      const last = done.value.at(-1);
      if (!last) return;
      done.value = done.value.slice(0, -1);
      now.value = [...last.faults];
    },
    canUndo: computed(() => done.value.length > 0),
    /** Puts the reps that a clip tells in the place of those that were counted there. */
    replace(where: string, faults: readonly (readonly string[])[]): void {
      done.value = [...done.value.filter((r) => r.where !== where), ...faults.map((f) => ({ where, faults: f }))];
    },
    /** What was counted, to be kept and taken up again. */
    work: computed((): CountedWork => ({ done: done.value, now: now.value })),
    restore(work: CountedWork): void {
      done.value = [...work.done];
      now.value = [...work.now];
    },
    clear(): void {
      done.value = [];
      now.value = [];
    },
  };
}
