<script setup lang="ts">
/** A method for everything, and others for single positions. */
import { offered } from '../../core/catalog/index.js';
import { computed, ref } from 'vue';
import type { MethodChoice } from '../../core/person/method-in-force.js';
import { catalog } from '../data/catalogue.js';
import { familyName, methodName } from '../data/names.js';

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
      <label class="label" :for="field('method')">Method</label>
      <select
        :id="field('method')"
        class="field"
        :value="choice.method ?? ''"
        @change="choice = { ...choice, method: ($event.target as HTMLSelectElement).value || null }"
      >
        <option value="">{{ none }}</option>
        <option v-for="m in offered(catalog, 'methods')" :key="m.id" :value="m.id">{{ m.name }}</option>
      </select>
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
        <label class="sr-only" :for="field('family')">Position</label>
        <select :id="field('family')" v-model="family" class="field">
          <option value="">Position</option>
          <option v-for="f in catalog.families" :key="f.id" :value="f.id">{{ f.name }}</option>
        </select>
        <label class="sr-only" :for="field('single')">Method for it</label>
        <select :id="field('single')" v-model="method" class="field">
          <option value="">Method</option>
          <option v-for="m in offered(catalog, 'methods')" :key="m.id" :value="m.id">{{ m.name }}</option>
        </select>
        <button type="button" class="btn" :disabled="!family || !method" @click="add">Set</button>
      </div>
    </details>
  </div>
</template>
