<script setup lang="ts">
/** A colleague's stored picture or clip, judged without what they saw in it. */
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import LoadState from '../../components/LoadState.vue';
import { useBlind } from '../../data/eye.js';
import { dayText, familyName, rungName } from '../../data/names.js';
import BlindHold from './BlindHold.vue';
import BlindPicture from './BlindPicture.vue';
import { blindPage as wording } from '../../../words/pages/eye.js';

const props = defineProps<{ id: string }>();
const blind = useBlind(() => props.id);
const it = computed(() => blind.value.value);
</script>

<template>
  <div class="flex flex-wrap items-baseline gap-x-4">
    <h1>{{ wording.aSecondEye }}</h1>
    <p v-if="it" class="text-soft">
      {{ it.person }}, {{ familyName(it.observation.position)
      }}{{ it.observation.rung ? `, ${rungName(it.observation.position, it.observation.rung).toLowerCase()}` : '' }},
      {{ dayText(it.day) }}
    </p>
    <RouterLink to="/eye" class="link ml-auto min-h-[44px] content-center">{{ wording.backToYourEye }}</RouterLink>
  </div>
  <LoadState :loading="blind.loading.value" :error="blind.error.value" @retry="blind.load()" />
  <BlindHold v-if="it?.clipId" :it="it" :clip-id="it.clipId" />
  <BlindPicture v-else-if="it?.mediaId" :it="it" :media-id="it.mediaId" />
</template>
