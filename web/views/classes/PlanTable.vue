<script setup lang="ts">
/** Who does what in each block, with which kit; a cell opens the other versions with what each is worth. */
import { computed, ref } from 'vue';
import type { PlannedClass } from '../../../api/classes.js';
import { CLASS_MOVES } from '../../../core/class/options.js';
import type { ClassBlock } from '../../../core/formats/class.js';
import { assignedWhy, outWhy } from '../../../words/class.js';
import ModalFrame from '../../components/ModalFrame.vue';
import { catalog } from '../../data/catalogue.js';
import { familyName, placeName, rungName } from '../../data/names.js';
import { moveName } from './moves.js';

const props = defineProps<{ planned: PlannedClass; blocks: readonly ClassBlock[] }>();
const emit = defineEmits<{ pin: [block: string, member: string, version: string | null] }>();
type Plan = NonNullable<PlannedClass['plan']>;
const plan = computed(() => props.planned.plan!);
const kitText = (kit: Record<string, number>): string =>
  Object.entries(kit)
    .map(([k, n]) => (n > 1 ? `${n} ${k.replace('-', ' ')}` : k.replace('-', ' ')))
    .join(', ');

interface Cell {
  block: string;
  member: string;
  /** By round; one entry where all rounds are the same. */
  versions: string[];
  kit: string;
  why: string;
  pinned: boolean;
}
function cellOf(block: Plan['blocks'][number], member: string): Cell {
  const given = block.rounds.map((r) => r.assigned.find((a) => a.member === member));
  const versions = given.map((g) => g?.version ?? '');
  const same = versions.every((v) => v === versions[0]);
  const first = given.find((g) => g !== undefined);
  const out = block.out.find((o) => o.member === member);
  const option = block.options.find((o) => o.member === member && o.version === first?.version);
  return {
    block: block.id,
    member,
    versions: same ? [versions[0]!] : versions,
    kit: option ? kitText(option.kit) : '',
    why: first ? assignedWhy(catalog, first.why) : out ? outWhy(catalog, out.why) : '',
    pinned: first?.why.is === 'pinned',
  };
}
const columns = computed(() =>
  plan.value.blocks.map((block) => ({
    block,
    name: moveName(catalog, props.blocks.find((b) => b.id === block.id)?.move ?? block.id),
  })),
);
/** A version within its own position, and a mat move, need no position before them. */
const shortName = (version: string, column: string): string => {
  if (version === '') return 'waits';
  const [family, rung] = version.split('/') as [string, string];
  return family === CLASS_MOVES || familyName(family) === column ? rungName(family, rung) : placeName(version);
};
const opened = ref<Cell | null>(null);
const choices = computed(() => {
  const cell = opened.value;
  const block = cell && plan.value.blocks.find((b) => b.id === cell.block);
  return (block?.options ?? []).filter((o) => o.member === cell?.member).sort((a, b) => b.gain - a.gain);
});
const nameOf = (id: string): string => props.planned.people.find((p) => p.id === id)?.name ?? '';
function set(version: string | null): void {
  const cell = opened.value!;
  opened.value = null;
  emit('pin', cell.block, cell.member, version);
}
</script>

<template>
  <div class="overflow-x-auto md:scroll-pl-48" tabindex="0" role="region" aria-label="Who does what">
    <table class="w-full text-left">
      <caption class="sr-only">
        Who does what in each block
      </caption>
      <thead>
        <tr>
          <th scope="col" class="bg-paper left-0 md:sticky py-2 pr-3">Who</th>
          <th v-for="c in columns" :key="c.block.id" scope="col" class="min-w-36 py-2 pr-3">{{ c.name }}</th>
        </tr>
      </thead>
      <tbody class="divide-rule divide-y">
        <tr v-for="p in planned.people" :key="p.id">
          <th scope="row" class="bg-paper left-0 md:sticky py-1 pr-3 font-semibold">{{ p.name }}</th>
          <td v-for="c in columns" :key="c.block.id" class="py-1 pr-3 align-top">
            <template v-for="cell in [cellOf(c.block, p.id)]" :key="cell.member">
              <button
                class="min-h-[44px] w-full rounded text-left leading-tight hover:underline"
                :aria-label="`${p.name}, ${c.name}: ${cell.versions.map((v) => shortName(v, c.name)).join(', then ')}. Other versions`"
                @click="opened = cell"
              >
                <span v-for="(v, i) in cell.versions" :key="i" class="block" :class="{ 'text-soft': v === '' }"
                  >{{ cell.versions.length > 1 ? `${i + 1}. ` : '' }}{{ shortName(v, c.name) }}</span
                >
                <span class="text-soft block text-sm">{{
                  [cell.pinned ? 'set by hand' : '', cell.kit].filter(Boolean).join(' · ')
                }}</span>
              </button>
            </template>
          </td>
        </tr>
      </tbody>
    </table>
    <ModalFrame :open="opened !== null" :title="opened ? nameOf(opened.member) : ''" @close="opened = null">
      <p v-if="opened?.why">{{ opened.why }}</p>
      <ul class="min-h-0 space-y-2 overflow-y-auto">
        <li v-for="o in choices" :key="o.version">
          <button
            class="btn !min-h-12 w-full !justify-between text-left"
            :class="{ 'btn-on': opened?.versions.includes(o.version) }"
            @click="set(o.version)"
          >
            <span>{{ placeName(o.version) }}{{ kitText(o.kit) ? ` · ${kitText(o.kit)}` : '' }}</span>
            <span class="figures">{{ o.gain.toFixed(2) }}</span>
          </button>
        </li>
      </ul>
      <p v-if="choices.length === 0">No version is left for this member here.</p>
      <button v-if="opened?.pinned" class="btn" @click="set(null)">Let the plan choose</button>
      <button class="btn btn-quiet" @click="opened = null">Close</button>
    </ModalFrame>
  </div>
</template>
