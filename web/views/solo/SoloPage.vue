<script setup lang="ts">
/** A programme as the person who does it reads it: today's work, one tap for what was done, the way so far. With or without an account, a phone first. */
import { Play } from '@lucide/vue';
import { format, parseISO } from 'date-fns';
import { computed, ref, watch } from 'vue';
import { RouterLink } from 'vue-router';
import type { ItemLogInput } from '../../../api/programmes.js';
import { addDays } from '../../../core/days.js';
import { weekdayOf } from '../../../core/formats/programme.js';
import { ADVICE_WORDS } from '../../../words/stops.js';
import { WEEKDAY_NAMES, WEEKDAY_SHORT, weekOfText } from '../../../words/programme.js';
import LoadState from '../../components/LoadState.vue';
import ModalFrame from '../../components/ModalFrame.vue';
import PickOne from '../../components/PickOne.vue';
import SureButton from '../../components/SureButton.vue';
import { soloClockPlace } from '../../data/own-solo.js';
import { useSolo } from '../../data/solo.js';
import SoloItem from './SoloItem.vue';
import SoloLines from './SoloLines.vue';
import SoloRun from './SoloRun.vue';
import SoloSend from './SoloSend.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { soloPage as wording } from '../../../words/pages/solo.js';

/** Without a secret: the programme of who is signed in. */
const props = defineProps<{ secret?: string }>();
const solo = useSolo(props.secret ?? null);
const { sheet } = solo;
const days = computed(() => sheet.value?.weeks.flatMap((w) => w.days) ?? []);
/** Today's day, or the next one, or the last. */
const ahead = computed(() => days.value.find((d) => d.day >= sheet.value!.today) ?? days.value.at(-1) ?? null);
const chosen = ref<string | null>(null);
watch(ahead, (is) => (chosen.value ??= is?.day ?? null), { immediate: true });
const day = computed(() => days.value.find((d) => d.day === chosen.value) ?? ahead.value);
const week = computed(() => sheet.value?.weeks.find((w) => w.days.some((d) => d.day === day.value?.day)) ?? null);
const weekAt = (by: number): void => {
  const to = sheet.value!.weeks[sheet.value!.weeks.indexOf(week.value!) + by];
  if (to) chosen.value = to.days[0]!.day;
};
const texts = computed(() => sheet.value?.texts ?? {});
const mayLog = computed(() => day.value !== null && day.value.day <= (sheet.value?.today ?? ''));
const logOf = (item: string): ItemLogInput | null =>
  sheet.value?.logs.find((l) => l.day === day.value?.day && l.item === item) ?? null;
/** Items that may be done today: of a position that hurt none. */
const doable = computed(() => day.value?.items.filter((i) => !sheet.value!.resting.includes(i.item)) ?? []);
const blank = (item: string, is: ItemLogInput['is']): ItemLogInput => ({
  day: day.value!.day,
  item,
  is,
  sets: null,
  best: null,
  felt: null,
  pain: false,
  note: '',
});
const log = (item: string, change: Partial<ItemLogInput> & Pick<ItemLogInput, 'is'>): void =>
  solo.log([{ ...(logOf(item) ?? blank(item, change.is)), ...change }]);
const running = ref(false);
const hurting = ref(false);
const where = ref('');
function hurt(): void {
  if (where.value) log(where.value, { is: logOf(where.value)?.is === 'done' ? 'done' : 'partly', pain: true });
  [hurting.value, where.value, running.value] = [false, '', false];
}
/** The day is told as a day of the week, and as today. */
const dayName = (of: string): string =>
  `${of === sheet.value?.today ? wording.today : ''}${WEEKDAY_NAMES[weekdayOf(of)]} ${format(parseISO(of), 'd MMMM')}`;
const doneOn = (of: string): boolean => sheet.value?.logs.some((l) => l.day === of && l.is !== 'not') ?? false;
</script>

