<script setup lang="ts">
/** Which kit there is: all of it, or the ticked things. */
import { computed } from 'vue';
import { kitItems } from '../../core/catalog/index.js';
import { catalog } from '../data/catalogue.js';

defineProps<{ idPrefix: string; everything: string }>();
const kit = defineModel<readonly string[] | null>({ required: true });
const items = computed(() => kitItems(catalog));
const toggle = (item: string): void => {
  const now = kit.value ?? [];
  kit.value = now.includes(item) ? now.filter((k) => k !== item) : [...now, item];
};
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
    <div v-if="kit !== null" class="flex flex-wrap gap-1" role="group" aria-label="Kit there is">
      <button
        v-for="item in items"
        :key="item"
        type="button"
        class="btn text-sm"
        :class="{ 'btn-on': kit.includes(item) }"
        :aria-pressed="kit.includes(item)"
        @click="toggle(item)"
      >
        {{ item.replace(/-/g, ' ') }}
      </button>
    </div>
  </div>
</template>
