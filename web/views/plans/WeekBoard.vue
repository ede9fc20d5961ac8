<script setup lang="ts">
/** A week's days side by side; items go from day to day by their grips, or by their menus. */
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue';
import { Check, Copy, Plus } from '@lucide/vue';
import { format, parseISO } from 'date-fns';
import { computed, onBeforeUpdate, onUpdated, onMounted, ref, shallowRef } from 'vue';
import type { PlannedProgramme, Programme, ProgrammeSettings } from '../../../api/programmes.js';
import { weekdayOf, type Weekday } from '../../../core/formats/programme.js';
import { WEEKDAY_NAMES } from '../../../words/programme.js';
import { useDragBetween } from '../../components/use-drag-between.js';
import { warningText } from '../../data/names.js';
import ItemCard from './ItemCard.vue';
import { isPinned } from './settings.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { weekBoard as wording } from '../../../words/pages/plans.js';

const props = defineProps<{
  week: PlannedProgramme['weeks'][number];
  settings: ProgrammeSettings;
  /** Days before it are as they were. */
  today: string;
  /** It stands, so that what was done can be said of it. */
  logs: Programme['logs'] | null;
  alerts: Programme['alerts'];
  relook: readonly string[];
  /** Whether days to come may be changed. */
  changing: boolean;
}>();
const emit = defineEmits<{
  do: [what: string, day: Weekday, item: string];
  add: [day: Weekday];
  copy: [items: readonly string[], to: Weekday];
  log: [day: string, items: readonly string[], is: 'done' | 'partly' | 'not'];
}>();

const days = computed(() =>
  props.week.days.map((d) => ({
    ...d,
    weekday: weekdayOf(d.day),
    past: d.day < props.today,
    loggable: props.logs !== null && d.day <= props.today,
  })),
);
const roomy = computed(() => days.value.length <= 4);
const doneOf = (day: string, item: string): 'done' | 'partly' | 'not' | null =>
  props.logs?.find((l) => l.day === day && l.item === item)?.is ?? null;
const fixed = (d: { past: boolean }): boolean => d.past || !props.changing;

/** What can be done to an item, by where and when it stands. */
function doing(d: (typeof days.value)[number], item: string): { key: string; name: string }[] {
  const change = fixed(d)
    ? []
    : [
        isPinned(props.settings, { week: props.week.week, day: d.weekday, item })
          ? { key: 'unpin', name: wording.letItMoveAgain }
          : { key: 'pin', name: wording.pinItHere },
        { key: 'numbers', name: wording.otherNumbers },
        { key: 'swap', name: wording.swapIt },
        ...days.value
          .filter((o) => o !== d && !fixed(o))
          .map((o) => ({ key: `to:${o.weekday}`, name: wording.moveTo(WEEKDAY_NAMES[o.weekday]) })),
        { key: 'off', name: wording.takeItOff },
        { key: 'ban', name: wording.leaveItOutEverywhere },
      ];
  const log = d.loggable
    ? [
        { key: 'log:done', name: anywhere.done },
        { key: 'log:partly', name: wording.partlyDone },
        { key: 'log:not', name: wording.notDone },
      ]
    : [];
  return [...log, ...change];
}
function act(key: string, d: (typeof days.value)[number], item: string): void {
  const [what, rest] = key.split(':');
  if (what === 'log') emit('log', d.day, [item], rest as 'done');
  else emit('do', key, d.weekday, item);
}
const alertOf = (item: string): string | null => {
  const found = props.alerts.find((a) => a.drill === item);
  return found ? `${warningText(found)}.` : null;
};

// The lists by weekday, for dragging between them.
const lists = shallowRef<ReadonlyMap<string, HTMLElement>>(new Map());
const found = ref(new Map<string, HTMLElement>());
const seen = (day: string, element: unknown): void => {
  if (element instanceof HTMLElement) found.value.set(day, element);
};
onBeforeUpdate(() => found.value.clear());
/** Only where the elements are others than before, so that nothing is torn from under a hand. */
function gather(): void {
  const now = new Map([...found.value].filter(([day]) => days.value.some((d) => d.weekday === day && !fixed(d))));
  if (now.size !== lists.value.size || [...now].some(([day, el]) => lists.value.get(day) !== el)) lists.value = now;
}
onMounted(gather);
onUpdated(gather);
useDragBetween(lists, (item, from, to) => emit('do', `to:${to}`, from as Weekday, item));
</script>

