<script setup lang="ts">
/** The size of an item's kit for this body, and where it comes from; or why there is none. */
import type { ChosenDrill } from '../../core/prescribe/choose.js';
import { FROM_WORDS, NO_SIZE_WORDS, sizeText } from '../../words/kit.js';

defineProps<{ size: ChosenDrill['size'] }>();
</script>

<template>
  <p v-if="typeof size === 'string'" class="text-soft text-sm">{{ NO_SIZE_WORDS[size] }}</p>
  <p v-else-if="size" class="figures text-sm">
    <b>{{ sizeText(size) }}</b> <span class="text-soft">({{ FROM_WORDS[size.from] }})</span>
  </p>
</template>
