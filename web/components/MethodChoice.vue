<script setup lang="ts">
/** A method for everything, and others for single positions. */
import { offered } from '../../core/catalog/index.js';
import { computed, ref } from 'vue';
import type { MethodChoice } from '../../core/person/method-in-force.js';
import { catalog } from '../data/catalogue.js';
import { familyName, methodName } from '../data/names.js';
import PickOne from './PickOne.vue';
import { anywhere } from '../../words/pages/anywhere.js';
import { methodChoice as wording } from '../../words/pages/parts.js';

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
        :label="wording.method"
        :choices="[{ id: '', name: none }, ...offered(catalog, 'methods')]"
        :model-value="choice.method ?? ''"
        @update:model-value="choice = { ...choice, method: $event || null }"
      />
    </div>
    <details>
      <summary class="min-h-[44px] content-center font-semibold">
        {{ wording.anotherMethodForSingle(singles.length ? ` (${singles.length})` : '') }}
      </summary>
      <ul>
        <li v-for="[f, m] in singles" :key="f" class="flex items-center gap-2">
          <span class="flex-1">{{ familyName(f) }}: {{ methodName(m) }}</span>
          <button
            type="button"
            class="link min-h-[44px]"
            :aria-label="wording.takeAway(familyName(f))"
            @click="remove(f)"
          >
            {{ wording.takeAwayAlone }}
          </button>
        </li>
      </ul>
      <div class="grid grid-cols-[1fr_1fr_auto] gap-2">
        <PickOne
          :id="field('family')"
          v-model="family"
          :label="anywhere.position"
          quiet
          :choices="catalog.families"
          :placeholder="anywhere.position"
        />
        <PickOne
          :id="field('single')"
          v-model="method"
          :label="wording.methodForIt"
          quiet
          :choices="offered(catalog, 'methods')"
          :placeholder="wording.method"
        />
        <button type="button" class="btn" :disabled="!family || !method" @click="add">{{ wording.set }}</button>
      </div>
    </details>
  </div>
</template>
