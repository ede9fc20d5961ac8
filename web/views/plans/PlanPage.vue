<script setup lang="ts">
/** A programme: what it is made by, its weeks and days, what was done, who changed it. */
import { CalendarDays, CalendarSync, FileText, Printer, Save, Undo2, Users } from '@lucide/vue';
import { computed, ref, watch } from 'vue';
import { RouterLink, useRoute, useRouter } from 'vue-router';
import { addDays } from '../../../core/days.js';
import { weekdayOf, type SetsOf, type Weekday } from '../../../core/formats/programme.js';
import { percentText } from '../../../words/numbers.js';
import {
  changeText,
  planWarningText,
  unplacedText,
  WEEKDAY_NAMES,
  weekOfText,
  weekOn,
} from '../../../words/programme.js';
import DraftBack from '../../components/DraftBack.vue';
import LoadState from '../../components/LoadState.vue';
import OnOff from '../../components/OnOff.vue';
import { useAction } from '../../data/action.js';
import { catalog } from '../../data/catalogue.js';
import { today } from '../../data/clock.js';
import { dayText, dayTimeText, drillName, placeName } from '../../data/names.js';
import { usePerson } from '../../data/people.js';
import { endProgramme, logDone } from '../../data/programmes.js';
import { announce } from '../../data/said.js';
import { useSession } from '../../data/session.js';
import GroupDialog from './GroupDialog.vue';
import LinksCard from './LinksCard.vue';
import NumbersDialog from './NumbersDialog.vue';
import OtherDialog from './OtherDialog.vue';
import PlanSettings from './PlanSettings.vue';
import {
  allowed,
  banned,
  copied,
  freed,
  moved,
  numbered,
  pinned,
  setByHand,
  swapped,
  takenOff,
  unpinned,
  weeksFrom,
} from './settings.js';
import { usePlan } from './use-plan.js';
import WeekBoard from './WeekBoard.vue';
import WeekLine from './WeekLine.vue';
import WeekTable from './WeekTable.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { planPage as wording } from '../../../words/pages/plans.js';

const props = defineProps<{ id: string }>();
const route = useRoute();
const router = useRouter();
const session = useSession();
const NEW = 'new';
const id = computed(() => (props.id === NEW ? null : props.id));
const asked = computed(() => (id.value === null ? String(route.query.person ?? '') || null : null));
const edit = usePlan(
  () => asked.value,
  () => id.value,
);
const { stored, settings, planned, changes } = edit;
const personId = computed(() => stored.value?.personId ?? asked.value);
const who = usePerson(() => personId.value);
const name = computed(() => stored.value?.name ?? who.value.value?.name ?? '');
const { busy, error, run } = useAction();
const problem = computed(() => error.value ?? edit.error.value);
const changing = computed(() => session.isCoach && stored.value?.endedOn == null);

const week = ref(1);
const now = computed(() => {
  const at = settings.value ? weekOn(settings.value.from, today()) : 0;
  return at >= 1 && at <= (settings.value?.weeks ?? 0) ? at : null;
});
watch(
  () => [props.id, now.value] as const,
  ([, at]) => (week.value = at ?? 1),
  { immediate: true },
);
const shown = computed(
  () => planned.value?.weeks.find((w) => w.week === week.value) ?? planned.value?.weeks[0] ?? null,
);
const as = ref<'board' | 'table'>('board');
const sharing = ref(false);
/** Changes count for this week, or for those after it too. */
const after = ref(false);
const weeks = computed(() => weeksFrom(shown.value?.week ?? 1, settings.value!, after.value));

