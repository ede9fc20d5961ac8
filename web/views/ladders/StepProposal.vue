<script setup lang="ts">
/** What to do next at a version: the rule that fired, its numbers, and the coach's decision, which is stored. */
import { computed, ref } from 'vue';
import { ladderStepInputSchema, type LadderStep, type OnLadders } from '../../../api/ladders.js';
import type { Person } from '../../../api/people.js';
import { rungsOnLadder, ladderOf, placeKey } from '../../../core/catalog/ladders.js';
import type { Rung } from '../../../core/formats/catalog.js';
import type { Proposal } from '../../../core/ladder/next-step.js';
import type { Body } from '../../../core/body/anthropometry.js';
import { catalog } from '../../data/catalogue.js';
import { decideStep, takeStepBack } from '../../data/ladders.js';
import { answeredStep, decided, wordsOfStep } from '../../data/on-ladders.js';
import { useAction } from '../../data/action.js';
import { useZodForm } from '../../data/form.js';
import { dayText, placeName } from '../../data/names.js';
import { useSession } from '../../data/session.js';
import FormField from '../../components/FormField.vue';
import PickOne from '../../components/PickOne.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { stepProposal as wording } from '../../../words/pages/ladders.js';

const props = defineProps<{
  proposal: Proposal;
  rung: Rung;
  /** What an in-between step was found for. */
  body: Body;
  person: Person;
  on: OnLadders;
  lookId: string | null;
}>();
const session = useSession();
const { busy, error, run } = useAction();
const mode = ref<'none' | 'changed' | 'declined'>('none');
const DONE: Record<LadderStep['decision'], string> = {
  accepted: wording.accepted,
  changed: wording.changed,
  declined: wording.declined,
};

const told = computed(() => wordsOfStep(props.rung, props.body, props.proposal));
const answered = computed(() => answeredStep(props.on, props.rung, props.proposal, props.lookId));
const choices = computed(() => {
  const ladder = ladderOf(catalog, props.rung);
  return ladder
    ? rungsOnLadder(catalog, ladder).filter((r) => !r.excludedBy.some((c) => props.person.cautions.includes(c)))
    : [];
});

const decision = (of: LadderStep['decision'], change: Partial<Parameters<typeof decided>[4]> = {}) =>
  decided(props.proposal, told.value, props.rung, of, { lookId: props.lookId, ...change });
const blank = () => ({ to: props.proposal.to, seconds: Math.round(props.proposal.seconds), reason: '' });
const form = useZodForm({
  blank,
  asInput: ({ to, seconds, reason }) =>
    mode.value === 'changed' ? decision('changed', { to, seconds, reason }) : decision('declined', { reason }),
  schema: ladderStepInputSchema,
  keep: (input) => decideStep(props.person.id, input),
});
function open(next: 'changed' | 'declined'): void {
  mode.value = next;
  form.refill(blank());
}
async function decide(event: Event): Promise<void> {
  if (await form.submit(event)) mode.value = 'none';
}
const accept = (): Promise<boolean> => run(() => decideStep(props.person.id, decision('accepted')));
const takeBack = (): Promise<boolean> => run(() => takeStepBack(props.person.id, answered.value!.id));
</script>

<template>
  <section aria-labelledby="next-step">
    <div class="flex items-center gap-2">
      <h3 id="next-step">{{ wording.nextStep }}</h3>
      <span class="tag">{{ wording.rule(proposal.rule) }}</span>
    </div>
    <p class="mt-1 font-semibold">{{ told.says }}</p>
    <dl class="text-soft figures mt-1 flex flex-wrap gap-x-4 text-sm">
      <div v-for="n in told.numbers" :key="n.label" class="flex gap-1">
        <dt>{{ n.label }}</dt>
        <dd class="text-ink">{{ n.value }}</dd>
      </div>
    </dl>
    <p v-if="answered" role="status" class="mt-2 text-sm">
      <b>{{ DONE[answered.decision] }}</b>
      {{
        wording.by(
          answered.by,
          dayText(answered.day),
          answered.decision === 'changed' ? `: ${placeName(answered.to)}, ${Math.round(answered.seconds)} s` : '',
          answered.reason ? `. ${answered.reason}` : '',
        )
      }}
      <button v-if="session.isCoach" class="link min-h-[44px]" :disabled="busy" @click="takeBack">
        {{ wording.takeItBack }}
      </button>
    </p>
    <template v-else-if="session.isCoach">
      <div v-if="mode === 'none'" class="mt-2 flex flex-wrap gap-2">
        <button class="btn btn-main" :disabled="busy" @click="accept">{{ wording.accept }}</button>
        <button class="btn" @click="open('changed')">{{ anywhere.change }}</button>
        <button class="btn" @click="open('declined')">{{ wording.decline }}</button>
      </div>
      <form v-else class="mt-2 space-y-2" novalidate @submit.prevent="decide">
        <div v-if="mode === 'changed'" class="grid grid-cols-[1fr_6rem] gap-2">
          <PickOne
            id="st-to"
            v-model="form.typed.to"
            :label="wording.goTo"
            :choices="choices.map((r) => ({ id: placeKey(r), name: r.name }))"
          />
          <FormField
            id="st-s"
            v-model="form.typed.seconds"
            path="seconds"
            :label="wording.forS"
            type="number"
            required
          />
        </div>
        <FormField
          id="st-why"
          v-model="form.typed.reason"
          path="reason"
          :label="wording.why"
          maxlength="300"
          required
        />
        <p v-if="form.error.value" role="alert" class="note">{{ form.error.value }}</p>
        <div class="flex gap-2">
          <button class="btn btn-main" :disabled="form.busy.value">{{ anywhere.keep }}</button>
          <button type="button" class="btn" @click="mode = 'none'">{{ anywhere.cancel }}</button>
        </div>
      </form>
    </template>
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
  </section>
</template>
