<script setup lang="ts">
/** What a file of keypoints does not say: the position, the version, the view, and how many pictures a second it numbers. */
import { computed, watch } from 'vue';
import { z } from 'zod';
import { offeredRungs, record } from '../../../core/catalog/index.js';
import { readCoco } from '../../../core/clip/coco.js';
import { clipError, clipFloor } from '../../../core/clip/record.js';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { OBSERVATION_FORMAT, observationSchema, type Observation } from '../../../core/formats/observation.js';
import { InputError, problemsOf } from '../../../core/formats/problems.js';
import type { View } from '../../../core/landmarks.js';
import { athleteOf } from '../../../core/person/circumstance.js';
import type { Person } from '../../../api/people.js';
import { VIEW_WORDS } from '../../../words/labels.js';
import FormField from '../../components/FormField.vue';
import PickOne from '../../components/PickOne.vue';
import { catalog } from '../../data/catalogue.js';
import { useZodForm } from '../../data/form.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { seriesAsked as wording } from '../../../words/pages/people.js';

const props = defineProps<{ data: unknown; person: Person }>();
const emit = defineEmits<{ read: [observation: Observation]; problem: [error: InputError] }>();
const FASTEST = 240;
const { typed: of, submit } = useZodForm({
  blank: () => ({ position: 'front-plank', rung: 'forearm', view: 'side', rate: 30 as number | '' }),
  asInput: (typed) => ({ rate: typed.rate === '' ? null : typed.rate }),
  schema: z.object({ rate: z.number().min(1).max(FASTEST) }),
  keep: async ({ rate }) => take(rate),
});
const family = computed(() => record(catalog.families, of.position));
const rungs = computed(() => offeredRungs(catalog, of.position));
watch(
  () => of.position,
  () => {
    of.rung = rungs.value.find((r) => r.id === family.value.baseRung)?.id ?? rungs.value[0]!.id;
    if (!family.value.views.includes(of.view as View)) of.view = family.value.views[0]!;
  },
);
/** The record that the keypoints make. @throws InputError */
function observation(rate: number): Observation {
  const view = of.view as View;
  const { frames } = readCoco(props.data, { view, fps: rate });
  const all = frames.flatMap((f) => Object.values(f.points));
  const picture = {
    width: Math.ceil(Math.max(1, ...all.map((p) => p[0])) * 1.05),
    height: Math.ceil(Math.max(1, ...all.map((p) => p[1])) * 1.05),
  };
  const rung = rungs.value.find((r) => r.id === of.rung)!;
  const floor = view === 'side' ? clipFloor(frames, rung.pose, bodyOf(athleteOf(props.person)), picture) : null;
  const error = clipError(
    frames.map(({ t, points }) => ({ t, found: { points, visible: {} }, moved: {} })),
    [],
  );
  const read = observationSchema.safeParse(
    {
      format: OBSERVATION_FORMAT,
      version: 1,
      position: of.position,
      rung: of.rung,
      view,
      athlete: athleteOf(props.person),
      picture,
      ...(floor ? { floor } : {}),
      ...(error ? { landmarkSd: Math.min(1000, error) } : {}),
      frames: frames.filter((f) => Object.keys(f.points).length > 0),
    },
    { reportInput: true },
  );
  if (!read.success) throw new InputError(problemsOf(read.error));
  return read.data;
}
function take(rate: number): void {
  try {
    emit('read', observation(rate));
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    emit('problem', error);
  }
}
</script>

<template>
  <form class="space-y-2" novalidate @submit.prevent="submit">
    <p>{{ wording.keypointsInCocoOrder }}</p>
    <PickOne
      id="series-position"
      v-model="of.position"
      :label="anywhere.position"
      :choices="catalog.families.map(({ id, name }) => ({ id, name }))"
    />
    <PickOne
      id="series-rung"
      v-model="of.rung"
      :label="anywhere.version"
      :choices="rungs.map(({ id, name }) => ({ id, name }))"
    />
    <PickOne
      id="series-view"
      v-model="of.view"
      :label="wording.lookedAt"
      :choices="family.views.map((id) => ({ id, name: VIEW_WORDS[id] }))"
    />
    <FormField id="series-rate" v-model="of.rate" path="rate" :label="wording.picturesASecond" type="number" required />
    <button class="btn btn-main">{{ wording.readIt }}</button>
  </form>
</template>
