<script setup lang="ts">
/** A fault in a position as a figure: its place marked, the taut line beside it; where asked, it moves to how it should look. Nothing where it cannot be drawn from the side. */
import { computed } from 'vue';
import { bodyOf, type Body } from '../../core/body/anthropometry.js';
import { faultPose } from '../../core/body/fault-pose.js';
import { rungOf } from '../../core/catalog/index.js';
import { catalog } from '../data/catalogue.js';
import FigureView from './FigureView.vue';

const props = defineProps<{
  fault: string;
  position: string;
  rung?: string;
  label: string;
  mending?: boolean;
  body?: Body;
}>();
const own = computed(() => props.body ?? bodyOf());
const rung = computed(() => rungOf(catalog, props.position, props.rung));
const pose = computed(() => faultPose(rung.value.pose, props.fault, own.value));
</script>

<template>
  <div v-if="pose">
    <FigureView
      :key="fault + position"
      :pose="pose"
      :to="mending ? rung.pose : undefined"
      :body="own"
      :label="label"
      :fault="fault"
      :line-end="rung.chordEnd"
    />
  </div>
</template>
