<script setup lang="ts" generic="S extends MapSite = FeltSite">
/**
 * A body from the front and from the rear. A tap answers where something was felt; marks show where care is due. By keyboard and for
 * readers of screens the same places stand beside it as a list with names.
 */
import { computed, ref } from 'vue';
import { bodyOf } from '../../core/body/anthropometry.js';
import { bodyMap, FELT_PLACES, siteAt, type FeltSite, type MapSite } from '../../core/body/body-map.js';
import { DRAWN_UNIT, drawnAt } from '../../core/body/draw.js';
import { smoothPath, type Tone } from '../../core/body/parts.js';
import { MAP_VIEW_WORDS, siteText } from '../../words/labels.js';
import { FIGURE_TONES } from '../drawing/figure-tones.js';

const props = defineProps<{
  /** The place that was answered. */
  chosen?: string | null;
  /** Places that are marked. */
  marked?: readonly MapSite[];
  /** The places that can be answered; where something can be felt, if not told. */
  of?: readonly S[];
  /** Nothing is asked: it only shows. */
  still?: boolean;
}>();
const emit = defineEmits<{ pick: [site: S] }>();
const body = bodyOf();
const calm: Readonly<Record<Tone, string>> = { ...FIGURE_TONES, shirt: 'var(--soft)', shorts: 'var(--soft)' };
const over = ref<string | null>(null);
const figures = (['front', 'rear'] as const).map((view) => {
  const map = bodyMap(body, view);
  const { left, right, top } = map.box;
  return {
    view,
    map,
    box: `${left * DRAWN_UNIT} ${-top * DRAWN_UNIT} ${(right - left) * DRAWN_UNIT} ${(top + 0.03) * DRAWN_UNIT}`,
    shapes: map.outlines.map((o) => ({
      tone: o.tone,
      path: smoothPath(o.ring.map(drawnAt)),
    })),
    places: map.places.map(({ site, at, half }) => {
      const [cx, cy] = drawnAt(at);
      return { site, cx, cy, rx: half[0] * DRAWN_UNIT, ry: half[1] * DRAWN_UNIT };
    }),
  };
});
const lit = computed(() => new Set<string>([...(props.marked ?? []), ...(props.chosen ? [props.chosen] : [])]));
function place(event: MouseEvent, figure: (typeof figures)[number]): S | null {
  const matrix = (event.currentTarget as SVGSVGElement).getScreenCTM();
  if (!matrix) return null;
  const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
  const of = props.of ?? (FELT_PLACES as readonly MapSite[] as readonly S[]);
  return siteAt(figure.map, [p.x / DRAWN_UNIT, -p.y / DRAWN_UNIT], body.stature, of);
}
function tap(event: MouseEvent, figure: (typeof figures)[number]): void {
  const site = props.still ? null : place(event, figure);
  if (site) emit('pick', site);
}
const hover = (event: MouseEvent, figure: (typeof figures)[number]): void =>
  void (over.value = props.still ? null : place(event, figure));
const says = computed(() => {
  const site = over.value ?? props.chosen;
  return site ? siteText(site) : '';
});
</script>

<template>
  <div aria-hidden="true" data-body-map>
    <div class="flex justify-center gap-2">
      <figure v-for="figure in figures" :key="figure.view" class="min-w-0 flex-1">
        <!-- The list beside it says the same to a keyboard. -->
        <!-- eslint-disable-next-line vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/no-static-element-interactions -->
        <svg
          :viewBox="figure.box"
          class="mx-auto max-h-80 w-full touch-manipulation"
          :class="{ 'cursor-pointer': !still }"
          :data-view="figure.view"
          @click="tap($event, figure)"
          @mousemove="hover($event, figure)"
          @mouseleave="over = null"
        >
          <path v-for="(s, i) in figure.shapes" :key="i" :d="s.path" :fill="calm[s.tone]" />
          <g v-for="(p, i) in figure.places" :key="`p${i}`">
            <ellipse
              v-if="lit.has(p.site) || over === p.site"
              :cx="p.cx"
              :cy="p.cy"
              :rx="p.rx"
              :ry="p.ry"
              :fill="lit.has(p.site) ? 'var(--rope-fill)' : 'var(--paper)'"
              :fill-opacity="lit.has(p.site) ? 0.92 : 0.45"
              stroke="var(--paper)"
              stroke-width="3"
              :data-site="p.site"
            />
          </g>
        </svg>
        <figcaption class="text-soft text-center text-sm">{{ MAP_VIEW_WORDS[figure.view] }}</figcaption>
      </figure>
    </div>
    <p v-if="!still" class="min-h-[1.5em] text-center font-semibold first-letter:uppercase">{{ says }}</p>
  </div>
</template>
