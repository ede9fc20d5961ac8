<script setup lang="ts">
/** The coach's side of a class that runs: a name and a fault, in either order, note a break at this second. */
import { computed, ref, watch } from 'vue';
import type { Run } from '../../../../api/runs.js';
import { lacking } from '../../../../core/class/kit-in-run.js';
import { padsOf } from '../../../../core/eye/deal.js';
import { workSeconds } from '../../../../core/class/pace.js';
import {
  isHurtBy,
  noteKey,
  runPlanOf,
  secondOf,
  spotterOf,
  turnIn,
  versionIn,
  type RunState,
  type WorkNote,
} from '../../../../core/class/run.js';
import type { ClockAt, Part, workAt } from '../../../../core/class/timeline.js';
import { visitAt } from '../../../../core/class/watch.js';
import type { RunSaid, Where } from '../../../../core/formats/run.js';
import ModalFrame from '../../../components/ModalFrame.vue';
import PickOne from '../../../components/PickOne.vue';
import PersonPicker from '../../../components/PersonPicker.vue';
import { catalog } from '../../../data/catalogue.js';
import { faultName, placeName } from '../../../data/names.js';
import FigureView from '../../../drawing/FigureView.vue';
import { usePadFigures } from '../../bench/use-pad-figures.js';
import VersionChoices from '../VersionChoices.vue';
import { lackText } from '../../../../words/class.js';
import { shortNames } from '../../../../words/names.js';
import { roundAt, sameWhere, siteOf, SITES, turnAt } from './shown.js';
import { useLongPress } from './use-long-press.js';
import { anywhere } from '../../../../words/pages/anywhere.js';
import { watchStrip as wording } from '../../../../words/pages/run.js';

const props = defineProps<{
  run: Run;
  state: RunState;
  clock: ClockAt;
  parts: readonly Part[];
  work: ReturnType<typeof workAt>;
}>();
const emit = defineEmits<{ say: [event: RunSaid]; join: [member: string] }>();

const names = computed(() => shortNames(props.run.people));
const plan = computed(() => runPlanOf(props.run));
/** Where versions stand now: the work under way or just done, or the one that the clock leads to. */
const at = computed<Where | null>((before) =>
  props.work ? sameWhere(props.work.where, before) : roundAt(props.parts, props.clock, before),
);
const noting = computed(() => props.work !== null);
const versionOf = (member: string): string | null =>
  at.value && versionIn(plan.value, props.state.events, member, at.value.block, at.value.round);
/** The second that a tap on somebody belongs to, as {@link secondOf} says; undefined where nothing can be noted of them now. */
const secondNow = (member: string): number | null | undefined =>
  props.work ? secondOf(plan.value, props.work, member) : undefined;
