<script setup lang="ts">
/** Change, copy, restore and the record of changes of one catalogue entry. */
import { computed, ref, watch } from 'vue';
import type { EntryChange } from '../../../api/studio.js';
import { entryKey, type StudioEntry } from '../../../core/formats/entries.js';
import { useAction } from '../../data/action.js';
import { putEntry, readChanges, removeEntry, shipped, studio } from '../../data/catalogue.js';
import { dayTimeText } from '../../data/names.js';
import { useSession } from '../../data/session.js';
import EntryEditor from './EntryEditor.vue';

const props = defineProps<{ entry: StudioEntry; noCopy?: boolean }>();
const emit = defineEmits<{ made: [id: string]; editing: [open: boolean] }>();
const session = useSession();
const { busy, error, run } = useAction();
const mode = ref<'none' | 'change' | 'copy'>('none');
const changes = ref<EntryChange[] | null>(null);
const key = computed(() => entryKey(props.entry.kind, props.entry.record));
const own = computed(() => studio.entries.find((e) => e.kind === props.entry.kind && e.key === key.value));
const isShipped = computed(() =>
  (shipped[props.entry.kind] as readonly StudioEntry['record'][]).some(
    (r) => entryKey(props.entry.kind, r) === key.value,
  ),
);
const may = computed(() => (props.entry.kind === 'cautions' ? session.isOwner : session.isCoach));
const undoing = ref<StudioEntry | null>(null);
watch(
  () => `${props.entry.kind}/${key.value}`,
  () => {
    mode.value = 'none';
    changes.value = null;
  },
);
watch(mode, (m) => emit('editing', m !== 'none'));

async function restore(): Promise<void> {
  const before = own.value && { kind: own.value.kind, record: own.value.record };
  const done = await run(() => removeEntry(props.entry.kind, key.value));
  if (!done || !before) return;
  undoing.value = before;
  changes.value = null;
  if (!isShipped.value) emit('made', '');
}
async function undo(): Promise<void> {
  const back = undoing.value!;
  if (await run(() => putEntry(back.kind, entryKey(back.kind, back.record), back.record))) {
    undoing.value = null;
    emit('made', back.record.id);
  }
}
const saved = (id: string): void => {
  mode.value = 'none';
  changes.value = null;
  emit('made', id);
};
const loadChanges = (): Promise<boolean> =>
  run(async () => {
    changes.value = await readChanges(props.entry.kind, key.value);
  });
</script>

<template>
  <div class="border-rule mt-4 border-t pt-3">
    <p v-if="own" class="text-soft text-sm">
      {{ isShipped ? 'Changed here' : 'The studio’s own' }} by {{ own.by }}, {{ dayTimeText(own.at) }}.
    </p>
    <p v-if="undoing" role="status">
      {{ isShipped ? 'The shipped one stands again.' : 'Taken away.' }}
      <button class="link min-h-[44px]" @click="undo">Undo</button>
    </p>
    <div v-if="mode === 'none'" class="flex flex-wrap gap-2">
      <template v-if="may">
        <button class="btn" @click="mode = 'change'">Change it</button>
        <button v-if="!noCopy" class="btn" @click="mode = 'copy'">Copy to change</button>
        <button v-if="own" class="btn" :disabled="busy" @click="restore">
          {{ isShipped ? 'Restore the shipped one' : 'Take it away' }}
        </button>
      </template>
      <button class="btn btn-quiet" @click="loadChanges">Who changed what</button>
    </div>
    <EntryEditor v-else :entry="entry" :copy="mode === 'copy'" class="mt-2" @saved="saved" @cancel="mode = 'none'" />
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <ul v-if="changes" class="mt-2 text-sm">
      <li v-if="changes.length === 0" class="text-soft">Never changed here: as shipped.</li>
      <li v-for="c in changes" :key="c.id">
        {{ dayTimeText(c.at) }}, {{ c.by }}: {{ c.record === null ? 'taken back' : 'kept a version' }}
      </li>
    </ul>
  </div>
</template>
