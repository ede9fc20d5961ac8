<script setup lang="ts">
/** A dialog over the page, with its title; closed by Escape or a click beside it. */
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';

defineProps<{
  open: boolean;
  title: string;
  wide?: boolean;
  /** What is in it can be taller than the screen, and nothing in it opens beyond it. */
  scrolls?: boolean;
}>();
defineEmits<{ close: [] }>();
</script>

<template>
  <Dialog :open="open" class="relative z-50" @close="$emit('close')">
    <div class="fixed inset-0 bg-black/50" aria-hidden="true"></div>
    <div class="fixed inset-0 flex items-center justify-center p-3">
      <DialogPanel class="card flex max-h-full w-full flex-col" :class="wide ? 'max-w-2xl' : 'max-w-lg'">
        <DialogTitle as="h2">{{ title }}</DialogTitle>
        <div class="mt-2 flex min-h-0 flex-col gap-3" :class="{ '-mx-1 overflow-y-auto px-1 pb-1': scrolls }">
          <slot></slot>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
