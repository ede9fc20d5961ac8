<script setup lang="ts">
/** The same class on another screen of the hall: what everybody reads, and nothing of what is noted. */
import LoadState from '../../../components/LoadState.vue';
import HallScreen from './HallScreen.vue';
import { useCues } from './use-cues.js';
import { useRunning } from './use-running.js';

const props = defineProps<{ id: string }>();
const { run, parts, state, clock, missing, load } = useRunning(props.id, { watches: true });
// The coach's device sounds; the wall only flashes.
const { flashing } = useCues(clock, parts, () => '', { silent: true });
</script>

<template>
  <div v-if="!run || !state" class="p-4"><LoadState :loading="!missing" :error="missing" @retry="load()" /></div>
  <div v-else class="h-dvh [&>section]:h-full">
    <HallScreen :run="run" :state="state" :clock="clock" :parts="parts" :flashing="flashing" />
  </div>
</template>
