<script setup lang="ts">
import { Eye, FileUp, Footprints, Inbox, Mail, Save } from '@lucide/vue';
import { ref } from 'vue';
import { RouterLink } from 'vue-router';
import type { CautionId } from '../../../core/formats/catalog.js';
import EntryTools from '../library/EntryTools.vue';
import { catalog, studio } from '../../data/catalogue.js';
import { methodName } from '../../data/names.js';
import { useSession } from '../../data/session.js';
import AccountsCard from './AccountsCard.vue';
import HallForm from './HallForm.vue';
import { useBackups } from '../../data/keeping.js';
import StudioEyes from './StudioEyes.vue';

const session = useSession();
const open = ref<string | null>(null);
const leftOut = (id: CautionId): number =>
  [...catalog.drills, ...catalog.tests, ...catalog.rungs].filter((r) => r.excludedBy.includes(id)).length;
const backups = useBackups(() => session.isOwner);
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
  <AccountsCard v-if="session.isOwner" />
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