interface Row {
  id: string;
  name: string;
  version: string | null;
  note: WorkNote | undefined;
  /** What stands under the name: what was seen now, else what was found last. */
  told: string;
  /** It says something of now. */
  now: boolean;
}
/** Of pairs: whom somebody spots while it is not their turn. */
function spots(member: string): string {
  const turn = props.work?.turn;
  if (!turn || !at.value || secondNow(member) === props.work?.t) return '';
  const other = spotterOf(plan.value, member, at.value.block);
  return other ? wording.spots(names.value.get(other) ?? '') : '';
}
const rows = computed((): Row[] =>
  props.run.people.map(({ id, name, fault }) => {
    const version = versionOf(id);
    const key = at.value && noting.value ? noteKey(id, at.value) : null;
    const note = props.state.notes.find((n) => n.key === key);
    const hurt = version !== null && isHurtBy(props.state, id, version);
    const seen = note?.seen.map((s) => faultName(s.fault)).join(', ');
    const told = hurt
      ? wording.painNoMore
      : props.state.away.has(id)
        ? wording.notHere
        : seen ||
          spots(id) ||
          (note?.clean
            ? wording.heldCleanInSentence
            : version === null
              ? 'waits'
              : fault
                ? wording.last(faultName(fault))
                : '');
    return { id, name, version, note, told, now: hurt || Boolean(seen) };
  }),
);
const who = ref<string | null>(null);
const chosen = computed(() => rows.value.find((r) => r.id === who.value));
const what = ref<string | null>(null);
/** What the pads are of: the version of who was tapped, else the block's move. */
const padsFor = computed(() => {
  const move = props.run.blocks.find((b) => b.id === at.value?.block)?.move;
  const [position, rung] = (chosen.value?.version ?? move ?? '').split('/');
  return position ? { position, rung } : null;
});
const pads = computed(() => (padsFor.value ? padsOf(catalog, padsFor.value.position) : []));
const { figures, body } = usePadFigures(
  () => pads.value,
  () => padsFor.value,
);
const done = (): void => {
  [who.value, what.value] = [null, null];
};
// What was chosen for one work is not noted in the next.
watch(at, done);
function note(): void {
  if (!who.value || !what.value || !props.work) return;
  const { where } = props.work;
  const [member, fault] = [who.value, what.value];
  const t = secondNow(member);
  if (t === undefined) return done();
  emit('say', { is: 'seen', member, where, fault, t: t === null ? null : Math.round(t * 10) / 10 });
  done();
}
function tapName(member: string): void {
  who.value = who.value === member ? null : member;
  note();
}
function tapPad(fault: string): void {
  what.value = what.value === fault ? null : fault;
  note();
}
function pain(member: string): void {
  if (!props.work) return;
  const { where } = props.work;
  const t = secondNow(member);
  // Pain can be said at any time: before their own turn, at its start.
  const work = t === undefined ? 0 : workSeconds(props.run.blocks.find((b) => b.id === where.block)!);
  emit('say', { is: 'pain', member, where, t: Math.round((t ?? work) * 10) / 10 });
  done();
}
function clean(member: string): void {
  if (props.work) emit('say', { is: 'clean', member, where: props.work.where });
  done();
}
function feel(site: string): void {
  const felt = siteOf(site);
  if (!felt || !who.value || !props.work) return;
  emit('say', { is: 'felt', member: who.value, where: props.work.where, site: felt });
  done();
}
function come(member: string): void {
  emit('say', { is: props.state.away.has(member) ? 'came' : 'left', member });
  done();
}
const press = useLongPress(pain, tapName);

/** Whom to look at now, by the plan: the visit under way, else the next of this round. */
const visit = computed(() => {
  const here = at.value;
  if (!here) return null;
  const turn = props.work ? props.work.turn : turnAt(props.parts, props.clock);
  const visits = props.run.plan.watch.filter(
    (w) =>
      w.block === here.block && w.round === here.round && (!turn || turnIn(plan.value, w.member, w.block) === turn),
  );
  return visitAt(visits, props.work?.t ?? 0);
});

const swapping = ref<string | null>(null);
const choices = computed(() => {
  const block = props.run.plan.blocks.find((b) => b.id === at.value?.block);
  return (block?.options ?? []).filter((o) => o.member === swapping.value);
});
/** What the room lacks for a version, by who has it now. */
function against(version: string): string {
  const { kit } = props.run;
  const here = at.value;
  const options = props.run.plan.blocks.find((b) => b.id === here?.block)?.options;
  if (!kit || !here || !options || !swapping.value) return '';
  const now = { ...here, options, kit, here: props.run.people.map((p) => p.id) };
  return lacking(plan.value, props.state, now, { member: swapping.value, version })
    .map((lack) => lackText(lack, (id) => names.value.get(id) ?? ''))
    .join(' ');
}
function swap(version: string): void {
  const here = at.value;
  if (here && swapping.value)
    emit('say', { is: 'swap', member: swapping.value, block: here.block, round: here.round, version });
  swapping.value = null;
  done();
}
const joining = ref(false);
</script>

