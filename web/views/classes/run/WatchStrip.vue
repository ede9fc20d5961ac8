<script setup lang="ts">
/** The coach's side of a class that runs: a name and a fault, in either order, note a break at this second. */
import { computed, ref, watch } from 'vue';
import type { Run } from '../../../../api/runs.js';
import { padsOf } from '../../../../core/eye/deal.js';
import { noteKey, runPlanOf, versionIn, type RunState } from '../../../../core/class/run.js';
import type { ClockAt, Part, workAt } from '../../../../core/class/timeline.js';
import type { RunSaid } from '../../../../core/formats/run.js';
import { FELT_SITES } from '../../../../core/formats/catalog.js';
import { SITE_WORDS } from '../../../../words/labels.js';
import ModalFrame from '../../../components/ModalFrame.vue';
import PickOne from '../../../components/PickOne.vue';
import PersonPicker from '../../../components/PersonPicker.vue';
import { catalog } from '../../../data/catalogue.js';
import { faultName, placeName } from '../../../data/names.js';
import { shortNames } from './shown.js';
import { useLongPress } from './use-long-press.js';

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
const at = computed(() => {
  if (props.work) return props.work.where;
  const next = props.parts.slice(props.clock.part).find((p) => p.is === 'work');
  return next ? { block: next.block, round: next.round, side: next.side } : null;
});
const versionOf = (member: string): string | null =>
  at.value && versionIn(plan.value, props.state.events, member, at.value.block, at.value.round);
const hurt = (member: string): boolean => {
  const version = versionOf(member);
  return version !== null && (props.state.hurt.get(member)?.has(version.split('/')[0]!) ?? false);
};
const noteOf = (member: string) =>
  props.work && props.state.notes.find((n) => n.key === noteKey(member, props.work!.where));
/** What stands under a name: what was seen now, else what was found last. */
function told(member: string): string {
  const note = noteOf(member);
  if (hurt(member)) return 'pain: no more of this today';
  if (props.state.away.has(member)) return 'not here';
  if (note?.seen.length) return note.seen.map((s) => faultName(s.fault)).join(', ');
  if (note?.clean) return 'held clean';
  if (versionOf(member) === null) return 'waits';
  const last = props.run.people.find((p) => p.id === member)?.fault;
  return last ? `last: ${faultName(last)}` : '';
}

const who = ref<string | null>(null);
const what = ref<string | null>(null);
const family = computed(() => {
  const version = who.value ? versionOf(who.value) : null;
  const move = props.run.blocks.find((b) => b.id === at.value?.block)?.move;
  return (version ?? move)?.split('/')[0];
});
const pads = computed(() => (family.value ? padsOf(catalog, family.value).slice(0, 10) : []));
const done = (): void => {
  [who.value, what.value] = [null, null];
};
// What was chosen for one work is not noted in the next.
watch(() => at.value && `${at.value.block}|${at.value.round}|${at.value.side ?? ''}`, done);
function note(): void {
  if (!who.value || !what.value || !props.work) return;
  const { where, t } = props.work;
  const [member, fault] = [who.value, what.value];
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
  const { where, t } = props.work;
  const work = props.run.blocks.find((b) => b.id === where.block)!.work;
  emit('say', { is: 'pain', member, where, t: Math.round((t ?? work) * 10) / 10 });
  done();
}
function clean(member: string): void {
  if (props.work) emit('say', { is: 'clean', member, where: props.work.where });
  done();
}
function feel(site: string): void {
  if (who.value && props.work)
    emit('say', { is: 'felt', member: who.value, where: props.work.where, site: site as (typeof FELT_SITES)[number] });
  done();
}
const sites = FELT_SITES.map((id) => ({ id, name: SITE_WORDS[id] }));
function come(member: string): void {
  emit('say', { is: props.state.away.has(member) ? 'came' : 'left', member });
  done();
}
const press = useLongPress(pain, tapName);

/** Whom to look at now, by the plan: the visit under way, else the next of this round. */
const visit = computed(() => {
  const here = at.value;
  if (!here) return null;
  const visits = props.run.plan.watch.filter((w) => w.block === here.block && w.round === here.round);
  const t = props.work?.t ?? 0;
  return visits.findLast((w) => w.at <= t && w.at + 8 > t) ?? visits.find((w) => w.at > t) ?? null;
});

