<script setup lang="ts">
/** Devices on which an account is signed in, each to be signed out, and its last sign-ins. */
import { computed } from 'vue';
import LoadState from '../../components/LoadState.vue';
import { useAction } from '../../data/action.js';
import { endDevice, useDevices } from '../../data/keeping.js';
import { agoText, dayTimeText } from '../../data/names.js';
import { devicesCard as wording } from '../../../words/pages/keeping.js';

const props = defineProps<{
  /** Of another, which an owner may see; null: one's own. */
  account: string | null;
}>();
const devices = useDevices(() => props.account);
const is = computed(() => devices.value.value);
const { busy, error, run } = useAction();
</script>

<template>
  <LoadState :loading="devices.loading.value" :error="devices.error.value" @retry="devices.load()" />
  <template v-if="is">
    <p v-if="is.devices.length === 0" class="text-soft">{{ wording.nowhere }}</p>
    <ul class="divide-rule divide-y">
      <li v-for="d in is.devices" :key="d.id" class="flex flex-wrap items-center gap-2 py-2">
        <div class="min-w-48 flex-1">
          <p class="font-semibold">
            {{ d.device }} <span v-if="d.here" class="tag">{{ wording.thisOne }}</span>
          </p>
          <p class="text-soft figures text-sm">
            {{ d.since ? wording.since(dayTimeText(d.since)) : wording.sinceAnEarlierVersion
            }}{{ d.seen ? wording.used(agoText(d.seen)) : '' }}
          </p>
        </div>
        <button v-if="!d.here" class="btn" :disabled="busy" @click="run(() => endDevice(account, d.id))">
          {{ wording.signOutThere }}
        </button>
      </li>
    </ul>
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <details v-if="is.signIns.length" class="mt-2">
      <summary class="min-h-[44px] content-center font-semibold">{{ wording.theLastSignIns }}</summary>
      <ul class="divide-rule divide-y">
        <li v-for="(s, i) in is.signIns" :key="i" class="flex flex-wrap gap-x-3 py-1">
          <span class="figures">{{ dayTimeText(s.at) }}</span>
          <span class="text-soft">{{ s.device }}</span>
          <b v-if="!s.ok" class="text-stop">{{ wording.wrongPasswordOrCode }}</b>
        </li>
      </ul>
    </details>
  </template>
</template>
