<script setup lang="ts">
/** A class planned: its blocks, kit and members; who does what, whom to watch, minutes and warnings, worked out at every change. */
import { IdCard, Play, Printer, Undo2 } from '@lucide/vue';
import { computed, ref } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import { PLANES } from '../../../core/class/kinds.js';
import { KIT_TAKEN } from '../../../core/class/kit.js';
import { hallDay } from '../../../core/days.js';
import { KINDS } from '../../../core/formats/class.js';
import { blockText, classWarning, KIND_NAMES, watchWhy } from '../../../words/class.js';
import { percentText } from '../../../words/numbers.js';
import LoadState from '../../components/LoadState.vue';
import PersonPicker from '../../components/PersonPicker.vue';
import PickOne from '../../components/PickOne.vue';
import { useDragOrder } from '../../components/use-drag-order.js';
import { useAction } from '../../data/action.js';
import { catalog, studio } from '../../data/catalogue.js';
import { addClass, usePlan } from '../../data/classes.js';
import { beginRun, useRuns } from '../../data/runs.js';
import { useGroups } from '../../data/people.js';
import { dayText, dayTimeText } from '../../data/names.js';
import { read } from '../../data/query.js';
import BlockRow from './BlockRow.vue';
import { copyOf, moveChoices, moveName, newBlock } from './moves.js';
import PlanTable from './PlanTable.vue';
import { useClassEdit } from './use-class.js';
import TypedField from '../../components/TypedField.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { classPage as wording } from '../../../words/pages/classes.js';

const props = defineProps<{ id: string }>();
const router = useRouter();
const edit = useClassEdit(() => props.id);
const { input, change, undo, canUndo, kept } = edit;
const plan = usePlan(() => props.id);
const planned = computed(() => plan.value.value);
const groups = useGroups();
const { busy, error, run } = useAction();
const moves = computed(() => moveChoices(catalog));
const adding = ref('');
const nameOf = (id: string): string =>
  [...(planned.value?.people ?? []), ...(planned.value?.resting ?? [])].find((p) => p.id === id)?.name ?? '…';
const blockName = (id: string): string => {
  const block = input.value?.blocks.find((b) => b.id === id);
  return block ? moveName(catalog, block.move) : '';
};
const blocks = computed(() => input.value?.blocks ?? []);
/** The last block has nothing to be joined with. */
const setBlocks = (next: NonNullable<typeof input.value>['blocks']): void =>
  change({ blocks: next.map((b, i) => (i === next.length - 1 && b.joined ? { ...b, joined: false } : b)) });
function moveBlock(from: number, to: number): void {
  const next = [...blocks.value];
  const [one] = next.splice(from, 1);
  if (one) next.splice(to, 0, one);
  setBlocks(next);
}
const list = ref<HTMLElement | null>(null);
useDragOrder(list, moveBlock);
const addMember = (id: string): void => {
  if (id && input.value && !input.value.members.includes(id)) change({ members: [...input.value.members, id] });
};
/** Everybody of a group who is on the roster. */
const addGroup = (group: string): Promise<boolean> =>
  run(async () => {
    if (!group || !input.value) return;
    const { items } = await read('people.list', { query: { group, limit: 200 } });
    const now = new Set(input.value.members);
    change({ members: [...now, ...items.map((p) => p.id).filter((id) => !now.has(id))].slice(0, 60) });
  });
function setKit(item: string, text: string): void {
  const count = Math.max(0, Math.round(Number(text)));
  if (!input.value || !Number.isFinite(count)) return;
  const { [item]: _before, ...rest } = input.value.kit;
  change({ kit: count > 0 ? { ...rest, [item]: count } : rest });
}
function pin(block: string, member: string, version: string | null): void {
  const others = input.value!.pins.filter((p) => p.block !== block || p.member !== member);
  change({ pins: version ? [...others, { block, member, version }] : others });
}
const copyAs = (day: string | null): Promise<boolean> =>
  run(async () => {
    await edit.send();
    const made = await addClass(copyOf(await read('classes.get', { params: { id: props.id } }), day));
    await router.push(`/classes/${made.id}`);
  });
const runs = useRuns(() => props.id);
/** The plan is kept as it stands, and the hall's clock is opened. */
const begin = (): Promise<boolean> =>
  run(async () => {
    await edit.send();
    const begun = await beginRun(props.id);
    await router.push(`/runs/${begun.id}`);
  });
/** Which side of the body works, as shares of the working seconds; what is left out is said too. */
const planes = computed(() => {
  const shares = planned.value?.plan?.planes;
  return shares ? PLANES.map((p) => `${p} ${percentText(shares[p])}`).join(', ') : '';
});
const print = (): void => window.print();
const problem = computed(() => edit.error.value ?? error.value);
</script>

