<script setup lang="ts">
import { withCharts } from '../../drawing/with-charts.js';
import { Rows3, Table } from '@lucide/vue';
import { useLocalStorage } from '@vueuse/core';
import { computed, defineAsyncComponent, ref } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import type { HistoryItem } from '../../../api/observations.js';
import { bodyOf } from '../../../core/body/anthropometry.js';
import type { Person } from '../../../api/people.js';
import { isStated, severityRank } from '../../../core/formats/catalog.js';
import { END_WORDS } from '../../../words/labels.js';
import { doneText } from '../../../words/counts.js';
import { fixed, plusMinus, secondsText } from '../../../words/numbers.js';
import { setupText } from '../../../words/setup.js';
import LoadState from '../../components/LoadState.vue';
import { catalog } from '../../data/catalogue.js';
import { useHistory } from '../../data/looks.js';
import { dayTimeText, familyName, faultName, rungName } from '../../data/names.js';
import SeverityKnots from '../../drawing/SeverityKnots.vue';
import TautLine from '../../drawing/TautLine.vue';
import ImportLook from './ImportLook.vue';
import LookTable from './LookTable.vue';
import SetUpTrend from './SetUpTrend.vue';
import TakeoverTrend from './TakeoverTrend.vue';
import JudgeBy from '../../components/JudgeBy.vue';
import { historyPanel as wording } from '../../../words/pages/people.js';

const CleanChart = defineAsyncComponent(withCharts(() => import('./CleanChart.vue')));
const props = defineProps<{ person: Person }>();
const router = useRouter();
const method = ref('');
const history = useHistory(
  () => props.person.id,
  () => method.value,
);
const items = history.items;
const waiting = computed(() => history.waiting.value.size);

/** This device likes them as a table. */
const tabled = useLocalStorage('anchor.looks.table', false);
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
  item.bodyLine ? item.bodyLine.value / 20 : item.top ? severityRank(item.top.severity) / 3 : 0;
const says = (item: HistoryItem): string =>
  item.top ? `${faultName(item.top.fault)}, ${item.top.severity}` : wording.nothingSeenToMend;
function setUpOf(item: HistoryItem): string {
  const rung = catalog.rungs.find((r) => r.family === item.position && r.id === item.rung);
  const told = rung && setupText(rung, bodyOf(), item.setup);
  return told ? ` · ${told}` : '';
}
</script>

<template>
  <section class="card min-w-0" aria-labelledby="history">
    <div class="flex flex-wrap items-center gap-3">
      <h2 id="history">{{ wording.looks }}</h2>
      <JudgeBy v-model="method" class="ml-auto" :in-force="wording.judgedByTheMethod" :before="wording.judgedBy" />
      <button class="btn" :disabled="chosen.length !== 2" @click="compare">{{ wording.thenAndNow }}</button>
    </div>
    <div class="mt-2 flex flex-wrap items-center gap-x-3">
      <p v-if="!tabled" class="text-soft text-sm">{{ wording.tickTwoLooks }}</p>
      <p v-else-if="history.more.value" class="text-soft text-sm">{{ wording.theNewest(items.length) }}</p>
      <div class="ml-auto flex flex-wrap gap-2">
        <button class="btn" @click="tabled = !tabled">
          <component :is="tabled ? Rows3 : Table" :size="18" aria-hidden="true" />
          {{ tabled ? wording.asAList : wording.asATable }}
        </button>
        <ImportLook :person="person" />
      </div>
    </div>
    <p v-if="waiting" role="status" class="note mt-2">
      {{ wording.keptOnThisDevice(waiting, waiting === 1 ? wording.lookIs : wording.looksAre) }}
    </p>
    <LoadState :loading="history.loading.value" :error="history.error.value" @retry="history.load()" />
    <LoadState v-if="!history.loading.value && !history.error.value && items.length === 0" :empty="wording.noLooksYet">
      <RouterLink :to="`/bench?person=${person.id}`" class="btn btn-main mt-2">{{
        wording.takeTheFirstLook
      }}</RouterLink>
    </LoadState>
    <TakeoverTrend :items="items" />
    <SetUpTrend :items="items" />
    <CleanChart v-if="items.some((i) => i.clean !== null)" :items="items" />
    <LookTable v-if="tabled && items.length" class="mt-2" :items="items" />
    <ul v-else class="divide-rule mt-2 divide-y">
      <li v-for="item in items" :key="item.id" class="flex flex-wrap items-center gap-x-3 gap-y-1 py-2">
        <label class="flex min-h-[44px] min-w-[44px] items-center justify-center"
          ><input
            type="checkbox"
            class="h-6 w-6"
            :checked="chosen.includes(item.id)"
            :aria-label="wording.compareTheLookOf(dayTimeText(item.startedAt))"
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
          :knots="item.top ? severityRank(item.top.severity) : 0"
          :label="says(item)"
        />
        <div class="min-w-48 flex-1">
          <RouterLink :to="`/looks/${item.id}`" class="font-semibold hover:underline"
            >{{ familyName(item.position) }}{{ item.rung ? `, ${rungName(item.position, item.rung)}` : '' }}</RouterLink
          >
          <p class="text-soft text-sm">
            {{ dayTimeText(item.startedAt) }}{{ item.runId ? wording.inAClass : ''
            }}{{ item.relookOf ? wording.reLook : '' }}{{ history.waiting.value.has(item.id) ? wording.notYetSent : ''
            }}{{ item.endedBy ? ` · ${END_WORDS[item.endedBy]}` : '' }}{{ setUpOf(item) }}
          </p>
        </div>
        <p v-if="item.clean !== null" class="figures text-right">
          <b class="text-lg">{{ item.reps ? doneText(item) : secondsText(item.clean) }}</b>{{
            item.reps ? '' : wording.clean
          }}<br /><span class="text-soft text-sm">{{ wording.of(secondsText(item.total ?? 0)) }}</span>
        </p>
        <p v-else-if="item.bodyLine" class="figures text-right">
          <b class="text-lg">{{ fixed(item.bodyLine.value) }}°</b><br /><span class="text-soft text-sm">{{
            plusMinus(item.bodyLine.sd, '°')
          }}</span>
        </p>
        <div class="w-44">
          <template v-if="item.top">
            <p class="text-sm">{{ faultName(item.top.fault) }}</p>
            <SeverityKnots :severity="item.top.severity" :borderline="!isStated(item.top)" />
          </template>
          <p v-else-if="item.cannot" class="note text-sm">{{ wording.cannotBeJudged(item.cannot) }}</p>
          <p v-else class="text-soft text-sm">{{ item.undecided ? wording.notJudgedYet : wording.nothingToMend }}</p>
        </div>
      </li>
    </ul>
    <button v-if="history.more.value" class="btn mt-2" @click="history.loadMore()">{{ wording.olderLooks }}</button>
  </section>
</template>
