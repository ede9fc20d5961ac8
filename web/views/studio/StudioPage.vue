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
import { anywhere } from '../../../words/pages/anywhere.js';
import { studioPage as wording } from '../../../words/pages/studio.js';

const session = useSession();
const open = ref<string | null>(null);
const leftOut = (id: CautionId): number =>
  [...catalog.drills, ...catalog.tests, ...catalog.rungs].filter((r) => r.excludedBy.includes(id)).length;
const backups = useBackups(() => session.isOwner);
</script>

<template>
  <div class="flex flex-wrap items-center gap-2">
    <h1 class="mr-auto">{{ wording.studio }}</h1>
    <template v-if="session.isCoach">
      <RouterLink to="/start" class="btn"
        ><Footprints :size="18" aria-hidden="true" /> {{ wording.firstSteps }}</RouterLink
      >
      <RouterLink to="/in" class="btn"
        ><FileUp :size="18" aria-hidden="true" /> {{ anywhere.bringRecordsIn }}</RouterLink
      >
      <RouterLink to="/inbox" class="btn"><Inbox :size="18" aria-hidden="true" /> {{ wording.inbox }}</RouterLink>
      <RouterLink to="/letters" class="btn"><Mail :size="18" aria-hidden="true" /> {{ wording.outbox }}</RouterLink>
    </template>
    <template v-if="session.isOwner">
      <RouterLink to="/trail" class="btn"><Eye :size="18" aria-hidden="true" /> {{ wording.whoSawWhat }}</RouterLink>
      <RouterLink to="/backups" class="btn"><Save :size="18" aria-hidden="true" /> {{ wording.backups }}</RouterLink>
    </template>
  </div>
  <p v-if="backups.value.value?.late" role="alert" class="note mt-3">
    {{ wording.theLastBackup }} <RouterLink to="/backups" class="link">{{ wording.seeToIt }}</RouterLink>
  </p>
  <AccountsCard v-if="session.isOwner" />
  <p v-else class="note mt-3">{{ wording.accountsAreKept }}</p>
  <section class="card mt-4" aria-labelledby="defaults">
    <h2 id="defaults">{{ wording.defaults }}</h2>
    <p class="text-soft">
      {{ wording.theseHoldForEverybody }}
      <RouterLink to="/library?kind=methods" class="link">{{ wording.library }}</RouterLink>.
    </p>
    <HallForm v-if="session.isOwner" class="mt-2" :keep="wording.keepTheDefaults" />
    <p v-else>
      {{
        wording.methodTheOwnerSets(
          studio.defaults.method ? methodName(studio.defaults.method) : wording.eachPositionsOwn,
        )
      }}
    </p>
  </section>
  <StudioEyes v-if="session.isOwner" />
  <section class="card mt-4" aria-labelledby="cautions">
    <h2 id="cautions">{{ anywhere.cautions }}</h2>
    <p class="text-soft">{{ wording.generalCautionsNotMedical }}</p>
    <ul class="divide-rule mt-2 divide-y">
      <li v-for="c in catalog.cautions" :key="c.id" class="py-2">
        <div class="flex items-start gap-3">
          <div class="flex-1">
            <h3>{{ c.name }}</h3>
            <p>{{ c.effect }}</p>
            <p class="text-soft figures text-sm">{{ wording.leavesOutDrillsTests(leftOut(c.id)) }}</p>
          </div>
          <button
            class="btn"
            :aria-expanded="open === c.id"
            :aria-label="`${open === c.id ? anywhere.close : wording.open} ${c.name}`"
            @click="open = open === c.id ? null : c.id"
          >
            {{ open === c.id ? anywhere.close : wording.open }}
          </button>
        </div>
        <EntryTools v-if="open === c.id" :entry="{ kind: 'cautions', record: c }" no-copy />
      </li>
    </ul>
  </section>
</template>
