<script setup lang="ts">
/** Says that earlier work is here again, and offers to begin anew; or that this device keeps none. */
import type { Draft } from '../data/drafts.js';
import { dayTimeText } from '../data/names.js';

defineProps<{ draft: Draft }>();
defineEmits<{ anew: [] }>();
</script>

<template>
  <p v-if="draft.unkept.value" role="alert" class="note">
    This device cannot keep a draft of this: finish it before you leave the page.
  </p>
  <p v-else-if="draft.found.value" role="status" class="note flex flex-wrap items-center gap-x-3" data-draft-back>
    Your draft of {{ dayTimeText(draft.found.value) }} is here again.
    <button type="button" class="link min-h-[44px]" @click="$emit('anew')">Begin anew</button>
  </p>
</template>
