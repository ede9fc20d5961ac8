<script setup lang="ts">
/** Asks before an entry of the hall's own is taken away, names what uses it, and offers to put it back. */
import { computed, ref, watch } from 'vue';
import type { AllEntryUses } from '../../api/studio.js';
import type { EntryKind } from '../../core/formats/entries.js';
import { useAction } from '../data/action.js';
import { readUses, removeEntry, restoreEntry } from '../data/catalogue.js';
import ModalFrame from './ModalFrame.vue';

const props = defineProps<{ kind: EntryKind; entryKey: string; name: string; shippedStands: boolean }>();
const emit = defineEmits<{ gone: []; back: [] }>();
const { busy, error, run } = useAction();
const open = ref(false);
const uses = ref<AllEntryUses | null>(null);
/** What was taken away on this page and can be put back. */
const gone = ref<{ kind: EntryKind; key: string; name: string } | null>(null);
watch(open, (asked) => {
  uses.value = null;
  if (asked) void run(async () => (uses.value = await readUses(props.kind, props.entryKey)));
});

const count = (n: number, one: string, many = `${one}s`): string[] => (n === 0 ? [] : [`${n} ${n === 1 ? one : many}`]);
const used = computed(() =>
  uses.value
    ? [
        ...count(uses.value.looks, 'look'),
        ...count(uses.value.prescriptions, 'prescription'),
        ...count(uses.value.steps, 'ladder step'),
        ...count(uses.value.people, 'choice of method', 'choices of method'),
        ...uses.value.entries.map((e) => `the entry “${e.key}”`),
      ]
    : [],
);
async function remove(): Promise<void> {
  const what = { kind: props.kind, key: props.entryKey, name: props.name };
  // Said before: with the entry this may go from the page, and then it says nothing any more.
  emit('gone');
  if (!(await run(() => removeEntry(what.kind, what.key)))) return;
  gone.value = what;
  open.value = false;
}
async function undo(): Promise<void> {
  if (!(await run(() => restoreEntry(gone.value!.kind, gone.value!.key)))) return;
  gone.value = null;
  emit('back');
}
</script>

<template>
  <p v-if="gone" role="status">
    {{ shippedStands ? 'The shipped version is back.' : `“${gone.name}” is taken away.` }}
    <button class="link min-h-[44px]" :disabled="busy" @click="undo">Undo</button>
  </p>
  <button v-else class="btn" @click="open = true">
    {{ shippedStands ? 'Restore the shipped one' : `Take “${name}” away` }}
  </button>
  <p v-if="error && !open" role="alert" class="note mt-2">{{ error }}</p>
  <ModalFrame
    :open="open"
    :title="shippedStands ? 'Restore the shipped one?' : `Take “${name}” away?`"
    @close="open = false"
  >
    <p v-if="!uses && !error" role="status">Looking for what uses it …</p>
    <template v-if="uses">
      <p v-if="used.length === 0">Nothing uses it.</p>
      <template v-else>
        <p>It is used by {{ used.join(', ') }}.</p>
        <p v-if="!shippedStands">All of that stays readable and is judged as before. It is no longer offered.</p>
      </template>
    </template>
    <p v-if="error" role="alert" class="note">{{ error }}</p>
    <div class="flex flex-wrap gap-2">
      <button class="btn btn-stop" :disabled="busy || !uses" @click="remove">
        {{ shippedStands ? 'Restore it' : 'Take it away' }}
      </button>
      <button class="btn" @click="open = false">Keep it</button>
    </div>
  </ModalFrame>
</template>
