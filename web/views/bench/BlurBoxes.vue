<script setup lang="ts">
/** Places that are made unknowable before the picture is kept: shown over it, drawn with a finger. */
import { ref } from 'vue';
import type { PictureBox } from '../../../core/body/head.js';
import { clamp, type Point } from '../../../core/geometry.js';

const props = defineProps<{
  boxes: PictureBox[];
  drawing: boolean;
  /** The picture's size in its own pixels, and how it lies on the screen. */
  size: { width: number; height: number };
  scale: number;
  origin: Point;
}>();
const emit = defineEmits<{ drawn: [box: PictureBox] }>();
const area = ref<HTMLElement | null>(null);
const from = ref<Point | null>(null);
const now = ref<Point | null>(null);
/** Less than this is a slip of the finger, px on the screen. */
const LEAST = 8;

const shareAt = (event: PointerEvent): Point => {
  const box = area.value!.getBoundingClientRect();
  const [x, y] = [event.clientX - box.left, event.clientY - box.top];
  return [
    clamp((x - props.origin[0]) / props.scale / props.size.width, 0, 1),
    clamp((y - props.origin[1]) / props.scale / props.size.height, 0, 1),
  ];
};
const between = (a: Point, b: Point): PictureBox => ({
  x: Math.min(a[0], b[0]),
  y: Math.min(a[1], b[1]),
  width: Math.abs(a[0] - b[0]),
  height: Math.abs(a[1] - b[1]),
});
function down(event: PointerEvent): void {
  area.value!.setPointerCapture(event.pointerId);
  from.value = now.value = shareAt(event);
}
function up(event: PointerEvent): void {
  if (!from.value) return;
  const box = between(from.value, shareAt(event));
  from.value = now.value = null;
  const long = Math.min(box.width * props.size.width, box.height * props.size.height) * props.scale;
  if (long >= LEAST) emit('drawn', box);
}
const placed = (box: PictureBox): Record<string, string> => ({
  left: `${props.origin[0] + box.x * props.size.width * props.scale}px`,
  top: `${props.origin[1] + box.y * props.size.height * props.scale}px`,
  width: `${box.width * props.size.width * props.scale}px`,
  height: `${box.height * props.size.height * props.scale}px`,
});
</script>

<template>
  <div
    ref="area"
    class="absolute inset-0 overflow-hidden"
    :class="drawing ? 'cursor-crosshair touch-none' : 'pointer-events-none'"
    @pointerdown="down"
    @pointermove="from && (now = shareAt($event))"
    @pointerup="up"
    @pointercancel="from = now = null"
  >
    <div
      v-for="(box, i) in boxes"
      :key="i"
      class="absolute rounded-sm border-2 border-white backdrop-blur-lg"
      :style="placed(box)"
      data-blur
    ></div>
    <div
      v-if="from && now"
      class="border-rope absolute border-2 border-dashed bg-white/30"
      :style="placed(between(from, now))"
    ></div>
  </div>
</template>
