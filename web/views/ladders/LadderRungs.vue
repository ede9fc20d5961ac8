<script setup lang="ts">
/**
 * A ladder as a ladder: easy at the bottom, the figure of each version on its rung, its load as a length against today's, its gate as a
 * knot that is tied, loose or shut. What other ladders ask for first hangs beside the rung.
 */
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import { placeKey } from '../../../core/catalog/ladders.js';
import { gateAmountText, KNOT_WORDS } from '../../../words/gates.js';
import { loadText } from '../../../words/loads.js';
import { secondsText } from '../../../words/numbers.js';
import FigureView from '../../drawing/FigureView.vue';
import { dayText, placeName } from '../../data/names.js';
import type { RungStanding } from '../../data/on-ladders.js';
import { gateShare, knotOf, loadLengths } from './rungs.js';
import { ladderRungs as wording } from '../../../words/pages/ladders.js';

const props = defineProps<{
  name: string;
  /** Easiest first. */
  standings: readonly RungStanding[];
  /** Versions beside the ladder rather than on it. */
  sideways: readonly string[];
  chosen: string;
  /** Versions on the way to a skill that is wanted. */
  wanted: ReadonlySet<string>;
  /** The day each version was held last. */
  last: ReadonlyMap<string, string>;
  /** The day from which today's gate has an even chance to open; null where that cannot be told. */
  opens: string | null;
  /** The step between today's version and the next, where one is proposed. */
  step: string | null;
}>();
const emit = defineEmits<{ choose: [place: string] }>();
const lengths = computed(() => loadLengths(props.standings));
const here = computed(() => props.standings.findIndex((s) => s.here));
/** A version that is asked for: by its own name on this ladder, with its position from another. */
const askedName = (place: string): string =>
  props.standings.find((s) => placeKey(s.rung) === place)?.rung.name ?? placeName(place);
const rows = computed(() =>
  props.standings
    .map((s, i) => {
      const place = placeKey(s.rung);
      return {
        ...{ s, place, knot: knotOf(s), share: gateShare(s), long: lengths.value[i] ?? null },
        climbed: here.value >= 0 && i <= here.value,
        beside: props.sideways.includes(place),
        last: props.last.get(place),
        asks: s.cross.map((c) => ({ id: c.gate.id, name: askedName(c.gate.from), passed: c.passed })),
        best:
          s.status.best > 0 ? (s.gate.reps === null ? secondsText(s.status.best) : wording.reps(s.status.best)) : null,
      };
    })
    .reverse(),
);
/** Today's load as a share of the heaviest: the mark on every length. */
const todayAt = computed(() => (here.value >= 0 ? (lengths.value[here.value] ?? null) : null));

const pane = ref<HTMLElement | null>(null);
const rowOf = (place: string): HTMLElement | null | undefined =>
  pane.value?.querySelector<HTMLElement>(`[data-place="${CSS.escape(place)}"]`);
/** Brings the chosen version into view; the page itself does not move. */
async function show(): Promise<void> {
  await nextTick();
  const [el, row] = [pane.value, rowOf(props.chosen)?.closest('li')];
  if (el && row && el.scrollHeight > el.clientHeight + 1)
    el.scrollTop = row.offsetTop - el.clientHeight / 2 + row.clientHeight / 2;
}
onMounted(show);
watch(() => [props.name, props.chosen, props.standings.length], show);
/** Arrow keys climb. */
function key(event: KeyboardEvent): void {
  const way = { ArrowUp: -1, ArrowDown: 1 }[event.key];
  // From the rung that has the keys: the page may not have followed the last press yet.
  const from = (event.target as HTMLElement).dataset.place ?? props.chosen;
  const at = rows.value.findIndex((r) => r.place === from);
  const next = way === undefined ? undefined : rows.value[at + way]?.place;
  if (!next) return;
  event.preventDefault();
  emit('choose', next);
  void nextTick(() => rowOf(next)?.focus({ preventScroll: true }));
}
</script>

