<script setup lang="ts">
/** All ladders as a map of ropes that are climbed: easy at the bottom, broken lines are gates between ropes. It fits, and can be moved, drawn nearer and searched. */
import { Maximize, ZoomIn, ZoomOut } from '@lucide/vue';
import { useElementSize, useEventListener } from '@vueuse/core';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import PickOne from '../../components/PickOne.vue';
import type { RungStanding } from '../../data/on-ladders.js';
import { loadText } from '../../../words/loads.js';
import { layOutLadders, type GraphLink } from './layout.js';
import { ladderMap as wording } from '../../../words/pages/ladders.js';

const props = defineProps<{
  standings: ReadonlyMap<string, RungStanding>;
  links: readonly GraphLink[];
  chosen: string;
  wanted: ReadonlySet<string>;
}>();
const emit = defineEmits<{ choose: [place: string] }>();
const [W, H] = [220, 58];

const layout = computed(() => layOutLadders([...props.standings.keys()], props.links, W, H));
/** Versions of other ladders carry their ladder's name. */
const nameOf = (s: RungStanding): string =>
  s.ladder.id === props.standings.get(props.chosen)?.ladder.id ? s.rung.name : `${s.ladder.name}: ${s.rung.name}`;
const pathOf = (points: readonly { x: number; y: number }[]): string =>
  points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('');
const STATE = { passed: 'passed', here: 'here', barred: wording.leftOut, open: '' } as const;
const stateOf = (s: RungStanding): keyof typeof STATE =>
  s.here ? 'here' : s.barred.length > 0 ? 'barred' : s.status.passed ? 'passed' : 'open';

const pane = ref<HTMLElement | null>(null);
const size = useElementSize(pane);
/** How large the map is drawn; null: as large as all of it fits. */
const near = ref<number | null>(null);
const NEAREST = 1;
/** Where the names of versions cannot be read any more, the ladders' names stand above them, px. */
const [LABELS, ASIDE] = [190, 100];
const READABLE = 0.7;
const far = computed(() => drawn.value < READABLE);
/** Every ladder's name over its highest version. */
const labels = computed(() => {
  const tops = new Map<string, { name: string; x: number; y: number }>();
  for (const n of layout.value.nodes) {
    const { ladder } = props.standings.get(n.id)!;
    const known = tops.get(ladder.id);
    if (!known || n.y < known.y) tops.set(ladder.id, { name: ladder.name, x: n.x, y: n.y });
  }
  return [...tops.values()];
});
const whole = computed(() =>
  size.width.value > 0
    ? Math.min(
        NEAREST,
        (size.width.value - ASIDE) / layout.value.width,
        (size.height.value - LABELS) / layout.value.height,
      )
    : NEAREST,
);
const drawn = computed(() => Math.max(whole.value, near.value ?? whole.value));
function zoom(by: number): void {
  near.value = Math.min(1.5, Math.max(whole.value, drawn.value * by));
  void show();
}
const fit = (): void => void (near.value = null);
/** Who is looked for is shown near enough to be read. */
function find(place: string): void {
  near.value = Math.max(drawn.value, NEAREST);
  emit('choose', place);
}
const choices = computed(() =>
  [...props.standings].map(([id, s]) => ({ id, name: `${s.ladder.name}: ${s.rung.name}` })),
);
// A hand on the map moves it; a wheel with the key for it draws it nearer.
let held: { x: number; y: number; left: number; top: number } | null = null;
useEventListener(pane, 'pointerdown', (event: PointerEvent) => {
  if (event.pointerType !== 'mouse' || (event.target as Element).closest('button')) return;
  const el = pane.value!;
  held = { x: event.clientX, y: event.clientY, left: el.scrollLeft, top: el.scrollTop };
  el.setPointerCapture(event.pointerId);
});
useEventListener(pane, 'pointermove', (event: PointerEvent) => {
  if (held) pane.value!.scrollTo(held.left - event.clientX + held.x, held.top - event.clientY + held.y);
});
useEventListener(pane, ['pointerup', 'pointercancel'], () => void (held = null));
useEventListener(
  pane,
  'wheel',
  (event: WheelEvent) => {
    if (!event.ctrlKey) return;
    event.preventDefault();
    zoom(event.deltaY < 0 ? 1.15 : 1 / 1.15);
  },
  { passive: false },
);
/** Brings the chosen version into the middle of the pane; the page itself does not move. */
async function show(): Promise<void> {
  await nextTick();
  const node = layout.value.nodes.find((n) => n.id === props.chosen) ?? layout.value.nodes[0];
  const el = pane.value;
  const k = drawn.value;
  if (el && node) el.scrollTo({ left: node.x * k - el.clientWidth / 2, top: node.y * k - el.clientHeight / 2 });
}
onMounted(show);
watch(() => [props.chosen, props.standings.size], show);
/** Arrow keys climb: up and down along the rope, left and right to the nearest on the next rope. */
function key(event: KeyboardEvent): void {
  const at = layout.value.nodes.find((n) => n.id === props.chosen);
  const way = ({ ArrowUp: [0, -1], ArrowDown: [0, 1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] } as const)[
    event.key as 'ArrowUp'
  ];
  if (!at || !way) return;
  event.preventDefault();
  const ahead = layout.value.nodes
    .map((n) => ({
      n,
      along: (n.x - at.x) * way[0] + (n.y - at.y) * way[1],
      aside: Math.abs((n.x - at.x) * way[1]) + Math.abs((n.y - at.y) * way[0]),
    }))
    .filter((c) => c.along > 10)
    .sort((a, b) => a.along + 3 * a.aside - (b.along + 3 * b.aside));
  const next = ahead[0]?.n.id;
  if (!next) return;
  emit('choose', next);
  void nextTick(() => pane.value?.querySelector<HTMLElement>(`[data-place="${next}"]`)?.focus({ preventScroll: true }));
}
</script>