<template>
  <LoadState :loading="edit.read.loading.value" :error="edit.read.error.value" @retry="edit.read.load()" />
  <template v-if="input">
    <h1 class="sr-only print:not-sr-only">{{ input.name }}{{ input.day ? `, ${dayText(input.day)}` : '' }}</h1>
    <div class="flex flex-wrap items-end gap-2 print:hidden">
      <label class="block min-w-56 flex-1">
        <span class="label">{{ anywhere.name }}</span>
        <TypedField
          class="text-lg"
          maxlength="80"
          :value="input.name"
          @keep="change({ name: $event.trim() || input.name })"
        />
      </label>
      <label v-if="input.day !== null" class="block w-44">
        <span class="label">{{ anywhere.day }}</span>
        <TypedField type="date" :value="input.day" @keep="change({ day: $event || input.day })" />
      </label>
      <p v-else class="tag self-center">{{ wording.template }}</p>
      <label class="block w-24">
        <span class="label">{{ anywhere.minutes }}</span>
        <TypedField
          type="number"
          min="5"
          max="180"
          class="figures"
          :value="input.minutes"
          @keep="
            change({
              minutes: Math.min(180, Math.max(5, Math.round(Number($event)) || 45)),
            })
          "
        />
      </label>
      <button class="btn" :disabled="!canUndo" @click="undo">
        <Undo2 :size="20" aria-hidden="true" /> {{ anywhere.undo }}
      </button>
      <button
        class="btn"
        :disabled="busy"
        @click="copyAs(input.day === null ? hallDay(Date.now(), studio.defaults.timeZone) : null)"
      >
        {{ input.day === null ? wording.aClass : wording.keepAsATemplate }}
      </button>
      <button v-if="input.day !== null" class="btn btn-main" :disabled="busy || !planned?.plan || !kept" @click="begin">
        <Play :size="20" aria-hidden="true" /> {{ wording.runIt }}
      </button>
      <a v-if="planned?.plan && kept" class="btn" :href="`/api/classes/${id}/cards.pdf`" target="_blank" rel="noopener">
        <IdCard :size="20" aria-hidden="true" /> {{ wording.cards }}
      </a>
      <button class="btn" @click="print"><Printer :size="20" aria-hidden="true" /> {{ wording.print }}</button>
    </div>
    <p class="text-soft mt-1 text-sm print:hidden" role="status">
      {{ kept ? wording.everyChangeIsKept : edit.error.value ? wording.notKeptYet : anywhere.keeping }}
    </p>
    <p v-if="problem" role="alert" class="note mt-2 flex flex-wrap items-center gap-3">
      {{ problem }} <button v-if="!kept" class="btn ml-auto" @click="edit.send()">{{ anywhere.tryAgain }}</button>
    </p>

    <section class="card mt-3 print:hidden" aria-labelledby="class-blocks">
      <h2 id="class-blocks">{{ wording.blocks }}</h2>
      <ol ref="list" class="divide-rule divide-y">
        <BlockRow
          v-for="(block, i) in blocks"
          :key="block.id"
          :block="block"
          :moves="moves"
          :at="i"
          :count="blocks.length"
          :name="blockName(block.id)"
          @change="(next) => setBlocks(blocks.map((b) => (b.id === next.id ? next : b)))"
          @move="(to) => moveBlock(i, to)"
          @remove="setBlocks(blocks.filter((b) => b.id !== block.id))"
        />
      </ol>
      <button class="btn mt-2" :disabled="blocks.length >= 24" @click="setBlocks([...blocks, newBlock('front-plank')])">
        {{ wording.addABlock }}
      </button>
    </section>

    <div class="mt-4 grid items-start gap-4 lg:grid-cols-2 print:hidden">
      <section v-if="input.day !== null" class="card" aria-labelledby="class-members">
        <h2 id="class-members">{{ wording.expected(input.members.length) }}</h2>
        <div class="mt-1 grid gap-2 sm:grid-cols-2">
          <PickOne
            id="class-group"
            :label="wording.addAGroup"
            :placeholder="wording.everybodyOf"
            :choices="(groups.value.value ?? []).map((g) => ({ id: g.id, name: `${g.name} (${g.people})` }))"
            model-value=""
            @update:model-value="addGroup"
          />
          <PersonPicker
            id="class-person"
            :label="wording.addSomebody"
            :model-value="adding"
            :placeholder="wording.typeAName"
            @update:model-value="(id) => (addMember(id), (adding = ''))"
          />
        </div>
        <ul class="mt-2 flex flex-wrap gap-1" :aria-label="wording.expectedAlone">
          <li v-for="m in input.members" :key="m">
            <button
              class="btn"
              :aria-label="wording.doesNotCome(nameOf(m))"
              @click="
                change({
                  members: input.members.filter((x) => x !== m),
                  pins: input.pins.filter((p) => p.member !== m),
                })
              "
            >
              {{ nameOf(m) }} ×
            </button>
          </li>
        </ul>
      </section>
      <section class="card" aria-labelledby="class-kit">
        <h2 id="class-kit">{{ wording.kitInTheRoom }}</h2>
        <div class="mt-1 grid grid-cols-3 gap-2 sm:grid-cols-5">
          <label v-for="item in KIT_TAKEN" :key="item" class="block">
            <span class="label">{{ item.replace('-', ' ') }}</span>
            <TypedField
              empty
              type="number"
              min="0"
              max="200"
              class="figures"
              :value="input.kit[item] ?? 0"
              @keep="setKit(item, $event)"
            />
          </label>
        </div>
      </section>
    </div>

    <section class="card mt-4" aria-labelledby="class-plan" aria-live="polite">
      <h2 id="class-plan">{{ wording.whoDoesWhat }}</h2>
      <ol class="figures hidden list-decimal pl-6 print:block">
        <li v-for="b in blocks" :key="b.id">
          <b>{{ blockName(b.id) }}:</b> {{ blockText(b) }}
        </li>
      </ol>
      <LoadState :loading="plan.loading.value" :error="plan.error.value" @retry="plan.load()" />
      <p v-for="p in planned?.resting ?? []" :key="p.id" class="note mt-2">
        {{ wording.hasAStopSign(p.name) }}
      </p>
      <template v-if="planned?.plan">
        <p class="figures text-soft">
          {{
            wording.ofMinutesGain(
              planned.plan.minutes,
              input.minutes,
              planned.plan.total.toFixed(2),
              planned.plan.proven ? wording.provenBest : wording.bestFound,
              planned.unpinned === null
                ? ''
                : wording.lessThanWithout((planned.unpinned - planned.plan.total).toFixed(2)),
              KINDS.filter((k) => planned!.plan!.balance[k] > 0)
                .map((k) => `${KIND_NAMES[k]} ${percentText(planned!.plan!.balance[k])}`)
                .join(', '),
              planes,
            )
          }}
        </p>
        <ul v-if="planned.plan.warnings.length" class="mt-2 space-y-1">
          <li v-for="(w, i) in planned.plan.warnings" :key="i" class="note text-sm">
            <b>{{ blockName(w.block) }}:</b> {{ classWarning(catalog, w, nameOf) }}
          </li>
        </ul>
        <PlanTable class="mt-2" :planned="planned" :blocks="blocks" @pin="pin" />
        <h3 class="mt-4">{{ wording.whomToWatch }}</h3>
        <ol class="figures mt-1 grid gap-x-6 sm:grid-cols-2">
          <li v-for="(w, i) in planned.plan.watch" :key="i" class="py-1">
            <b>{{ wording.roundFromS(blockName(w.block), w.round, Math.round(w.at)) }}</b> {{ nameOf(w.member) }},
            {{ w.from === 'side' ? wording.fromTheSide : wording.fromThe(w.from) }}. {{ watchWhy(catalog, w.why) }}.
          </li>
        </ol>
      </template>
      <p v-else-if="planned" class="text-soft mt-1">
        {{ input.day === null ? wording.aTemplateHas : wording.addMembersAndBlocks }}
      </p>
    </section>
    <section v-if="runs.value.value?.length" class="card mt-4 print:hidden" aria-labelledby="class-runs">
      <h2 id="class-runs">{{ wording.whenItRan }}</h2>
      <ul class="divide-rule divide-y">
        <li v-for="r in runs.value.value" :key="r.id" class="flex flex-wrap items-center gap-2 py-1">
          <span class="figures min-w-40 flex-1">{{ dayTimeText(r.startedAt) }}</span>
          <RouterLink :to="`/runs/${r.id}`" class="btn">{{ anywhere.goOn }}</RouterLink>
          <RouterLink :to="`/runs/${r.id}/after`" class="btn">{{
            r.keptAt ? wording.whatWasKept : wording.whatWasNoted
          }}</RouterLink>
        </li>
      </ul>
    </section>
    <RouterLink to="/classes" class="link mt-3 inline-block min-h-[44px] content-center print:hidden">{{
      wording.allClasses
    }}</RouterLink>
  </template>
</template>
