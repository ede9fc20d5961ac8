<script setup lang="ts">
/** A coach's own eye: measured, practised, compared; what it is worth stands in every verdict on its looks. */
import { Crosshair, Image as ImageIcon, Timer } from '@lucide/vue';
import { differenceInCalendarDays, parseISO } from 'date-fns';
import { computed, defineAsyncComponent, ref } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import { DEFAULT_PLACING, OBSERVER_RELIABILITY } from '../../../core/eye/eye.js';
import type { DealKind } from '../../../core/formats/eye.js';
import { isOld, KIND_WORDS, lateText, ofText, placingText, rateText, SURE_WORDS } from '../../../words/eye.js';
import { fixed, percentText, secondsText } from '../../../words/numbers.js';
import { SURE } from '../../../core/formats/eye.js';
import LoadState from '../../components/LoadState.vue';
import PickOne from '../../components/PickOne.vue';
import { useAction } from '../../data/action.js';
import { dealRound, removeRound, useBlindList, useEye, usePractice } from '../../data/eye.js';
import { dayText, familyName, faultName, rungName } from '../../data/names.js';
import EyeFigure from './EyeFigure.vue';
import FaultTable from './FaultTable.vue';
import PlacingTable from './PlacingTable.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { eyePage as wording } from '../../../words/pages/eye.js';

const EyeLine = defineAsyncComponent(() => import('./EyeLine.vue'));
const router = useRouter();
const own = useEye();
const practice = usePractice();
const blind = useBlindList();
const { busy, error, run } = useAction();
const summary = computed(() => own.value.value?.summary ?? null);
const studio = computed(() => own.value.value?.studio ?? null);
const rounds = computed(() => own.value.value?.rounds.filter((r) => r.kind !== 'placing') ?? []);
const family = ref('');
const fault = ref('');
const families = computed(() => practice.value.value?.practice ?? []);
const faults = computed(() => [
  ...new Set(families.value.filter((f) => !family.value || f.family === family.value).flatMap((f) => f.faults)),
]);
const old = computed(() => {
  const day = summary.value?.placing?.day;
  return day !== undefined && isOld(differenceInCalendarDays(new Date(), parseISO(day)));
});
const begin = (kind: DealKind, of: string | null = null): Promise<boolean> =>
  run(async () => {
    const chosen =
      kind === 'placing' || of
        ? { families: [], faults: [] }
        : {
            families: family.value ? [family.value] : [],
            faults: fault.value && faults.value.includes(fault.value) ? [fault.value] : [],
          };
    const { id } = await dealRound({ kind, ...chosen, of });
    await router.push(`/eye/rounds/${id}`);
  });
const signed = (value: number, unit: string): string => `${value > 0 ? '+' : ''}${fixed(value, 1)}${unit}`;
</script>

