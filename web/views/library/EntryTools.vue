<script setup lang="ts">
/** Change, copy, restore and the record of changes of one catalogue entry. */
import { computed, onMounted, ref, watch } from 'vue';
import type { EntryChange } from '../../../api/studio.js';
import { entryKey, type StudioEntry } from '../../../core/formats/entries.js';
import { useAction } from '../../data/action.js';
import TakeAway from '../../components/TakeAway.vue';
import { readChanges, restoreEntry, shipped, studio } from '../../data/catalogue.js';
import { dayTimeText } from '../../data/names.js';
import { hasDraft } from '../../data/drafts.js';
import { useSession } from '../../data/session.js';
import EntryEditor from './EntryEditor.vue';
import { editDraft, type EntryDraft } from './library.js';
import { entryTools as wording } from '../../../words/pages/library.js';

const props = defineProps<{ entry: StudioEntry; noCopy?: boolean }>();
const emit = defineEmits<{
  made: [id: string];
  editing: [open: boolean];
  gone: [what: { kind: StudioEntry['kind']; key: string; name: string }];
}>();
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
/** Stays while the entry that was taken away can be put back from here. */
const taking = ref(own.value !== undefined);
watch(own, (now) => now && (taking.value = true));
const nameOf = (entry: StudioEntry['record']): string => ('name' in entry ? String(entry.name) : entry.id);
const may = computed(() => (props.entry.kind === 'cautions' ? session.isOwner : session.isCoach));
watch(
  () => `${props.entry.kind}/${key.value}`,
  () => {
    mode.value = 'none';
    changes.value = null;
    taking.value = own.value !== undefined;
    void goOn();
  },
);
const recordIn = (draft: unknown): unknown => (draft as Partial<EntryDraft>).record ?? draft;
/** A change or a copy that was left half made is gone on with. */
async function goOn(): Promise<void> {
  if (!may.value) return;
  const at = key.value;
  for (const way of ['change', 'copy'] as const)
    if ((await hasDraft(editDraft(props.entry, way === 'copy'), props.entry.record, recordIn)) && key.value === at)
      mode.value = way;
}
onMounted(goOn);
watch(mode, (m) => emit('editing', m !== 'none'));

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
      {{ wording.by(isShipped ? wording.changedHere : wording.theStudiosOwn, own.by, dayTimeText(own.at)) }}
      <b v-if="own.retired">{{ wording.takenAwayStillShown }}</b>
    </p>
    <div v-if="mode === 'none'" class="flex flex-wrap gap-2">
      <template v-if="may">
        <button class="btn" @click="mode = 'change'">{{ wording.changeIt }}</button>
        <button v-if="!noCopy" class="btn" @click="mode = 'copy'">{{ wording.copyToChange }}</button>
        <TakeAway
          v-if="taking && !own?.retired"
          :kind="entry.kind"
          :entry-key="key"
          :name="nameOf(entry.record)"
          :shipped-stands="isShipped"
          @gone="((changes = null), $emit('gone', { kind: entry.kind, key, name: nameOf(entry.record) }))"
          @back="changes = null"
        />
        <button v-if="own?.retired" class="btn" :disabled="busy" @click="run(() => restoreEntry(entry.kind, key))">
          {{ wording.putItBack }}
        </button>
      </template>
      <button class="btn btn-quiet" @click="loadChanges">{{ wording.whoChangedWhat }}</button>
    </div>
    <EntryEditor v-else :entry="entry" :copy="mode === 'copy'" class="mt-2" @saved="saved" @cancel="mode = 'none'" />
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <ul v-if="changes" class="mt-2 text-sm">
      <li v-if="changes.length === 0" class="text-soft">{{ wording.neverChangedHere }}</li>
      <li v-for="c in changes" :key="c.id">
        {{ dayTimeText(c.at) }}, {{ c.by }}: {{ c.record === null ? wording.takenBack : wording.keptAVersion }}
      </li>
    </ul>
  </div>
</template>
