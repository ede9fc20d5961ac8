<script setup lang="ts">
/** The dialog in which somebody new is entered, wherever somebody new turns up. */
import ModalFrame from '../../components/ModalFrame.vue';
import AddPersonForm from './AddPersonForm.vue';
import { addPersonDialog as wording } from '../../../words/pages/people.js';

defineProps<{ open: boolean }>();
defineEmits<{ close: []; added: [id: string, rest: boolean] }>();
</script>

<template>
  <ModalFrame :open="open" :title="wording.somebodyNew" scrolls @close="$emit('close')">
    <AddPersonForm @added="(id: string, rest: boolean) => $emit('added', id, rest)" @cancel="$emit('close')" />
  </ModalFrame>
</template>