<template>
  <h1>{{ wording.yourEye }}</h1>
  <p class="text-soft max-w-3xl">{{ wording.aVerdictIsOnly }}</p>
  <LoadState :loading="own.loading.value" :error="own.error.value" @retry="own.load()" />
  <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
  <div v-if="summary" class="mt-3 columns grid items-start gap-4 lg:grid-cols-[1fr_2fr]">
    <div class="min-w-0 space-y-4">
      <section class="card" aria-labelledby="eye-points">
        <h2 id="eye-points">{{ wording.pointsOnAPicture }}</h2>
        <template v-if="summary.placing">
          <p class="figures mt-1">
            <b class="font-head text-4xl">{{ placingText(summary.placing.rest) }}</b>
          </p>
          <p class="text-soft figures">
            {{
              wording.checkedPicturesTwiceAssumed(
                dayText(summary.placing.day),
                summary.placing.pictures,
                placingText(DEFAULT_PLACING),
                studio?.placing ? wording.studio(placingText(studio.placing)) : '',
              )
            }}
          </p>
          <p v-if="old" class="note mt-2 text-sm">{{ wording.thisCheckIsOver }}</p>
          <EyeFigure class="mt-2" :placing="summary.placing" />
          <details class="mt-1">
            <summary class="min-h-[44px] content-center">{{ wording.pointByPoint }}</summary>
            <PlacingTable :placing="summary.placing" />
          </details>
        </template>
        <p v-else class="mt-1">{{ wording.notMeasuredIsAssumed(placingText(DEFAULT_PLACING)) }}</p>
        <button
          class="btn mt-3 !min-h-14 w-full"
          :class="{ 'btn-main': !summary.placing || old }"
          :disabled="busy"
          @click="begin('placing')"
        >
          <Crosshair :size="22" aria-hidden="true" />
          {{ summary.placing ? wording.doTheCheckAgain : wording.checkYourPoints }}
        </button>
      </section>

      <section class="card" aria-labelledby="eye-two">
        <h2 id="eye-two">{{ wording.twoEyes }}</h2>
        <p class="text-soft text-sm">{{ wording.judgeWhatAColleague }}</p>
        <LoadState :loading="blind.loading.value" :error="blind.error.value" @retry="blind.load()" />
        <ul v-if="blind.value.value?.length" class="mt-2 space-y-2" :aria-label="wording.picturesToJudgeBlind">
          <li v-for="b in blind.value.value" :key="b.lookId">
            <RouterLink :to="`/eye/blind/${b.lookId}`" class="btn w-full !justify-start text-left">{{
              (b.clipId ? wording.clip : '') +
              wording.by(
                b.person,
                familyName(b.observation.position),
                b.observation.rung ? `, ${rungName(b.observation.position, b.observation.rung).toLowerCase()}` : '',
                dayText(b.day),
                b.by,
              )
            }}</RouterLink>
          </li>
        </ul>
        <ul v-if="practice.value.value?.shared.length" class="mt-2 space-y-2" :aria-label="wording.roundsOfColleagues">
          <li v-for="s in practice.value.value.shared" :key="s.id">
            <button class="btn w-full !justify-start text-left" :disabled="busy" @click="begin(s.kind, s.id)">
              {{ wording.thatPlayedOn(KIND_WORDS[s.kind], s.by, dayText(s.day)) }}
            </button>
          </li>
        </ul>
        <p v-if="blind.value.value?.length === 0 && practice.value.value?.shared.length === 0" class="text-soft mt-2">
          {{ wording.nothingWaitsNoColleague }}
        </p>
      </section>
    </div>
    <div class="min-w-0 space-y-4">
      <section class="card" aria-labelledby="eye-choose">
        <h2 id="eye-choose">{{ wording.whatToPractiseNext }}</h2>
        <LoadState :loading="practice.loading.value" :error="practice.error.value" @retry="practice.load()" />
        <div v-if="practice.value.value" class="mt-1 grid items-end gap-3 sm:grid-cols-2">
          <PickOne
            id="eye-family"
            v-model="family"
            :label="anywhere.position"
            :choices="[
              { id: '', name: wording.allOfThem },
              ...families.map((f) => ({ id: f.family, name: familyName(f.family) })),
            ]"
          />
          <PickOne
            id="eye-fault"
            v-model="fault"
            :label="wording.fault"
            :choices="[{ id: '', name: wording.allOfThem }, ...faults.map((f) => ({ id: f, name: faultName(f) }))]"
          />
        </div>
      </section>
      <div class="grid items-stretch gap-4 md:grid-cols-2">
        <section class="card flex flex-col gap-2" aria-labelledby="eye-holds">
          <h2 id="eye-holds">{{ wording.holdsAgainstTheClock }}</h2>
          <template v-if="summary.clean">
            <dl class="figures mt-1 grid grid-cols-2 gap-x-3 gap-y-2">
              <div>
                <dt class="text-soft">{{ wording.firstToGoTold }}</dt>
                <dd class="text-xl font-semibold">{{ rateText(summary.first) }}</dd>
              </div>
              <div>
                <dt class="text-soft">{{ wording.aTapIsTrue }}</dt>
                <dd class="text-xl font-semibold">
                  {{ percentText(summary.eye.taps?.rest ?? OBSERVER_RELIABILITY) }}
                </dd>
              </div>
              <div v-if="summary.late">
                <dt class="text-soft">{{ wording.tapsCome }}</dt>
                <dd class="text-xl font-semibold">{{ lateText(summary.late.median) }}</dd>
              </div>
              <div>
                <dt class="text-soft">{{ wording.cleanSeconds }}</dt>
                <dd class="text-xl font-semibold">
                  {{ wording.off(signed(summary.clean.bias, ' s'), secondsText(summary.clean.off)) }}
                </dd>
              </div>
            </dl>
            <p v-if="studio" class="text-soft figures mt-2 text-sm">
              {{
                wording.studioEyesSeen(
                  studio.eyes,
                  percentText(studio.seen),
                  studio.late === null ? '' : wording.taps(lateText(studio.late)),
                )
              }}
            </p>
          </template>
          <p v-else class="mt-1">{{ wording.notPractisedATap(percentText(OBSERVER_RELIABILITY)) }}</p>
          <button
            class="btn mt-auto !min-h-14 w-full"
            :class="{ 'btn-main': !summary.clean }"
            :disabled="busy"
            @click="begin('holds')"
          >
            <Timer :size="22" aria-hidden="true" /> {{ wording.threeMinutesOfHolds }}
          </button>
        </section>

        <section class="card flex flex-col gap-2" aria-labelledby="eye-pictures">
          <h2 id="eye-pictures">{{ wording.picturesByEye }}</h2>
          <template v-if="SURE.some((s) => summary!.sure[s].of > 0)">
            <p v-if="summary.degrees" class="figures mt-1">
              {{ wording.bodyLine }} <b class="text-xl">{{ wording.offWithFixed(fixed(summary.degrees.off, 0)) }}</b>{{
                wording.onTheWhole(signed(summary.degrees.bias, '°'))
              }}
            </p>
            <table class="figures mt-2 w-full text-left">
              <caption class="sr-only">
                {{
                  wording.howOftenEachWord
                }}
              </caption>
              <thead>
                <tr>
                  <th scope="col">{{ wording.youSaid }}</th>
                  <th scope="col">{{ wording.itWasRightIn }}</th>
                  <th scope="col">{{ wording.of }}</th>
                </tr>
              </thead>
              <tbody class="divide-rule divide-y">
                <tr v-for="s in SURE" :key="s">
                  <th scope="row" class="py-1 font-semibold">{{ SURE_WORDS[s] }}</th>
                  <td class="py-1">{{ rateText(summary.sure[s]) }}</td>
                  <td class="py-1">{{ summary.sure[s].of }}</td>
                </tr>
              </tbody>
            </table>
          </template>
          <p v-else class="mt-1">{{ wording.notPractisedTenPictures }}</p>
          <button class="btn mt-auto !min-h-14 w-full" :disabled="busy" @click="begin('pictures')">
            <ImageIcon :size="22" aria-hidden="true" /> {{ wording.tenPictures }}
          </button>
        </section>
      </div>
      <section class="card" aria-labelledby="eye-faults">
        <h2 id="eye-faults">{{ wording.faultByFault }}</h2>
        <p v-if="rounds.length === 0" class="text-soft mt-1">{{ wording.afterTheFirstRound }}</p>
        <template v-else>
          <EyeLine class="mt-2" :rounds="rounds" />
          <FaultTable class="mt-2" :summary="summary" />
          <details class="mt-2">
            <summary class="min-h-[44px] content-center">{{ wording.rounds }}</summary>
            <ul class="divide-rule figures divide-y">
              <li v-for="r in own.value.value!.rounds" :key="r.id" class="flex flex-wrap items-center gap-x-3">
                <span>{{ dayText(r.day) }} · {{ KIND_WORDS[r.kind] }}</span>
                <span class="text-soft">{{
                  r.placing === null ? wording.seenForNothing(ofText(r.seen), r.alarms.hits) : placingText(r.placing)
                }}</span>
                <button class="btn btn-quiet ml-auto" :disabled="busy" @click="run(() => removeRound(r.id))">
                  {{ anywhere.letItGo }}
                </button>
              </li>
            </ul>
          </details>
        </template>
      </section>
    </div>
  </div>
</template>
