<script setup lang="ts">
import { Download, RotateCcw, Trash2 } from '@lucide/vue';
import { computed, onMounted, ref, watch } from 'vue';
import { RouterLink } from 'vue-router';
import {
  historySchema,
  lookInputSchema,
  lookSchema,
  type HistoryItem,
  type Look,
  type MendTried,
} from '../../../api/observations.js';
import { standingSchema, type Standing } from '../../../api/plans.js';
import { personSchema, type Person } from '../../../api/people.js';
import { catalog } from '../../lib/catalogue.js';
import { FELT_SITES, type CauseId } from '../../../core/formats/catalog.js';
import { STATED_FROM } from '../../../core/judge/judge.js';
import HoldTimeline from '../../components/HoldTimeline.vue';
import LoadState from '../../components/LoadState.vue';
import PersonTags from '../../components/PersonTags.vue';
import PictureLines from '../../components/PictureLines.vue';
import { onLaddersSchema, type OnLadders } from '../../../api/ladders.js';
import { call, nothing } from '../../lib/api.js';
import StepProposal from '../ladders/StepProposal.vue';
import { holdsBefore } from '../../../core/ladder/holds.js';
import { evaluateFor } from '../../lib/look.js';
import { useAction, useResource } from '../../lib/resource.js';
import { dayTimeText, END_WORDS, familyName, rungName, secondsText, SITE_WORDS } from '../../lib/words.js';
import { useOutbox } from '../../stores/outbox.js';
import { useSession } from '../../stores/session.js';
import DrillList from './DrillList.vue';
import FindingList from './FindingList.vue';
import MendGuide from './MendGuide.vue';
import OtherSchools from './OtherSchools.vue';
import type { DrillWishes } from './wishes.js';
import WhyPanel from './WhyPanel.vue';

const props = defineProps<{ id: string }>();
const session = useSession();
const outbox = useOutbox();
const method = ref('');
const deleted = ref(false);
const { error, run } = useAction();

/** A look that waits on this device reads like one from the server. */
function waitingLook(): Look | null {
  for (const item of outbox.items) {
    const parsed = lookInputSchema.safeParse(item.body);
    if (parsed.success && parsed.data.id === props.id)
      return {
        ...parsed.data,
        personId: item.path.split('/')[2]!,
        relooks: [],
        mends: [],
        overrule: null,
        by: session.account?.name ?? '',
      };
  }
  return null;
}
const look = useResource(async () => waitingLook() ?? (await call(`/looks/${props.id}`, lookSchema)));
const person = ref<Person | null>(null);
const wishes = ref<DrillWishes>({ minutes: 20, pins: [], bans: [], order: [] });
const standing = ref<Standing | null>(null);
const onLadders = ref<OnLadders | null>(null);
/** Mends answered on this page, before the server has them. */
const tried = ref<MendTried[] | null>(null);
async function load(): Promise<void> {
  await look.load();
  if (look.value.value)
    person.value = await call(`/people/${look.value.value.personId}`, personSchema).catch(() => null);
}
async function loadPast(): Promise<void> {
  const id = look.value.value?.personId;
  const at = encodeURIComponent(look.value.value?.startedAt ?? '');
  if (id) standing.value = await call(`/people/${id}/standing?at=${at}`, standingSchema).catch(() => null);
  if (id) onLadders.value = await call(`/people/${id}/ladders`, onLaddersSchema).catch(() => null);
  if (id) past.value = (await call(`/people/${id}/looks?limit=50`, historySchema).catch(() => ({ items: [] }))).items;
}
onMounted(async () => {
  await load();
  await loadPast();
});
watch(
  () => outbox.items.length,
  (now, before) => now < before && void load(),
);
/** Steps that helped this person with this fault before. */
const past = ref<HistoryItem[]>([]);
const workedBefore = computed(() =>
  past.value.flatMap((item) =>
    item.id === props.id ? [] : item.helped.filter((h) => h.fault === top.value?.fault).map((h) => h.step),
  ),
);
const isWaiting = computed(() =>
  outbox.items.some((i) => !i.refused && (i.body as { id?: string } | undefined)?.id === props.id),
);

/** Holds before this look, newest first: gates and trends rest on them. */
const before = computed(() => holdsBefore(onLadders.value?.holds ?? [], props.id));
const detail = computed(() => {
  const value = look.value.value;
  return value
    ? evaluateFor(value.observation, person.value, method.value || undefined, {
        mends: tried.value ?? value.mends,
        overruled: value.overrule?.cause,
        minutes: wishes.value.minutes,
        pins: wishes.value.pins,
        bans: wishes.value.bans,
        standing: standing.value,
        day: value.startedAt.slice(0, 10),
        logged: before.value,
        weekKinds: (standing.value?.inForce ?? []).flatMap((d) => catalog.drills.find((r) => r.id === d)?.kind ?? []),
      })
    : null;
});
const hold = computed(() => detail.value?.evaluation.hold ?? null);
const top = computed(() => detail.value?.evaluation.findings.find((f) => f.probability >= STATED_FROM) ?? null);
const pain = computed(() => hold.value?.endedBy === 'pain');
const stopped = computed(() =>
  standing.value?.stop
    ? standing.value.stop
    : standing.value?.painIn.includes(detail.value?.family.id ?? '')
      ? 'Pain ended a hold of this position.'
      : '',
);
const line = computed(() => detail.value?.evaluation.measures.find((m) => m.id === 'hip-line'));
const cautionsHere = computed(() => catalog.cautions.filter((c) => person.value?.cautions.includes(c.id)));

