<script setup lang="ts">
/** Says that earlier work is here again, and offers to begin anew; or that this device keeps none. */
import type { Draft } from '../data/drafts.js';
import { dayTimeText } from '../data/names.js';
import { draftBack as wording } from '../../words/pages/parts.js';

defineProps<{ draft: Draft }>();
defineEmits<{ anew: [] }>();
</script>

<template>
  <p v-if="draft.unkept.value" role="alert" class="note">{{ wording.thisDeviceCannotKeep }}</p>
  <p v-else-if="draft.found.value" role="status" class="note flex flex-wrap items-center gap-x-3" data-draft-back>
    {{ wording.yourDraft(dayTimeText(draft.found.value)) }}
    <button type="button" class="link min-h-[44px]" @click="$emit('anew')">{{ wording.beginAnew }}</button>
  </p>
</template>
