<script setup lang="ts">
/** Changes a catalogue record, or a copy of one; what is wrong with it is said field by field, and nothing is kept until it is right. */
import { ref, type Component } from 'vue';
import { z } from 'zod';
import DraftBack from '../../components/DraftBack.vue';
import type { Drill } from '../../../core/formats/catalog.js';
import {
  ENTRY_SCHEMAS,
  entryKey,
  type EntryKind,
  type EntryRecord,
  type StudioEntry,
} from '../../../core/formats/entries.js';
import { useDraft } from '../../data/drafts.js';
import { useZodForm } from '../../data/form.js';
import { catalog, entryBefore, putEntry, type EntryBefore } from '../../data/catalogue.js';
import { editDraft, type EntryDraft } from './library.js';
import CauseFields from './entries/CauseFields.vue';
import CautionFields from './entries/CautionFields.vue';
import DrillFields from './entries/DrillFields.vue';
import FaultFields from './entries/FaultFields.vue';
import LimitFields from './entries/LimitFields.vue';
import MethodFields from './entries/MethodFields.vue';
import PadFields from './entries/PadFields.vue';
import TestFields from './entries/TestFields.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { entryEditor as wording } from '../../../words/pages/library.js';

const props = defineProps<{ entry: StudioEntry; copy: boolean }>();
const emit = defineEmits<{ saved: [key: string]; cancel: [] }>();
/** Versions and gates are changed on the ladders, where they are seen. */
const FIELDS: Partial<Record<EntryKind, Component>> = {
  drills: DrillFields,
  faults: FaultFields,
  tolerances: LimitFields,
  methods: MethodFields,
  cautions: CautionFields,
  pads: PadFields,
  causes: CauseFields,
  tests: TestFields,
};

const free = (id: string, taken: (id: string) => boolean): string => {
  for (let n = 2; ; n += 1) if (!taken(`${id}-${n}`)) return `${id}-${n}`;
};
function begin(): EntryRecord {
  const record = JSON.parse(JSON.stringify(props.entry.record)) as EntryRecord;
  if (!props.copy) return record;
  const list = catalog[props.entry.kind] as readonly { id: string }[];
  const id = free(record.id, (x) => list.some((r) => r.id === x));
  return {
    ...record,
    id,
    ...('name' in record ? { name: wording.ownVersion(record.name) } : {}),
    ...(props.entry.kind === 'drills' || props.entry.kind === 'methods'
      ? { copiedFrom: (record as Drill).copiedFrom ?? record.id }
      : {}),
  } as EntryRecord;
}
const keyOf = (record: EntryRecord): string => entryKey(props.entry.kind, record);
const stood = (record: EntryRecord): EntryBefore => entryBefore(props.entry.kind, keyOf(record));
/** What stood when the change began: what somebody else changes meanwhile is seen by it. */
const before = ref<EntryBefore>(stood(begin()));
/** It was refused once: what is folded away may be what is wrong. */
const refused = ref(false);
const { typed, busy, error, submit, refill } = useZodForm({
  blank: () => ({ record: begin() }),
  asInput: ({ record }) => record,
  schema: ENTRY_SCHEMAS[props.entry.kind] as z.ZodType<EntryRecord>,
  keep: (record) => putEntry(props.entry.kind, keyOf(record), record, props.copy ? stood(record) : before.value),
  // Lists are typed as one text.
  at: (path) => (path === 'file' ? path : `record.${path.replace(/^(how|kit)\[.*$/, '$1')}`),
});
const isRecord = (found: unknown): found is EntryRecord =>
  typeof found === 'object' && found !== null && Object.keys(begin()).every((key) => key in found);
const draft = useDraft<EntryDraft>({
  of: () => editDraft(props.entry, props.copy),
  name: props.copy ? wording.theCopy : wording.theChange,
  // Half made it need not be right; it must be a record of the same shape. Drafts of earlier versions are the record alone.
  schema: z.unknown().transform((found, context): EntryDraft => {
    if (isRecord(found)) return { record: found, before: before.value };
    const draft = found as Partial<EntryDraft> | null;
    if (isRecord(draft?.record) && draft.before) return { record: draft.record, before: draft.before };
    context.addIssue({ code: 'custom', message: wording.isNoDraft });
    return z.NEVER;
  }),
  now: () =>
    JSON.stringify(typed.record) === JSON.stringify(begin()) ? null : { record: typed.record, before: before.value },
  take: (value) => void ([typed.record, before.value] = [value.record, value.before]),
});
function anew(): void {
  refill({ record: begin() });
  before.value = stood(typed.record);
  draft.begunAnew();
}
async function cancel(): Promise<void> {
  await draft.drop();
  emit('cancel');
}

async function save(event: Event): Promise<void> {
  const kept = await submit(event);
  refused.value = !kept;
  if (!kept) return;
  await draft.drop();
  emit('saved', typed.record.id);
}
</script>

<template>
  <form class="space-y-3" novalidate @submit.prevent="save">
    <DraftBack :draft="draft" @anew="anew" />
    <component
      :is="FIELDS[entry.kind]"
      v-model="typed.record"
      v-bind="entry.kind === 'drills' ? { folded: copy && !refused } : {}"
    />
    <p v-if="error" role="alert" class="note whitespace-pre-line">{{ error }}</p>
    <div class="flex gap-2">
      <button class="btn btn-main" :disabled="busy">{{ copy ? wording.keepTheCopy : wording.keepTheChange }}</button>
      <button type="button" class="btn" @click="cancel">{{ anywhere.cancel }}</button>
    </div>
  </form>
</template>
