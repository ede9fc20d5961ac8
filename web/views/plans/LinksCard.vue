<script setup lang="ts">
/** Links that open this programme without an account: made, shown once, taken back. */
import { Link2 } from '@lucide/vue';
import { useClipboard } from '@vueuse/core';
import { computed, ref } from 'vue';
import type { ProgrammeLink } from '../../../api/programmes.js';
import { LINK_DAYS } from '../../../words/programme.js';
import LoadState from '../../components/LoadState.vue';
import OnOff from '../../components/OnOff.vue';
import PickOne from '../../components/PickOne.vue';
import { useAction } from '../../data/action.js';
import { dayText, dayTimeText } from '../../data/names.js';
import SendLetter from '../letters/SendLetter.vue';
import { addLink, shutLink, useLinks } from '../../data/solo.js';
import { linksCard as wording } from '../../../words/pages/plans.js';

const props = defineProps<{ id: string; personId: string }>();
const links = useLinks(() => props.id);
const open = computed(() => (links.value.value ?? []).filter((l) => !l.shut));
const { busy, error, run } = useAction();
const days = ref('30');
const progress = ref(true);
const sendIn = ref(true);
/** The address of a link that was just made: its secret is shown this once. */
const made = ref('');
/** The same for a calendar that asks by itself. */
const feed = ref('');
const { copy, copied, isSupported } = useClipboard();
const make = (): Promise<boolean> =>
  run(async () => {
    const scopes: ProgrammeLink['scopes'] = [
      'programme',
      ...(progress.value ? (['progress'] as const) : []),
      ...(sendIn.value ? (['send-in'] as const) : []),
    ];
    const { secret } = await addLink(props.id, scopes, Number(days.value));
    made.value = `${location.origin}/s/${secret}`;
    feed.value = `${location.origin}/api/solo/${secret}/calendar.ics`;
  });
const shut = (link: ProgrammeLink): Promise<boolean> =>
  run(async () => {
    await shutLink(link.id);
    made.value = '';
  });
</script>

<template>
  <section class="card" aria-labelledby="plan-links">
    <h2 id="plan-links">{{ wording.byLink }}</h2>
    <p class="text-soft text-sm">{{ wording.whoeverHasTheLink }}</p>
    <LoadState :loading="links.loading.value" :error="links.error.value" @retry="links.load()" />
    <div class="mt-2 space-y-2">
      <PickOne id="link-days" v-model="days" :label="wording.opensFor" :choices="LINK_DAYS" />
      <OnOff v-model="progress">{{ wording.showsProgressSoFar }}</OnOff>
      <OnOff v-model="sendIn">{{ wording.clipsMayBeSent }}</OnOff>
      <button class="btn w-full" :disabled="busy" @click="make">
        <Link2 :size="18" aria-hidden="true" /> {{ wording.makeALink }}
      </button>
    </div>
    <div class="mt-2 flex flex-wrap gap-2">
      <SendLetter :person-id="personId" what="programme" :of="id" :label="wording.sendItByMail" />
    </div>
    <div v-if="made" class="note mt-2 space-y-2" role="status">
      <p>
        <b>{{ wording.itIsShownOnly }}</b> {{ wording.copyItNow }}
      </p>
      <input
        class="field figures text-sm"
        readonly
        :aria-label="wording.theLink"
        :value="made"
        @focus="($event.target as HTMLInputElement).select()"
      />
      <p class="text-sm">{{ wording.forACalendar }}</p>
      <input
        class="field figures text-sm"
        readonly
        :aria-label="wording.theCalendarsAddress"
        :value="feed"
        @focus="($event.target as HTMLInputElement).select()"
      />
      <button v-if="isSupported" class="btn" @click="copy(made)">{{ copied ? wording.copied : wording.copy }}</button>
    </div>
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <ul class="divide-rule mt-2 divide-y">
      <li v-for="l in open" :key="l.id" class="flex flex-wrap items-center gap-2 py-1">
        <span class="min-w-40 flex-1 text-sm"
          >{{
            wording.until(dayText(l.until), l.openedAt ? wording.opened(dayTimeText(l.openedAt)) : wording.notOpenedYet)
          }}
        </span>
        <button class="btn" :disabled="busy" @click="shut(l)">{{ wording.takeBack }}</button>
      </li>
    </ul>
  </section>
</template>