const swapping = ref<string | null>(null);
const choices = computed(() => {
  const block = props.run.plan.blocks.find((b) => b.id === at.value?.block);
  return (block?.options ?? []).filter((o) => o.member === swapping.value).sort((a, b) => b.gain - a.gain);
});
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
  <section class="flex min-h-0 flex-col gap-2 p-2" aria-label="Whom to watch">
    <p v-if="visit" class="bg-sunk rounded-lg px-3 py-1" role="status">
      <b>Watch {{ names.get(visit.member) }}</b> from {{ visit.from === 'side' ? 'the side' : `the ${visit.from}` }},
      <span class="figures">{{ Math.round(visit.at) }} s</span>
    </p>
    <div class="min-h-24 flex-1 overflow-y-auto tiny:overflow-visible">
      <ul class="grid grid-cols-2 gap-1.5 low:grid-cols-3" aria-label="Members">
        <li v-for="p in run.people" :key="p.id">
          <button
            class="min-h-[3.25rem] w-full rounded-lg border-2 px-2 py-0.5 text-left leading-tight select-none"
            :class="[
              who === p.id ? 'bg-ink text-paper border-ink' : 'bg-paper',
              who !== p.id && visit?.member === p.id ? 'border-rope' : who === p.id ? '' : 'border-soft',
              { 'border-dashed': state.away.has(p.id) },
            ]"
            :aria-pressed="who === p.id"
            :aria-label="`${p.name}${told(p.id) ? `, ${told(p.id)}` : ''}`"
            v-on="press(p.id)"
          >
            <b class="block truncate text-lg">{{ names.get(p.id) }}</b>
            <span
              class="block truncate text-base"
              :class="who === p.id ? '' : noteOf(p.id)?.seen.length || hurt(p.id) ? 'text-rope' : 'text-soft'"
              >{{ told(p.id) || '\u00a0' }}</span
            >
          </button>
        </li>
      </ul>
      <p v-for="p in run.resting" :key="p.id" class="note mt-1.5 text-sm">
        {{ p.name }} has a stop sign: nothing that loads.
      </p>
      <button class="btn btn-quiet mt-1" @click="joining = true">Somebody else came</button>
    </div>
    <div
      v-if="who"
      class="grid shrink-0 grid-cols-2 gap-1.5 low:grid-cols-4"
      role="group"
      :aria-label="`About ${names.get(who)}`"
    >
      <p class="col-span-full truncate">
        <b>{{ names.get(who) }}</b>{{ versionOf(who) ? `: ${placeName(versionOf(who)!)}` : '' }}
      </p>
      <PickOne
        v-if="work?.t === null && noteOf(who) && !noteOf(who)!.clean"
        id="run-felt"
        class="col-span-full"
        label="Felt first"
        placeholder="Ask them"
        :choices="sites"
        :model-value="noteOf(who)!.felt ?? ''"
        @update:model-value="(site) => site && feel(site)"
      />
      <button class="btn btn-stop" :disabled="!work" @click="pain(who)">Pain</button>
      <button class="btn" :disabled="!work || work.t !== null" @click="clean(who)">Held clean</button>
      <button class="btn" :disabled="!at" @click="swapping = who">Other version</button>
      <button class="btn" @click="come(who)">{{ state.away.has(who) ? 'Is here' : 'Left' }}</button>
    </div>
    <ul
      class="grid min-h-0 shrink-0 grid-cols-2 gap-1.5 overflow-y-auto max-lg:max-h-[34dvh] tiny:!max-h-none tiny:overflow-visible max-lg:grid-cols-3 low:max-h-none low:grid-cols-5"
      aria-label="Fault pads"
    >
      <li v-for="f in pads" :key="f.id">
        <button
          class="min-h-12 w-full rounded-lg border-2 px-2 text-left text-base leading-tight font-semibold lg:min-h-[3.25rem] lg:text-lg"
          :class="what === f.id ? 'bg-rope border-rope text-[var(--on-rope)]' : 'bg-paper border-soft'"
          :aria-pressed="what === f.id"
          :disabled="!work"
          @click="tapPad(f.id)"
        >
          {{ f.pad }}
        </button>
      </li>
    </ul>
    <ModalFrame
      :open="swapping !== null"
      :title="`Another version for ${names.get(swapping ?? '') ?? ''}`"
      @close="swapping = null"
    >
      <ul class="min-h-0 space-y-2 overflow-y-auto">
        <li v-for="o in choices" :key="o.version">
          <button
            class="btn !min-h-12 w-full !justify-between text-left"
            :class="{ 'btn-on': swapping && versionOf(swapping) === o.version }"
            @click="swap(o.version)"
          >
            <span>{{ placeName(o.version) }}</span><span class="figures">{{ o.gain.toFixed(2) }}</span>
          </button>
        </li>
      </ul>
      <p v-if="choices.length === 0">No other version is left for them here.</p>
      <p v-if="choices.some((o) => Object.keys(o.kit).length)" class="text-soft text-sm">
        Kit that another has now is not counted: see that there is one.
      </p>
      <button class="btn btn-quiet" @click="swapping = null">Close</button>
    </ModalFrame>
    <ModalFrame :open="joining" title="Somebody else came" @close="joining = false">
      <PersonPicker
        id="run-join"
        label="Who"
        model-value=""
        placeholder="Type a name"
        @update:model-value="(id) => id && ($emit('join', id), (joining = false))"
      />
      <button class="btn btn-quiet" @click="joining = false">Close</button>
    </ModalFrame>
  </section>
</template>
