<script setup lang="ts">
/** What is wrong with one place of the form around; nothing where nothing is. */
import { wrongSentence } from '../../words/form.js';
import { useWrong } from '../data/form.js';

const { path } = defineProps<{ id: string; path: string }>();
const wrong = useWrong(path, true);
</script>

<template>
  <p v-if="wrong" :id="id" data-wrong tabindex="-1" class="text-stop mt-1 text-sm">{{ wrongSentence(wrong) }}</p>
</template>
