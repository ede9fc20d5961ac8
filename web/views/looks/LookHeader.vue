<script setup lang="ts">
/** Who, what and when; judged by which method; and what can be done with the look. */
import { Download, RotateCcw, Trash2 } from '@lucide/vue';
import { RouterLink } from 'vue-router';
import type { Look } from '../../../api/observations.js';
import type { Person } from '../../../api/people.js';
import type { Judged } from '../../../core/evaluate/judge.js';
import { dayTimeText, familyName, rungName } from '../../data/names.js';
import JudgeBy from '../../components/JudgeBy.vue';

defineProps<{
  look: Look;
  detail: Judged;
  person: Person | null;
  waiting: boolean;
  pain: boolean;
  mayRemove: boolean;
}>();
defineEmits<{ remove: [] }>();
const method = defineModel<string>('method', { required: true });
</script>

<template>
  <div class="flex flex-wrap items-center gap-x-3 gap-y-2">
    <div>
      <h1 class="!text-2xl">
        <RouterLink v-if="person" :to="`/people/${person.id}`" class="hover:underline">{{ person.name }}</RouterLink>
        · {{ familyName(detail.family.id) }}, {{ rungName(detail.family.id, detail.rung.id) }}
      </h1>
      <p class="text-soft">
        {{ dayTimeText(look.startedAt) }} · {{ look.by
        }}<template v-if="look.runId">
          · <RouterLink :to="`/runs/${look.runId}/after`" class="link">in a class</RouterLink></template
        ><template v-if="waiting"> · kept on this device, not yet sent</template>
      </p>
    </div>
    <div class="ml-auto flex flex-wrap items-center gap-2">
      <JudgeBy v-model="method" :in-force="`Judged by: ${detail.method.name}`" before="Judged by:" />
      <a
        v-if="!waiting"
        class="btn btn-quiet"
        :href="`/api/looks/${look.id}/file`"
        download
        aria-label="Save this look as a file"
        ><Download :size="20" aria-hidden="true"
      /></a>
      <button
        v-if="mayRemove && !waiting"
        class="btn btn-quiet"
        aria-label="Take this look out of the history"
        @click="$emit('remove')"
      >
        <Trash2 :size="20" aria-hidden="true" />
      </button>
      <RouterLink
        v-if="look.relookOf"
        class="btn"
        :to="`/people/${look.personId}/compare?then=${look.relookOf}&now=${look.id}`"
        >Against the look before</RouterLink
      >
      <RouterLink
        v-else-if="look.relooks.length"
        class="btn"
        :to="`/people/${look.personId}/compare?then=${look.id}&now=${look.relooks.at(-1)}`"
        >Against the re-look</RouterLink
      >
      <RouterLink v-if="!pain" :to="`/bench?person=${look.personId}&relook=${look.id}`" class="btn btn-main"
        ><RotateCcw :size="20" aria-hidden="true" /> Look again</RouterLink
      >
    </div>
  </div>
</template>
