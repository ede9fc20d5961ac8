<script setup lang="ts">
/** A person's record as files: on paper, as a workbook, as tables, whole; and files that come in. */
import { computed } from 'vue';
import SendLetter from '../letters/SendLetter.vue';
import FilesMenu from '../../components/FilesMenu.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { recordOut as wording } from '../../../words/pages/transfer.js';

const props = defineProps<{ id: string }>();
const entries = computed(() => [
  ...(
    [
      ['record.pdf', wording.recordOnPaper, 'PDF'],
      ['record.xlsx', wording.recordAsAWorkbook, 'XLSX'],
      ['sets.csv', anywhere.sets, 'CSV'],
      ['measures.csv', wording.measures, 'CSV'],
      ['work.csv', wording.workAlone, 'CSV'],
      ['record.json', wording.theWholeRecordWithout, 'JSON'],
      ['everything.zip', wording.everythingRecordPicturesClips, 'ZIP'],
    ] as const
  ).map(([path, name, note]) => ({ href: `/api/people/${props.id}/${path}`, name, note })),
  { name: wording.bringSetsOrLooks, to: `/in?person=${props.id}` },
]);
</script>

<template>
  <SendLetter :person-id="id" what="record" :of="null" :label="wording.sendTheRecord" />
  <FilesMenu :label="wording.files" :entries="entries">
    <p class="text-soft px-2 py-1 text-sm">{{ wording.theyHoldHealthNotes }}</p>
  </FilesMenu>
</template>
