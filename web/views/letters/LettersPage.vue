<script setup lang="ts">
/** The outbox: letters as they left, or would have. */
import { Download, Mail } from '@lucide/vue';
import { computed, ref } from 'vue';
import { RouterLink } from 'vue-router';
import { LETTER_DAYS } from '../../../api/letters.js';
import { sizeText } from '../../../words/backups.js';
import { LETTER_WORDS } from '../../../words/letters.js';
import LoadState from '../../components/LoadState.vue';
import SureButton from '../../components/SureButton.vue';
import { useAction } from '../../data/action.js';
import { removeLetter, useLetter, useLetters } from '../../data/letters.js';
import { agoText, dayTimeText } from '../../data/names.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { lettersPage as wording } from '../../../words/pages/letters.js';

const outbox = useLetters();
const letters = computed(() => outbox.value.value?.letters ?? []);
const picked = ref<string | null>(null);
/** The one that is read: the newest, until another is chosen. */
const shown = computed(() => letters.value.find((l) => l.id === picked.value)?.id ?? letters.value[0]?.id ?? null);
const letter = useLetter(() => shown.value);
const read = computed(() => (letter.value.value?.id === shown.value ? letter.value.value : undefined));
const { busy, error, run } = useAction();
</script>

<template>
  <h1>{{ wording.outbox }}</h1>
  <p class="text-soft max-w-[70ch]">
    {{
      wording.theyAreKept(
        outbox.value.value?.leaves === false ? wording.mailIsSimulatedEvery : wording.lettersAsTheyWent,
        LETTER_DAYS,
      )
    }}
  </p>
  <LoadState
    :loading="outbox.loading.value"
    :error="outbox.error.value"
    :empty="outbox.value.value && letters.length === 0 ? wording.noLetterYetSend : undefined"
    @retry="outbox.load()"
  />
  <div v-if="letters.length" class="mt-4 columns grid items-start gap-4 lg:grid-cols-[22rem_1fr]">
    <ol class="card divide-rule divide-y !p-1" :aria-label="wording.letters">
      <li v-for="l in letters" :key="l.id">
        <button
          class="flex min-h-[44px] w-full items-start gap-2 rounded p-2 text-left"
          :class="{ 'bg-sunk': l.id === shown }"
          :aria-pressed="l.id === shown"
          @click="picked = l.id"
        >
          <Mail :size="20" aria-hidden="true" class="mt-0.5 shrink-0" />
          <span class="min-w-0 flex-1">
            <b class="block">{{ l.personName }}</b>
            <span class="block">{{ LETTER_WORDS[l.what] }}</span>
            <span class="text-soft figures block text-sm">{{ agoText(l.at) }}, {{ l.by ?? wording.byItself }}</span>
          </span>
        </button>
      </li>
    </ol>
    <section class="card min-w-0" :aria-label="wording.theLetter">
      <LoadState :loading="letter.loading.value && !read" :error="letter.error.value" @retry="letter.load()" />
      <template v-if="read">
        <h2>{{ read.subject }}</h2>
        <dl class="mt-1 grid grid-cols-[auto_1fr] gap-x-4">
          <dt class="text-soft">{{ wording.to }}</dt>
          <dd class="break-all">
            <RouterLink v-if="read.personId" :to="`/people/${read.personId}`" class="link">{{
              read.personName
            }}</RouterLink><template v-else>{{ read.personName }}</template> &lt;{{ read.to }}&gt;
          </dd>
          <dt class="text-soft">{{ wording.sent }}</dt>
          <dd class="figures">{{ dayTimeText(read.at) }}, {{ read.by ?? wording.byItself }}</dd>
        </dl>
        <p class="border-rule mt-3 border-t pt-3 break-words whitespace-pre-line">{{ read.text }}</p>
        <ul class="mt-3 flex flex-wrap gap-2" :aria-label="wording.filesWithIt">
          <li v-for="(a, i) in read.attachments" :key="i">
            <a class="btn" :href="`/api/letters/${read.id}/attachments/${i}`" download
              ><Download :size="18" aria-hidden="true" /> {{ a.name }} ({{ sizeText(a.bytes) }})</a
            >
          </li>
          <li>
            <a class="btn" :href="`/api/letters/${read.id}/message.eml`" download
              ><Download :size="18" aria-hidden="true" /> {{ wording.theWholeMessage }}</a
            >
          </li>
        </ul>
      </template>
      <div v-if="shown" class="mt-3">
        <p v-if="error" role="alert" class="note">{{ error }}</p>
        <SureButton
          :label="anywhere.letItGo"
          :says="wording.itIsDeleted"
          :sure="anywhere.letItGo"
          :busy="busy"
          @do="run(() => removeLetter(shown!))"
        />
      </div>
    </section>
  </div>
</template>
