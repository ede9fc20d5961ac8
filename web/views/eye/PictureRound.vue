<script setup lang="ts">
/** One simulated picture: what is wrong, how far, how sure; then what was there. */
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import { bodyOf } from '../../../core/body/anthropometry.js';
import { padsOf, pictureOf, readMeasure, truthOfPicture } from '../../../core/eye/deal.js';
import { scorePicture } from '../../../core/eye/tapping.js';
import { SURE, type JudgedPicture, type PictureItem, type Sure } from '../../../core/formats/eye.js';
import { measureDefinition } from '../../../core/measure/measures.js';
import { pictureTold, SURE_WORDS } from '../../../words/eye.js';
import { fixed } from '../../../words/numbers.js';
import { catalog } from '../../data/catalogue.js';
import { hallCircumstance } from '../../data/eye.js';
import { familyName, rungName } from '../../data/names.js';
import { announce } from '../../data/said.js';
import { simulatedImage } from '../../drawing/simulated-image.js';
import type { HalfPicture } from './placed.js';
import { pictureRound as wording } from '../../../words/pages/eye.js';

const props = defineProps<{
  item: PictureItem;
  last: boolean;
  /** What was chosen at an earlier visit. */
  half: HalfPicture | null;
}>();
const emit = defineEmits<{ done: [answer: JudgedPicture]; half: [half: HalfPicture] }>();
/** Widest line that is asked for, degrees. */
const WIDEST = 30;
const faults = ref<string[]>([...(props.half?.faults ?? [])]);
const degrees = ref(props.half?.degrees ?? 0);
const sure = ref<Sure | undefined>(props.half?.sure ?? undefined);
const told = ref(props.half?.told ?? false);
watch([faults, degrees, sure, told], () =>
  emit('half', { faults: faults.value, degrees: degrees.value, sure: sure.value ?? null, told: told.value }),
);
const heading = ref<HTMLElement | null>(null);
const pads = computed(() => padsOf(catalog, props.item.family));
const canvas = ref<HTMLCanvasElement | null>(null);
/** The picture's size, px; its place is there before it is drawn. */
const size = computed(() => pictureOf(props.item, catalog).picture);
const drawn = ref(false);
onMounted(async () => {
  const shot = pictureOf(props.item, catalog);
  const image = await simulatedImage(shot, bodyOf(props.item.athlete), shot.camera);
  canvas.value?.getContext('2d')?.drawImage(image, 0, 0);
  image.close();
  drawn.value = true;
});
const truth = computed(() => truthOfPicture(props.item, catalog, hallCircumstance()));
const line = computed(() => readMeasure(props.item, truth.value, catalog));
const reads = computed(() => (line.value ? measureDefinition(line.value.id) : null));
const answer = computed((): JudgedPicture => ({
  faults: faults.value,
  sure: sure.value ?? 'guess',
  degrees: line.value ? degrees.value : null,
}));
const lines = computed(() => {
  const ids = pads.value.map((p) => p.id);
  const score = scorePicture(truth.value, answer.value, ids, line.value?.value ?? null);
  return pictureTold(catalog, truth.value, answer.value, score, line.value);
});
const toggle = (id: string): void =>
  void (faults.value = faults.value.includes(id) ? faults.value.filter((f) => f !== id) : [...faults.value, id]);
async function say(): Promise<void> {
  told.value = true;
  announce(lines.value.join(' '));
  await nextTick();
  heading.value?.focus({ preventScroll: true });
}
</script>

<template>
  <section class="card" :aria-label="wording.simulatedPicture">
    <p class="font-semibold">{{ familyName(item.family) }}, {{ rungName(item.family, item.rung).toLowerCase() }}</p>
    <div class="mt-2 columns grid items-start gap-4 lg:grid-cols-[1.4fr_1fr]">
      <div>
        <canvas
          ref="canvas"
          :width="size.width"
          :height="size.height"
          role="img"
          :aria-label="wording.whatTheSimulatedCamera"
          :data-drawn="drawn || undefined"
          class="w-full rounded-lg"
        ></canvas>
        <div v-if="!told" class="mt-2 grid items-start gap-x-4 sm:grid-cols-2">
          <div v-if="reads" class="mt-1">
            <label class="flex justify-between font-semibold" for="read-line"
              ><span>{{ wording.bodyLineByEye }}</span
              ><output class="figures">{{ fixed(degrees, 0) }}°</output></label
            >
            <input
              id="read-line"
              v-model.number="degrees"
              type="range"
              :min="-WIDEST"
              :max="WIDEST"
              step="1"
              class="h-11 w-full accent-[var(--rope)]"
              :aria-valuetext="wording.degrees(fixed(degrees, 0))"
            />
            <p class="text-soft flex justify-between text-sm">
              <span>{{ reads.reads.negative }}</span><span>{{ reads.reads.positive }}</span>
            </p>
          </div>
          <RadioGroup v-model="sure" class="mt-3">
            <RadioGroupLabel class="label">{{ wording.howSureAreYou }}</RadioGroupLabel>
            <div class="grid grid-cols-3 gap-2">
              <RadioGroupOption v-for="s in SURE" :key="s" v-slot="{ checked }" :value="s" as="template">
                <button class="btn !min-h-12" :class="{ 'btn-on': checked }">{{ SURE_WORDS[s] }}</button>
              </RadioGroupOption>
            </div>
          </RadioGroup>
        </div>
      </div>
      <div v-if="!told">
        <h2 id="what-stands-out">{{ wording.whatStandsOut }}</h2>
        <ul class="mt-2 grid grid-cols-2 gap-2" aria-labelledby="what-stands-out">
          <li v-for="fault in pads" :key="fault.id">
            <button
              class="btn !min-h-12 w-full !justify-start !px-2.5 text-left leading-tight"
              :class="{ 'btn-on': faults.includes(fault.id) }"
              :aria-pressed="faults.includes(fault.id)"
              @click="toggle(fault.id)"
            >
              {{ fault.pad }}
            </button>
          </li>
        </ul>
        <p class="text-soft mt-1 text-sm">{{ faults.length === 0 ? wording.noneChosenNothingStands : '' }}&nbsp;</p>
        <button class="btn btn-main mt-3 !min-h-14 w-full" :disabled="!sure" @click="say">
          {{ !sure ? wording.sayHowSure : wording.seeWhatWasThere }}
        </button>
      </div>
      <div v-else>
        <h2 ref="heading" tabindex="-1">{{ wording.whatWasThere }}</h2>
        <ul class="figures mt-1 space-y-1 text-lg">
          <li v-for="l in lines" :key="l">{{ l }}</li>
        </ul>
        <button class="btn btn-main mt-3 !min-h-14 w-full" @click="emit('done', answer)">
          {{ last ? wording.toTheRoundsResult : wording.nextPicture }}
        </button>
      </div>
    </div>
  </section>
</template>
