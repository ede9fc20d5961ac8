<script setup lang="ts">
/** One version for one person: figure, load, gate with what is missing, next step, forecast, what was decided. */
import { withCharts } from '../../drawing/with-charts.js';
import { computed, defineAsyncComponent } from 'vue';
import { RouterLink } from 'vue-router';
import type { OnLadders } from '../../../api/ladders.js';
import type { Person } from '../../../api/people.js';
import { placeKey } from '../../../core/catalog/ladders.js';
import type { Circumstance } from '../../../core/person/circumstance.js';
import { loadOf } from '../../../core/statics/load.js';
import { gateText, missingText, noForecastText } from '../../../words/gates.js';
import { GOVERNING_WORDS, loadText } from '../../../words/loads.js';
import { hamstringBand } from '../../../core/statics/tight.js';
import FigureView from '../../drawing/FigureView.vue';
import { placeHistory, takenOf } from '../../../core/ladder/places.js';
import { catalog, removeEntry } from '../../data/catalogue.js';
import { useSession } from '../../data/session.js';
import { knowsBody, proposalAt, type RungStanding } from '../../data/on-ladders.js';
import { cautionName, dayText, placeName } from '../../data/names.js';
import { secondsText } from '../../../words/numbers.js';
import { workPaceText } from '../../../words/programme.js';
import CrossGateItem from './CrossGateItem.vue';
import GiveVersion from './GiveVersion.vue';
import StepProposal from './StepProposal.vue';
import { useForesight } from './use-foresight.js';
import { rungPanel as wording } from '../../../words/pages/ladders.js';

const FanChart = defineAsyncComponent(withCharts(() => import('./FanChart.vue')));
const props = defineProps<{
  standing: RungStanding;
  today: RungStanding | null;
  person: Person;
  on: OnLadders;
  circumstance: Circumstance;
  /** Straight-leg raise lifted by the coach, where one was measured, degrees. */
  legRaise: number | undefined;
}>();
const session = useSession();
const place = computed(() => placeKey(props.standing.rung));
const body = computed(() => props.circumstance.body);
const counted = computed(() => props.standing.gate.reps !== null);
const wanted = computed(() => props.standing.gate.reps ?? props.standing.gate.seconds);
const {
  sessions,
  pace,
  answer: foresight,
} = useForesight(
  () => props.standing,
  () => props.on,
  () => props.person.id,
  true,
);
/** Sessions that are told, and not watched. */
const told = computed(() => sessions.value.filter((s) => s.said).length);
const bestText = (best: number): string => (counted.value ? wording.repsWithBest(best) : secondsText(best));
const tight = computed(() => hamstringBand(props.standing.rung, body.value.mass, props.legRaise));
const proposal = computed(() => proposalAt(props.standing.rung, props.circumstance, props.on));
const against = computed(() => {
  const { load } = props.standing;
  const other = props.today && loadOf(props.today.rung, body.value);
  return load && other && other.governs === load.governs && other.value > 1e-3 ? load.value / other.value : null;
});
/** Gates that the hall took out of force. */
const silent = computed(() => catalog.crossGates.filter((g) => g.to === place.value && g.off));
const restore = (id: string): Promise<void> => removeEntry('crossGates', id);
const history = computed(() =>
  placeHistory(catalog, props.standing.ladder, props.on.holds, takenOf(props.on.steps)).slice(0, 6),
);
const decisions = computed(() =>
  props.on.steps.filter((s) => s.from === place.value || s.to === place.value).slice(0, 6),
);
</script>

