<script setup lang="ts">
/** Open as long as it is there. Finds people, positions, versions, drills, faults, tests and places by a part of their names, and goes there. */
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue';
import { refDebounced } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { FINDER, HIT_WORDS } from '../../words/finder.js';
import { catalog } from '../data/catalogue.js';
import { usePeople } from '../data/people.js';
import { useSession } from '../data/session.js';
import { findable, findAll, type Hit } from './finding.js';
import ModalFrame from './ModalFrame.vue';

const emit = defineEmits<{ close: [] }>();
const router = useRouter();
const session = useSession();
const typed = ref('');
const asked = refDebounced(typed, 150);
/** People are the server's to search: a thousand are as quick as ten. */
const PEOPLE = 6;
const people = usePeople(() => (asked.value.trim() ? { search: asked.value.trim() } : {}), PEOPLE);
const known = computed(() => findable(catalog, session.account?.role ?? 'assistant'));
const hits = computed((): Hit[] => {
  const wanted = typed.value.trim();
  const found = wanted
    ? people.people.value
        .filter((p) => p.name.toLowerCase().includes(wanted.toLowerCase()))
        .slice(0, PEOPLE)
        .map((p): Hit => ({ kind: 'person', name: p.name, hint: p.group?.name ?? '', to: `/people/${p.id}` }))
    : [];
  return [...found, ...findAll(known.value, wanted, 14)];
});
/** Nothing stays chosen: whoever chooses goes there. */
const none: Hit | null = null;
function go(hit: Hit | null): void {
  if (!hit) return;
  emit('close');
  void router.push(hit.to);
}
</script>

<template>
  <ModalFrame open :title="FINDER.title" @close="$emit('close')">
    <Combobox :model-value="none" nullable @update:model-value="go">
      <ComboboxInput
        id="finder"
        class="field text-lg"
        :aria-label="FINDER.label"
        :placeholder="FINDER.hint"
        autocomplete="off"
        @keydown.esc="$emit('close')"
        @change="typed = ($event.target as HTMLInputElement).value"
      />
      <ComboboxOptions static class="-mx-2 max-h-[60vh] min-h-0 overflow-y-auto px-2 focus:outline-none">
        <ComboboxOption v-for="h in hits" :key="h.kind + h.to + h.name" v-slot="{ active }" :value="h" as="template">
          <li
            :data-to="h.to"
            class="flex min-h-[44px] cursor-pointer items-center gap-3 rounded px-2"
            :class="{ 'bg-sunk': active }"
          >
            <span class="min-w-0 flex-1"
              ><b>{{ h.name }}</b> <span v-if="h.hint" class="text-soft">{{ h.hint }}</span></span
            >
            <span class="text-soft text-sm">{{ HIT_WORDS[h.kind] }}</span>
          </li>
        </ComboboxOption>
        <li v-if="hits.length === 0" class="text-soft p-2">{{ FINDER.nothing }}</li>
      </ComboboxOptions>
    </Combobox>
  </ModalFrame>
</template>
