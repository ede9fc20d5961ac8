<script setup lang="ts">
/** Which kit there is: all of it, or the ticked things. */
import { computed } from 'vue';
import { kitItems } from '../../core/catalog/index.js';
import { catalog } from '../data/catalogue.js';
import ManyOf from './ManyOf.vue';
import { kitPicker as wording } from '../../words/pages/parts.js';

defineProps<{ idPrefix: string; everything: string }>();
const kit = defineModel<readonly string[] | null>({ required: true });
const items = computed(() => kitItems(catalog));
</script>

<template>
  <div>
    <label class="flex min-h-[44px] items-center gap-2">
      <input
        type="checkbox"
        class="h-6 w-6 accent-[var(--rope)]"
        :checked="kit === null"
        @change="kit = kit === null ? items : null"
      />
      {{ everything }}
    </label>
    <ManyOf
      v-if="kit !== null"
      v-model="kit"
      role="group"
      :aria-label="wording.kitThereIs"
      :choices="items.map((id) => ({ id, name: id.replace(/-/g, ' ') }))"
    />
  </div>
</template>
