<script setup lang="ts">
/** A person's record as files: on paper, as a workbook, as tables, whole; and files that come in. */
import { computed } from 'vue';
import SendLetter from '../letters/SendLetter.vue';
import FilesMenu from '../../components/FilesMenu.vue';

const props = defineProps<{ id: string }>();
const entries = computed(() => [
  ...(
    [
      ['record.pdf', 'Record on paper', 'PDF'],
      ['record.xlsx', 'Record as a workbook', 'XLSX'],
      ['sets.csv', 'Sets', 'CSV'],
      ['measures.csv', 'Measures', 'CSV'],
      ['work.csv', 'Work alone', 'CSV'],
      ['record.json', 'The whole record, without pictures', 'JSON'],
      ['everything.zip', 'Everything: record, pictures, clips, who saw it', 'ZIP'],
    ] as const
  ).map(([path, name, note]) => ({ href: `/api/people/${props.id}/${path}`, name, note })),
  { name: 'Bring sets or looks in', to: `/in?person=${props.id}` },
]);
</script>

<template>
  <SendLetter :person-id="id" what="record" :of="null" label="Send the record" />
  <FilesMenu label="Files" :entries="entries">
    <p class="text-soft px-2 py-1 text-sm">They hold health notes: for nobody but the person, unless they agree.</p>
  </FilesMenu>
</template>