async function feel(site: string): Promise<void> {
  const value = look.value.value;
  if (!value) return;
  look.value.value = {
    ...value,
    observation: {
      ...value.observation,
      evidence: { ...value.observation.evidence, 'felt-first': site as (typeof FELT_SITES)[number] },
    },
  };
  await outbox.put({ path: `/looks/${props.id}`, method: 'PATCH', body: { evidence: { 'felt-first': site } } });
}
/** Keeps a quick test's answer; null takes it back. */
async function answerTest(id: string, answer: 'positive' | 'negative' | number | null): Promise<void> {
  const value = look.value.value;
  if (!value) return;
  const tests = Object.fromEntries(
    Object.entries({ ...value.observation.tests, [id]: answer }).filter(([, a]) => a !== null),
  );
  look.value.value = { ...value, observation: { ...value.observation, tests } };
  await outbox.put({ path: `/looks/${props.id}`, method: 'PATCH', body: { tests: { [id]: answer } } });
}
async function overrule(cause: CauseId | null, reason: string): Promise<void> {
  const value = look.value.value;
  if (!value) return;
  const verdict = cause && { cause, reason };
  look.value.value = { ...value, overrule: verdict };
  await outbox.put({ path: `/looks/${props.id}`, method: 'PATCH', body: { overrule: verdict } });
}
async function remove(): Promise<void> {
  deleted.value = await run(() => call(`/looks/${props.id}`, nothing, { method: 'DELETE' }));
}
async function restore(): Promise<void> {
  if (await run(async () => void (await call(`/looks/${props.id}/restore`, lookSchema, { method: 'POST', body: {} }))))
    deleted.value = false;
}
</script>

