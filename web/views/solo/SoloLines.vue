<script setup lang="ts">
/** The way so far: sets that were done, and what was clean each time the coach looked. */
import { format, parseISO } from 'date-fns';
import { computed } from 'vue';
import type { SoloSheet } from '../../../api/programmes.js';
import { daysBetween } from '../../../core/days.js';
import { percentText } from '../../../words/numbers.js';
import { soloLines as wording } from '../../../words/pages/solo.js';

const props = defineProps<{ progress: NonNullable<SoloSheet['progress']>; from: string; until: string }>();
const UNIT = { s: 's', reps: 'reps' } as const;
const WIDTH = 260;
const HEIGHT = 44;
/** A line from the first look to the last. */
const lines = computed(() =>
  props.progress.lines.map((line) => {
    const [first, last] = [line.days[0]!, line.days.at(-1)!];
    const span = Math.max(1, daysBetween(first.day, last.day));
    const most = Math.max(...line.days.map((d) => d.clean), 1);
    const points = line.days.map((d) => [
      6 + ((WIDTH - 12) * daysBetween(first.day, d.day)) / span,
      HEIGHT - 6 - ((HEIGHT - 12) * d.clean) / most,
    ]);
    return { ...line, first, last, points };
  }),
);
const shown = (n: number): string => String(Math.round(10 * n) / 10);
</script>

<template>
  <section class="card" aria-labelledby="solo-lines">
    <h2 id="solo-lines">{{ wording.soFar }}</h2>
    <p v-if="progress.planned > 0" class="figures">
      {{ wording.ofSetsDone(shown(progress.done), progress.planned, percentText(progress.done / progress.planned)) }}
    </p>
    <p v-else class="text-soft">{{ wording.nothingWasDueYet }}</p>
    <ul class="divide-rule divide-y">
      <li v-for="l in lines" :key="l.place" class="py-2">
        <p>
          {{ l.name }}: <b class="figures">{{ wording.clean(shown(l.last.clean), UNIT[l.unit]) }}</b>
          <span class="text-soft figures">{{
            wording.onWithFormat(
              format(parseISO(l.last.day), 'd MMM'),
              l.days.length > 1 ? wording.on(shown(l.first.clean), format(parseISO(l.first.day), 'd MMM')) : '',
            )
          }}</span>
        </p>
        <svg
          v-if="l.points.length > 1"
          :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
          class="h-11 w-full max-w-md"
          preserveAspectRatio="none"
          aria-hidden="true"
        >
          <polyline
            :points="l.points.map((p) => p.join(',')).join(' ')"
            fill="none"
            class="stroke-rope"
            stroke-width="3"
            vector-effect="non-scaling-stroke"
          />
        </svg>
      </li>
    </ul>
  </section>
</template>
