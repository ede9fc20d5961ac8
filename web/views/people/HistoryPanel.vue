<script setup lang="ts">
import { computed, defineAsyncComponent, onMounted, ref, watch } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import { historySchema, lookSchema, type HistoryItem } from '../../../api/observations.js';
import type { Person } from '../../../api/people.js';
import { catalog } from '../../lib/catalogue.js';
import LoadState from '../../components/LoadState.vue';
import SeverityKnots from '../../components/SeverityKnots.vue';
import TautLine from '../../components/TautLine.vue';
import { ApiError, call } from '../../lib/api.js';
import { useAction, useResource } from '../../lib/resource.js';
import {
  dayTimeText,
  END_WORDS,
  familyName,
  faultName,
  rungName,
  secondsText,
  SEVERITY_LEVEL,
} from '../../lib/words.js';
import TakeoverTrend from './TakeoverTrend.vue';
import { useOutbox } from '../../stores/outbox.js';

const CleanChart = defineAsyncComponent(() => import('./CleanChart.vue'));
const props = defineProps<{ person: Person }>();
const router = useRouter();
const outbox = useOutbox();
const method = ref('');
const older = ref<HistoryItem[]>([]);
const more = ref(false);
const address = (before?: string): string =>
  `/people/${props.person.id}/looks?${new URLSearchParams({ limit: '50', ...(method.value ? { method: method.value } : {}), ...(before ? { before } : {}) }).toString()}`;
const history = useResource(async () => {
  const page = await call(address(), historySchema);
  older.value = [];
  more.value = page.more;
  return page.items;
});
const items = computed(() => [...(history.value.value ?? []), ...older.value]);
async function loadMore(): Promise<void> {
  const page = await call(address(items.value.at(-1)?.startedAt), historySchema);
  older.value = [...older.value, ...page.items];
  more.value = page.more;
}
watch(method, () => void history.load());
watch(
  () => outbox.items.length,
  (now, before) => now < before && void history.load(),
);
onMounted(history.load);

const chooser = ref<HTMLInputElement | null>(null);
const importing = useAction();
const lines = ref<string[]>([]);
/** Takes an observation file; what is wrong with it is said line by line and nothing is kept. */
async function takeFile(file: File | undefined): Promise<void> {
  if (!file) return;
  lines.value = [];
  await importing.run(async () => {
    let observation: unknown;
    try {
      observation = JSON.parse(await file.text());
    } catch {
      lines.value = ['file: is not JSON'];
      return;
    }
    const body = { id: crypto.randomUUID(), startedAt: new Date(file.lastModified).toISOString(), observation };
    try {
      await call(`/people/${props.person.id}/looks`, lookSchema, { method: 'POST', body });
      await history.load();
    } catch (error) {
      if (!(error instanceof ApiError) || !error.problem.problems) throw error;
      lines.value = error.problem.problems.map((p) => `${p.path}: ${p.message}`);
    }
  });
}

const waiting = computed(() => outbox.items.filter((i) => i.path === `/people/${props.person.id}/looks`).length);
const chosen = ref<string[]>([]);
const toggle = (id: string): void => {
  chosen.value = chosen.value.includes(id) ? chosen.value.filter((c) => c !== id) : [...chosen.value.slice(-1), id];
};
/** Then first, now second. */
const compare = (): void => {
  const [a, b] = items.value.filter((i) => chosen.value.includes(i.id)).reverse();
  void router.push(`/people/${props.person.id}/compare?then=${a!.id}&now=${b!.id}`);
};
const slack = (item: HistoryItem): number =>
  item.bodyLine ? item.bodyLine.value / 20 : item.top ? SEVERITY_LEVEL[item.top.severity] / 3 : 0;
const says = (item: HistoryItem): string =>
  item.top ? `${faultName(item.top.fault)}, ${item.top.severity}` : 'nothing seen to mend';
</script>

