<script setup lang="ts">
/** Files to take out, as a menu; places to go to may stand among them. */
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue';
import { Download } from '@lucide/vue';
import { useRouter } from 'vue-router';

export interface MenuEntry {
  name: string;
  /** What kind of file, in a word. */
  note?: string;
  /** Address of a file, or a place of the application. */
  href?: string;
  to?: string;
}
defineProps<{ label: string; entries: readonly MenuEntry[] }>();
const router = useRouter();
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="btn"><Download :size="18" aria-hidden="true" /> {{ label }}</MenuButton>
    <MenuItems
      class="card absolute top-full right-0 z-40 mt-1 w-80 max-w-[90vw] overflow-y-auto !p-1 shadow-lg focus:outline-none max-md:fixed max-md:inset-x-4 max-md:top-auto max-md:max-h-[60vh] max-md:w-auto"
    >
      <MenuItem v-for="e in entries" :key="e.name" v-slot="{ active }" as="template">
        <button
          v-if="e.to"
          class="flex min-h-[44px] w-full items-center rounded px-2 text-left"
          :class="{ 'bg-sunk': active }"
          @click="router.push(e.to)"
        >
          {{ e.name }}
        </button>
        <a
          v-else
          :href="e.href"
          download
          class="flex min-h-[44px] items-center gap-2 rounded px-2"
          :class="{ 'bg-sunk': active }"
        >
          <span class="flex-1">{{ e.name }}</span>
          <span class="text-soft text-sm">{{ e.note }}</span>
        </a>
      </MenuItem>
      <slot></slot>
    </MenuItems>
  </Menu>
</template>
