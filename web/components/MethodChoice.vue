<script setup lang="ts">
/** A method for everything, and others for single positions. */
import { offered } from '../../core/catalog/index.js';
import { computed, ref } from 'vue';
import type { MethodChoice } from '../../core/person/method-in-force.js';
import { catalog } from '../data/catalogue.js';
import { familyName, methodName } from '../data/names.js';
import PickOne from './PickOne.vue';

const props = defineProps<{ idPrefix: string; none: string }>();
const choice = defineModel<MethodChoice>({ required: true });
const family = ref('');
const method = ref('');
const singles = computed(() => Object.entries(choice.value.familyMethods));
function add(): void {
  if (!family.value || !method.value) return;
  choice.value = {
    ...choice.value,
    familyMethods: { ...choice.value.familyMethods, [family.value]: method.value },
  };
  family.value = '';
}
function remove(id: string): void {
  choice.value = {
    ...choice.value,
    familyMethods: Object.fromEntries(singles.value.filter(([f]) => f !== id)),
  };
}
const field = (name: string): string => `${props.idPrefix}-${name}`;
</script>

<template>
  <div class="space-y-2">
    <div>
      <PickOne
        :id="field('method')"
        label="Method"
        :choices="[{ id: '', name: none }, ...offered(catalog, 'methods')]"
        :model-value="choice.method ?? ''"
        @update:model-value="choice = { ...choice, method: $event || null }"
      />
    </div>
    <details>
      <summary class="min-h-[44px] content-center font-semibold">
        Another method for single positions{{ singles.length ? ` (${singles.length})` : '' }}
      </summary>
      <ul>
        <li v-for="[f, m] in singles" :key="f" class="flex items-center gap-2">
          <span class="flex-1">{{ familyName(f) }}: {{ methodName(m) }}</span>
          <button type="button" class="link min-h-[44px]" :aria-label="`Take away ${familyName(f)}`" @click="remove(f)">
            Take away
          </button>
        </li>
      </ul>
      <div class="grid grid-cols-[1fr_1fr_auto] gap-2">
        <PickOne
          :id="field('family')"
          v-model="family"
          label="Position"
          quiet
          :choices="catalog.families"
          placeholder="Position"
        />
        <PickOne
          :id="field('single')"
          v-model="method"
          label="Method for it"
          quiet
          :choices="offered(catalog, 'methods')"
          placeholder="Method"
        />
        <button type="button" class="btn" :disabled="!family || !method" @click="add">Set</button>
      </div>
    </details>
  </div>
</template>