<template>
  <ol
    class="grid gap-2"
    :class="roomy ? 'sm:grid-cols-2 xl:grid-cols-[repeat(var(--days),minmax(0,1fr))]' : 'sm:grid-cols-2 lg:grid-cols-3'"
    :style="{ '--days': days.length }"
    :aria-label="wording.week(week.week)"
  >
    <li v-for="d in days" :key="d.weekday" class="bg-sunk min-w-0 rounded p-2" :data-day="d.weekday">
      <div class="flex flex-wrap items-baseline gap-x-2">
        <h3>{{ WEEKDAY_NAMES[d.weekday] }}</h3>
        <span class="text-soft figures text-sm">{{ format(parseISO(d.day), 'd MMM') }}</span>
        <span class="figures ml-auto text-sm">{{ wording.ofMin(d.minutes, settings.minutes) }}</span>
      </div>
      <p v-if="relook.includes(d.day)" class="tag mt-1">{{ anywhere.lookAgain }}</p>
      <ul :ref="(el) => seen(d.weekday, el)" class="mt-2 min-h-11 space-y-2" :aria-label="WEEKDAY_NAMES[d.weekday]">
        <ItemCard
          v-for="i in d.items"
          :key="i.item"
          :item="i"
          :pinned="isPinned(settings, { week: week.week, day: d.weekday, item: i.item })"
          :fixed="fixed(d)"
          :doing="doing(d, i.item)"
          :done="doneOf(d.day, i.item)"
          :roomy="roomy"
          :alert="d.past ? null : alertOf(i.item)"
          @do="(key) => act(key, d, i.item)"
        />
      </ul>
      <p v-if="d.items.length === 0" class="text-soft text-sm">{{ wording.nothingOnThisDay }}</p>
      <div class="mt-2 flex flex-wrap gap-2">
        <button
          v-if="d.loggable && d.items.length"
          class="btn"
          :aria-label="wording.allOfWasDone(WEEKDAY_NAMES[d.weekday])"
          @click="
            emit(
              'log',
              d.day,
              d.items.map((i) => i.item),
              'done',
            )
          "
        >
          <Check :size="18" aria-hidden="true" /> {{ wording.allDone }}
        </button>
        <Menu v-if="!fixed(d) && d.items.length && days.length > 1" as="div" class="relative">
          <MenuButton class="btn btn-quiet" :aria-label="wording.copyToAnotherDay(WEEKDAY_NAMES[d.weekday])">
            <Copy :size="18" aria-hidden="true" /> {{ wording.copy }}
          </MenuButton>
          <MenuItems
            class="card absolute bottom-full left-0 z-40 mb-1 w-48 space-y-1 !p-1 shadow-lg focus:outline-none"
          >
            <MenuItem v-for="o in days.filter((x) => x !== d && !fixed(x))" :key="o.weekday" v-slot="{ active }">
              <button
                class="flex min-h-[44px] w-full items-center rounded px-2 text-left"
                :class="{ 'bg-sunk': active }"
                @click="
                  emit(
                    'copy',
                    d.items.map((i) => i.item),
                    o.weekday,
                  )
                "
              >
                {{ wording.to(WEEKDAY_NAMES[o.weekday]) }}
              </button>
            </MenuItem>
          </MenuItems>
        </Menu>
        <button
          v-if="!fixed(d)"
          class="btn btn-quiet"
          :aria-label="wording.addTo(WEEKDAY_NAMES[d.weekday])"
          @click="emit('add', d.weekday)"
        >
          <Plus :size="18" aria-hidden="true" /> {{ anywhere.add }}
        </button>
      </div>
    </li>
  </ol>
</template>
