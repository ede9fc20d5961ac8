<script setup lang="ts">
/**
 * A field whose text is told when it is left or Enter is pressed. What comes from elsewhere meanwhile (a plan that was worked out, another
 * page's change) is not written over what is being typed; a text that is refused or shortened gives way to what holds.
 */
import { nextTick, ref } from 'vue';

const { empty } = defineProps<{
  value?: string | number | null;
  lines?: boolean;
  /** Nothing is an answer too; where it is none, a field that was emptied has again what it had. */
  empty?: boolean;
}>();
const emit = defineEmits<{ keep: [text: string] }>();
const typed = ref<string | null>(null);
function left(event: Event): void {
  const text = (event.target as HTMLInputElement).value;
  if (empty || text.trim() !== '') emit('keep', text);
  // Only then: what is held now is what the answer left.
  void nextTick(() => (typed.value = null));
}
</script>

<template>
  <component
    :is="lines ? 'textarea' : 'input'"
    class="field"
    :value="typed ?? value ?? ''"
    @input="typed = ($event.target as HTMLInputElement).value"
    @change="left"
  />
</template>
