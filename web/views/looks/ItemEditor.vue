<script setup lang="ts">
/** What a coach changes about one item while assigning it: its dose, where it stands in the session, the size of its kit. */
import { PLACES_IN_SESSION, type Drill, type KitSizing } from '../../../core/formats/catalog.js';
import type { Dose } from '../../../core/formats/dose.js';
import type { ChosenDrill } from '../../../core/prescribe/choose.js';
import { SIZING_WORDS, sizeFromForm, sizeToForm } from '../../../words/kit.js';
import { PLACE_WORDS } from '../../../words/labels.js';
import PickOne from '../../components/PickOne.vue';
import DoseEditor from './DoseEditor.vue';
import TypedField from '../../components/TypedField.vue';
import { itemEditor as wording } from '../../../words/pages/looks.js';

defineProps<{
  id: string;
  name: string;
  dose: Dose;
  own: Dose;
  breath: string;
  place: Drill['place'];
  sizing: KitSizing | undefined;
  size: ChosenDrill['size'];
}>();
const emit = defineEmits<{
  dose: [dose: Dose | null];
  place: [place: Drill['place']];
  /** null: as it was worked out. */
  size: [value: number | null];
}>();
const places = PLACES_IN_SESSION.map((id) => ({ id: id as string, name: PLACE_WORDS[id] }));
function resize(sizing: KitSizing, value: string): void {
  const size = Number(value);
  emit('size', value.trim() === '' || !Number.isFinite(size) ? null : sizeFromForm(sizing, size));
}
</script>

<template>
  <div>
    <DoseEditor :id="id" :name="name" :dose="dose" :own="own" :breath="breath" @change="emit('dose', $event)">
      <PickOne
        :id="`${id}-place`"
        :label="wording.inTheSession"
        :choices="places"
        :model-value="place"
        @update:model-value="emit('place', $event as Drill['place'])"
      />
      <label v-if="sizing" class="block">
        <span class="label">{{ SIZING_WORDS[sizing].name }}, {{ SIZING_WORDS[sizing].unit }}</span>
        <TypedField
          empty
          type="number"
          class="figures"
          :aria-label="SIZING_WORDS[sizing].name"
          :value="typeof size === 'object' && size ? sizeToForm(size) : ''"
          @keep="resize(sizing, $event)"
        />
      </label>
    </DoseEditor>
  </div>
</template>