<template>
  <article class="card space-y-3" aria-labelledby="rung">
    <div class="flex items-start gap-3">
      <div class="flex-1">
        <h2 id="rung">{{ standing.rung.name }}</h2>
        <p class="text-soft text-sm">{{ standing.ladder.name }} · {{ standing.rung.how }}</p>
      </div>
      <div class="h-16 w-28 shrink-0">
        <FigureView :pose="standing.rung.pose" :body="body" :label="standing.rung.name" />
      </div>
    </div>
    <p v-if="standing.barred.length" class="note text-sm">
      {{ wording.leftOutFor(standing.barred.map(cautionName).join(', ')) }}
    </p>
    <div>
      <p class="figures">
        <b class="text-2xl">{{ loadText(standing.load) }}</b>
        <span v-if="against !== null && today && today.rung !== standing.rung">{{
          wording.ofTodays(against.toFixed(2), today.rung.name)
        }}</span>
      </p>
      <p class="text-soft text-sm">
        {{
          wording.aComparison(
            standing.load ? GOVERNING_WORDS[standing.load.governs] : wording.turningAndPullingShow,
            standing.load?.moreEffort ? wording.sameLeverMoreEffort : '',
            knowsBody(person) ? '' : wording.heightOrWeight,
          )
        }}
        <RouterLink :to="`/lever?person=${person.id}&at=${place}`" class="link">{{ wording.moveTheFigure }}</RouterLink>
      </p>
    </div>
    <p v-if="tight" class="note figures text-sm">
      {{
        wording.hamstringsMeasuredAsked(
          Math.round(tight.measured),
          Math.round(tight.needed),
          Math.round(tight.low),
          Math.round(tight.high),
        )
      }}
    </p>
    <p v-if="standing.ladder.exceptions[place]" class="text-soft text-sm">
      {{ wording.whyIt(standing.ladder.exceptions[place] ?? '') }}
    </p>
    <div>
      <h3>{{ wording.gate }}</h3>
      <p class="figures">{{ gateText(standing.gate) }}</p>
      <p v-if="standing.status.passed" class="font-semibold">
        {{ wording.passedBest(bestText(standing.status.best)) }}
      </p>
      <p v-else class="figures">
        {{ standing.status.best > 0 ? wording.best(bestText(standing.status.best)) : wording.notHeldYet
        }}<b>{{ wording.missing }}</b> {{ standing.status.missing.map(missingText).join('; ') }}.
      </p>
      <ul v-if="standing.cross.length" class="mt-1 text-sm">
        <CrossGateItem v-for="c in standing.cross" :key="c.gate.id" :status="c" />
      </ul>
    </div>
    <StepProposal
      v-if="proposal"
      :proposal="proposal"
      :rung="standing.rung"
      :person="person"
      :on="on"
      :look-id="null"
      :body="body"
    />
    <GiveVersion
      v-if="session.isCoach && standing.barred.length === 0"
      :rung="standing.rung"
      :person="person"
      :on="on"
      :circumstance="circumstance"
      :wanted="wanted"
    />
    <div v-if="foresight">
      <h3>{{ wording.whenTheGateOpens }}</h3>
      <p v-if="pace !== null && Math.abs(pace - 1) > 0.05" class="text-soft">{{ workPaceText(pace) }}</p>
      <p v-if="told > 0" class="text-soft">
        {{ wording.ofSessions(told, sessions.length) }}
      </p>
      <template v-if="!foresight.ok">
        <p>{{ noForecastText(foresight.why, dayText) }}</p>
        <FanChart
          v-if="foresight.why.is === 'rises-or-levels-off'"
          :forecast="foresight.why"
          :sessions="sessions"
          :gate="wanted"
          :unit="counted ? 'reps' : 's'"
        />
      </template>
      <template v-else>
        <p class="figures">
          <template v-if="standing.status.passed">{{ wording.openAlready }}</template>
          <template v-else
            >{{ wording.evenChanceFrom }}
            <b>{{ foresight.forecast.at50 ? dayText(foresight.forecast.at50) : wording.beyondHalfAYear }}</b>{{
              wording.fourInFiveFrom
            }}
            <b>{{ foresight.forecast.at80 ? dayText(foresight.forecast.at80) : wording.aDayThatCannot }}</b>.
          </template>
          {{ wording.aWeekOver((foresight.forecast.slope * 7).toFixed(1), counted ? wording.reps : 's') }}
        </p>
        <FanChart :forecast="foresight.forecast" :sessions="sessions" :gate="wanted" :unit="counted ? 'reps' : 's'" />
      </template>
    </div>
    <p v-if="silent.length" class="text-soft text-sm">
      {{ wording.outOfForceHere(silent.map((g) => g.says).join('; ')) }}
      <button
        v-for="g in session.isCoach ? silent : []"
        :key="g.id"
        class="link ml-1 min-h-[44px]"
        @click="restore(g.id)"
      >
        {{ wording.putItBack }}
      </button>
    </p>
    <div v-if="history.length > 1">
      <h3>{{ wording.placesOnThisLadder }}</h3>
      <ol class="text-sm">
        <li v-for="h in history" :key="h.since + h.place">
          <span class="text-soft figures">{{ dayText(h.since) }}</span> {{ placeName(h.place) }}
        </li>
      </ol>
    </div>
    <div v-if="decisions.length">
      <h3>{{ wording.decided }}</h3>
      <ul class="text-sm">
        <li v-for="d in decisions" :key="d.id">
          {{ dayText(d.day) }}, {{ d.by }}: {{ d.decision }}, {{ placeName(d.to) }}, {{ Math.round(d.seconds) }} s
          <span class="text-soft">{{ wording.rule(d.rule, d.reason ? `; ${d.reason}` : '') }}</span>
        </li>
      </ul>
    </div>
  </article>
</template>
