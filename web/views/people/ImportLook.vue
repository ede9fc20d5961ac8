<script setup lang="ts">
/** Takes a look from an observation file: what is in it is shown, its day is asked, and what looks odd is asked about before anything is kept. */
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';
import { format } from 'date-fns';
import { computed, ref, shallowRef } from 'vue';
import type { LookInput } from '../../../api/observations.js';
import type { Person } from '../../../api/people.js';
import { resolveObservation } from '../../../core/evaluate/resolve.js';
import { observationSchema, type Observation } from '../../../core/formats/observation.js';
import { InputError, problemsOf, type Problem } from '../../../core/formats/problems.js';
import { secondsText } from '../../../words/numbers.js';
import { massText, statureText } from '../../../words/units.js';
import { ApiError, wordsOf } from '../../data/call.js';
import { catalog } from '../../data/catalogue.js';
import { importLook } from '../../data/looks.js';
import { familyName, rungName } from '../../data/names.js';
import { lookOf } from '../bench/setup.js';
import ModalFrame from '../../components/ModalFrame.vue';
import SeriesAsked from './SeriesAsked.vue';
import { useSettings } from '../../stores/settings.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { importLook as wording } from '../../../words/pages/people.js';

const props = defineProps<{ person: Person }>();
const settings = useSettings();
const chooser = ref<HTMLInputElement | null>(null);
const found = ref<{ observation: Observation; rung: string } | null>(null);
/** Keypoints of another tool, of which more has to be said. */
const series = shallowRef<unknown[] | null>(null);
const when = ref('');
const problems = ref<Problem[]>([]);
const refused = ref('');
/** What the server asks before it keeps the file, and what was answered with yes. */
const question = ref<{ path: LookInput['confirmed'][number]; message: string } | null>(null);
const confirmed = ref<LookInput['confirmed']>([]);
const busy = ref(false);

/** The day that the file's name gives, as our own files do; else when it was last changed. */
function dayOf(file: File): string {
  const named = /(\d{4}-\d{2}-\d{2})/.exec(file.name)?.[1];
  return named ? `${named}T12:00` : format(file.lastModified, "yyyy-MM-dd'T'HH:mm");
}
async function open(file: File | undefined): Promise<void> {
  if (!file) return;
  [problems.value, confirmed.value, refused.value, question.value] = [[], [], '', null];
  try {
    const value: unknown = JSON.parse(await file.text());
    // Our own files are records; other tools' series of keypoints are lists.
    if (Array.isArray(value)) {
      series.value = value;
      when.value = dayOf(file);
      return;
    }
    const read = observationSchema.safeParse(value, { reportInput: true });
    if (!read.success) throw new InputError(problemsOf(read.error));
    found.value = { observation: read.data, rung: resolveObservation(read.data, catalog).rung.id };
    when.value = dayOf(file);
  } catch (error) {
    problems.value = error instanceof InputError ? [...error.problems] : [{ path: 'file', message: wording.isNotJson }];
  } finally {
    if (chooser.value) chooser.value.value = '';
  }
}
function taken(observation: Observation): void {
  series.value = null;
  found.value = { observation, rung: resolveObservation(observation, catalog).rung.id };
}
function refusedSeries(error: InputError): void {
  series.value = null;
  problems.value = [...error.problems];
}
const seconds = computed(() => found.value?.observation.ended?.t ?? found.value?.observation.frames.at(-1)?.t);
const body = computed(() => {
  const { stature, mass } = found.value?.observation.athlete ?? {};
  return [stature && statureText(stature, settings.units), mass && massText(mass, settings.units)]
    .filter(Boolean)
    .join(', ');
});
async function keep(): Promise<void> {
  if (!found.value) return;
  busy.value = true;
  refused.value = '';
  try {
    const startedAt = new Date(when.value).toISOString();
    await importLook(
      props.person.id,
      lookOf(found.value.observation, { startedAt, fromFile: true, confirmed: confirmed.value }),
    );
    found.value = null;
  } catch (error) {
    const asked = error instanceof ApiError && error.problem.status === 409 ? error.problem.problems?.[0] : undefined;
    if (asked) question.value = asked as typeof question.value;
    else if (error instanceof ApiError && error.problem.problems) {
      problems.value = error.problem.problems;
      found.value = null;
    } else refused.value = wordsOf(error);
  } finally {
    busy.value = false;
  }
}
async function yes(): Promise<void> {
  confirmed.value = [...confirmed.value, question.value!.path];
  question.value = null;
  await keep();
}
</script>

<template>
  <div>
    <button class="link min-h-[44px] text-sm" @click="chooser?.click()">{{ wording.addALook }}</button>
    <input
      ref="chooser"
      type="file"
      accept="application/json,.json"
      class="sr-only"
      tabindex="-1"
      :aria-label="wording.observationFile"
      @change="open(($event.target as HTMLInputElement).files?.[0])"
    />
    <div v-if="problems.length" role="alert" class="note">
      <p class="font-semibold">{{ wording.thisFileWas }}</p>
      <ul>
        <li v-for="p in problems" :key="p.path + p.message">{{ p.path }}: {{ p.message }}</li>
      </ul>
    </div>
    <ModalFrame :open="series !== null" :title="wording.aSeriesFor(person.name)" @close="series = null">
      <SeriesAsked v-if="series" :data="series" :person="person" @read="taken" @problem="refusedSeries" />
      <button class="btn self-start" @click="series = null">{{ anywhere.cancel }}</button>
    </ModalFrame>
    <Dialog :open="found !== null" class="relative z-50" @close="found = null">
      <div class="fixed inset-0 bg-black/50" aria-hidden="true"></div>
      <div class="fixed inset-0 flex items-center justify-center overflow-y-auto p-4">
        <DialogPanel v-if="found" class="card w-full max-w-md space-y-2">
          <DialogTitle as="h2">{{ wording.aLookFor(person.name) }}</DialogTitle>
          <dl class="figures grid grid-cols-[auto_1fr] gap-x-4">
            <dt class="text-soft">{{ anywhere.position }}</dt>
            <dd>
              {{ familyName(found.observation.position) }}, {{ rungName(found.observation.position, found.rung) }}
            </dd>
            <dt class="text-soft">{{ wording.length }}</dt>
            <dd>{{ seconds ? secondsText(seconds) : wording.aStill }}</dd>
            <template v-if="body">
              <dt class="text-soft">{{ wording.body }}</dt>
              <dd>{{ body }}</dd>
            </template>
          </dl>
          <div>
            <label class="label" for="import-when">{{ wording.whenItWas }}</label>
            <input id="import-when" v-model="when" type="datetime-local" class="field" required />
            <p class="text-soft text-sm">{{ wording.aFileHas }}</p>
          </div>
          <div v-if="question" role="alert" class="note">
            <p>{{ question.message }}</p>
            <button class="btn mt-2" :disabled="busy" @click="yes">{{ wording.keepItAll }}</button>
          </div>
          <p v-if="refused" role="alert" class="note">{{ refused }}</p>
          <div class="flex gap-2">
            <button v-if="!question" class="btn btn-main" :disabled="busy || !when" @click="keep">
              {{ anywhere.keepIt }}
            </button>
            <button class="btn" @click="found = null">{{ anywhere.cancel }}</button>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  </div>
</template>
