<script setup lang="ts">
/** After how long who is archived is let go: whom it would be is seen before the rule holds. */
import { computed, ref } from 'vue';
import { RouterLink } from 'vue-router';
import LoadState from '../../components/LoadState.vue';
import PickOne from '../../components/PickOne.vue';
import SureButton from '../../components/SureButton.vue';
import { useAction } from '../../data/action.js';
import { setRetention, useRetention } from '../../data/keeping.js';
import { dayText } from '../../data/names.js';
import { retentionCard as wording } from '../../../words/pages/keeping.js';

const picked = ref<string | null>(null);
const asked = computed(() => (picked.value === null || picked.value === '' ? null : Number(picked.value)));
const retention = useRetention(() => asked.value);
const is = computed(() => retention.value.value);
const chosen = computed(() => picked.value ?? (is.value?.months === null ? '' : String(is.value?.months ?? '')));
const differs = computed(
  () => is.value !== null && chosen.value !== (is.value.months === null ? '' : String(is.value.months)),
);
const people = computed(() => (chosen.value === '' ? [] : (is.value?.people ?? [])));
const { busy, error, run } = useAction();
const CHOICES = [
  { id: '', name: wording.nobodyIsLetGo },
  ...[6, 12, 24, 36, 60, 120].map((n) => ({
    id: String(n),
    name: n % 12 === 0 ? `${n / 12} ${n === 12 ? 'year' : 'years'}` : wording.months(n),
  })),
];
async function hold(): Promise<void> {
  if (await run(() => setRetention(chosen.value === '' ? null : Number(chosen.value)))) picked.value = null;
}
</script>

<template>
  <section class="card mt-4" aria-labelledby="retention">
    <h2 id="retention">{{ wording.whoHasLeft }}</h2>
    <p class="text-soft max-w-[70ch]">{{ wording.whoeverHasBeenArchived }}</p>
    <div class="max-w-xs">
      <PickOne
        id="retention-months"
        :label="wording.erasedWhenArchivedFor"
        :choices="CHOICES"
        :model-value="chosen"
        @update:model-value="picked = $event"
      />
    </div>
    <LoadState :loading="retention.loading.value" :error="retention.error.value" @retry="retention.load()" />
    <template v-if="is && chosen !== ''">
      <p class="mt-2 font-semibold">
        {{
          people.length === 0
            ? wording.nobodyWouldBeErased
            : differs
              ? wording.withThisRuleWould(people.length)
              : wording.erasedWithinTheHour(people.length, people.length === 1 ? wording.is : wording.are)
        }}
      </p>
      <ul class="divide-rule divide-y">
        <li v-for="p in people" :key="p.id" class="flex flex-wrap gap-x-4 py-2">
          <RouterLink :to="`/people/${p.id}`" class="link min-h-[44px] content-center font-semibold">{{
            p.name
          }}</RouterLink>
          <span class="text-soft figures content-center text-sm">{{
            wording.archivedLooksPicturesClips(dayText(p.archivedAt), p.looks, p.pictures, p.clips)
          }}</span>
        </li>
      </ul>
    </template>
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <div v-if="differs" class="mt-2 flex flex-wrap gap-2">
      <SureButton
        v-if="people.length"
        :label="wording.letThisRuleHold"
        :says="wording.erasedForGoodWithin(people.length, people.length === 1 ? wording.personIs : wording.peopleAre)"
        :sure="wording.letItHold"
        :busy="busy"
        @do="hold"
      />
      <button v-else class="btn btn-main" :disabled="busy" @click="hold">{{ wording.letThisRuleHold }}</button>
      <button class="btn" @click="picked = null">{{ wording.asItWas }}</button>
    </div>
  </section>
</template>