<template>
  <LoadState :loading="look.loading.value" :error="look.error.value" @retry="load" />
  <div v-if="deleted" class="card py-10 text-center">
    <p class="text-lg">This look is taken out of the history.</p>
    <button class="btn btn-main mt-3" @click="restore">Undo</button>
    <RouterLink v-if="person" :to="`/people/${person.id}`" class="btn mt-3 ml-2">To {{ person.name }}</RouterLink>
  </div>
  <template v-else-if="look.value.value && detail">
    <div class="flex flex-wrap items-center gap-x-3 gap-y-2">
      <div>
        <h1 class="!text-2xl">
          <RouterLink v-if="person" :to="`/people/${person.id}`" class="hover:underline">{{ person.name }}</RouterLink>
          · {{ familyName(detail.family.id) }}, {{ rungName(detail.family.id, detail.rung.id) }}
        </h1>
        <p class="text-soft">
          {{ dayTimeText(look.value.value.startedAt) }} · {{ look.value.value.by
          }}<template v-if="isWaiting"> · kept on this device, not yet sent</template>
        </p>
      </div>
      <div class="ml-auto flex flex-wrap items-center gap-2">
        <label class="sr-only" for="judge">Judge by</label>
        <select id="judge" v-model="method" class="field !w-auto">
          <option value="">Judged by: {{ detail.method.name }}</option>
          <option v-for="m in catalog.methods" :key="m.id" :value="m.id">Judged by: {{ m.name }}</option>
        </select>
        <a class="btn btn-quiet" :href="`/api/looks/${id}/file`" download aria-label="Save this look as a file"
          ><Download :size="20" aria-hidden="true"
        /></a>
        <button
          v-if="session.isCoach"
          class="btn btn-quiet"
          aria-label="Take this look out of the history"
          @click="remove"
        >
          <Trash2 :size="20" aria-hidden="true" />
        </button>
        <RouterLink
          v-if="look.value.value.relookOf"
          class="btn"
          :to="`/people/${look.value.value.personId}/compare?then=${look.value.value.relookOf}&now=${id}`"
          >Against the look before</RouterLink
        >
        <RouterLink
          v-else-if="look.value.value.relooks.length"
          class="btn"
          :to="`/people/${look.value.value.personId}/compare?then=${id}&now=${look.value.value.relooks.at(-1)}`"
          >Against the re-look</RouterLink
        >
        <RouterLink v-if="!pain" :to="`/bench?person=${look.value.value.personId}&relook=${id}`" class="btn btn-main"
          ><RotateCcw :size="20" aria-hidden="true" /> Look again</RouterLink
        >
      </div>
    </div>
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <div v-if="pain" role="alert" class="note mt-3">
      <p class="text-lg font-bold">Pain ended this hold: leave this position for now.</p>
      <p>
        Note what was said, add a caution on the person’s page, and advise a licensed professional before the next load.
        Chest pain, loss of feeling or control, sudden weakness: urgent help now. Nothing here is a diagnosis.
      </p>
    </div>

    <div class="mt-3 grid items-start gap-4 lg:grid-cols-[1.1fr_1fr_1.1fr]">
      <div class="min-w-0 space-y-4">
        <section class="card" aria-labelledby="seen">
          <h2 id="seen">What was seen</h2>
          <template v-if="hold">
            <p class="figures mt-1">
              <b class="font-head text-5xl">{{ hold.clean.toFixed(1) }}</b> <b class="text-xl">clean seconds</b>
            </p>
            <p class="figures text-soft">
              of {{ secondsText(hold.total)
              }}{{ look.value.value.observation.target ? `, target ${look.value.value.observation.target} s` : ''
              }}{{ hold.endedBy ? ` · ${END_WORDS[hold.endedBy]}` : '' }}
            </p>
            <HoldTimeline :hold="hold" :target="look.value.value.observation.target" class="mt-1" />
          </template>
          <div v-if="look.value.value.observation.frames.length" class="mt-2">
            <PictureLines
              :observation="look.value.value.observation"
              :detail="detail"
              :media-id="look.value.value.mediaId"
              label="The picture with the measured body line"
            />
            <p v-if="line && detail.family.orientation === 'prone'" class="figures mt-1">
              <b class="text-2xl">{{ line.value.toFixed(1).replace('-', '−') }}°</b> ± {{ line.sd.toFixed(1) }}° body
              line
              <span class="text-soft">(the band is two errors wide each side)</span>
            </p>
          </div>
          <p v-for="w in detail.warnings" :key="w" class="note mt-2 text-sm">{{ w }}</p>
          <div class="mt-3 flex flex-wrap items-center gap-2">
            <label for="felt" class="font-semibold">Felt first</label>
            <select
              id="felt"
              class="field !w-auto"
              :value="look.value.value.observation.evidence?.['felt-first'] ?? ''"
              @change="feel(($event.target as HTMLSelectElement).value)"
            >
              <option value="" disabled>not asked</option>
              <option v-for="site in FELT_SITES" :key="site" :value="site">{{ SITE_WORDS[site] }}</option>
            </select>
          </div>
        </section>
        <div v-if="detail.step && person && onLadders" class="card">
          <StepProposal
            :proposal="detail.step"
            :rung="detail.rung"
            :person="person"
            :on="onLadders"
            :look-id="look.value.value.id"
            @on="onLadders = $event"
          />
          <RouterLink
            :to="`/ladders?person=${person.id}&at=${detail.family.id}/${detail.rung.id}`"
            class="link inline-block min-h-[44px] content-center"
            >On the ladder</RouterLink
          >
        </div>
        <section class="card" aria-labelledby="careful">
          <h2 id="careful">Cautions</h2>
          <PersonTags v-if="person" :person="{ ...person, group: null }" />
          <ul v-if="cautionsHere.length" class="mt-1 space-y-1">
            <li v-for="c in cautionsHere" :key="c.id">
              <b>{{ c.name }}:</b> {{ c.effect }}
            </li>
          </ul>
          <p v-else class="text-soft">None on record for today.</p>
          <p class="text-soft mt-2 text-sm">
            Stop on sharp, spreading or growing pain, numbness, dizziness, chest discomfort, unusual breathlessness or
            headache. This helps a coach and clears nobody; local rules and licensed practice come first.
          </p>
        </section>
      </div>

      <div class="min-w-0 space-y-4">
        <FindingList :detail="detail" />
        <WhyPanel
          v-if="detail.ranking.length"
          :detail="detail"
          :observation="look.value.value.observation"
          :overruled="look.value.value.overrule?.cause ?? null"
          @test="answerTest"
          @overrule="overrule"
        />
        <OtherSchools :observation="look.value.value.observation" :detail="detail" :person="person" />
      </div>

      <div class="min-w-0 space-y-4">
        <MendGuide
          v-if="top && !pain"
          :look="look.value.value"
          :person="person"
          :fault-id="top.fault"
          :method="detail.method"
          :worked="workedBefore"
          @tried="tried = $event"
        />
        <p v-if="stopped && !pain" role="alert" class="note">
          {{ stopped }} Drills are not proposed until the stop signs are asked again and clear.
        </p>
        <DrillList
          v-if="!pain && !stopped"
          v-model="wishes"
          :detail="detail"
          :fault-id="top?.fault ?? null"
          :look="look.value.value"
          :person="person"
          :standing="standing"
        />
      </div>
    </div>
  </template>
</template>
