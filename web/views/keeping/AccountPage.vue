<script setup lang="ts">
/** One's own account: where it is signed in, and a code beside the password. */
import { KeyRound } from '@lucide/vue';
import { ref } from 'vue';
import PasswordDialog from '../../components/PasswordDialog.vue';
import { useSession } from '../../data/session.js';
import DevicesCard from './DevicesCard.vue';
import SecondFactor from './SecondFactor.vue';
import { accountPage as wording } from '../../../words/pages/keeping.js';

const session = useSession();
const changing = ref(false);
</script>

<template>
  <div class="flex flex-wrap items-center gap-2">
    <h1 class="mr-auto">{{ wording.yourAccount }}</h1>
    <button class="btn" @click="changing = true">
      <KeyRound :size="18" aria-hidden="true" /> {{ wording.changeYourPassword }}
    </button>
  </div>
  <p class="text-soft">{{ session.account?.name }} · {{ session.account?.email }} · {{ session.account?.role }}</p>
  <div class="columns mt-4 grid items-start gap-4 lg:grid-cols-2">
    <section class="card" aria-labelledby="devices">
      <h2 id="devices">{{ wording.whereYouAreSigned }}</h2>
      <DevicesCard :account="null" />
    </section>
    <SecondFactor />
  </div>
  <PasswordDialog :open="changing" @close="changing = false" />
</template>
