<script setup lang="ts">
/** A field of a form: its name above, what is wrong with it below. Numbers are numbers, or nothing. */
import { computed, useAttrs } from 'vue';
import { useWrong } from '../data/form.js';
import FieldError from './FieldError.vue';

defineOptions({ inheritAttrs: false });
const props = defineProps<{
  id: string;
  label: string;
  /** Where its error stands in the form. */
  path: string;
  /** As of an input; a text of more than one line by its rows. */
  type?: 'text' | 'number' | 'email' | 'password' | 'date';
  rows?: number;
  /** Shown below, whatever is typed. */
  hint?: string;
}>();
const value = defineModel<string | number>({ required: true });
const wrong = useWrong(props.path);
const wrongId = computed(() => `${props.id}-wrong`);
const attrs = useAttrs();
/** How wide it stands is the whole's; the rest is the field's. */
const said = computed(() => ({
  ...attrs,
  id: props.id,
  class: ['field', { figures: props.type === 'number' }],
  'aria-invalid': wrong.value ? ('true' as const) : undefined,
  'aria-describedby':
    [wrong.value && wrongId.value, props.hint && `${props.id}-hint`].filter(Boolean).join(' ') || undefined,
}));
</script>

<template>
  <div :class="$attrs.class as string">
    <label class="label" :for="id">{{ label }}</label>
    <textarea v-if="rows" v-model="value" v-bind="said" :rows="rows"></textarea>
    <input v-else-if="type === 'number'" v-model.number="value" v-bind="said" type="number" />
    <input v-else v-model="value" v-bind="said" :type="type ?? 'text'" />
    <FieldError :id="wrongId" :path="path" />
    <p v-if="hint" :id="`${id}-hint`" class="text-soft text-sm">{{ hint }}</p>
  </div>
</template>