<template>
  <section class="card min-w-0" aria-labelledby="history">
    <div class="flex flex-wrap items-center gap-3">
      <h2 id="history">Looks</h2>
      <label class="sr-only" for="judge">Judge by</label>
      <select id="judge" v-model="method" class="field ml-auto !w-auto">
        <option value="">Judged by the method in force</option>
        <option v-for="m in catalog.methods" :key="m.id" :value="m.id">Judged by {{ m.name }}</option>
      </select>
      <button class="btn" :disabled="chosen.length !== 2" @click="compare">Then and now</button>
    </div>
    <div class="flex flex-wrap items-center gap-x-3">
      <p class="text-soft text-sm">Tick two looks to lay them side by side.</p>
      <button class="link ml-auto min-h-[44px] text-sm" @click="chooser?.click()">Add a look from a file</button>
      <input
        ref="chooser"
        type="file"
        accept="application/json,.json"
        class="sr-only"
        tabindex="-1"
        aria-label="Observation file"
        @change="takeFile(($event.target as HTMLInputElement).files?.[0])"
      />
    </div>
    <div v-if="lines.length || importing.error.value" role="alert" class="note">
      <p class="font-semibold">{{ importing.error.value ?? 'This file was not taken; nothing was kept.' }}</p>
      <ul>
        <li v-for="line in lines" :key="line">{{ line }}</li>
      </ul>
    </div>
    <p v-if="waiting" role="status" class="note mt-2">
      {{ waiting }} {{ waiting === 1 ? 'look is' : 'looks are' }} kept on this device and will be sent.
    </p>
    <LoadState :loading="history.loading.value" :error="history.error.value" @retry="history.load()" />
    <LoadState v-if="history.value.value && items.length === 0" empty="No looks yet.">
      <RouterLink :to="`/bench?person=${person.id}`" class="btn btn-main mt-2">Take the first look</RouterLink>
    </LoadState>
    <TakeoverTrend :items="items" />
    <CleanChart v-if="items.some((i) => i.clean !== null)" :items="items" />
    <ul class="divide-rule mt-2 divide-y">
      <li v-for="item in items" :key="item.id" class="flex flex-wrap items-center gap-x-3 gap-y-1 py-2">
        <label class="flex min-h-[44px] min-w-[44px] items-center justify-center"
          ><input
            type="checkbox"
            class="h-6 w-6"
            :checked="chosen.includes(item.id)"
            :aria-label="`Compare the look of ${dayTimeText(item.startedAt)}`"
            @change="toggle(item.id)"
        /></label>
        <img
          v-if="item.mediaId"
          :src="`/api/media/${item.mediaId}/thumbnail`"
          alt=""
          class="h-12 w-20 rounded object-cover"
          loading="lazy"
        />
        <TautLine
          v-else
          :slack="slack(item)"
          :error="item.bodyLine ? item.bodyLine.sd / 8 : 0.1"
          :knots="item.top ? SEVERITY_LEVEL[item.top.severity] : 0"
          :label="says(item)"
        />
        <div class="min-w-0 flex-1">
          <RouterLink :to="`/looks/${item.id}`" class="font-semibold hover:underline"
            >{{ familyName(item.position) }}, {{ rungName(item.position, item.rung) }}</RouterLink
          >
          <p class="text-soft text-sm">
            {{ dayTimeText(item.startedAt) }}{{ item.relookOf ? ' · re-look' : ''
            }}{{ item.endedBy ? ` · ${END_WORDS[item.endedBy]}` : '' }}
          </p>
        </div>
        <p v-if="item.clean !== null" class="figures text-right">
          <b class="text-lg">{{ secondsText(item.clean) }}</b> clean<br /><span class="text-soft text-sm"
            >of {{ secondsText(item.total ?? 0) }}</span
          >
        </p>
        <p v-else-if="item.bodyLine" class="figures text-right">
          <b class="text-lg">{{ item.bodyLine.value.toFixed(1).replace('-', '−') }}°</b><br /><span
            class="text-soft text-sm"
            >± {{ item.bodyLine.sd.toFixed(1) }}°</span
          >
        </p>
        <div class="w-44">
          <template v-if="item.top">
            <p class="text-sm">{{ faultName(item.top.fault) }}</p>
            <SeverityKnots :severity="item.top.severity" :borderline="item.top.probability < 0.8" />
          </template>
          <p v-else class="text-soft text-sm">nothing to mend</p>
        </div>
      </li>
    </ul>
    <button v-if="more" class="btn mt-2" @click="loadMore">Older looks</button>
  </section>
</template>
