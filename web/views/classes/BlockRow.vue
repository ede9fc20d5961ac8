<script setup lang="ts">
/** One block of a class: its move, how it is paced, its place in the order. */
import type { ClassBlock } from '../../../core/formats/class.js';
import { SIDES } from '../../../core/formats/class.js';
import PickOne from '../../components/PickOne.vue';
import type { Choice } from '../../components/choice.js';
import UpDown from '../../components/UpDown.vue';
import { SIDES_WORDS } from './moves.js';

const props = defineProps<{ block: ClassBlock; moves: readonly Choice[]; at: number; count: number; name: string }>();
const emit = defineEmits<{ change: [block: ClassBlock]; move: [to: number]; remove: [] }>();
const NUMBERS = [
  { key: 'work', label: 'Work, s', min: 1, max: 600 },
  { key: 'rest', label: 'Rest, s', min: 0, max: 600 },
  { key: 'rounds', label: 'Rounds', min: 1, max: 20 },
] as const;
function set(key: (typeof NUMBERS)[number]['key'], event: Event): void {
  const { min, max } = NUMBERS.find((n) => n.key === key)!;
  const value = Math.round(Number((event.target as HTMLInputElement).value));
  if (Number.isFinite(value)) emit('change', { ...props.block, [key]: Math.min(max, Math.max(min, value)) });
}
</script>

<template>
  <li class="flex flex-wrap items-end gap-2 py-2">
    <span class="figures text-soft w-6 self-center">{{ at + 1 }}</span>
    <div class="min-w-52 flex-1">
      <PickOne
        :id="`move-${block.id}`"
        :label="`Move of block ${at + 1}`"
        :choices="moves"
        :model-value="block.move"
        @update:model-value="(move) => move && emit('change', { ...block, move })"
      />
    </div>
    <label v-for="n in NUMBERS" :key="n.key" class="block w-20">
      <span class="label">{{ n.label }}</span>
      <input
        type="number"
        class="field figures"
        :aria-label="`${n.label} of block ${at + 1}`"
        :min="n.min"
        :max="n.max"
        :value="block[n.key]"
        @change="set(n.key, $event)"
      />
    </label>
    <div class="w-52">
      <PickOne
        :id="`sides-${block.id}`"
        :label="`Sides of block ${at + 1}`"
        :choices="SIDES.map((s) => ({ id: s, name: SIDES_WORDS[s] }))"
        :model-value="block.sides"
        @update:model-value="(sides) => emit('change', { ...block, sides: sides as ClassBlock['sides'] })"
      />
    </div>
    <div class="flex items-center">
      <UpDown :name="name" :at="at" :count="count" @move="emit('move', $event)" />
      <button class="btn btn-quiet" :aria-label="`Take ${name} out`" @click="emit('remove')">×</button>
    </div>
  </li>
</template>
