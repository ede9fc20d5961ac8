<script setup lang="ts">
/** One item of a day alone: what to do, how, and one tap for what was done. */
import {
  Disclosure,
  DisclosureButton,
  DisclosurePanel,
  RadioGroup,
  RadioGroupLabel,
  RadioGroupOption,
} from '@headlessui/vue';
import { computed } from 'vue';
import type { ItemLogInput, SoloSheet } from '../../../api/programmes.js';
import { figureOfAssignable } from '../../../core/prescribe/assignable.js';
import { pacingText, workText } from '../../../words/programme.js';
import { plain } from '../../../words/labels.js';
import FigureView from '../../drawing/FigureView.vue';
import { catalog } from '../../data/catalogue.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { soloItem as wording } from '../../../words/pages/solo.js';

const props = defineProps<{
  item: SoloSheet['weeks'][number]['days'][number]['items'][number];
  text: SoloSheet['texts'][string] | undefined;
  log: ItemLogInput | null;
  mayLog: boolean;
  resting: boolean;
}>();
const emit = defineEmits<{ log: [change: Pick<ItemLogInput, 'is'>] }>();
const name = computed(() => props.text?.name ?? props.item.item);
const figure = computed(() => figureOfAssignable(catalog, { id: props.item.item }));
const CHOICES = { done: anywhere.done, partly: wording.partly, not: wording.notToday } as const;
const work = computed(() => workText(catalog, props.item));
const pacing = computed(() => pacingText(props.item));
</script>

<template>
  <li class="py-3">
    <div class="flex items-start gap-3">
      <div class="min-w-0 flex-1">
        <h3>{{ name }}</h3>
        <p class="figures text-lg">{{ work }}</p>
        <p class="text-soft">{{ pacing }}</p>
      </div>
      <div v-if="figure" class="h-16 w-28 shrink-0"><FigureView :pose="figure[0]" :to="figure[1]" :label="name" /></div>
    </div>
    <p v-for="c in text?.changes ?? []" :key="c" class="note mt-1 text-sm">{{ wording.forYou(c) }}</p>
    <p v-if="resting" role="alert" class="note mt-1">{{ wording.itHurtLeave }}</p>
    <Disclosure v-if="text" v-slot="{ open }">
      <DisclosureButton class="link min-h-[44px]">{{ open ? wording.less : wording.howItIsDone }}</DisclosureButton>
      <DisclosurePanel>
        <ol class="list-decimal space-y-1 pl-5">
          <li v-for="(step, i) in text.how" :key="i">{{ step }}</li>
        </ol>
        <p class="mt-1">
          <b>{{ wording.breath }}</b> {{ text.breath }}
        </p>
        <p>
          <b>{{ wording.checkYourself }}</b> {{ text.selfCheck }}
        </p>
        <p v-if="text.kit.length">
          <b>{{ wording.youNeed }}</b> {{ text.kit.map(plain).join(', ') }}
        </p>
      </DisclosurePanel>
    </Disclosure>
    <RadioGroup
      v-if="mayLog && !resting"
      :model-value="log?.is"
      class="mt-1"
      @update:model-value="(is: 'done' | 'partly' | 'not') => emit('log', { is })"
    >
      <RadioGroupLabel class="sr-only">{{ wording.whatWasDoneOf(name) }}</RadioGroupLabel>
      <div class="grid grid-cols-3 gap-2">
        <RadioGroupOption
          v-for="(says, is) in CHOICES"
          :key="is"
          v-slot="{ checked, active }"
          :value="is"
          as="template"
        >
          <div class="btn justify-center !px-1" :class="{ 'btn-on': checked, 'outline-ink outline-2': active }">
            {{ says }}
          </div>
        </RadioGroupOption>
      </div>
    </RadioGroup>
    <p v-if="log && (log.sets !== null || log.best !== null || log.pain)" class="text-soft figures mt-1">
      {{
        [
          log.sets === null ? '' : wording.ofSets(log.sets, item.sets),
          log.best === null ? '' : wording.stoppedAt(log.best, item.seconds === null ? wording.reps : 's'),
          log.pain ? 'pain' : '',
        ]
          .filter(Boolean)
          .join(', ')
      }}
    </p>
  </li>
</template>
