<script setup lang="ts">
/** Asks before an entry of the hall's own is taken away, names what uses it, and offers to put it back. */
import { computed, ref, watch } from 'vue';
import type { AllEntryUses } from '../../api/studio.js';
import type { EntryKind } from '../../core/formats/entries.js';
import { useAction } from '../data/action.js';
import { readUses, removeEntry, restoreEntry } from '../data/catalogue.js';
import ModalFrame from './ModalFrame.vue';
import { anywhere } from '../../words/pages/anywhere.js';
import { takeAway as wording } from '../../words/pages/parts.js';

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
        ...count(uses.value.steps, wording.ladderStep),
        ...count(uses.value.people, wording.choiceOfMethod, wording.choicesOfMethod),
        ...uses.value.entries.map((e) => wording.theEntry(e.key)),
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
    {{ shippedStands ? wording.theShippedVersion : wording.isTakenAway(gone.name) }}
    <button class="link min-h-[44px]" :disabled="busy" @click="undo">{{ anywhere.undo }}</button>
  </p>
  <button v-else class="btn" @click="open = true">
    {{ shippedStands ? wording.restoreTheShippedOne : wording.takeAway(name) }}
  </button>
  <p v-if="error && !open" role="alert" class="note mt-2">{{ error }}</p>
  <ModalFrame
    :open="open"
    :title="shippedStands ? wording.restoreTheShippedOneAlone : wording.takeAwayWithName(name)"
    @close="open = false"
  >
    <p v-if="!uses && !error" role="status">{{ wording.lookingForWhatUses }}</p>
    <template v-if="uses">
      <p v-if="used.length === 0">{{ wording.nothingUsesIt }}</p>
      <template v-else>
        <p>{{ wording.itIsUsedBy(used.join(', ')) }}</p>
        <p v-if="!shippedStands">{{ wording.allOfThatStays }}</p>
      </template>
    </template>
    <p v-if="error" role="alert" class="note">{{ error }}</p>
    <div class="flex flex-wrap gap-2">
      <button class="btn btn-stop" :disabled="busy || !uses" @click="remove">
        {{ shippedStands ? wording.restoreIt : anywhere.takeItAway }}
      </button>
      <button class="btn" @click="open = false">{{ anywhere.keepIt }}</button>
    </div>
  </ModalFrame>
</template>
