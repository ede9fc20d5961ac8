<script setup lang="ts">
/** The pads that are tapped while a hold runs: what goes, when it goes; a second tap makes it gross, the tick says it is mended. */
import { Check } from '@lucide/vue';
import type { Body } from '../../../core/body/anthropometry.js';
import type { Pose } from '../../../core/body/pose.js';
import type { Fault } from '../../../core/formats/catalog.js';
import FigureView from '../../drawing/FigureView.vue';
import type { PadState } from './taps.js';
import { faultPads as wording } from '../../../words/pages/bench.js';

const props = defineProps<{
  pads: readonly Fault[];
  stateOf: (fault: string) => PadState;
  /** What each fault looks like, those that are drawn by now. */
  figures: ReadonlyMap<string, Pose>;
  body: Body;
  disabled: boolean;
  /** Single keys are on: each of the first ten pads says its own. */
  keys: boolean;
  /** Reps that a fault broke, in a counted set; null in a timed one. */
  brokenBy: ((fault: string) => number) | null;
}>();
defineEmits<{ tap: [fault: string]; mended: [fault: string] }>();

const broken = (fault: string): number => props.brokenBy?.(fault) ?? 0;
/** What stands under a pad's name. */
const told = (fault: string): string => {
  if (broken(fault) > 0) return wording.broken(broken(fault));
  const state = props.stateOf(fault);
  return state === 'off' ? '' : wording[state];
};
</script>

<template>
  <ul
    class="mt-1 grid flex-1 low:!grid-cols-4 auto-rows-fr grid-cols-2 gap-2 md:grid-cols-3 xl:grid-cols-4"
    :aria-label="wording.faultPads"
  >
    <li
      v-for="(fault, i) in pads"
      :key="fault.id"
      class="flex rounded-lg border-2"
      :class="stateOf(fault.id) === 'off' && broken(fault.id) === 0 ? 'border-soft' : 'border-rope'"
    >
      <button
        class="relative min-h-[4.75rem] flex-1 rounded-md px-2 text-left text-lg leading-tight font-semibold lg:text-xl"
        :class="stateOf(fault.id) === 'off' ? 'bg-paper' : 'bg-rope text-[var(--on-rope)]'"
        :disabled="disabled"
        :aria-pressed="brokenBy ? undefined : stateOf(fault.id) !== 'off'"
        :aria-label="brokenBy ? wording.repBroken(fault.name) : undefined"
        @click="$emit('tap', fault.id)"
      >
        {{ fault.pad }}
        <span
          v-if="stateOf(fault.id) === 'off' && figures.has(fault.id)"
          aria-hidden="true"
          class="pointer-events-none absolute right-2 bottom-1 h-9 w-20 lg:h-16 lg:w-36"
        >
          <FigureView :pose="figures.get(fault.id)!" :body="body" label="" :fault="fault.id" />
        </span>
        <span class="block min-h-[1.25rem] text-base font-normal"
          >{{ told(fault.id)
          }}<span v-if="stateOf(fault.id) === 'off' && keys && i < 10" class="[@media(hover:none)]:hidden">{{
            wording.key((i + 1) % 10)
          }}</span></span
        >
      </button>
      <button
        v-if="stateOf(fault.id) !== 'off'"
        class="bg-paper flex w-14 shrink-0 items-center justify-center rounded-md"
        :aria-label="wording.isMended(fault.name)"
        @click="$emit('mended', fault.id)"
      >
        <Check :size="26" aria-hidden="true" />
      </button>
    </li>
  </ul>
</template>
