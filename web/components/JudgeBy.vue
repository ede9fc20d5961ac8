<script setup lang="ts">
/** The method that judges what is shown; empty: the one in force. */
import { computed } from 'vue';
import { offered } from '../../core/catalog/index.js';
import { catalog } from '../data/catalogue.js';
import PickOne from './PickOne.vue';
import { judgeBy as wording } from '../../words/pages/parts.js';

const props = defineProps<{
  /** What is said of the method in force. */
  inForce: string;
  /** What stands before a method's name. */
  before: string;
}>();
const method = defineModel<string>({ required: true });
const choices = computed(() => [
  { id: '', name: props.inForce },
  ...offered(catalog, 'methods').map((m) => ({ id: m.id, name: `${props.before} ${m.name}` })),
]);
</script>

<template>
  <PickOne id="judge" v-model="method" :label="wording.judgeBy" quiet :choices="choices" />
</template>
