<script setup lang="ts">
/** A button for what cannot be undone: it says what goes, and asks. */
import { nextTick, ref } from 'vue';
import { anywhere } from '../../words/pages/anywhere.js';

defineProps<{ label: string; says: string; sure: string; busy?: boolean }>();
defineEmits<{ do: [] }>();
const asking = ref(false);
const keep = ref<HTMLElement | null>(null);
async function ask(): Promise<void> {
  asking.value = true;
  await nextTick();
  keep.value?.focus();
}
</script>

<template>
  <button v-if="!asking" class="btn" @click="ask">{{ label }}</button>
  <div v-else class="note" role="group" :aria-label="label">
    {{ says }}
    <div class="mt-1 flex flex-wrap gap-2">
      <button
        class="btn btn-stop"
        :disabled="busy"
        @click="
          asking = false;
          $emit('do');
        "
      >
        {{ sure }}
      </button>
      <button ref="keep" class="btn" @click="asking = false">{{ anywhere.keepIt }}</button>
    </div>
  </div>
</template>
