/** What each pad's fault looks like in the position that is set up: drawn once the page is there, a few at a time. */
import { computed, onMounted, ref, type ComputedRef } from 'vue';
import { bodyOf, type Body } from '../../../core/body/anthropometry.js';
import { faultPose } from '../../../core/body/fault-pose.js';
import type { Pose } from '../../../core/body/pose.js';
import { rungOf } from '../../../core/catalog/index.js';
import type { Fault } from '../../../core/formats/catalog.js';
import { catalog } from '../../data/catalogue.js';
import { nextTask } from '../../next-task.js';

/** So many are drawn in one task: a slow phone stays awake to a tap. */
const AT_ONCE = 3;

/** @returns the poses by fault, those that are drawn by now and can be shown from the side; and the body that they are drawn with */
export function usePadFigures(
  pads: () => readonly Fault[],
  setup: () => { position: string; rung?: string } | null,
): { figures: ComputedRef<ReadonlyMap<string, Pose>>; body: Body } {
  const body = bodyOf();
  const drawn = ref(0);
  onMounted(async () => {
    while (drawn.value < pads().length) {
      await nextTask();
      drawn.value += AT_ONCE;
    }
    drawn.value = Infinity;
  });
  const figures = computed(() => {
    const here = setup();
    if (!here) return new Map<string, Pose>();
    const { pose } = rungOf(catalog, here.position, here.rung);
    const shown = pads().slice(0, drawn.value);
    return new Map(
      shown.flatMap(({ id }): [string, Pose][] => {
        const fault = faultPose(pose, id, body);
        return fault ? [[id, fault]] : [];
      }),
    );
  });
  return { figures, body };
}
