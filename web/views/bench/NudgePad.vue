<script setup lang="ts">
/** Moves the chosen point by a pixel at a tap, on and on while it is pressed, and goes to the next point without aiming. */
import { ArrowDown, ArrowLeft, ArrowRight, ArrowUp, ChevronLeft, ChevronRight } from '@lucide/vue';
import { useIntervalFn, useTimeoutFn } from '@vueuse/core';
import type { Component } from 'vue';
import type { Point } from '../../../core/geometry.js';
import { nudgePad as wording } from '../../../words/pages/bench.js';

defineProps<{ name: string | null }>();
const emit = defineEmits<{ step: [by: 1 | -1]; begin: []; nudge: [by: Point] }>();
/** A press this long goes on by itself, ms; then it repeats this often. */
const LONG_MS = 400;
const AGAIN_MS = 60;
const ways: { label: string; icon: Component; by: Point }[] = [
  { label: 'left', icon: ArrowLeft, by: [-1, 0] },
  { label: 'up', icon: ArrowUp, by: [0, -1] },
  { label: 'down', icon: ArrowDown, by: [0, 1] },
  { label: 'right', icon: ArrowRight, by: [1, 0] },
];
let way: Point = [0, 0];
const again = useIntervalFn(() => emit('nudge', way), AGAIN_MS, { immediate: false });
const long = useTimeoutFn(() => again.resume(), LONG_MS, { immediate: false });
function press(by: Point): void {
  way = by;
  emit('begin');
  emit('nudge', by);
  long.start();
}
function release(): void {
  long.stop();
  again.pause();
}
/** Enter and Space press a button without a finger; a finger's own click is not counted twice. */
function byKey(event: MouseEvent, by: Point): void {
  if (event.detail !== 0) return;
  emit('begin');
  emit('nudge', by);
}
</script>

<template>
  <div class="flex flex-wrap items-center gap-1" role="group" :aria-label="wording.theChosenPoint">
    <button class="btn !px-2" :aria-label="wording.pointBefore" @click="$emit('step', -1)">
      <ChevronLeft :size="22" aria-hidden="true" />
    </button>
    <output class="min-w-32 flex-1 text-center font-semibold">{{ name ?? wording.noPointChosen }}</output>
    <button class="btn !px-2" :aria-label="wording.nextPoint" @click="$emit('step', 1)">
      <ChevronRight :size="22" aria-hidden="true" />
    </button>
    <span class="flex gap-1">
      <button
        v-for="w in ways"
        :key="w.label"
        class="btn touch-none !px-2.5"
        :disabled="!name"
        :aria-label="wording.moveIt(w.label)"
        @pointerdown="press(w.by)"
        @pointerup="release"
        @pointerleave="release"
        @pointercancel="release"
        @contextmenu.prevent
        @click="byKey($event, w.by)"
      >
        <component :is="w.icon" :size="20" aria-hidden="true" />
      </button>
    </span>
  </div>
</template>
