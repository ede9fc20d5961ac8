<script setup lang="ts">
/** One's own password, asked again before what cannot be undone. */
import FormField from '../../components/FormField.vue';
import { useZodForm } from '../../data/form.js';
import { secondOffSchema } from '../../../api/accounts.js';
import { passwordForm as wording } from '../../../words/pages/keeping.js';

const props = defineProps<{
  id: string;
  /** What the button does; and what it says while it is done. */
  does: string;
  doing?: string;
  /** What the other button says. */
  leave: string;
  keep: (password: string) => Promise<unknown>;
}>();
const emit = defineEmits<{ done: []; leave: [] }>();
const { typed, busy, error, submit } = useZodForm({
  blank: () => ({ password: '' }),
  asInput: (form) => form,
  schema: secondOffSchema,
  keep: ({ password }) => props.keep(password),
});
async function go(event: Event): Promise<void> {
  if (await submit(event)) emit('done');
}
</script>

<template>
  <form class="space-y-3" novalidate @submit.prevent="go">
    <FormField
      :id="id"
      v-model="typed.password"
      class="max-w-xs"
      path="password"
      :label="wording.yourPassword"
      type="password"
      required
      autocomplete="current-password"
    />
    <p v-if="error" role="alert" class="note">{{ error }}</p>
    <div class="flex flex-wrap gap-2">
      <button class="btn btn-stop" :disabled="busy">{{ busy ? (doing ?? does) : does }}</button>
      <button type="button" class="btn" :disabled="busy" @click="emit('leave')">{{ leave }}</button>
    </div>
  </form>
</template>
