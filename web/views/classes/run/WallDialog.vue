<script setup lang="ts">
/** The class on another screen: a window of this device, or any screen by a code. */
import { ref, watch } from 'vue';
import ModalFrame from '../../../components/ModalFrame.vue';
import { useAction } from '../../../data/action.js';
import { shutWalls, wallCode } from '../../../data/walls.js';
import { anywhere } from '../../../../words/pages/anywhere.js';
import { wallDialog as wording } from '../../../../words/pages/run.js';

const props = defineProps<{ open: boolean; id: string }>();
defineEmits<{ close: [] }>();
const code = ref<string | null>(null);
const said = ref('');
const { busy, error, run } = useAction();
watch(
  () => props.open,
  (now) => now && (said.value = ''),
);
const address = `${location.host}/wall`;
const make = (): Promise<boolean> => run(async () => void (code.value = (await wallCode(props.id)).code));
const shut = (): Promise<boolean> =>
  run(async () => {
    await shutWalls(props.id);
    [code.value, said.value] = [null, wording.everyWall];
  });
</script>

<template>
  <ModalFrame :open="open" :title="wording.onAnotherScreen" @close="$emit('close')">
    <p>{{ wording.itShowsTheClock }}</p>
    <a :href="`/runs/${id}/wall`" target="_blank" class="btn">{{ wording.inAWindow }}</a>
    <template v-if="code">
      <p>
        {{ wording.onTheOtherScreen }} <b>{{ address }}</b> {{ wording.andType }}
      </p>
      <p class="figures text-center text-5xl font-extrabold tracking-[0.2em]" aria-live="polite">{{ code }}</p>
      <p class="text-soft text-sm">{{ wording.itWorksForTwelve }}</p>
    </template>
    <p v-if="said" role="status" class="note">{{ said }}</p>
    <p v-if="error" role="alert" class="note">{{ error }}</p>
    <div class="flex flex-wrap gap-2">
      <button class="btn" :disabled="busy" @click="make">
        {{ code ? wording.anotherCodeShuts : wording.aCodeForAnother }}
      </button>
      <button class="btn" :disabled="busy" @click="shut">{{ wording.shutTheWalls }}</button>
      <button class="btn btn-quiet" @click="$emit('close')">{{ anywhere.close }}</button>
    </div>
  </ModalFrame>
</template>
