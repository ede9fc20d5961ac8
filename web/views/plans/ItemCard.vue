<script setup lang="ts">
/** One item on a day: what is done of it, why it is there, and what a hand can do to it. */
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue';
import { EllipsisVertical, GripVertical, Pin } from '@lucide/vue';
import { computed } from 'vue';
import type { PlannedProgramme } from '../../../api/programmes.js';
import { pacingText, plannedWhy, workText } from '../../../words/programme.js';
import { figureOfAssignable } from '../../../core/prescribe/assignable.js';
import FigureView from '../../drawing/FigureView.vue';
import { catalog } from '../../data/catalogue.js';
import { drillName } from '../../data/names.js';
import { itemCard as wording } from '../../../words/pages/plans.js';

const props = defineProps<{
  item: PlannedProgramme['weeks'][number]['days'][number]['items'][number];
  pinned: boolean;
  /** The day is past, or nobody may change it here. */
  fixed: boolean;
  /** What may be done of it now; empty where nothing is. */
  doing: readonly { key: string; name: string }[];
  /** What was done of it. */
  done: 'done' | 'partly' | 'not' | null;
  /** Room for a figure. */
  roomy: boolean;
  alert: string | null;
}>();
defineEmits<{ do: [key: string]; pin: [] }>();
const name = computed(() => drillName(props.item.item));
const figure = computed(() => (props.roomy ? figureOfAssignable(catalog, { id: props.item.item }) : undefined));
const DONE = { done: 'done', partly: wording.partlyDone, not: wording.notDone } as const;
</script>

<template>
  <li
    class="border-rule bg-paper rounded border p-2"
    :class="{ stays: fixed, 'border-l-rope border-l-4': pinned }"
    :data-item="item.item"
  >
    <div class="flex items-start gap-1">
      <span
        v-if="!fixed"
        class="grip text-soft -ml-1 flex h-11 w-6 shrink-0 cursor-grab items-center"
        :title="wording.dragToAnotherDay"
      >
        <GripVertical :size="18" aria-hidden="true" />
      </span>
      <div class="min-w-0 flex-1">
        <p class="leading-tight font-semibold break-words">{{ name }}</p>
        <p class="figures break-words">{{ workText(catalog, item) }}</p>
      </div>
      <Menu v-if="doing.length" as="div" class="relative -mr-1 shrink-0">
        <MenuButton class="btn btn-quiet !px-2" :aria-label="wording.whatToDoWith(name)">
          <EllipsisVertical :size="20" aria-hidden="true" />
        </MenuButton>
        <MenuItems class="card absolute right-0 z-40 mt-1 w-56 space-y-1 !p-1 shadow-lg focus:outline-none">
          <MenuItem v-for="d in doing" :key="d.key" v-slot="{ active }">
            <button
              class="flex min-h-[44px] w-full items-center rounded px-2 text-left"
              :class="{ 'bg-sunk': active }"
              @click="$emit('do', d.key)"
            >
              {{ d.name }}
            </button>
          </MenuItem>
        </MenuItems>
      </Menu>
    </div>
    <div class="flex items-center gap-2">
      <div class="text-soft min-w-0 flex-1 text-sm break-words">
        <p>{{ [pacingText(item), `${item.minutes} min`].filter(Boolean).join(' · ') }}</p>
        <p>{{ plannedWhy(catalog, item.why) }}</p>
      </div>
      <div v-if="figure" class="h-12 w-20 shrink-0" aria-hidden="true">
        <FigureView :pose="figure[0]" :label="name" />
      </div>
    </div>
    <p v-if="pinned" class="text-sm font-semibold">
      <Pin :size="14" aria-hidden="true" class="inline" /> {{ wording.pinnedHere }}
    </p>
    <p v-if="done" class="tag" :class="{ 'tag-caution': done !== 'done' }">{{ DONE[done] }}</p>
    <p v-if="alert" role="alert" class="note mt-1 text-sm">{{ alert }}</p>
  </li>
</template>
