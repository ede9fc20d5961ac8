<script setup lang="ts">
/** The pads of a hold that plays before an eye. */
import { useSettings } from '../../stores/settings.js';
import FaultPads from '../bench/FaultPads.vue';
import { padStateOf } from '../bench/taps.js';
import type { Tapping } from './use-tapping.js';

defineProps<{ tapping: Tapping; disabled: boolean }>();
const settings = useSettings();
</script>

<template>
  <FaultPads
    :pads="tapping.pads.value"
    :state-of="(fault) => padStateOf(tapping.events.value, fault)"
    :figures="tapping.figures.value"
    :body="tapping.body"
    :disabled="disabled"
    :keys="settings.keys"
    :broken-by="null"
    @tap="tapping.tap($event, 'on')"
    @mended="tapping.tap($event, 'off')"
  />
</template>
