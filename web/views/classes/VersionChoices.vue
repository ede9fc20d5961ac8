<script setup lang="ts">
/** Versions that a member may do in a block, the best first, with what each takes and is worth. */
import { computed } from 'vue';
import type { ClassOption } from '../../../core/formats/class.js';
import { placeName } from '../../data/names.js';
import { kitText } from './moves.js';
import { versionChoices as wording } from '../../../words/pages/classes.js';

const props = defineProps<{
  options: readonly ClassOption[];
  chosen: readonly string[];
  /** What stands against a version, in words; empty where nothing does. */
  against?: (version: string) => string;
}>();
defineEmits<{ take: [version: string] }>();
const choices = computed(() => [...props.options].sort((a, b) => b.gain - a.gain));
</script>

<template>
  <ul class="min-h-0 space-y-2 overflow-y-auto">
    <li v-for="o in choices" :key="o.version">
      <button
        class="btn !min-h-12 w-full !justify-between text-left"
        :class="{ 'btn-on': chosen.includes(o.version) }"
        @click="$emit('take', o.version)"
      >
        <span>
          {{ [placeName(o.version), kitText(o.kit)].filter(Boolean).join(' · ') }}
          <span v-if="against?.(o.version)" class="note block text-sm">{{ against(o.version) }}</span>
        </span>
        <span class="figures">{{ o.gain.toFixed(2) }}</span>
      </button>
    </li>
  </ul>
  <p v-if="choices.length === 0">{{ wording.noVersionIsLeft }}</p>
</template>
