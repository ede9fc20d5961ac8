<script setup lang="ts">
/** One block of a class: its move, how it is paced, its place in the order; what is asked seldom opens under it. */
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue';
import { ChevronDown, GripVertical } from '@lucide/vue';
import { computed } from 'vue';
import { LEAD_IN, workSeconds } from '../../../core/class/pace.js';
import { PACED_SIDES, type ClassBlock, type Pace } from '../../../core/formats/class.js';
import { blockText } from '../../../words/class.js';
import OnOff from '../../components/OnOff.vue';
import PickOne from '../../components/PickOne.vue';
import type { Choice } from '../../components/choice.js';
import UpDown from '../../components/UpDown.vue';
import { catalog } from '../../data/catalogue.js';
import { PACE_WORDS, paceFor, SIDES_WORDS } from './moves.js';
import TypedField from '../../components/TypedField.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { blockRow as wording } from '../../../words/pages/classes.js';

const props = defineProps<{ block: ClassBlock; moves: readonly Choice[]; at: number; count: number; name: string }>();
const emit = defineEmits<{ change: [block: ClassBlock]; move: [to: number]; remove: [] }>();

interface Asked {
  key: string;
  label: string;
  min: number;
  max: number;
  value: number;
  put: (value: number) => Partial<ClassBlock>;
}
const asked = (key: 'work' | 'rest' | 'rounds', label: string, min: number, max: number): Asked => ({
  key,
  label,
  min,
  max,
  value: props.block[key],
  put: (value) => ({ [key]: value }),
});
/** What a breath or a rep is made of. */
const ofPace = (pace: Pace, key: string, label: string, min: number, max: number): Asked => ({
  key,
  label,
  min,
  max,
  value: (pace as Record<string, unknown>)[key] as number,
  put: (value) => ({ pace: { ...pace, [key]: value } as Pace }),
});
const paced = computed((): Asked[] => {
  const { pace } = props.block;
  switch (pace?.is) {
    case 'breaths':
      return [
        ofPace(pace, 'breaths', wording.breaths, 1, 60),
        ofPace(pace, 'in', wording.inS, 1, 15),
        ofPace(pace, 'out', wording.outS, 1, 20),
      ];
    case 'reps':
      return [
        ofPace(pace, 'reps', anywhere.reps, 1, 100),
        // A rep takes a second at least.
        ofPace(pace, 'up', wording.upS, pace.pause + pace.down > 0 ? 0 : 1, 30),
        ofPace(pace, 'pause', wording.pauseS, pace.up + pace.down > 0 ? 0 : 1, 30),
        ofPace(pace, 'down', wording.downS, pace.up + pace.pause > 0 ? 0 : 1, 30),
      ];
    case 'shape':
      return [asked('work', wording.atMostS, 1, 600)];
    default:
      return [asked('work', wording.workS, 1, 600)];
  }
});
const numbers = computed(() => [
  ...paced.value,
  asked('rest', wording.restS, 0, 600),
  asked('rounds', wording.rounds, 1, 20),
]);
/** A change that leaves a step-down behind the end of the work takes it away. */
function put(change: Partial<ClassBlock>): void {
  const next = { ...props.block, ...change };
  emit('change', next.stepDown != null && next.stepDown >= workSeconds(next) ? { ...next, stepDown: null } : next);
}
function set(number: Asked, text: string): void {
  const value = Math.round(Number(text));
  if (Number.isFinite(value)) put(number.put(Math.min(number.max, Math.max(number.min, value))));
}
const most = computed(() => Math.ceil(workSeconds(props.block)) - 1);
function setStep(text: string): void {
  const value = Math.round(Number(text));
  put({ stepDown: text === '' || !Number.isFinite(value) ? null : Math.min(most.value, Math.max(1, value)) });
}
function setLead(text: string): void {
  const value = Math.round(Number(text));
  if (Number.isFinite(value)) put({ leadIn: Math.min(120, Math.max(0, value)) });
}
</script>

