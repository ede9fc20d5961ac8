<script setup lang="ts">
import { Eye, FileUp, Footprints, Inbox, Mail, Save } from '@lucide/vue';
import { ref } from 'vue';
import { RouterLink } from 'vue-router';
import type { Account } from '../../../api/accounts.js';
import type { Role } from '../../../api/common.js';
import type { CautionId } from '../../../core/formats/catalog.js';
import EntryTools from '../library/EntryTools.vue';
import PersonPicker from '../../components/PersonPicker.vue';
import { toggled } from '../../components/toggled.js';
import { changeAccount, useAccounts } from '../../data/accounts.js';
import { useGroups } from '../../data/people.js';
import { catalog, studio } from '../../data/catalogue.js';
import { methodName } from '../../data/names.js';
import LoadState from '../../components/LoadState.vue';
import { useAction } from '../../data/action.js';
import { useSession } from '../../data/session.js';
import { ROLE_WORDS } from '../../../words/accounts.js';
import AccountForm from './AccountForm.vue';
import HallForm from './HallForm.vue';
import { useBackups } from '../../data/keeping.js';
import SureButton from '../../components/SureButton.vue';
import DevicesCard from '../keeping/DevicesCard.vue';
import StudioEyes from './StudioEyes.vue';

const session = useSession();
const open = ref<string | null>(null);
const leftOut = (id: CautionId): number =>
  [...catalog.drills, ...catalog.tests, ...catalog.rungs].filter((r) => r.excludedBy.includes(id)).length;
const accounts = useAccounts(() => session.isOwner);
const groups = useGroups(() => session.isOwner);
const { busy, error, run } = useAction();
const backups = useBackups(() => session.isOwner);
/** The account whose devices are shown. */
const devicesOf = ref<string | null>(null);
const adding = ref(false);

async function change(
  account: Account,
  patch: { disabled?: boolean; role?: Role; groups?: string[]; personId?: string | null; second?: false },
): Promise<void> {
  const done = await run(() => changeAccount(account.id, patch));
  // One's own account is also in the session: the menu follows.
  if (done && account.id === session.account?.id) await session.load();
}
</script>

<template>
  <div class="flex flex-wrap items-center gap-2">
    <h1 class="mr-auto">Studio</h1>
    <template v-if="session.isCoach">
      <RouterLink to="/start" class="btn"><Footprints :size="18" aria-hidden="true" /> First steps</RouterLink>
      <RouterLink to="/in" class="btn"><FileUp :size="18" aria-hidden="true" /> Bring records in</RouterLink>
      <RouterLink to="/inbox" class="btn"><Inbox :size="18" aria-hidden="true" /> Inbox</RouterLink>
      <RouterLink to="/letters" class="btn"><Mail :size="18" aria-hidden="true" /> Outbox</RouterLink>
    </template>
    <template v-if="session.isOwner">
      <RouterLink to="/trail" class="btn"><Eye :size="18" aria-hidden="true" /> Who saw what</RouterLink>
      <RouterLink to="/backups" class="btn"><Save :size="18" aria-hidden="true" /> Backups</RouterLink>
    </template>
  </div>
  <p v-if="backups.value.value?.late" role="alert" class="note mt-3">
    The last backup is too old. <RouterLink to="/backups" class="link">See to it</RouterLink>
  </p>
  <section v-if="session.isOwner" class="card mt-3" aria-labelledby="accounts">
    <div class="flex items-center">
      <h2 id="accounts">Accounts</h2>
      <button class="btn ml-auto" @click="adding = !adding">Add an account</button>
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
    <ul class="divide-rule divide-y">
      <li v-for="a in accounts.value.value ?? []" :key="a.id" class="flex flex-wrap items-center gap-3 py-2">
        <div class="min-w-48 flex-1">
          <p class="font-semibold">{{ a.name }} <span v-if="a.disabled" class="tag">closed</span></p>
          <p class="text-soft text-sm">{{ a.email }} · {{ a.role }}: {{ ROLE_WORDS[a.role] }}</p>
        </div>
        <div v-if="a.role === 'assistant'" class="flex flex-wrap gap-3">
          <label v-for="g in groups.value.value ?? []" :key="g.id" class="inline-flex min-h-[44px] items-center gap-2"
            ><input
              type="checkbox"
              class="h-6 w-6"
              :checked="a.groups.includes(g.id)"
              @change="change(a, { groups: toggled(a.groups, g.id) })"
            />
            {{ g.name }}</label
          >
        </div>
        <div class="w-56">
          <PersonPicker
            :id="`self-${a.id}`"
            :label="`Person that ${a.name} is`"
            :model-value="a.personId ?? ''"
            nobody="Is no person here"
            placeholder="Is no person here"
            @update:model-value="(id) => change(a, { personId: id || null })"
          />
        </div>
        <button
          class="btn"
          :aria-expanded="devicesOf === a.id"
          :aria-label="`Devices of ${a.name}`"
          @click="devicesOf = devicesOf === a.id ? null : a.id"
        >
          Devices
        </button>
        <button class="btn" :disabled="busy" @click="change(a, { disabled: !a.disabled })">
          {{ a.disabled ? 'Open again' : 'Close account' }}
        </button>
        <div v-if="devicesOf === a.id" class="basis-full">
          <DevicesCard :account="a.id" />
          <div class="mt-2 flex flex-wrap gap-2">
            <RouterLink :to="`/trail?account=${a.id}`" class="btn">What {{ a.name }} saw and did</RouterLink>
            <SureButton
              v-if="a.second"
              label="Take the code away"
              :says="`${a.name} signs in with the password alone until a new one is begun. Do it when device and codes are lost.`"
              sure="Take it away"
              :busy="busy"
              @do="change(a, { second: false })"
            />
          </div>
        </div>
      </li>
    </ul>
  </section>
  <p v-else class="note mt-3">Accounts are kept by the studio’s owner.</p>
  <section class="card mt-4" aria-labelledby="defaults">
    <h2 id="defaults">Defaults</h2>
    <p class="text-soft">
      These hold for everybody, unless the person’s page or the look says otherwise. Methods are read and copied in the
      <RouterLink to="/library?kind=methods" class="link">library</RouterLink>.
    </p>
    <HallForm v-if="session.isOwner" class="mt-2" keep="Keep the defaults" />
    <p v-else>
      Method: {{ studio.defaults.method ? methodName(studio.defaults.method) : 'each position’s own' }}. The owner sets
      it.
    </p>
  </section>
  <StudioEyes v-if="session.isOwner" />
  <section class="card mt-4" aria-labelledby="cautions">
    <h2 id="cautions">Cautions</h2>
    <p class="text-soft">
      General cautions, not medical advice; the studio edits the table to its own policy. Local rules, the hall’s policy
      and licensed practice come first.
    </p>
    <ul class="divide-rule mt-2 divide-y">
      <li v-for="c in catalog.cautions" :key="c.id" class="py-2">
        <div class="flex items-start gap-3">
          <div class="flex-1">
            <h3>{{ c.name }}</h3>
            <p>{{ c.effect }}</p>
            <p class="text-soft figures text-sm">leaves out {{ leftOut(c.id) }} drills, tests and versions</p>
          </div>
          <button
            class="btn"
            :aria-expanded="open === c.id"
            :aria-label="`${open === c.id ? 'Close' : 'Open'} ${c.name}`"
            @click="open = open === c.id ? null : c.id"
          >
            {{ open === c.id ? 'Close' : 'Open' }}
          </button>
        </div>
        <EntryTools v-if="open === c.id" :entry="{ kind: 'cautions', record: c }" no-copy />
      </li>
    </ul>
  </section>
</template>
