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
  { id: '', name: 'Nobody is let go by itself' },
  ...[6, 12, 24, 36, 60, 120].map((n) => ({
    id: String(n),
    name: n % 12 === 0 ? `${n / 12} ${n === 12 ? 'year' : 'years'}` : `${n} months`,
  })),
];
async function hold(): Promise<void> {
  if (await run(() => setRetention(chosen.value === '' ? null : Number(chosen.value)))) picked.value = null;
}
</script>

<template>
  <section class="card mt-4" aria-labelledby="retention">
    <h2 id="retention">Who has left</h2>
    <p class="text-soft max-w-[70ch]">
      Whoever has been archived this long is erased for good, pictures and all. Keep what your local rules ask you to
      keep.
    </p>
    <div class="max-w-xs">
      <PickOne
        id="retention-months"
        label="Erased when archived for"
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
            ? 'Nobody would be erased today.'
            : differs
              ? `With this rule ${people.length} would be erased within the hour:`
              : `${people.length} ${people.length === 1 ? 'is' : 'are'} erased within the hour:`
        }}
      </p>
      <ul class="divide-rule divide-y">
        <li v-for="p in people" :key="p.id" class="flex flex-wrap gap-x-4 py-2">
          <RouterLink :to="`/people/${p.id}`" class="link min-h-[44px] content-center font-semibold">{{
            p.name
          }}</RouterLink>
          <span class="text-soft figures content-center text-sm"
            >archived {{ dayText(p.archivedAt) }} · {{ p.looks }} looks · {{ p.pictures }} pictures ·
            {{ p.clips }} clips</span
          >
        </li>
      </ul>
    </template>
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <div v-if="differs" class="mt-2 flex flex-wrap gap-2">
      <SureButton
        v-if="people.length"
        label="Let this rule hold"
        :says="`${people.length} ${people.length === 1 ? 'person is' : 'people are'} erased for good within the hour.`"
        sure="Let it hold"
        :busy="busy"
        @do="hold"
      />
      <button v-else class="btn btn-main" :disabled="busy" @click="hold">Let this rule hold</button>
      <button class="btn" @click="picked = null">As it was</button>
    </div>
  </section>
</template>
