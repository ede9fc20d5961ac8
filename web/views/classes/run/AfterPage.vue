<script setup lang="ts">
/** What was noted in a class, to be corrected, dropped and kept as looks; who was there, who is due for a closer look, what went most. */
import { Trash2 } from '@lucide/vue';
import { computed, ref } from 'vue';
import { RouterLink } from 'vue-router';
import { z } from 'zod';
import {
  cleanOf,
  commonest,
  dueForALook,
  endOf,
  eventsSaying,
  isWhole,
  type WorkNote,
} from '../../../../core/class/run.js';
import { DUE_WORDS } from '../../../../words/class.js';
import LoadState from '../../../components/LoadState.vue';
import OnOff from '../../../components/OnOff.vue';
import PickOne from '../../../components/PickOne.vue';
import { useAction } from '../../../data/action.js';
import { catalog } from '../../../data/catalogue.js';
import { useDraft } from '../../../data/drafts.js';
import { dayText, faultName, placeName } from '../../../data/names.js';
import { keepRun } from '../../../data/runs.js';
import { moveName } from '../moves.js';
import { SIDE_NAMES, siteOf, SITES } from './shown.js';
import { useRunning } from './use-running.js';
import TypedField from '../../../components/TypedField.vue';
import { anywhere } from '../../../../words/pages/anywhere.js';
import { afterPage as wording } from '../../../../words/pages/run.js';

const props = defineProps<{ id: string }>();
const running = useRunning(props.id);
const { run, state, say } = running;
const { busy, error, run: act } = useAction();

const dropped = ref<string[]>([]);
const draft = useDraft<string[]>({
  of: () => `after/${props.id}`,
  name: wording.whatIsDropped,
  schema: z.array(z.string()),
  now: () => (dropped.value.length > 0 ? dropped.value : null),
  take: (value) => void (dropped.value = value),
});
const nameOf = (id: string): string => run.value?.people.find((p) => p.id === id)?.name ?? '…';
const order = computed(() => new Map((run.value?.people ?? []).map((p, i) => [p.id, i])));
const notes = computed(() =>
  [...(state.value?.notes ?? [])].sort(
    (a, b) => (order.value.get(a.member) ?? 99) - (order.value.get(b.member) ?? 99) || a.began - b.began,
  ),
);
const keptAs = (note: WorkNote) => run.value?.kept.find((k) => k.note === note.key);
const open = computed(() => notes.value.filter((n) => !keptAs(n)));
const wanted = computed(() => open.value.filter((n) => isWhole(n) && !dropped.value.includes(n.key)));
const lacking = computed(() => open.value.filter((n) => !isWhole(n) && !dropped.value.includes(n.key)));
function drop(key: string, keep: boolean): void {
  dropped.value = keep ? dropped.value.filter((k) => k !== key) : [...dropped.value, key];
}
const takeBack = (note: WorkNote, fault: string): void =>
  eventsSaying(state.value?.events ?? [], note, fault).forEach((of) => say({ is: 'undo', of }));
function correct(note: WorkNote, fault: string, text: string): void {
  const t = Number(text.replace(',', '.'));
  if (text.trim() === '' || !(t >= 0 && t <= endOf(note))) return;
  takeBack(note, fault);
  say({ is: 'seen', member: note.member, where: note.where, fault, t });
}
function feel(note: WorkNote, id: string): void {
  const site = siteOf(id);
  if (site) say({ is: 'felt', member: note.member, where: note.where, site });
}

const keep = (): Promise<boolean> =>
  act(async () => {
    // What is noted here must be with the server before it is kept of it.
    await running.settle();
    run.value = await keepRun(
      props.id,
      wanted.value.map((n) => n.key),
    );
    await draft.drop();
  });
const here = computed(() => (run.value?.people ?? []).filter((p) => !state.value?.away.has(p.id)));
const away = computed(() => (run.value?.people ?? []).filter((p) => state.value?.away.has(p.id)));
const due = computed(() => dueForALook(notes.value));
const common = computed(() => commonest(notes.value)[0]);
const blockName = (id: string): string => {
  const block = run.value?.blocks.find((b) => b.id === id);
  return block ? moveName(catalog, block.move) : '';
};
</script>

