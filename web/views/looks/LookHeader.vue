<script setup lang="ts">
/** Who, what and when; judged by which method; and what can be done with the look. */
import { Download, RotateCcw, Trash2 } from '@lucide/vue';
import { RouterLink } from 'vue-router';
import type { Look } from '../../../api/observations.js';
import type { Person } from '../../../api/people.js';
import type { Judged } from '../../../core/evaluate/judge.js';
import { dayTimeText, familyName, rungName } from '../../data/names.js';
import JudgeBy from '../../components/JudgeBy.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { lookHeader as wording } from '../../../words/pages/looks.js';

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
          · <RouterLink :to="`/runs/${look.runId}/after`" class="link">{{ wording.inAClass }}</RouterLink></template
        ><template v-if="waiting">{{ wording.keptOnThisDevice }}</template>
      </p>
    </div>
    <div class="ml-auto flex flex-wrap items-center gap-2">
      <JudgeBy v-model="method" :in-force="wording.judgedBy(detail.method.name)" :before="wording.judgedByLabel" />
      <a
        v-if="!waiting"
        class="btn btn-quiet"
        :href="`/api/looks/${look.id}/file`"
        download
        :aria-label="wording.saveThisLook"
        ><Download :size="20" aria-hidden="true"
      /></a>
      <button
        v-if="mayRemove && !waiting"
        class="btn btn-quiet"
        :aria-label="wording.takeThisLookOut"
        @click="$emit('remove')"
      >
        <Trash2 :size="20" aria-hidden="true" />
      </button>
      <RouterLink
        v-if="look.relookOf"
        class="btn"
        :to="`/people/${look.personId}/compare?then=${look.relookOf}&now=${look.id}`"
        >{{ wording.againstTheLookBefore }}</RouterLink
      >
      <RouterLink
        v-else-if="look.relooks.length"
        class="btn"
        :to="`/people/${look.personId}/compare?then=${look.id}&now=${look.relooks.at(-1)}`"
        >{{ wording.againstTheReLook }}</RouterLink
      >
      <RouterLink v-if="!pain" :to="`/bench?person=${look.personId}&relook=${look.id}`" class="btn btn-main"
        ><RotateCcw :size="20" aria-hidden="true" /> {{ anywhere.lookAgain }}</RouterLink
      >
    </div>
  </div>
</template>
