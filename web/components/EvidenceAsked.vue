<script setup lang="ts">
/** Answers about a look, grouped: a question opens, an answer closes it; the same answer again takes it back. */
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue';
import { computed } from 'vue';
import type { Family, Rung } from '../../core/formats/catalog.js';
import type { Evidence } from '../../core/formats/observation.js';
import { answerText, questionsFor, type Question } from '../../words/evidence.js';
import BodyMap from './BodyMap.vue';
import { evidenceAsked as wording } from '../../words/pages/parts.js';

const props = defineProps<{
  family: Family;
  rung: Rung;
  hold: boolean;
  /** Given in words. */
  evidence: Evidence;
  /** Known otherwise: by a mend that was tried, a test, the series. They are shown, and need not be asked. */
  known?: Evidence;
  /** Questions that stand elsewhere on the page. */
  without?: readonly (keyof Evidence)[];
}>();
const emit = defineEmits<{ answer: [key: keyof Evidence, value: string | null] }>();
const groups = computed(() =>
  questionsFor(props.family, props.rung, props.hold).map((g) => ({
    ...g,
    questions: g.questions.filter((q) => !props.without?.includes(q.key)),
  })),
);
const given = (q: Question): string | undefined => props.evidence[q.key];
const otherwise = (q: Question): string | undefined => props.known?.[q.key];
function answer(q: Question, value: string, close: () => void): void {
  emit('answer', q.key, given(q) === value ? null : value);
  close();
}
</script>

<template>
  <div class="space-y-2">
    <div v-for="g in groups" :key="g.name">
      <h3 class="text-base">{{ g.name }}</h3>
      <ul class="mt-1 flex flex-wrap gap-2">
        <Disclosure v-for="q in g.questions" :key="q.key" v-slot="{ open, close }" as="li" :class="'max-w-full'">
          <DisclosureButton class="btn !min-h-12 text-left" :class="{ 'btn-on': given(q) }">
            <span
              >{{ q.asks
              }}<b v-if="given(q) ?? otherwise(q)"
                >: {{ answerText(q, (given(q) ?? otherwise(q))!) }}{{ given(q) ? '' : wording.known }}</b
              ></span
            >
          </DisclosureButton>
          <DisclosurePanel v-if="open" static class="mt-1 flex flex-wrap gap-2" role="group" :aria-label="q.asks">
            <BodyMap
              v-if="q.key === 'felt-first' || q.key === 'cramp'"
              class="w-full max-w-sm"
              :chosen="given(q)"
              @pick="(site) => answer(q, site, close)"
            />
            <button
              v-for="a in q.answers"
              :key="a.value"
              type="button"
              class="btn !min-h-12"
              :class="{ 'btn-on': given(q) === a.value }"
              :aria-pressed="given(q) === a.value"
              @click="answer(q, a.value, close)"
            >
              {{ a.says }}
            </button>
          </DisclosurePanel>
        </Disclosure>
      </ul>
    </div>
  </div>
</template>
