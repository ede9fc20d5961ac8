<script setup lang="ts">
/** The order of a position's fault pads: those that show at once, and those behind “more”. */
import { computed } from 'vue';
import type { EntryRecord } from '../../../../core/formats/entries.js';
import UpDown from '../../../components/UpDown.vue';
import { catalog } from '../../../data/catalogue.js';
import { faultName } from '../../../data/names.js';
import { padFields as wording } from '../../../../words/pages/entries.js';

const pads = defineModel<EntryRecord<'pads'>>({ required: true });
const behind = computed(() =>
  catalog.faults.filter(
    (f) =>
      f.families.includes(pads.value.id) && !pads.value.order.includes(f.id) && !catalog.retired.has(`faults:${f.id}`),
  ),
);
function move(from: number, to: number): void {
  const order = [...pads.value.order];
  const [moved] = order.splice(from, 1);
  if (moved) order.splice(to, 0, moved);
  pads.value.order = order;
}
</script>

<template>
  <fieldset>
    <legend class="label">{{ wording.padsAtOnceLikeliest }}</legend>
    <p class="text-soft text-sm">{{ wording.faultsThatAPerson }}</p>
    <ol class="divide-rule divide-y">
      <li v-for="(id, i) in pads.order" :key="id" class="flex items-center gap-1">
        <span class="figures text-soft w-6">{{ i + 1 }}</span>
        <span class="flex-1">{{ faultName(id) }}</span>
        <UpDown :name="faultName(id)" :at="i" :count="pads.order.length" @move="move(i, $event)" />
        <button
          type="button"
          class="link min-h-[44px] text-sm"
          :aria-label="wording.behindMore(faultName(id))"
          @click="pads.order = pads.order.filter((x) => x !== id)"
        >
          {{ wording.behindMoreAlone }}
        </button>
      </li>
    </ol>
  </fieldset>
  <fieldset v-if="behind.length">
    <legend class="label">{{ wording.behindMoreHeading }}</legend>
    <div class="flex flex-wrap gap-1">
      <button
        v-for="f in behind"
        :key="f.id"
        type="button"
        class="btn text-sm"
        @click="pads.order = [...pads.order, f.id]"
      >
        {{ wording.show(f.name) }}
      </button>
    </div>
  </fieldset>
</template>
