<script setup lang="ts">
/** Which columns a table shows; its first is always there. */
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue';
import { Columns3 } from '@lucide/vue';
import OnOff from './OnOff.vue';
import { toggled } from './toggled.js';
import { columnChoice as wording } from '../../words/pages/parts.js';

defineProps<{ columns: readonly { id: string; name: string }[] }>();
const hidden = defineModel<string[]>({ required: true });
</script>

<template>
  <Popover class="relative flex justify-end print:hidden">
    <PopoverButton class="btn btn-quiet"
      ><Columns3 :size="18" aria-hidden="true" /> {{ wording.columns }}</PopoverButton
    >
    <PopoverPanel
      class="card absolute top-full right-0 z-40 max-h-[70vh] w-64 overflow-y-auto shadow-lg focus:outline-none"
    >
      <OnOff
        v-for="c in columns"
        :key="c.id"
        :model-value="!hidden.includes(c.id)"
        @update:model-value="hidden = toggled(hidden, c.id)"
        >{{ c.name }}</OnOff
      >
    </PopoverPanel>
  </Popover>
</template>
