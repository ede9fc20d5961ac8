<script setup lang="ts">
/** Ladders as ropes that are climbed: easy at the bottom, knots are versions, broken lines are gates between ropes. */
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import type { RungStanding } from '../../data/on-ladders.js';
import { loadText } from '../../../words/loads.js';
import { layOutLadders, type GraphLink } from './layout.js';

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
const STATE = { passed: 'passed', here: 'here', barred: 'left out', open: '' } as const;
const stateOf = (s: RungStanding): keyof typeof STATE =>
  s.here ? 'here' : s.barred.length > 0 ? 'barred' : s.status.passed ? 'passed' : 'open';

const pane = ref<HTMLElement | null>(null);
/** Brings the chosen version into the middle of the pane; the page itself does not move. */
async function show(): Promise<void> {
  await nextTick();
  const node = layout.value.nodes.find((n) => n.id === props.chosen) ?? layout.value.nodes[0];
  const el = pane.value;
  if (el && node) el.scrollTo({ left: node.x - el.clientWidth / 2, top: node.y - el.clientHeight / 2 });
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
  <div ref="pane" class="bg-sunk relative overflow-auto rounded-lg" tabindex="-1" @keydown="key">
    <div class="relative mx-auto" :style="{ width: `${layout.width}px`, height: `${layout.height}px` }">
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
      <button
        v-for="n in layout.nodes"
        :key="n.id"
        :data-place="n.id"
        class="bg-paper absolute flex flex-col justify-center rounded-md border-2 px-2 text-left leading-tight"
        :class="[
          n.id === chosen ? 'border-ink ring-ink ring-2' : 'border-soft',
          standings.get(n.id)!.here ? '!bg-rope !border-rope text-[var(--on-rope)]' : '',
          wanted.has(n.id) && !standings.get(n.id)!.here ? '!border-sea' : '',
        ]"
        :style="{ left: `${n.x - W / 2}px`, top: `${n.y - H / 2}px`, width: `${W}px`, height: `${H}px` }"
        :aria-pressed="n.id === chosen"
        :tabindex="n.id === chosen ? 0 : -1"
        @click="$emit('choose', n.id)"
      >
        <span class="block w-full truncate text-sm font-semibold">{{ nameOf(standings.get(n.id)!) }}</span>
        <span class="figures block w-full truncate"
          >{{ loadText(standings.get(n.id)!.load)
          }}{{ STATE[stateOf(standings.get(n.id)!)] ? ` · ${STATE[stateOf(standings.get(n.id)!)]}` : '' }}</span
        >
      </button>
    </div>
  </div>
</template>