<template>
  <li class="py-2">
    <div class="flex flex-wrap items-end gap-2">
      <span class="grip text-soft flex h-11 w-6 cursor-grab items-center self-end" :title="wording.dragToReorder">
        <GripVertical :size="20" aria-hidden="true" />
      </span>
      <span class="figures text-soft w-5 self-center">{{ at + 1 }}</span>
      <div class="min-w-48 flex-1">
        <PickOne
          :id="`move-${block.id}`"
          :label="wording.moveOfBlock(at + 1)"
          :choices="moves"
          :model-value="block.move"
          @update:model-value="(move) => move && put({ move })"
        />
      </div>
      <div class="w-52">
        <PickOne
          :id="`pace-${block.id}`"
          :label="wording.paceOfBlock(at + 1)"
          :choices="Object.entries(PACE_WORDS).map(([id, words]) => ({ id, name: words }))"
          :model-value="block.pace?.is ?? 'seconds'"
          @update:model-value="(is) => put({ pace: paceFor(catalog, block.move, is as Pace['is']) })"
        />
      </div>
      <label v-for="n in numbers" :key="n.key" class="block w-[4.75rem]">
        <span class="label">{{ n.label }}</span>
        <TypedField
          type="number"
          class="figures"
          :aria-label="wording.ofBlock(n.label, at + 1)"
          :min="n.min"
          :max="n.max"
          :value="n.value"
          @keep="set(n, $event)"
        />
      </label>
      <div class="flex items-center">
        <UpDown :name="name" :at="at" :count="count" @move="emit('move', $event)" />
        <button class="btn btn-quiet" :aria-label="wording.takeOut(name)" @click="emit('remove')">×</button>
      </div>
    </div>
    <Disclosure v-slot="{ open }">
      <DisclosureButton
        class="text-soft figures mt-1 flex min-h-[44px] w-full items-center gap-2 text-left"
        :aria-label="wording.moreOfBlock(at + 1, blockText(block))"
      >
        <ChevronDown :size="18" aria-hidden="true" class="shrink-0" :class="{ 'rotate-180': open }" />
        {{ blockText(block) }}
      </DisclosureButton>
      <DisclosurePanel class="grid items-end gap-x-4 gap-y-2 pb-2 sm:grid-cols-2 lg:grid-cols-3">
        <PickOne
          :id="`sides-${block.id}`"
          :label="wording.sidesOfBlock(at + 1)"
          :choices="PACED_SIDES.map((s) => ({ id: s, name: SIDES_WORDS[s] }))"
          :model-value="block.sides"
          @update:model-value="(sides) => put({ sides: sides as ClassBlock['sides'] })"
        />
        <label class="block">
          <span class="label">{{ wording.easierVersionFromSecond }}</span>
          <TypedField
            empty
            type="number"
            class="figures"
            min="1"
            :max="most"
            :disabled="most < 1"
            :value="block.stepDown ?? ''"
            @keep="setStep"
          />
        </label>
        <label class="block">
          <span class="label">{{ wording.leadInS }}</span>
          <TypedField
            type="number"
            class="figures"
            min="0"
            max="120"
            :value="block.leadIn ?? LEAD_IN"
            @keep="setLead"
          />
        </label>
        <OnOff :model-value="block.band === true" @update:model-value="(band) => put({ band })">{{
          wording.withABandHalf
        }}</OnOff>
        <OnOff :model-value="block.pairs === true" @update:model-value="(pairs) => put({ pairs })">{{
          wording.inPairsOneSpots
        }}</OnOff>
        <OnOff
          v-if="at < count - 1"
          :model-value="block.joined === true"
          @update:model-value="(joined) => put({ joined })"
          >{{ wording.inTurn }}</OnOff
        >
      </DisclosurePanel>
    </Disclosure>
  </li>
</template>