<template>
  <div class="flex flex-col gap-2">
    <div class="flex flex-wrap items-end gap-2">
      <PickOne
        id="map-find"
        class="min-w-56 flex-1"
        :label="wording.findOnTheMap"
        quiet
        :placeholder="wording.findAVersion"
        :choices="choices"
        :model-value="chosen"
        @update:model-value="find"
      />
      <div class="flex gap-2" role="group" :aria-label="wording.theMapsSize">
        <button class="btn" :aria-label="wording.farther" :disabled="drawn <= whole" @click="zoom(1 / 1.4)">
          <ZoomOut :size="20" aria-hidden="true" />
        </button>
        <button class="btn" :aria-label="wording.nearer" :disabled="drawn >= 1.5" @click="zoom(1.4)">
          <ZoomIn :size="20" aria-hidden="true" />
        </button>
        <button class="btn" :disabled="drawn <= whole" @click="fit">
          <Maximize :size="20" aria-hidden="true" /> {{ wording.allOfIt }}
        </button>
      </div>
    </div>
    <div
      ref="pane"
      class="bg-sunk relative min-h-0 flex-1 cursor-grab overflow-auto rounded-lg active:cursor-grabbing"
      tabindex="-1"
      data-map
      @keydown="key"
    >
      <div
        class="mx-auto"
        :style="{
          width: `${layout.width * drawn + (far ? ASIDE : 0)}px`,
          paddingTop: far ? `${LABELS}px` : undefined,
          height: `${layout.height * drawn + (far ? LABELS : 0)}px`,
        }"
      >
        <div
          class="relative origin-top-left"
          :style="{ width: `${layout.width}px`, height: `${layout.height}px`, transform: `scale(${drawn})` }"
        >
          <svg :width="layout.width" :height="layout.height" class="absolute inset-0" aria-hidden="true">
            <path
              v-for="e in layout.edges"
              :key="`${e.from}>${e.to}`"
              :d="pathOf(e.points)"
              fill="none"
              :stroke="e.kind === 'cross' ? 'var(--sea)' : 'var(--rope)'"
              :stroke-width="e.kind === 'ladder' ? 4 : 2"
              :stroke-dasharray="e.kind === 'cross' ? '5 5' : e.kind === 'sideways' ? '2 4' : undefined"
              stroke-linejoin="round"
            />
          </svg>
          <template v-if="far">
            <span
              v-for="l in labels"
              :key="l.name"
              class="pointer-events-none absolute z-10 font-semibold whitespace-nowrap [text-shadow:0_0_8px_var(--sunk),0_0_8px_var(--sunk),0_0_16px_var(--sunk)]"
              :style="{
                left: `${l.x}px`,
                top: `${l.y - H / 2 - 16 / drawn - 14}px`,
                fontSize: `${16 / drawn}px`,
                transform: 'rotate(-58deg)',
                transformOrigin: 'bottom left',
                lineHeight: 1,
              }"
              aria-hidden="true"
              >{{ l.name }}</span
            >
          </template>
          <button
            v-for="n in layout.nodes"
            :key="n.id"
            :data-place="n.id"
            class="bg-paper absolute flex flex-col justify-center rounded-md border-2 px-2 text-left leading-tight"
            :class="[
              n.id === chosen ? 'border-ink ring-ink ring-2' : 'border-soft',
              standings.get(n.id)!.here ? '!bg-rope !border-rope text-[var(--on-rope)]' : '',
              stateOf(standings.get(n.id)!) === 'passed' ? '!bg-soft text-[var(--paper)]' : '',
              wanted.has(n.id) && !standings.get(n.id)!.here ? '!border-sea !border-4' : '',
            ]"
            :style="{ left: `${n.x - W / 2}px`, top: `${n.y - H / 2}px`, width: `${W}px`, height: `${H}px` }"
            :aria-pressed="n.id === chosen"
            :tabindex="n.id === chosen ? 0 : -1"
            @click="$emit('choose', n.id)"
          >
            <span class="block w-full truncate text-sm font-semibold" :class="{ 'sr-only': far }">{{
              nameOf(standings.get(n.id)!)
            }}</span>
            <span class="figures block w-full truncate" :class="{ 'sr-only': far }"
              >{{ loadText(standings.get(n.id)!.load)
              }}{{ STATE[stateOf(standings.get(n.id)!)] ? ` · ${STATE[stateOf(standings.get(n.id)!)]}` : '' }}</span
            >
          </button>
        </div>
      </div>
    </div>
  </div>
</template>
