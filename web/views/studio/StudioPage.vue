<script setup lang="ts">
import { onMounted, reactive, ref } from 'vue';
import { accountSchema, type Account } from '../../../api/accounts.js';
import { ROLES, type Role } from '../../../api/common.js';
import { groupSchema } from '../../../api/people.js';
import { catalog } from '../../../core/catalog/index.js';
import LoadState from '../../components/LoadState.vue';
import { call } from '../../lib/api.js';
import { useAction, useResource } from '../../lib/resource.js';
import { useSession } from '../../stores/session.js';

const session = useSession();
const accounts = useResource(() => call('/accounts', accountSchema.array()));
const groups = useResource(() => call('/groups', groupSchema.array()));
const { busy, error, run } = useAction();
const adding = ref(false);
const form = reactive({ name: '', email: '', password: '', role: 'coach' as Role, groups: [] as string[] });
onMounted(() => (session.isOwner ? Promise.all([accounts.load(), groups.load()]) : undefined));

async function add(): Promise<void> {
  const ok = await run(
    async () =>
      void (await call('/accounts', accountSchema, {
        method: 'POST',
        body: { ...form, groups: form.role === 'assistant' ? form.groups : [] },
      })),
  );
  if (!ok) return;
  adding.value = false;
  Object.assign(form, { name: '', email: '', password: '', role: 'coach', groups: [] });
  await accounts.load();
}
async function change(account: Account, patch: { disabled?: boolean; role?: Role; groups?: string[] }): Promise<void> {
  await run(async () => void (await call(`/accounts/${account.id}`, accountSchema, { method: 'PATCH', body: patch })));
  await accounts.load();
}
const toggled = (account: Account, group: string): string[] =>
  account.groups.includes(group) ? account.groups.filter((g) => g !== group) : [...account.groups, group];
const SEES: Record<Role, string> = {
  owner: 'everything, accounts too',
  coach: 'everybody; may change records',
  assistant: 'people of the groups ticked; logs looks',
};
</script>

<template>
  <h1>Studio</h1>
  <section v-if="session.isOwner" class="card mt-3" aria-labelledby="accounts">
    <div class="flex items-center">
      <h2 id="accounts">Accounts</h2>
      <button class="btn ml-auto" @click="adding = !adding">Add an account</button>
    </div>
    <form
      v-if="adding"
      class="border-rule mt-3 grid gap-3 border-b pb-4 sm:grid-cols-2 lg:grid-cols-4"
      @submit.prevent="add"
    >
      <div>
        <label class="label" for="a-name">Name</label><input id="a-name" v-model="form.name" class="field" required />
      </div>
      <div>
        <label class="label" for="a-email">E-mail</label
        ><input id="a-email" v-model="form.email" type="email" class="field" required autocomplete="off" />
      </div>
      <div>
        <label class="label" for="a-pass">First password</label
        ><input
          id="a-pass"
          v-model="form.password"
          type="password"
          class="field"
          required
          minlength="10"
          autocomplete="new-password"
        />
      </div>
      <div>
        <label class="label" for="a-role">Role</label>
        <select id="a-role" v-model="form.role" class="field">
          <option v-for="r in ROLES" :key="r" :value="r">{{ r }}: {{ SEES[r] }}</option>
        </select>
      </div>
      <fieldset v-if="form.role === 'assistant'" class="sm:col-span-2 lg:col-span-4">
        <legend class="label">Groups that this assistant sees</legend>
        <label
          v-for="g in groups.value.value ?? []"
          :key="g.id"
          class="mr-4 inline-flex min-h-[44px] items-center gap-2"
          ><input v-model="form.groups" type="checkbox" class="h-6 w-6" :value="g.id" /> {{ g.name }}</label
        >
      </fieldset>
      <div class="sm:col-span-2 lg:col-span-4"><button class="btn btn-main" :disabled="busy">Add</button></div>
    </form>
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <LoadState :loading="accounts.loading.value" :error="accounts.error.value" @retry="accounts.load()" />
    <ul class="divide-rule divide-y">
      <li v-for="a in accounts.value.value ?? []" :key="a.id" class="flex flex-wrap items-center gap-3 py-2">
        <div class="min-w-48 flex-1">
          <p class="font-semibold">{{ a.name }} <span v-if="a.disabled" class="tag">closed</span></p>
          <p class="text-soft text-sm">{{ a.email }} · {{ a.role }}: {{ SEES[a.role] }}</p>
        </div>
        <div v-if="a.role === 'assistant'" class="flex flex-wrap gap-3">
          <label v-for="g in groups.value.value ?? []" :key="g.id" class="inline-flex min-h-[44px] items-center gap-2"
            ><input
              type="checkbox"
              class="h-6 w-6"
              :checked="a.groups.includes(g.id)"
              @change="change(a, { groups: toggled(a, g.id) })"
            />
            {{ g.name }}</label
          >
        </div>
        <button class="btn" :disabled="busy" @click="change(a, { disabled: !a.disabled })">
          {{ a.disabled ? 'Open again' : 'Close account' }}
        </button>
      </li>
    </ul>
  </section>
  <p v-else class="note mt-3">Accounts are kept by the studio’s owner.</p>
  <section class="card mt-4" aria-labelledby="methods">
    <h2 id="methods">Methods</h2>
    <p class="text-soft">
      Targets, limits and cues follow from the method. A look keeps what was seen; another method judges it anew.
    </p>
    <ul class="mt-2 grid gap-3 md:grid-cols-2">
      <li v-for="m in catalog.methods" :key="m.id">
        <h3>{{ m.name }}</h3>
        <p>{{ m.summary }}</p>
        <p class="text-soft figures text-sm">holds up to {{ m.cap }} s, then harder instead of longer</p>
      </li>
    </ul>
  </section>
  <section class="card mt-4" aria-labelledby="cautions">
    <h2 id="cautions">Cautions</h2>
    <p class="text-soft">
      General cautions, not medical advice. Local rules, the hall’s own policy and licensed practice come first.
    </p>
    <dl class="mt-2 grid gap-x-6 gap-y-2 md:grid-cols-2">
      <div v-for="c in catalog.cautions" :key="c.id">
        <dt class="font-semibold">{{ c.name }}</dt>
        <dd>{{ c.effect }}</dd>
      </div>
    </dl>
  </section>
</template>
