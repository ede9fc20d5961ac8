<script setup lang="ts">
/** What was said and noticed about a look: answers that the tables weigh, and a note in the coach's own words. */
import { computed, ref } from 'vue';
import type { Look } from '../../../api/observations.js';
import type { Judged } from '../../../core/evaluate/judge.js';
import type { Evidence } from '../../../core/formats/observation.js';
import { derivedEvidence } from '../../../core/reason/facts.js';
import EvidenceAsked from '../../components/EvidenceAsked.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { answersCard as wording } from '../../../words/pages/looks.js';

const props = defineProps<{ look: Look; detail: Judged; mayChange: boolean }>();
const emit = defineEmits<{ answer: [key: keyof Evidence, value: string | null]; note: [note: string, was: string] }>();
const given = computed((): Evidence => props.look.observation.evidence ?? {});
const known = computed(() => derivedEvidence(props.detail));
const writing = ref(false);
const text = ref('');
/** The note as it stood when the change of it began. */
const was = ref('');
function write(): void {
  [text.value, was.value] = [props.look.note, props.look.note];
  writing.value = true;
}
function keep(): void {
  if (text.value !== props.look.note) emit('note', text.value, was.value);
  writing.value = false;
}
</script>

<template>
  <section class="card" aria-labelledby="answers">
    <h2 id="answers">{{ wording.answers }}</h2>
    <fieldset :disabled="!mayChange" class="mt-1 min-w-0">
      <EvidenceAsked
        :family="detail.family"
        :rung="detail.rung"
        :hold="detail.isHold"
        :evidence="given"
        :known="known"
        @answer="(key, value) => emit('answer', key, value)"
      />
      <div class="mt-3">
        <h3 class="text-base">{{ wording.note }}</h3>
        <form v-if="writing" class="mt-1 space-y-2" @submit.prevent="keep">
          <label class="sr-only" for="look-note">{{ wording.noteOnThisLook }}</label>
          <textarea id="look-note" v-model="text" class="field" rows="3" maxlength="2000"></textarea>
          <div class="flex gap-2">
            <button class="btn btn-main">{{ wording.keepTheNote }}</button>
            <button type="button" class="btn" @click="writing = false">{{ anywhere.cancel }}</button>
          </div>
        </form>
        <template v-else>
          <p v-if="look.note" class="mt-1 whitespace-pre-line">{{ look.note }}</p>
          <button v-if="mayChange" class="btn mt-1" @click="write">
            {{ look.note ? wording.changeTheNote : wording.writeANote }}
          </button>
        </template>
      </div>
    </fieldset>
  </section>
</template>
