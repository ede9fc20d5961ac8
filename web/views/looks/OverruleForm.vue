<script setup lang="ts">
/** The coach knows better: the cause it is, and because of what. */
import { overruleSchema } from '../../../api/observations.js';
import type { CauseId } from '../../../core/formats/catalog.js';
import FormField from '../../components/FormField.vue';
import PickOne from '../../components/PickOne.vue';
import { catalog } from '../../data/catalogue.js';
import { useZodForm } from '../../data/form.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { overruleForm as wording } from '../../../words/pages/looks.js';

const emit = defineEmits<{ overrule: [cause: CauseId, reason: string]; cancel: [] }>();
const { typed, submit } = useZodForm({
  blank: () => ({ cause: 'pattern' as CauseId, reason: '' }),
  asInput: (form) => form,
  schema: overruleSchema,
  keep: async ({ cause, reason }) => emit('overrule', cause, reason),
});
</script>

<template>
  <form class="mt-2 space-y-2" novalidate @submit.prevent="submit">
    <PickOne
      id="over-cause"
      :label="wording.iKnowBetter"
      :choices="catalog.causes.filter((c) => c.id !== 'pain')"
      :model-value="typed.cause"
      @update:model-value="typed.cause = $event as CauseId"
    />
    <FormField id="over-why" v-model="typed.reason" path="reason" :label="wording.because" required maxlength="300" />
    <div class="flex gap-2">
      <button class="btn btn-main">{{ wording.overrule }}</button>
      <button type="button" class="btn" @click="emit('cancel')">{{ anywhere.cancel }}</button>
    </div>
  </form>
</template>
