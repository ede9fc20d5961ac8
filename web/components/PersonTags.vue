<script setup lang="ts">
import { TriangleAlert } from '@lucide/vue';
import type { PersonSummary } from '../../api/people.js';
import { cautionName } from '../data/names.js';
import { personTags as wording } from '../../words/pages/parts.js';

defineProps<{ person: Pick<PersonSummary, 'group' | 'cautions' | 'archived'> }>();
</script>

<template>
  <span class="inline-flex flex-wrap gap-1">
    <span v-if="person.group" class="tag">{{ person.group.name }}</span>
    <span v-if="person.archived" class="tag">{{ wording.archived }}</span>
    <span v-for="caution in person.cautions" :key="caution" class="tag tag-caution"
      ><TriangleAlert :size="14" aria-hidden="true" /> {{ cautionName(caution) }}</span
    >
  </span>
</template>