const numbering = ref<{ day: Weekday; item: string } | null>(null);
const numberedItem = computed(
  () =>
    (numbering.value &&
      shown.value?.days
        .find((d) => weekdayOf(d.day) === numbering.value!.day)
        ?.items.find((i) => i.item === numbering.value!.item)) ??
    null,
);
const other = ref<{ day: Weekday; item: string | null } | null>(null);
function act(key: string, day: Weekday, item: string): void {
  const s = settings.value!;
  const at = { week: shown.value!.week, day, item };
  const [what, to] = key.split(':');
  if (what === 'pin') edit.put(pinned(s, at, weeks.value));
  else if (what === 'unpin') edit.put(unpinned(s, at, weeks.value));
  else if (what === 'off') edit.put(takenOff(s, at, weeks.value));
  else if (what === 'ban') edit.put(banned(s, item));
  else if (what === 'to') edit.put(moved(s, at, to as Weekday, weeks.value));
  else if (what === 'numbers') numbering.value = { day, item };
  else if (what === 'swap') other.value = { day, item };
  if (what === 'to') announce(wording.to(drillName(item), WEEKDAY_NAMES[to as Weekday]));
}
function put(day: Weekday, item: string, own: Partial<SetsOf>): void {
  edit.put(numbered(settings.value!, { week: shown.value!.week, day, item }, own, weeks.value));
  numbering.value = null;
}
function pick(item: string): void {
  const { day, item: before } = other.value!;
  const at = { week: shown.value!.week, day, item: before ?? item };
  edit.put(
    before === null ? pinned(settings.value!, at, weeks.value) : swapped(settings.value!, at, item, weeks.value),
  );
  other.value = null;
}
const keep = (): Promise<boolean> =>
  run(async () => {
    const kept = await edit.keep();
    announce(wording.keptAsVersion(kept.version));
    if (id.value === null) await router.replace(`/plans/${kept.id}`);
  });
const end = (day: string | null): Promise<boolean> => run(() => endProgramme(id.value!, day));
const log = (day: string, items: readonly string[], is: 'done' | 'partly' | 'not'): Promise<boolean> =>
  run(() =>
    logDone(
      id.value!,
      items.map((item) => ({ day, item, is })),
    ),
  );
const warnings = computed(() =>
  (planned.value?.warnings ?? []).map((w) => ({
    where: 'day' in w ? dayText(w.day) : 'week' in w ? wording.weekWithWeek(w.week) : '',
    says: planWarningText(catalog, w),
  })),
);
/** What would change, by day. */
const changed = computed(() => {
  const days = new Map<string, string[]>();
  for (const c of changes.value) {
    const says = c.is === 'moved' ? changeText(catalog, { ...c, from: dayText(c.from) }) : changeText(catalog, c);
    days.set(c.day, [...(days.get(c.day) ?? []), says]);
  }
  return [...days];
});
const print = (): void => window.print();
</script>

