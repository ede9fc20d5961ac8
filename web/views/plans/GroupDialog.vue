<script setup lang="ts">
/** The same settings for everybody of a group: each gets a programme of their own, made from what is known of them. */
import { computed, ref, watch } from 'vue';
import type { ProgrammeSettings } from '../../../api/programmes.js';
import ModalFrame from '../../components/ModalFrame.vue';
import PickOne from '../../components/PickOne.vue';
import { wordsOf } from '../../data/call.js';
import { useGroups } from '../../data/people.js';
import { keepProgramme } from '../../data/programmes.js';
import { read } from '../../data/query.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { groupDialog as wording } from '../../../words/pages/plans.js';

const props = defineProps<{
  open: boolean;
  settings: ProgrammeSettings;
  /** Whose programme it is taken from: they have theirs. */
  but: string;
}>();
defineEmits<{ close: [] }>();
const groups = useGroups(() => props.open);
const group = ref('');
const working = ref(false);
const given = ref<{ id: string; name: string; says: string | null }[]>([]);
/** Ids by person, so that who was not reached gets one programme however often it is tried. */
const ids = new Map<string, string>();
watch(
  () => props.open,
  (is) => is && ([group.value, given.value] = ['', []]),
);
const idOf = (person: string): string => {
  const known = ids.get(person) ?? crypto.randomUUID();
  ids.set(person, known);
  return known;
};
async function give(): Promise<void> {
  working.value = true;
  try {
    const { items } = await read('people.list', { query: { group: group.value, limit: 200 } });
    const done = new Set(given.value.filter((g) => g.says === null).map((g) => g.id));
    for (const { id, name } of items.filter((p) => p.id !== props.but && !done.has(p.id))) {
      let says: string | null = null;
      try {
        await keepProgramme(id, { id: idOf(id), version: 0, settings: props.settings });
      } catch (problem) {
        says = wordsOf(problem);
      }
      given.value = [...given.value.filter((g) => g.id !== id), { id, name, says }];
    }
  } catch (problem) {
    given.value = [{ id: '', name: wording.theGroup, says: wordsOf(problem) }];
  } finally {
    working.value = false;
  }
}
const missed = computed(() => given.value.filter((g) => g.says !== null));
</script>

<template>
  <ModalFrame :open="open" :title="wording.theSame" @close="$emit('close')">
    <p class="text-soft">{{ wording.weeksDaysMinutesGoal }}</p>
    <PickOne
      id="plan-group"
      v-model="group"
      :label="anywhere.group"
      :placeholder="wording.chooseOne"
      :disabled="working"
      :choices="(groups.value.value ?? []).map((g) => ({ id: g.id, name: `${g.name} (${g.people})` }))"
    />
    <ul
      v-if="given.length"
      class="divide-rule max-h-64 divide-y overflow-y-auto"
      :aria-label="wording.givenTo"
      aria-live="polite"
    >
      <li v-for="g in given" :key="g.id" class="py-1">
        <b>{{ g.name }}</b>
        {{ g.says === null ? wording.hasOneNow : g.says }}
      </li>
    </ul>
    <div class="flex justify-end gap-2">
      <button class="btn" @click="$emit('close')">{{ anywhere.close }}</button>
      <button
        class="btn btn-main"
        :disabled="!group || working || (given.length > 0 && missed.length === 0)"
        @click="give"
      >
        {{ working ? wording.working : missed.length ? wording.tryThoseAgain : wording.giveItToThem }}
      </button>
    </div>
  </ModalFrame>
</template>
