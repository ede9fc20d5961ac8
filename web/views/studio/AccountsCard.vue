<script setup lang="ts">
/** Who may sign in, and as what; one of them is opened to be changed. */
import { computed, ref } from 'vue';
import { RouterLink } from 'vue-router';
import type { Account } from '../../../api/accounts.js';
import { ROLE_WORDS } from '../../../words/accounts.js';
import LoadState from '../../components/LoadState.vue';
import ManyOf from '../../components/ManyOf.vue';
import PersonPicker from '../../components/PersonPicker.vue';
import SortTable from '../../components/SortTable.vue';
import SureButton from '../../components/SureButton.vue';
import type { TableColumn } from '../../components/table-column.js';
import { changeAccount, useAccounts } from '../../data/accounts.js';
import { useAction } from '../../data/action.js';
import { useGroups } from '../../data/people.js';
import { useSession } from '../../data/session.js';
import DevicesCard from '../keeping/DevicesCard.vue';
import AccountForm from './AccountForm.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { accountsCard as wording } from '../../../words/pages/studio.js';

const session = useSession();
const accounts = useAccounts(() => true);
const groups = useGroups();
const { busy, error, run } = useAction();
const adding = ref(false);
/** The account that is open. */
const chosen = ref<string | null>(null);
const open = computed(() => accounts.value.value?.find((a) => a.id === chosen.value) ?? null);
const PAGE = 20;
const columns: TableColumn<Account>[] = [
  { id: 'name', head: anywhere.name, by: (a) => a.name },
  { id: 'email', head: 'E-mail', by: (a) => a.email },
  { id: 'role', head: wording.role, by: (a) => a.role, text: (a) => `${a.role}: ${ROLE_WORDS[a.role]}` },
  { id: 'second', head: wording.code, by: (a) => (a.second ? wording.inUse : 'none'), apart: true },
  { id: 'state', head: wording.state, by: (a) => (a.disabled ? 'closed' : 'open') },
  { id: 'change', head: anywhere.change, by: () => null, unordered: true },
];
async function change(
  account: Account,
  patch: { disabled?: boolean; groups?: string[]; personId?: string | null; second?: false },
): Promise<void> {
  const done = await run(() => changeAccount(account.id, patch));
  // One's own account is also in the session: the menu follows.
  if (done && account.id === session.account?.id) await session.load();
}
</script>

<template>
  <section class="card mt-3" aria-labelledby="accounts">
    <div class="flex items-center">
      <h2 id="accounts">{{ wording.accounts }}</h2>
      <button v-if="!adding" class="btn ml-auto" @click="adding = true">{{ wording.addAnAccount }}</button>
    </div>
    <AccountForm
      v-if="adding"
      class="border-rule mt-3 border-b pb-4"
      :groups="groups.value.value ?? []"
      @added="adding = false"
      @cancel="adding = false"
    />
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <LoadState :loading="accounts.loading.value" :error="accounts.error.value" @retry="accounts.load()" />
    <SortTable
      v-if="accounts.value.value"
      id="accounts"
      :caption="wording.accountsOfTheStudio"
      :columns="columns"
      :rows="accounts.value.value"
      :page-size="PAGE"
    >
      <template #change="{ row }">
        <button
          class="btn"
          :aria-expanded="chosen === row.id"
          :aria-label="wording.change(row.name)"
          @click="chosen = chosen === row.id ? null : row.id"
        >
          {{ chosen === row.id ? anywhere.done : anywhere.change }}
        </button>
      </template>
    </SortTable>
    <div v-if="open" class="border-rule mt-3 space-y-3 border-t pt-3">
      <h3>{{ open.name }}</h3>
      <div class="flex flex-wrap gap-2">
        <PersonPicker
          :id="`self-${open.id}`"
          class="w-64"
          :label="wording.personThatIs(open.name)"
          :model-value="open.personId ?? ''"
          :nobody="wording.isNoPersonHere"
          :placeholder="wording.isNoPersonHere"
          @update:model-value="(id) => change(open!, { personId: id || null })"
        />
        <RouterLink :to="`/trail?account=${open.id}`" class="btn">{{ wording.whatSawAndDid(open.name) }}</RouterLink>
        <button class="btn" :disabled="busy" @click="change(open, { disabled: !open.disabled })">
          {{ open.disabled ? wording.openAgain : wording.closeAccount }}
        </button>
        <SureButton
          v-if="open.second"
          :label="wording.takeTheCodeAway"
          :says="wording.signsIn(open.name)"
          :sure="anywhere.takeItAway"
          :busy="busy"
          @do="change(open, { second: false })"
        />
      </div>
      <fieldset v-if="open.role === 'assistant'">
        <legend class="label">{{ wording.groupsThatThisAssistant }}</legend>
        <ManyOf
          :model-value="open.groups"
          :choices="groups.value.value ?? []"
          @update:model-value="change(open, { groups: [...$event] })"
        />
      </fieldset>
      <DevicesCard :account="open.id" />
    </div>
  </section>
</template>