<template>
  <SoloRun
    v-if="running && day"
    :key="day.day"
    :items="doable"
    :texts="texts"
    :place="soloClockPlace(sheet!.programme, day.day)"
    :log-of="logOf"
    @log="log"
    @pain="(item) => ((where = item), (hurting = true))"
    @leave="running = false"
  />
  <div v-else class="mx-auto max-w-2xl space-y-3 p-4 pb-10">
    <template v-if="solo.shut.value">
      <template v-if="secret">
        <h1>{{ wording.thisLinkOpensNothing }}</h1>
        <p class="note">{{ wording.itWasTakenBack }}</p>
      </template>
      <template v-else>
        <h1>{{ wording.noProgrammeNow }}</h1>
        <p class="note">{{ wording.noneOfYoursRuns }}</p>
      </template>
      <RouterLink v-if="!secret" to="/" class="btn">{{ wording.toTheFloor }}</RouterLink>
    </template>
    <template v-else-if="solo.forgotten.value">
      <h1>{{ wording.nothingIsHere }}</h1>
      <p class="note">{{ wording.theLinkOpensIt }}</p>
    </template>
    <template v-else-if="!sheet">
      <h1>{{ secret ? wording.aProgrammeByLink : wording.yourProgramme }}</h1>
      <LoadState
        :loading="!solo.away.value"
        :error="solo.away.value ? wording.theHallsServerCannot : null"
        @retry="solo.load()"
      />
    </template>
    <template v-else>
      <header>
        <p class="text-soft">{{ sheet.hall || (secret ? wording.aProgrammeByLink : wording.yourProgramme) }}</p>
        <h1>{{ wording.sProgramme(sheet.name) }}</h1>
        <p class="text-soft figures">
          {{
            wording.fromWeek(
              sheet.coach,
              weekOfText(
                { from: sheet.from, weeks: Math.max(1, sheet.weeks.length), endedOn: sheet.endedOn },
                sheet.today,
              ),
            )
          }}
          <template v-if="secret">{{ wording.opensUntil(format(parseISO(sheet.until), wording.dMmmYyyy)) }}</template>
        </p>
        <p v-if="solo.away.value || solo.waiting.value" role="status" class="tag tag-caution mt-1">
          {{ solo.away.value ? wording.noNetwork : wording.sending
          }}{{ solo.waiting.value ? wording.keptOnThisDevice(solo.waiting.value) : '' }}
        </p>
        <p v-if="solo.error.value" role="alert" class="note mt-1">{{ solo.error.value }}</p>
      </header>
      <p v-if="sheet.stopped" role="alert" class="note">
        <b>{{ wording.noTrainingNow }}</b> {{ wording.yourCoachAsks(ADVICE_WORDS['before-training']) }}
      </p>
      <template v-else-if="day && week">
        <section class="card" aria-labelledby="solo-day">
          <div class="flex flex-wrap items-center gap-2">
            <h2 id="solo-day" class="mr-auto">{{ dayName(day.day) }}</h2>
            <span class="figures text-soft">{{ day.minutes }} min{{ week.easier ? wording.anEasierWeek : '' }}</span>
          </div>
          <button v-if="doable.length && mayLog" class="btn btn-main mt-2 w-full !py-3 text-lg" @click="running = true">
            <Play :size="24" aria-hidden="true" /> {{ anywhere.start }}
          </button>
          <p v-else-if="doable.length" class="text-soft">{{ wording.stillToCome }}</p>
          <p v-else class="text-soft">{{ wording.nothingOnThisDay }}</p>
          <p v-if="sheet.relook.includes(day.day)" class="tag mt-2">{{ wording.yourCoachLooksAgain }}</p>
          <ol class="divide-rule mt-2 divide-y">
            <SoloItem
              v-for="i in day.items"
              :key="i.item"
              :item="i"
              :text="texts[i.item]"
              :log="logOf(i.item)"
              :may-log="mayLog"
              :resting="sheet.resting.includes(i.item)"
              @log="(change) => log(i.item, change)"
            />
          </ol>
        </section>
        <nav class="card" :aria-label="wording.otherDays">
          <div class="flex items-center gap-2">
            <button class="btn" :disabled="week.week === sheet.weeks[0]!.week" @click="weekAt(-1)">
              {{ wording.weekBefore }}
            </button>
            <b class="flex-1 text-center">{{ wording.week(week.week) }}</b>
            <button class="btn" :disabled="week.week === sheet.weeks.at(-1)!.week" @click="weekAt(1)">
              {{ wording.weekAfter }}
            </button>
          </div>
          <div class="mt-2 flex flex-wrap gap-2">
            <button
              v-for="d in week.days"
              :key="d.day"
              class="btn flex-1"
              :class="{ 'btn-on': d.day === day.day }"
              :aria-pressed="d.day === day.day"
              @click="chosen = d.day"
            >
              {{ WEEKDAY_SHORT[weekdayOf(d.day)] }} {{ format(parseISO(d.day), 'd') }}{{ doneOn(d.day) ? ' ✓' : '' }}
            </button>
          </div>
        </nav>
      </template>
      <SoloLines
        v-if="sheet.progress"
        :progress="sheet.progress"
        :from="sheet.from"
        :until="addDays(sheet.from, 7 * sheet.weeks.length)"
      />
      <SoloSend
        v-if="sheet.sendIn && secret"
        :secret="secret"
        :may="sheet.sendIn"
        :coach="sheet.coach"
        @sent="solo.load()"
      />
      <button v-if="day && !sheet.stopped" class="btn btn-stop w-full" @click="hurting = true">
        {{ wording.painOrSomethingOdd }}
      </button>
      <p class="text-soft text-sm">{{ wording.generalGuidanceNotMedical }}</p>
      <SureButton
        v-if="secret"
        :label="wording.removeFromDevice"
        :says="wording.whatIsHere(solo.waiting.value)"
        :sure="wording.removeIt"
        @do="solo.forget()"
      />
    </template>
  </div>
  <ModalFrame :open="hurting" :title="wording.stopHere" @close="hurting = false">
    <p>
      <b>{{ wording.stopForToday }}</b> {{ wording.painThatIsSharp }}
    </p>
    <PickOne
      id="solo-where"
      v-model="where"
      :label="wording.whatBroughtItOn"
      :placeholder="wording.chooseSoThatYour"
      :choices="(day?.items ?? []).map((i) => ({ id: i.item, name: texts[i.item]?.name ?? i.item }))"
    />
    <p class="text-soft text-sm">{{ wording.itIsLeftAlone }}</p>
    <div class="flex justify-end gap-2">
      <button class="btn" @click="hurting = false">{{ anywhere.back }}</button>
      <button class="btn btn-stop" :disabled="!where || !mayLog" @click="hurt">{{ wording.tellMyCoach }}</button>
    </div>
  </ModalFrame>
</template>
