<script setup lang="ts">
/** A dialog over the page, with its title; closed by Escape or a click beside it. */
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';

defineProps<{ open: boolean; title: string; wide?: boolean }>();
defineEmits<{ close: [] }>();
</script>

<template>
  <Dialog :open="open" class="relative z-50" @close="$emit('close')">
    <div class="fixed inset-0 bg-black/50" aria-hidden="true"></div>
    <div class="fixed inset-0 flex items-center justify-center p-3">
      <DialogPanel class="card flex max-h-full w-full flex-col" :class="wide ? 'max-w-2xl' : 'max-w-lg'">
        <DialogTitle as="h2">{{ title }}</DialogTitle>
        <div class="mt-2 flex min-h-0 flex-col gap-3"><slot></slot></div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
