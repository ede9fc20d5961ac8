<script setup lang="ts">
/** The class on another screen: a window of this device, or any screen by a code. */
import { ref, watch } from 'vue';
import ModalFrame from '../../../components/ModalFrame.vue';
import { useAction } from '../../../data/action.js';
import { shutWalls, wallCode } from '../../../data/walls.js';

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
    [code.value, said.value] = [null, 'Every wall of this class is shut.'];
  });
</script>

<template>
  <ModalFrame :open="open" title="On another screen" @close="$emit('close')">
    <p>It shows the clock, the moves, and who does what by first name. Nothing that is noted.</p>
    <a :href="`/runs/${id}/wall`" target="_blank" class="btn">In a window of this device</a>
    <template v-if="code">
      <p>
        On the other screen, open <b>{{ address }}</b> and type
      </p>
      <p class="figures text-center text-5xl font-extrabold tracking-[0.2em]" aria-live="polite">{{ code }}</p>
      <p class="text-soft text-sm">It works for twelve hours, on as many screens as you like.</p>
    </template>
    <p v-if="said" role="status" class="note">{{ said }}</p>
    <p v-if="error" role="alert" class="note">{{ error }}</p>
    <div class="flex flex-wrap gap-2">
      <button class="btn" :disabled="busy" @click="make">
        {{ code ? 'Another code (shuts the walls)' : 'A code for another screen' }}
      </button>
      <button class="btn" :disabled="busy" @click="shut">Shut the walls</button>
      <button class="btn btn-quiet" @click="$emit('close')">Close</button>
    </div>
  </ModalFrame>
</template>
