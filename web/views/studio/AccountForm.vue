<script setup lang="ts">
/** A new account: who, by which address and first password, what it may; an assistant sees the groups that are chosen. */
import { accountInputSchema } from '../../../api/accounts.js';
import { ROLES, type Role } from '../../../api/common.js';
import type { Group } from '../../../api/people.js';
import { ROLE_WORDS } from '../../../words/accounts.js';
import FormField from '../../components/FormField.vue';
import ManyOf from '../../components/ManyOf.vue';
import PickOne from '../../components/PickOne.vue';
import { addAccount } from '../../data/accounts.js';
import { useZodForm } from '../../data/form.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { accountForm as wording } from '../../../words/pages/studio.js';

defineProps<{ groups: readonly Group[] }>();
const emit = defineEmits<{ added: []; cancel: [] }>();
const { typed, busy, error, submit } = useZodForm({
  blank: () => ({ name: '', email: '', password: '', role: 'coach' as Role, groups: [] as string[] }),
  asInput: (form) => ({ ...form, groups: form.role === 'assistant' ? form.groups : [] }),
  schema: accountInputSchema,
  keep: addAccount,
});
async function add(event: Event): Promise<void> {
  if (await submit(event)) emit('added');
}
</script>

<template>
  <form class="grid gap-3 sm:grid-cols-2 lg:grid-cols-4" novalidate @submit.prevent="add">
    <FormField id="a-name" v-model="typed.name" path="name" :label="anywhere.name" required maxlength="80" />
    <FormField
      id="a-email"
      v-model="typed.email"
      path="email"
      :label="anywhere.eMail"
      type="email"
      required
      autocomplete="off"
    />
    <FormField
      id="a-pass"
      v-model="typed.password"
      path="password"
      :label="wording.firstPassword"
      type="password"
      :hint="wording.tenCharactersOrMore"
      required
      autocomplete="new-password"
    />
    <PickOne
      id="a-role"
      :label="wording.role"
      :choices="ROLES.map((r) => ({ id: r, name: `${r}: ${ROLE_WORDS[r]}` }))"
      :model-value="typed.role"
      @update:model-value="typed.role = $event as Role"
    />
    <fieldset v-if="typed.role === 'assistant'" class="sm:col-span-2 lg:col-span-4">
      <legend class="label">{{ wording.groupsThatThisAssistant }}</legend>
      <ManyOf v-model="typed.groups" :choices="groups" />
    </fieldset>
    <p v-if="error" role="alert" class="note sm:col-span-2 lg:col-span-4">{{ error }}</p>
    <div class="flex gap-2 sm:col-span-2 lg:col-span-4">
      <button class="btn btn-main" :disabled="busy">{{ anywhere.add }}</button>
      <button type="button" class="btn" @click="emit('cancel')">{{ anywhere.cancel }}</button>
    </div>
  </form>
</template>
