<script setup lang="ts">
/** The result of a look, left to right in the order of the work: what was seen, how sure and why, mends and drills. */
import { useTimeoutFn } from '@vueuse/core';
import { computed, nextTick, ref, watch } from 'vue';
import { RouterLink } from 'vue-router';
import { foundText } from '../../../words/found.js';
import { stoppedText } from '../../../words/stops.js';
import LoadState from '../../components/LoadState.vue';
import { useAction } from '../../data/action.js';
import { catalog } from '../../data/catalogue.js';
import { removeLook, restoreLook } from '../../data/looks.js';
import { announce } from '../../data/said.js';
import { useOutbox } from '../../data/outbox.js';
import { useSession } from '../../data/session.js';
import { lookIdOf } from '../../data/waiting-item.js';
import StepProposal from '../ladders/StepProposal.vue';
import AnswersCard from './AnswersCard.vue';
import CarefulCard from './CarefulCard.vue';
import DrillList from './DrillList.vue';
import FindingList from './FindingList.vue';
import LookHeader from './LookHeader.vue';
import MendGuide from './MendGuide.vue';
import OtherSchools from './OtherSchools.vue';
import SecondEyes from './SecondEyes.vue';
import SeenCard from './SeenCard.vue';
import SidesCard from './SidesCard.vue';
import SittingCard from './SittingCard.vue';
import { useLookOnPage } from './use-look.js';
import WhyPanel from './WhyPanel.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { lookPage as wording } from '../../../words/pages/looks.js';

const props = defineProps<{ id: string }>();
const session = useSession();
const outbox = useOutbox();
const page = useLookOnPage(() => props.id);
const { method, wishes, judged, top, worked, judgedIn, unread } = page;
const look = computed(() => page.look.value.value);
const mayChange = computed(() => session.isCoach || look.value?.madeBy === session.account?.id);
const person = computed(() => page.person.value.value);
const on = computed(() => page.on.value.value);
const pain = computed(() => look.value?.observation.ended?.reason === 'pain');
const stopped = computed(() => stoppedText(detail.value?.stopped ?? null, page.circumstance.value?.stop ?? null));

/** The look lies on this device, and the server does not take it. */
const refused = computed(() => outbox.refused.some((i) => lookIdOf(i) === props.id));
const REFUSED = wording.thisLookIsKept;
/** The verdict is drawn first; causes, mends and drills follow at once beside or below it, and move nothing. */
const rest = ref(false);
useTimeoutFn(() => (rest.value = true), 0);
/** Causes, drills and the step: worked out once the verdict stands on the screen. */
const detail = computed(() => (rest.value ? page.detail.value : null));
const deleted = ref(false);
const { error, run } = useAction();
const undo = ref<HTMLElement | null>(null);
const remove = async (): Promise<void> => {
  deleted.value = await run(() => removeLook(props.id));
  await nextTick();
  undo.value?.focus();
};
const restore = async (): Promise<void> => {
  if (await run(() => restoreLook(props.id))) deleted.value = false;
};
// What was found is read out once it is known, and again when it changes.
watch(
  () => (judged.value ? foundText(catalog, judged.value, top.value) : ''),
  (text) => text && announce(text),
  { immediate: true },
);
</script>

<template>
  <LoadState
    v-if="!deleted"
    :loading="(page.look.loading.value && !look) || (look !== null && !judgedIn)"
    :error="look ? null : refused ? REFUSED : page.look.error.value"
    @retry="page.look.load()"
  />
  <div v-if="deleted" class="card py-10 text-center">
    <p class="text-lg">{{ wording.thisLookIsTaken }}</p>
    <button ref="undo" class="btn btn-main mt-3" @click="restore">{{ anywhere.undo }}</button>
    <RouterLink v-if="person" :to="`/people/${person.id}`" class="btn mt-3 ml-2">{{
      wording.to(person.name)
    }}</RouterLink>
  </div>
  <template v-else-if="look && judged && judgedIn">
    <LookHeader
      v-model:method="method"
      :look="look"
      :detail="judged"
      :person="person"
      :waiting="page.look.waiting.value"
      :pain="pain"
      :may-remove="session.isCoach"
      @remove="remove"
    />
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <div v-if="pain" role="alert" class="note mt-3">
      <p class="text-lg font-bold">{{ wording.painEndedThisHold }}</p>
      <p>{{ wording.noteWhatWasSaid }}</p>
    </div>

    <div class="mt-3 columns grid items-start gap-4 lg:grid-cols-[1.1fr_1fr_1.1fr]">
      <div class="min-w-0 space-y-4">
        <SeenCard :look="look" :observation="look.observation" :detail="judged" />
        <SidesCard :look="look" :detail="judged" :others="page.others.value" />
        <AnswersCard
          v-if="detail"
          :look="look"
          :detail="judged"
          :may-change="mayChange"
          @answer="page.answer"
          @note="page.keepNote"
        />
        <div v-if="detail?.step && person && on && !unread" class="card">
          <StepProposal
            :proposal="detail.step"
            :rung="detail.rung"
            :body="judgedIn.body"
            :person="person"
            :on="on"
            :look-id="look.id"
          />
          <RouterLink
            :to="`/ladders?person=${person.id}&at=${detail.family.id}/${detail.rung.id}`"
            class="link inline-block min-h-[44px] content-center"
            >{{ wording.onTheLadder }}</RouterLink
          >
        </div>
        <SecondEyes
          v-if="rest"
          :look="look"
          :detail="judged"
          :circumstance="judgedIn"
          :waiting="page.look.waiting.value"
        />
        <SittingCard v-if="rest && on && !unread" :look="look" :on="on" :body="judgedIn.body" />
        <CarefulCard v-if="rest" :person="person" :circumstance="judgedIn" />
      </div>

      <div v-if="detail" class="min-w-0 space-y-4">
        <FindingList :detail="detail" :position="detail.family.id" :rung="detail.rung.id" />
        <fieldset v-if="detail.ranking.length" :disabled="!mayChange" class="min-w-0 space-y-2">
          <p v-if="!mayChange" class="note text-sm">{{ wording.lookedAnAssistantAnswers(look.by) }}</p>
          <WhyPanel
            :detail="detail"
            :observation="look.observation"
            :overruled="look.overrule"
            :circumstance="judgedIn"
            @test="page.answerTest"
            @overrule="page.overrule"
          />
        </fieldset>
        <OtherSchools v-if="!unread" :detail="detail" :circumstance="judgedIn" />
      </div>

      <div v-if="detail" class="min-w-0 space-y-4">
        <MendGuide
          v-if="top && !pain && !unread"
          :look="look"
          :person="person"
          :fault-id="top.fault"
          :method="detail.method"
          :worked="worked"
        />
        <p v-if="unread" role="alert" class="note">
          {{ wording.thisPersonsStopSigns }}
          <button class="link min-h-[44px]" @click="page.facts.load()">{{ anywhere.tryAgain }}</button>
        </p>
        <p v-if="stopped && !pain" role="alert" class="note">
          {{ wording.drillsAreNotProposed(stopped) }}
        </p>
        <DrillList
          v-if="!pain && !stopped && !unread"
          v-model="wishes"
          :detail="detail"
          :fault-id="top?.fault ?? null"
          :look-id="look.id"
          :person="person"
          :circumstance="judgedIn"
          :draft="page.draft"
        />
      </div>
    </div>
  </template>
</template>
