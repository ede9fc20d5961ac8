<script setup lang="ts">
/** Who does what in each block, with which kit; a cell opens the other versions with what each is worth. */
import { computed, ref } from 'vue';
import type { PlannedClass } from '../../../api/classes.js';
import { partnerOf } from '../../../core/class/pace.js';
import type { ClassBlock } from '../../../core/formats/class.js';
import { assignedWhy, outWhy } from '../../../words/class.js';
import ModalFrame from '../../components/ModalFrame.vue';
import { catalog } from '../../data/catalogue.js';
import { nameWithin } from '../../../words/names.js';
import { kitText, moveName } from './moves.js';
import VersionChoices from './VersionChoices.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { planTable as wording } from '../../../words/pages/classes.js';

const props = defineProps<{ planned: PlannedClass; blocks: readonly ClassBlock[] }>();
const emit = defineEmits<{ pin: [block: string, member: string, version: string | null] }>();
type Plan = NonNullable<PlannedClass['plan']>;
const plan = computed(() => props.planned.plan!);

const nameOf = (id: string): string => props.planned.people.find((p) => p.id === id)?.name ?? '';

interface Cell {
  block: string;
  member: string;
  /** By round; one entry where all rounds are the same. */
  versions: string[];
  kit: string;
  why: string;
  pinned: boolean;
  /** The easier version of a block that steps down. */
  then: string | null;
  /** Of pairs: who spots; empty where everybody works at once. */
  spotter: string;
}
function spotterIn({ pairs = [] }: Plan['blocks'][number], member: string): string {
  const own = partnerOf(pairs, member);
  return own ? wording.spots(own.turn, own.spotter ? nameOf(own.spotter) : wording.theCoach) : '';
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
    then: first?.then ?? null,
    spotter: spotterIn(block, member),
  };
}
const columns = computed(() =>
  plan.value.blocks.map((block) => ({
    block,
    name: moveName(catalog, props.blocks.find((b) => b.id === block.id)?.move ?? block.id),
  })),
);
const shortName = (version: string, column: string): string =>
  version === '' ? 'waits' : nameWithin(catalog, version, column);
const opened = ref<Cell | null>(null);
const choices = computed(() => {
  const cell = opened.value;
  const block = cell && plan.value.blocks.find((b) => b.id === cell.block);
  return (block?.options ?? []).filter((o) => o.member === cell?.member);
});
function set(version: string | null): void {
  const cell = opened.value!;
  opened.value = null;
  emit('pin', cell.block, cell.member, version);
}
</script>

<template>
  <div class="overflow-x-auto md:scroll-pl-48" tabindex="0" role="region" :aria-label="wording.whoDoesWhat">
    <table class="w-full text-left">
      <caption class="sr-only">
        {{
          wording.whoDoes
        }}
      </caption>
      <thead>
        <tr>
          <th scope="col" class="bg-paper left-0 md:sticky py-2 pr-3">{{ anywhere.who }}</th>
          <th v-for="c in columns" :key="c.block.id" scope="col" class="min-w-36 py-2 pr-3 print:min-w-0">
            {{ c.name }}
          </th>
        </tr>
      </thead>
      <tbody class="divide-rule divide-y">
        <tr v-for="p in planned.people" :key="p.id">
          <th scope="row" class="bg-paper left-0 md:sticky py-1 pr-3 font-semibold">{{ p.name }}</th>
          <td v-for="c in columns" :key="c.block.id" class="py-1 pr-3 align-top">
            <template v-for="cell in [cellOf(c.block, p.id)]" :key="cell.member">
              <button
                class="min-h-[44px] w-full rounded text-left leading-tight hover:underline"
                :aria-label="
                  wording.otherVersions(
                    p.name,
                    c.name,
                    cell.versions.map((v) => shortName(v, c.name)).join(wording.then),
                  )
                "
                @click="opened = cell"
              >
                <span v-for="(v, i) in cell.versions" :key="i" class="block" :class="{ 'text-soft': v === '' }"
                  >{{ cell.versions.length > 1 ? `${i + 1}. ` : '' }}{{ shortName(v, c.name) }}</span
                >
                <span class="text-soft block text-sm">{{
                  [
                    cell.then ? wording.thenWithShortName(shortName(cell.then, c.name)) : '',
                    cell.pinned ? wording.setByHand : '',
                    cell.kit,
                    cell.spotter,
                  ]
                    .filter(Boolean)
                    .join(' · ')
                }}</span>
              </button>
            </template>
          </td>
        </tr>
      </tbody>
    </table>
    <ModalFrame :open="opened !== null" :title="opened ? nameOf(opened.member) : ''" @close="opened = null">
      <p v-if="opened?.why">{{ opened.why }}</p>
      <VersionChoices :options="choices" :chosen="opened?.versions ?? []" @take="set" />
      <button v-if="opened?.pinned" class="btn" @click="set(null)">{{ wording.letThePlanChoose }}</button>
      <button class="btn btn-quiet" @click="opened = null">{{ anywhere.close }}</button>
    </ModalFrame>
  </div>
</template>