<template>
  <section class="flex min-h-0 flex-col gap-2 p-2" :aria-label="wording.whomToWatch">
    <p v-if="visit" class="bg-sunk rounded-lg px-3 py-1" role="status">
      <b>{{ wording.watch(names.get(visit.member) ?? '') }}</b>
      {{ wording.from(visit.from === 'side' ? wording.theSide : wording.the(visit.from)) }}
      <span class="figures">{{ Math.round(visit.at) }} s</span>
    </p>
    <div class="min-h-24 flex-1 overflow-y-auto tiny:overflow-visible">
      <ul class="grid grid-cols-2 gap-1.5 low:grid-cols-3" :aria-label="wording.members">
        <li v-for="p in rows" :key="p.id">
          <button
            class="min-h-[3.25rem] w-full rounded-lg border-2 px-2 py-0.5 text-left leading-tight select-none"
            :class="[
              who === p.id ? 'bg-ink text-paper border-ink' : 'bg-paper',
              who !== p.id && visit?.member === p.id ? 'border-rope' : who === p.id ? '' : 'border-soft',
              { 'border-dashed': state.away.has(p.id) },
            ]"
            :aria-pressed="who === p.id"
            :aria-label="[p.name, p.told].filter(Boolean).join(', ')"
            v-on="press(p.id)"
          >
            <b class="block truncate text-lg">{{ names.get(p.id) }}</b>
            <span class="block truncate text-base" :class="who === p.id ? '' : p.now ? 'text-rope' : 'text-soft'">{{
              p.told || '\u00a0'
            }}</span>
          </button>
        </li>
      </ul>
      <p v-for="p in run.resting" :key="p.id" class="note mt-1.5 text-sm">
        {{ wording.hasAStopSign(p.name) }}
      </p>
      <button class="btn btn-quiet mt-1" @click="joining = true">{{ wording.somebodyElseCame }}</button>
    </div>
    <div
      v-if="who"
      class="grid shrink-0 grid-cols-2 gap-1.5 low:grid-cols-4"
      role="group"
      :aria-label="wording.about(names.get(who) ?? '')"
    >
      <p class="col-span-full truncate">
        <b>{{ names.get(who) }}</b>{{ chosen?.version ? `: ${placeName(chosen.version)}` : '' }}
      </p>
      <PickOne
        v-if="who && secondNow(who) === null && chosen?.note && !chosen.note.clean"
        id="run-felt"
        class="col-span-full"
        :label="anywhere.feltFirst"
        :placeholder="wording.askThem"
        :choices="SITES"
        :model-value="chosen.note.felt ?? ''"
        @update:model-value="feel"
      />
      <button class="btn btn-stop" :disabled="!work" @click="pain(who)">{{ anywhere.pain }}</button>
      <button class="btn" :disabled="secondNow(who) !== null" @click="clean(who)">{{ wording.heldClean }}</button>
      <button class="btn" :disabled="!at" @click="swapping = who">{{ wording.otherVersion }}</button>
      <button class="btn" @click="come(who)">{{ state.away.has(who) ? wording.isHere : wording.left }}</button>
    </div>
    <ul
      class="grid min-h-0 shrink-0 grid-cols-2 gap-1.5 overflow-y-auto max-h-[34dvh] lg:max-h-[52dvh] tiny:!max-h-none tiny:overflow-visible max-lg:grid-cols-3 low:max-h-none low:grid-cols-5"
      :aria-label="wording.faultPads"
    >
      <li v-for="f in pads" :key="f.id">
        <button
          class="min-h-12 w-full rounded-lg border-2 px-2 text-left text-base leading-tight font-semibold lg:min-h-[3.25rem] lg:text-lg"
          :class="what === f.id ? 'bg-rope border-rope text-[var(--on-rope)]' : 'bg-paper border-soft'"
          :aria-pressed="what === f.id"
          :disabled="!work"
          @click="tapPad(f.id)"
        >
          <span class="flex items-center gap-2">
            <span class="min-w-0 flex-1">{{ f.pad }}</span>
            <!-- A phone's pads are too narrow for a figure beside the words. -->
            <span
              v-if="figures.has(f.id) && what !== f.id"
              aria-hidden="true"
              class="pointer-events-none h-9 w-16 shrink-0 max-sm:hidden"
            >
              <FigureView :pose="figures.get(f.id)!" :body="body" label="" :fault="f.id" />
            </span>
          </span>
        </button>
      </li>
    </ul>
    <ModalFrame
      :open="swapping !== null"
      :title="wording.anotherVersionFor(names.get(swapping ?? '') ?? '')"
      @close="swapping = null"
    >
      <VersionChoices :options="choices" :chosen="[versionOf(swapping ?? '') ?? '']" :against="against" @take="swap" />
      <p v-if="!run.kit && choices.some((o) => Object.keys(o.kit).length)" class="text-soft text-sm">
        {{ wording.whatTheRoomHas }}
      </p>
      <button class="btn btn-quiet" @click="swapping = null">{{ anywhere.close }}</button>
    </ModalFrame>
    <ModalFrame :open="joining" :title="wording.somebodyElseCame" @close="joining = false">
      <PersonPicker
        id="run-join"
        :label="anywhere.who"
        model-value=""
        :placeholder="wording.typeAName"
        @update:model-value="(id) => id && ($emit('join', id), (joining = false))"
      />
      <button class="btn btn-quiet" @click="joining = false">{{ anywhere.close }}</button>
    </ModalFrame>
  </section>
</template>