<template>
  <LoadState
    v-if="!run || !state"
    :loading="!running.missing.value"
    :error="running.missing.value"
    @retry="running.load()"
  />
  <template v-else>
    <div class="flex flex-wrap items-center gap-2">
      <h1 class="mr-auto">{{ run.name }}, {{ dayText(run.day) }}</h1>
      <RouterLink :to="`/runs/${id}`" class="btn">{{ wording.backToTheClass }}</RouterLink>
      <RouterLink :to="`/classes/${run.classId}`" class="btn">{{ wording.itsPlan }}</RouterLink>
    </div>
    <p v-if="!running.reached.value" class="note mt-2" role="status">{{ wording.offlineWhatYouCorrect }}</p>
    <div class="mt-3 columns grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <section class="card" aria-labelledby="after-notes">
        <h2 id="after-notes">{{ wording.whatWasNoted }}</h2>
        <p v-if="notes.length === 0" class="text-soft mt-1">{{ wording.nothingWasNoted }}</p>
        <ul class="divide-rule divide-y">
          <li v-for="n in notes" :key="n.key" class="py-3" :class="{ 'opacity-60': dropped.includes(n.key) }">
            <div class="flex flex-wrap items-center gap-x-3 gap-y-1">
              <p class="min-w-48 flex-1">
                <b class="text-lg">{{ nameOf(n.member) }}</b>
                <span class="text-soft block text-sm">{{
                  wording.roundOf(
                    placeName(n.version),
                    n.where.round,
                    n.where.side ? `, ${SIDE_NAMES[n.where.side]}` : '',
                    blockName(n.where.block),
                  )
                }}</span>
              </p>
              <p class="figures text-lg">
                <template v-if="cleanOf(n) !== null"
                  ><b>{{ Math.round(cleanOf(n)!) }}</b>
                  {{ wording.sClean(n.open ? '' : wording.of(Math.round(n.work))) }}</template
                >
                <span v-else class="text-rope">{{ wording.atWhichSecond }}</span>
              </p>
              <RouterLink v-if="keptAs(n)" :to="`/looks/${keptAs(n)!.lookId}`" class="btn">{{
                wording.keptSeeWhy
              }}</RouterLink>
              <OnOff v-else :model-value="!dropped.includes(n.key)" @update:model-value="(on) => drop(n.key, on)">{{
                anywhere.keep
              }}</OnOff>
            </div>
            <p v-if="n.pain !== null" class="note mt-1 text-sm">{{ wording.painAtSNothing(Math.round(n.pain)) }}</p>
            <div v-if="!keptAs(n) && !dropped.includes(n.key)" class="mt-1 flex flex-wrap items-end gap-3">
              <div v-for="s in n.seen" :key="s.fault" class="flex items-end gap-1">
                <label class="block">
                  <span class="label">{{ wording.atS(faultName(s.fault)) }}</span>
                  <TypedField
                    class="figures !w-28"
                    inputmode="decimal"
                    :value="s.t === null ? '' : Math.round(s.t)"
                    :aria-invalid="s.t === null"
                    @keep="correct(n, s.fault, $event)"
                  />
                </label>
                <button
                  class="btn btn-quiet"
                  :aria-label="wording.ofWasNone(faultName(s.fault), nameOf(n.member))"
                  @click="takeBack(n, s.fault)"
                >
                  <Trash2 :size="20" aria-hidden="true" />
                </button>
              </div>
              <div v-if="n.seen.length || n.pain !== null" class="w-52">
                <PickOne
                  :id="`felt-${n.key.replace(/\W/g, '-')}`"
                  :label="anywhere.feltFirst"
                  :placeholder="wording.notAsked"
                  :choices="SITES"
                  :model-value="n.felt ?? ''"
                  @update:model-value="(site) => feel(n, site)"
                />
              </div>
            </div>
          </li>
        </ul>
        <p v-if="lacking.length" class="note mt-2 text-sm">
          {{ wording.theSecond(lacking.length === 1 ? wording.oneNoteLacks : wording.notesLack(lacking.length)) }}
        </p>
        <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
        <div v-if="open.length" class="mt-3 flex flex-wrap items-center gap-3">
          <button class="btn btn-main" :disabled="busy || wanted.length === 0" @click="keep">
            {{ wording.keep(wanted.length === 1 ? wording.theLook : wording.looks(wanted.length)) }}
          </button>
          <button class="btn" :disabled="!running.canUndo.value" @click="running.undo()">{{ anywhere.undo }}</button>
        </div>
        <p v-else-if="notes.length" class="mt-2" role="status">{{ wording.everyNote }}</p>
      </section>
      <div class="space-y-4">
        <section class="card" aria-labelledby="after-due">
          <h2 id="after-due">{{ wording.dueForACloser }}</h2>
          <p v-if="due.length === 0" class="text-soft mt-1">{{ wording.nobodyByWhatWas }}</p>
          <ul class="divide-rule divide-y">
            <li v-for="d in due" :key="d.member" class="flex items-center gap-2 py-1">
              <span class="flex-1">{{ nameOf(d.member) }}: {{ DUE_WORDS[d.why] }}</span>
              <RouterLink
                :to="d.why === 'pain' ? `/people/${d.member}` : `/bench?person=${d.member}`"
                class="btn"
                :aria-label="`${d.why === 'pain' ? wording.askTheSignsOf : wording.lookAt} ${nameOf(d.member)}`"
                >{{ d.why === 'pain' ? wording.askTheSigns : anywhere.look }}</RouterLink
              >
            </li>
          </ul>
          <p v-if="common && common.members > 1" class="mt-2">
            {{ wording.mostOfAll }} <b>{{ faultName(common.fault) }}</b>{{ wording.inPeople(common.members) }}
          </p>
        </section>
        <section class="card" aria-labelledby="after-here">
          <h2 id="after-here">{{ wording.there(here.length) }}</h2>
          <p class="mt-1">{{ here.map((p) => p.name).join(', ') || wording.nobody }}</p>
          <p v-if="away.length" class="text-soft mt-1">
            {{ wording.notThereOrLeft(away.map((p) => p.name).join(', ')) }}
          </p>
        </section>
      </div>
    </div>
  </template>
</template>
