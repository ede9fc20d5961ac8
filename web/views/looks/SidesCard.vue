<script setup lang="ts">
/** The same doing from other sides: judged as one, played together, one more added. */
import { Plus } from '@lucide/vue';
import { computed, defineAsyncComponent } from 'vue';
import { RouterLink } from 'vue-router';
import type { Look } from '../../../api/observations.js';
import type { Judged } from '../../../core/evaluate/judge.js';
import { VIEW_WORDS } from '../../../words/labels.js';
import { sidesCard as wording } from '../../../words/pages/looks.js';

const PlayedTogether = defineAsyncComponent(() => import('../../drawing/PlayedTogether.vue'));
const props = defineProps<{ look: Look; detail: Judged; others: readonly Look[] }>();
const seen = computed(() => new Set([props.look, ...props.others].map((l) => l.observation.view)));
/** Sides that this position is looked at from and that nobody has looked from yet. */
const left = computed(() => props.detail.family.views.filter((view) => !seen.value.has(view)));
const played = computed(() =>
  [props.look, ...props.others]
    .map((look, i) => {
      const other = props.detail.others[i - 1];
      return { look, detail: other ? { ...props.detail, ...other, hold: null } : props.detail };
    })
    .filter(({ look }) => look.observation.frames.length > 1)
    .map((of) => ({ ...of, title: VIEW_WORDS[of.look.observation.view] })),
);
</script>

<template>
  <section v-if="others.length || left.length" class="card" aria-labelledby="sides">
    <h2 id="sides">{{ others.length ? wording.fromSeveralSidesJudged : wording.fromAnotherSide }}</h2>
    <ul v-if="others.length" class="mt-1" :aria-label="wording.otherSides">
      <li v-for="other in others" :key="other.id">
        <RouterLink :to="`/looks/${other.id}`" class="link inline-block min-h-[44px] content-center">{{
          VIEW_WORDS[other.observation.view]
        }}</RouterLink>
      </li>
    </ul>
    <PlayedTogether
      v-if="played.length > 1"
      :key="played.map((p) => p.look.id).join()"
      :looks="played"
      class="mt-2 !p-2"
    />
    <RouterLink
      v-if="left.length"
      class="btn mt-2"
      :to="`/bench?person=${look.personId}&position=${look.observation.position}&rung=${detail.rung.id}&together=${look.id}`"
      ><Plus :size="18" aria-hidden="true" /> {{ wording.lookAsWell(VIEW_WORDS[left[0]!].toLowerCase()) }}</RouterLink
    >
  </section>
</template>
