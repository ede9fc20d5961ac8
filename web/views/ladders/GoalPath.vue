<script setup lang="ts">
/** Skills a person works toward, and what is left of the way: the gate to work on next, then the rest. */
import { computed, ref } from 'vue';
import { RouterLink } from 'vue-router';
import type { OnLadders } from '../../../api/ladders.js';
import type { Person } from '../../../api/people.js';
import { skillGoals } from '../../../core/catalog/skill-goals.js';
import { workOrder, type WorkedOn } from '../../../core/ladder/next-gate.js';
import { pathTo, takenOf } from '../../../core/ladder/places.js';
import { capFor, type Circumstance } from '../../../core/person/circumstance.js';
import { dropGoal, setGoal } from '../../data/ladders.js';
import { catalog } from '../../data/catalogue.js';
import { useAction } from '../../data/action.js';
import { placeName } from '../../data/names.js';
import { secondsText } from '../../../words/numbers.js';
import { useSession } from '../../data/session.js';
import PickOne from '../../components/PickOne.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { goalPath as wording } from '../../../words/pages/ladders.js';

const props = defineProps<{ person: Person; circumstance: Circumstance; on: OnLadders }>();
defineEmits<{ choose: [place: string] }>();
const session = useSession();
const { busy, error, run } = useAction();
const adding = ref('');
const goals = computed(() =>
  props.on.goals.flatMap((id) => {
    const goal = skillGoals.find((g) => g.id === id);
    if (!goal) return [];
    const path = pathTo(catalog, goal, props.on.holds, takenOf(props.on.steps), {
      cap: (rung) => capFor(catalog, props.circumstance, rung.family),
      cautions: props.circumstance.cautions,
      today: props.circumstance.today,
    });
    return [{ goal, path: workOrder(catalog, path, props.on.holds, props.circumstance.today, props.on.said) }];
  }),
);
const change = (id: string, method: 'PUT' | 'DELETE'): Promise<boolean> =>
  run(() => (method === 'PUT' ? setGoal : dropGoal)(props.person.id, id));
/** Where the version is looked at next, set up. */
const benchAt = ({ place }: WorkedOn): string => {
  const [position, version] = place.split('/');
  return `/bench?person=${props.person.id}&position=${position}&rung=${version}`;
};
const weeksText = (weeks: number): string =>
  weeks < 1 ? wording.lessThanAWeek : wording.aboutToGo(Math.round(weeks), Math.round(weeks) === 1 ? 'week' : 'weeks');
const heldText = (p: WorkedOn): string =>
  p.reps === null ? wording.ofS(secondsText(p.best), p.seconds) : wording.ofReps(p.best, p.reps);
async function add(): Promise<void> {
  if (adding.value && (await change(adding.value, 'PUT'))) adding.value = '';
}
</script>

<template>
  <section class="card" aria-labelledby="goals">
    <h2 id="goals">{{ wording.skillsToReach }}</h2>
    <p v-if="goals.length === 0" class="text-soft text-sm">{{ wording.noneChosen }}</p>
    <div v-for="{ goal, path } in goals" :key="goal.id" class="mt-2">
      <div class="flex items-center gap-2">
        <h3 class="flex-1">{{ goal.name }}</h3>
        <button
          v-if="session.isCoach"
          class="link min-h-[44px] text-sm"
          :disabled="busy"
          :aria-label="wording.drop(goal.name)"
          @click="change(goal.id, 'DELETE')"
        >
          {{ wording.dropAlone }}
        </button>
      </div>
      <p v-if="path.length === 0" class="font-semibold">{{ wording.everyGate }}</p>
      <p v-if="path[0]" class="figures text-sm">
        <b>{{ wording.nextToWorkOn }}</b>
        <RouterLink :to="benchAt(path[0])" class="link">{{ placeName(path[0].place) }}</RouterLink>,
        {{ path[0].weeks === null ? wording.tooFewSessions : weeksText(path[0].weeks)
        }}{{ path[0].askedBy ? wording.askedForBy(placeName(path[0].askedBy)) : '' }}.
      </p>
      <ol v-if="path.length" class="text-sm">
        <li v-for="p in path.slice(0, 7)" :key="p.place">
          <button class="flex min-h-[44px] w-full items-center gap-2 text-left" @click="$emit('choose', p.place)">
            <span class="min-w-0 flex-1"
              >{{ placeName(p.place) }}
              <span class="text-soft figures block"
                >{{ heldText(p) }}{{ p.weeks === null ? '' : `, ${weeksText(p.weeks)}` }}</span
              ></span
            >
            <svg viewBox="0 0 60 8" class="h-2 w-16 shrink-0" aria-hidden="true">
              <path d="M0 4H60" stroke="var(--rule)" stroke-width="3" />
              <path :d="`M0 4H${60 * p.share}`" stroke="var(--rope)" stroke-width="5" />
            </svg>
          </button>
        </li>
      </ol>
      <p v-if="path.length > 7" class="text-soft text-sm">{{ wording.andMoreAfterThem(path.length - 7) }}</p>
    </div>
    <form v-if="session.isCoach" class="mt-2 flex gap-2 print:hidden" @submit.prevent="add">
      <PickOne
        id="goal"
        v-model="adding"
        :label="wording.skill"
        quiet
        class="flex-1"
        :placeholder="wording.addASkill"
        :choices="skillGoals.filter((g) => !on.goals.includes(g.id))"
      />
      <button class="btn" :disabled="!adding || busy">{{ anywhere.add }}</button>
    </form>
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
  </section>
</template>