<template>
  <section
    ref="pane"
    class="card relative overflow-y-auto !py-2"
    :aria-label="wording.hardestFirst(name)"
    @keydown="key"
  >
    <ol>
      <li v-for="r in rows" :key="r.place" class="relative">
        <p v-if="r.s.here && step" class="figures flex items-center gap-2 py-1 text-sm">
          <span class="rails flex h-6 w-20 shrink-0 items-center sm:w-28" aria-hidden="true"
            ><span class="border-rope w-full border-b-4 border-dashed"></span
          ></span>
          <b>{{ wording.between }}</b> {{ step }}
        </p>
        <div class="flex items-stretch gap-2 max-[359px]:flex-col max-[359px]:gap-0">
          <button
            :data-place="r.place"
            class="grid min-h-14 min-w-0 flex-1 grid-cols-[5rem_minmax(0,1fr)] items-stretch gap-x-2 rounded text-left sm:grid-cols-[7rem_minmax(0,1fr)]"
            :class="r.place === chosen ? 'bg-sunk' : 'hover:bg-sunk'"
            :aria-pressed="r.place === chosen"
            @click="$emit('choose', r.place)"
          >
            <span class="rails relative block min-h-14" :class="{ climbed: r.climbed }" aria-hidden="true">
              <span class="absolute inset-x-1 bottom-1 block h-12">
                <FigureView class="pointer-events-none" :pose="r.s.rung.pose" label="" />
              </span>
              <span
                class="rung absolute inset-x-0 bottom-0"
                :class="[
                  r.s.here ? 'bg-rope h-2' : r.climbed ? 'bg-rope h-1' : 'bg-rule h-1',
                  { 'opacity-50': r.beside },
                ]"
              ></span>
            </span>
            <span class="min-w-0 self-center py-1">
              <span class="flex flex-wrap items-baseline gap-x-2 leading-tight">
                <span :class="r.s.here || r.place === chosen ? 'font-bold' : 'font-semibold'">{{ r.s.rung.name }}</span>
                <span class="text-soft figures text-sm"
                  >{{ loadText(r.s.load) }}{{ r.s.here ? wording.here : r.s.barred.length ? wording.leftOut : ''
                  }}{{ r.beside ? wording.beside : '' }}{{ wanted.has(r.place) ? wording.onYourWay : '' }}</span
                >
              </span>
              <span v-if="r.long !== null" class="bg-sunk relative mt-1 block h-2 rounded-full" aria-hidden="true">
                <span
                  class="absolute inset-y-0 left-0 rounded-full"
                  :class="r.s.here ? 'bg-rope' : 'bg-soft'"
                  :style="{ width: `${100 * r.long}%` }"
                ></span>
                <span
                  v-if="todayAt !== null && !r.s.here"
                  class="bg-rope absolute -top-1 h-4 w-1"
                  :style="{ left: `calc(${100 * todayAt}% - 2px)` }"
                ></span>
              </span>
              <span v-if="r.asks.length" class="block text-sm leading-tight">
                <span class="text-soft">{{ wording.first }}</span><span
                  v-for="a in r.asks"
                  :key="a.id"
                  class="border-sea mr-2 border-b-2 border-dashed"
                  >{{ a.passed ? '✓' : '○' }} {{ a.name }}{{ ' ' }}</span
                >
              </span>
              <span v-if="r.s.here && opens" class="figures block text-sm">{{
                wording.evenChanceFrom(dayText(opens))
              }}</span>
            </span>
          </button>
          <div
            class="flex w-24 shrink-0 flex-col justify-center text-sm leading-tight max-[359px]:w-full max-[359px]:pl-[5.5rem] sm:w-44"
          >
            <p class="figures flex items-center gap-2">
              <svg
                viewBox="0 0 28 28"
                class="h-7 w-7 shrink-0"
                role="img"
                :aria-label="wording.gate(KNOT_WORDS[r.knot])"
              >
                <path d="M14 0V28" stroke="var(--rule)" stroke-width="4" />
                <template v-if="r.knot === 'tied'">
                  <circle cx="14" cy="14" r="9" fill="var(--rope)" />
                  <path d="M9 14l4 4 7-8" fill="none" stroke="var(--on-rope)" stroke-width="2.5" />
                </template>
                <template v-else-if="r.knot === 'loose'">
                  <circle cx="14" cy="14" r="9" fill="var(--paper)" stroke="var(--rule)" stroke-width="4" />
                  <circle
                    cx="14"
                    cy="14"
                    r="9"
                    fill="none"
                    stroke="var(--rope)"
                    stroke-width="4"
                    :stroke-dasharray="`${56.5 * r.share} 60`"
                    transform="rotate(-90 14 14)"
                  />
                </template>
                <template v-else>
                  <circle cx="14" cy="14" r="9" fill="var(--paper)" stroke="var(--soft)" stroke-width="2" />
                  <path d="M9 14h10" stroke="var(--soft)" stroke-width="2.5" />
                </template>
              </svg>
              <span
                >{{ gateAmountText(r.s.gate) }}<template v-if="r.best">{{ wording.best(r.best) }}</template></span
              >
            </p>
            <p v-if="r.last" class="text-soft figures max-sm:hidden">{{ wording.last(dayText(r.last)) }}</p>
          </div>
        </div>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.rails {
  border-inline: 5px solid var(--rule);
}
.rails.climbed {
  border-color: var(--rope);
}
</style>
