<script setup lang="ts">
/** The drills chosen for the causes; the coach pins, swaps and sets the minutes, and the choice is made anew at once. */
import { computed } from 'vue';
import { catalog, record } from '../../../core/catalog/index.js';
import type { EvaluationDetail } from '../../../core/evaluate.js';
import { drillName } from '../../lib/words.js';
import type { DrillWishes } from './wishes.js';

const props = defineProps<{ detail: EvaluationDetail; faultId: string | null }>();
const wishes = defineModel<DrillWishes>({ required: true });
const PLACE: Record<string, string> = {
  'warm-up': 'in the warm-up',
  'with-main-lift': 'with a main lift',
  'between-sets': 'between sets',
  end: 'at the end',
  after: 'after the session',
};
const drills = computed(() =>
  props.detail.choice.chosen.map((c) => ({ ...c, record: record(catalog.drills, c.drill) })),
);
const barred = computed(() => props.detail.choice.leftOut.filter((l) => l.caution));
const offered = computed(() => props.detail.choice.leftOut.filter((l) => !l.caution).slice(0, 8));
const touched = computed(() => wishes.value.pins.length + wishes.value.bans.length > 0);

const swap = (id: string): void => {
  wishes.value = { ...wishes.value, pins: wishes.value.pins.filter((p) => p !== id), bans: [...wishes.value.bans, id] };
};
const take = (id: string): void => {
  wishes.value = { ...wishes.value, pins: [...wishes.value.pins, id], bans: wishes.value.bans.filter((b) => b !== id) };
};
</script>

<template>
  <section class="card" aria-labelledby="drills">
    <div class="flex flex-wrap items-center gap-x-3">
      <h2 id="drills">Drills for it</h2>
      <span v-if="drills.length" class="text-soft figures text-sm"
        >{{ detail.choice.minutes }} of {{ wishes.minutes }} minutes</span
      >
    </div>
    <p v-if="!faultId" class="text-soft">No stated fault, so nothing to assign. Borderline? Look once more.</p>
    <template v-else>
      <label class="flex items-center gap-3 text-sm" for="minutes">
        Minutes
        <input
          id="minutes"
          v-model.number="wishes.minutes"
          type="range"
          min="4"
          max="40"
          class="h-11 flex-1 accent-[var(--rope)]"
        />
      </label>
      <p v-if="drills.length === 0" class="text-soft">
        Nothing that would serve fits the minutes and the cautions. Give more minutes, or ask the person’s professional
        first.
      </p>
    </template>
    <ol class="divide-rule divide-y">
      <li v-for="d in drills" :key="d.drill" class="py-2">
        <div class="flex items-start gap-2">
          <h3 class="flex-1">{{ d.record.name }}</h3>
          <button
            class="link min-h-[44px] text-sm"
            :aria-label="`Swap ${d.record.name} for the next best`"
            @click="swap(d.drill)"
          >
            Swap
          </button>
        </div>
        <p class="figures">
          <b>{{ d.dose.sets }} × {{ d.dose.work }}</b
          >, {{ d.dose.days }}
        </p>
        <p class="text-soft text-sm">{{ PLACE[d.record.place] }} · tempo {{ d.dose.tempo }} · rest {{ d.dose.rest }}</p>
        <p v-for="c in d.changes" :key="c" class="tag tag-caution mt-1">{{ c }}</p>
        <p class="mt-1 text-sm"><b>Check yourself:</b> {{ d.record.selfCheck }}</p>
        <details class="text-sm">
          <summary class="min-h-[44px] content-center font-semibold">How, and why this one</summary>
          <ol class="list-decimal pl-5">
            <li v-for="step in d.record.how" :key="step">{{ step }}</li>
          </ol>
          <p class="mt-1"><b>Breath:</b> {{ d.record.breath }}</p>
          <p class="figures mt-1"><b>Why:</b> {{ d.why }}.</p>
        </details>
      </li>
    </ol>
    <details v-if="offered.length" class="text-sm">
      <summary class="min-h-[44px] content-center">What else there is</summary>
      <ul class="divide-rule divide-y">
        <li v-for="l in offered" :key="l.drill" class="flex items-center gap-2">
          <span class="flex-1"
            >{{ drillName(l.drill) }} <span class="text-soft">({{ l.why }})</span></span
          >
          <button class="link min-h-[44px]" :aria-label="`Take ${drillName(l.drill)}`" @click="take(l.drill)">
            Take
          </button>
        </li>
      </ul>
    </details>
    <details v-if="barred.length" class="text-sm">
      <summary class="min-h-[44px] content-center">Left out because of cautions: {{ barred.length }}</summary>
      <ul class="list-disc pl-5">
        <li v-for="l in barred" :key="l.drill">{{ drillName(l.drill) }}: {{ l.why }}</li>
      </ul>
    </details>
    <button v-if="touched" class="link min-h-[44px] text-sm" @click="wishes = { ...wishes, pins: [], bans: [] }">
      Back to the best choice
    </button>
  </section>
</template>
