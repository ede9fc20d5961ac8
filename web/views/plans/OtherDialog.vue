<script setup lang="ts">
/** Another drill or version: to swap an item for, or to add to a day. */
import { computed, ref, watch } from 'vue';
import { placeKey } from '../../../core/catalog/ladders.js';
import { offered } from '../../../core/catalog/index.js';
import { assignableRungs } from '../../../core/prescribe/assignable.js';
import ModalFrame from '../../components/ModalFrame.vue';
import SearchPick from '../../components/SearchPick.vue';
import { catalog } from '../../data/catalogue.js';
import { placeName } from '../../data/names.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { otherDialog as wording } from '../../../words/pages/plans.js';

const props = defineProps<{ open: boolean; title: string; word: string }>();
const emit = defineEmits<{ close: []; pick: [item: string] }>();
const chosen = ref('');
watch(
  () => props.open,
  () => (chosen.value = ''),
);
const choices = computed(() => [
  ...assignableRungs(catalog).map((r) => ({ id: placeKey(r), name: placeName(placeKey(r)), pose: r.pose })),
  ...offered(catalog, 'drills').map((d) => ({ id: d.id, name: d.name })),
]);
</script>

<template>
  <ModalFrame :open="open" :title="title" @close="$emit('close')">
    <div class="min-h-72">
      <SearchPick
        id="plan-other"
        :label="wording.drillOrVersion"
        :placeholder="wording.typeAPart"
        :choices="choices"
        :model-value="chosen"
        @update:model-value="(id) => (chosen = id)"
      />
    </div>
    <div class="flex justify-end gap-2">
      <button class="btn" @click="$emit('close')">{{ anywhere.cancel }}</button>
      <button class="btn btn-main" :disabled="!chosen" @click="emit('pick', chosen)">{{ word }}</button>
    </div>
  </ModalFrame>
</template>
