/** What a clip under way comes to: the record of it as it would be kept, judged, with its reps. */
import { computed, shallowRef, type Ref } from 'vue';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { isMoving } from '../../../core/catalog/counted.js';
import { rungOf } from '../../../core/catalog/index.js';
import { cleanRange } from '../../../core/clip/range.js';
import { clipError, clipFloor, clipRecord } from '../../../core/clip/record.js';
import { brokenBy, judgedReps, recordedReps, type RepSaid } from '../../../core/clip/judged-reps.js';
import { repsOf } from '../../../core/clip/reps.js';
import { judge, type Judged } from '../../../core/evaluate/judge.js';
import { see } from '../../../core/evaluate/see.js';
import type { Observation } from '../../../core/formats/observation.js';
import { athleteOf, type Circumstance } from '../../../core/person/circumstance.js';
import type { Person } from '../../../api/people.js';
import { catalog } from '../../data/catalogue.js';
import { useStripMeasure } from '../../drawing/strip-measure.js';
import { startRecord, type BenchSetup } from './setup.js';
import type { ClipUnderWay } from './use-clip.js';

export function useClipRecord(
  clip: ClipUnderWay,
  of: () => { setup: BenchSetup; person: Person | null; circumstance: Circumstance },
  lens: Ref<{ distance: number; height: number } | null>,
) {
  const rung = computed(() => rungOf(catalog, of().setup.position, of().setup.rung));
  const body = computed(() => bodyOf(of().person ? athleteOf(of().person!) : {}));
  /** What a coach said of single reps. */
  const said = shallowRef<readonly RepSaid[]>([]);

  const measured = computed<Observation>(() => {
    const { setup, person } = of();
    const base = startRecord(setup, person);
    const facts = clip.facts.value;
    if (!facts) return base;
    const followed = clip.followed.value;
    const floor = setup.view === 'side' ? clipFloor(followed, rung.value.pose, body.value, facts, lens.value) : null;
    const record = clipRecord(followed, {
      picture: { width: facts.width, height: facts.height },
      error: clipError(clip.frames.value, clip.anchors.value),
      floor,
      view: setup.view,
      anchors: clip.anchors.value,
      found: clip.frames.value,
    });
    return {
      ...base,
      ...record,
      ...(lens.value ? { camera: { ...lens.value } } : {}),
    };
  });
  const seen = computed(() =>
    measured.value.frames.length > 1 ? see({ observation: measured.value }, catalog) : null,
  );
  const bare = computed(() => seen.value && judge(seen.value, catalog, of().circumstance));
  const motion = computed(() => (isMoving(rung.value) ? repsOf(measured.value.frames) : null));
  const reps = computed(() =>
    motion.value && bare.value
      ? judgedReps(motion.value.reps, brokenBy(motion.value.reps, bare.value), said.value)
      : [],
  );
  const observation = computed<Observation>(() => {
    if (reps.value.length === 0) return measured.value;
    const { targetReps } = of().setup;
    return {
      ...measured.value,
      reps: recordedReps(reps.value),
      ...(rung.value.counted && targetReps > 0 ? { targetReps } : {}),
    };
  });
  const detail = computed<Judged | null>(() =>
    seen.value && reps.value.length > 0
      ? judge({ ...seen.value, observation: observation.value }, catalog, of().circumstance)
      : bare.value,
  );
  return {
    rung,
    body,
    observation,
    detail,
    motion,
    reps,
    said,
    say(turns: number, is: string | null): void {
      said.value = [...said.value.filter((s) => Math.abs(s.turns - turns) > 0.01), { turns, is }];
    },
    range: computed(() => detail.value && cleanRange(detail.value)),
    ...useStripMeasure(() => detail.value),
  };
}
export type ClipRecord = ReturnType<typeof useClipRecord>;