<template>
  <LoadState :loading="edit.read.loading.value" :error="edit.read.error.value" @retry="edit.read.load()" />
  <p v-if="id === null && !asked" class="note">
    {{ wording.aProgramme }} <RouterLink to="/plans" class="link">{{ wording.chooseWho }}</RouterLink>.
  </p>
  <template v-if="settings && personId">
    <div class="flex flex-wrap items-center gap-2">
      <div class="mr-auto min-w-0">
        <h1>{{ name }}</h1>
        <p class="text-soft figures first-letter:uppercase">
          <template v-if="stored">
            {{ now === null ? '' : wording.week }}{{ weekOfText({ ...settings, endedOn: stored.endedOn }, today()) }}
            <template v-if="stored.adherence.share !== null"
              >{{
                wording.doneOfSets(stored.adherence.done, stored.adherence.planned, percentText(stored.adherence.share))
              }}
            </template>
            · {{ settings.goal ? wording.toward(placeName(settings.goal)) : wording.fromTodaysPlaces }}
          </template>
          <template v-else>{{ wording.aNewProgrammeNothing }}</template>
        </p>
      </div>
      <template v-if="session.isCoach">
        <button class="btn print:hidden" :disabled="!edit.canUndo.value" @click="edit.undo">
          <Undo2 :size="20" aria-hidden="true" /> {{ anywhere.undo }}
        </button>
        <button v-if="stored && changing" class="btn print:hidden" :disabled="edit.working.value" @click="edit.anew">
          <CalendarSync :size="20" aria-hidden="true" /> {{ wording.makeAnew }}
        </button>
      </template>
      <button
        v-if="changing"
        class="btn btn-main print:hidden"
        :disabled="busy || edit.working.value || !planned || (stored !== null && !edit.changed.value)"
        @click="keep"
      >
        <Save :size="20" aria-hidden="true" /> {{ stored ? wording.keepAsANew : anywhere.keep }}
      </button>
    </div>
    <DraftBack class="mt-2" :draft="edit.draft" @anew="edit.back" />
    <p v-if="problem" role="alert" class="note mt-2">{{ problem }}</p>
    <p v-if="stored?.endedOn" class="note mt-2 flex flex-wrap items-center gap-3">
      {{ wording.endedOn(dayText(stored.endedOn)) }}
      <button v-if="session.isCoach" class="btn ml-auto" :disabled="busy" @click="end(null)">
        {{ wording.takeTheEndBack }}
      </button>
    </p>
    <p v-for="a in stored?.alerts ?? []" :key="a.drill" role="alert" class="note mt-2">
      <b>{{ drillName(a.drill) }}</b> {{ wording.noLongerFitsMake }}
    </p>

    <div class="mt-3 columns grid items-start gap-4 lg:grid-cols-[17.5rem_1fr]">
      <!-- On a telephone what stands comes before what it is made by. -->
      <div class="space-y-4 print:hidden" :class="{ 'max-lg:order-last': stored }">
        <PlanSettings
          v-if="changing"
          :settings="settings"
          :begun="stored !== null"
          @change="(patch) => edit.put({ ...settings!, ...patch })"
        />
        <section v-if="settings.bans.length || setByHand(settings) > 0" class="card" aria-labelledby="plan-hand">
          <h2 id="plan-hand">{{ wording.setByHand }}</h2>
          <p class="text-soft figures">
            {{ wording.pinnedTakenOff(settings.pins.length, settings.offs.length, settings.sets.length) }}
          </p>
          <ul v-if="settings.bans.length" :aria-label="wording.leftOutEverywhere" class="mt-1 flex flex-wrap gap-1">
            <li v-for="b in settings.bans" :key="b">
              <button class="btn" :disabled="!changing" @click="edit.put(allowed(settings!, b))">
                {{ wording.letItInAgain(drillName(b)) }}
              </button>
            </li>
          </ul>
          <button v-if="changing" class="btn mt-2" @click="edit.put(freed(settings!))">
            {{ wording.letEverythingMoveAgain }}
          </button>
        </section>
        <section v-if="planned" class="card" aria-labelledby="plan-out">
          <h2 id="plan-out">{{ wording.giveItOut }}</h2>
          <div class="mt-1 flex flex-wrap gap-2">
            <a
              v-if="stored"
              class="btn"
              :href="`/api/programmes/${stored.id}/programme.pdf`"
              target="_blank"
              rel="noopener"
              ><FileText :size="20" aria-hidden="true" /> {{ wording.onPaper }}</a
            >
            <a v-if="stored" class="btn" :href="`/api/programmes/${stored.id}/calendar.ics`" download="programme.ics">
              <CalendarDays :size="20" aria-hidden="true" /> {{ wording.calendar }}
            </a>
            <button v-if="stored && session.isCoach" class="btn" @click="sharing = true">
              <Users :size="20" aria-hidden="true" /> {{ wording.forAGroup }}
            </button>
            <button class="btn" @click="print"><Printer :size="20" aria-hidden="true" /> {{ wording.print }}</button>
          </div>
        </section>
        <LinksCard v-if="stored && session.isCoach && !stored.endedOn" :id="stored.id" :person-id="stored.personId" />
        <section v-if="stored" class="card" aria-labelledby="plan-versions">
          <h2 id="plan-versions">{{ wording.versions }}</h2>
          <ol class="divide-rule divide-y">
            <li v-for="v in stored.versions" :key="v.version" class="py-1">
              <b class="figures">{{ v.version }}</b> · {{ v.by }}, {{ dayTimeText(v.at) }}
              <span v-if="v.note" class="text-soft block">{{ v.note }}</span>
            </li>
          </ol>
          <button v-if="changing" class="btn mt-2" :disabled="busy" @click="end(today())">
            {{ wording.endItToday }}
          </button>
        </section>
      </div>

      <div
        class="min-w-0 space-y-3"
        :aria-busy="edit.working.value"
        :data-worked-out="planned !== null && !edit.working.value"
      >
        <template v-if="planned && shown">
          <WeekLine v-model="week" :weeks="planned.weeks" :now="now" class="print:hidden" />
          <div class="flex flex-wrap items-center gap-3 print:hidden">
            <h2 class="mr-auto">
              {{ wording.weekWithWeek(shown.week)
              }}<span class="text-soft text-base font-normal">
                {{ shown.easier ? wording.easier : '' }} ·
                {{ dayText(addDays(planned.from, 7 * (shown.week - 1))) }}</span
              >
            </h2>
            <OnOff v-if="changing" v-model="after">{{ wording.changesCount }}</OnOff>
            <div class="flex gap-1" role="group" :aria-label="wording.shownAs">
              <button
                class="btn"
                :class="{ 'btn-on': as === 'board' }"
                :aria-pressed="as === 'board'"
                @click="as = 'board'"
              >
                {{ wording.board }}
              </button>
              <button
                class="btn"
                :class="{ 'btn-on': as === 'table' }"
                :aria-pressed="as === 'table'"
                @click="as = 'table'"
              >
                {{ wording.table }}
              </button>
            </div>
          </div>
          <WeekBoard
            v-if="as === 'board'"
            :week="shown"
            :settings="settings"
            :today="today()"
            :logs="stored ? stored.logs : null"
            :alerts="stored?.alerts ?? []"
            :relook="planned.relook"
            :changing="changing"
            @do="act"
            @add="(day) => (other = { day, item: null })"
            @copy="(items, to) => edit.put(copied(settings!, items, to, weeks))"
            @log="log"
          />
          <WeekTable v-else :week="shown" :today="today()" :changing="changing" @put="put" />
          <p v-if="edit.working.value" role="status" class="text-soft">{{ wording.workingItOut }}</p>
          <section v-if="planned.unplaced.length || warnings.length" class="space-y-1" :aria-label="wording.toMind">
            <p v-for="(u, i) in planned.unplaced" :key="`u${i}`" class="note text-sm">
              <b>{{ wording.weekWithDrillName(drillName(u.pin.item), u.pin.week, WEEKDAY_NAMES[u.pin.day]) }}</b>
              {{ unplacedText(catalog, u.why) }}
            </p>
            <p v-for="(w, i) in warnings" :key="`w${i}`" class="note text-sm">
              <b v-if="w.where">{{ w.where }}:</b> {{ w.says }}
            </p>
          </section>
          <section v-if="changed.length" class="card print:hidden" aria-labelledby="plan-changes">
            <h2 id="plan-changes">{{ wording.whatWouldChangeAgainst(stored?.version ?? 0) }}</h2>
            <dl class="mt-1 max-h-72 overflow-y-auto" tabindex="0" role="region" aria-labelledby="plan-changes">
              <template v-for="[day, list] in changed" :key="day">
                <dt class="mt-2 font-semibold">{{ WEEKDAY_NAMES[weekdayOf(day)] }}, {{ dayText(day) }}</dt>
                <dd v-for="(says, i) in list" :key="i">{{ says }}</dd>
              </template>
            </dl>
            <button class="btn mt-2" @click="edit.back">{{ wording.leaveIt }}</button>
          </section>
          <p class="text-soft text-sm">{{ wording.generalGuidanceNotMedical }}</p>
        </template>
        <p v-else-if="edit.working.value" role="status" class="text-soft">{{ wording.workingOutTheWeeks }}</p>
      </div>
    </div>
    <GroupDialog
      v-if="stored"
      :open="sharing"
      :settings="stored.settings"
      :but="stored.personId"
      @close="sharing = false"
    />
    <NumbersDialog
      :item="numberedItem"
      @close="numbering = null"
      @put="(own) => put(numbering!.day, numbering!.item, own)"
    />
    <OtherDialog
      :open="other !== null"
      :title="
        other?.item ? wording.insteadOf(drillName(other.item)) : wording.addTo(other ? WEEKDAY_NAMES[other.day] : '')
      "
      :word="other?.item ? wording.swap : anywhere.add"
      @close="other = null"
      @pick="pick"
    />
  </template>
  <RouterLink to="/plans" class="link mt-3 inline-block min-h-[44px] content-center print:hidden">{{
    wording.allProgrammes
  }}</RouterLink>
</template>
