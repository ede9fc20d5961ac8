<script setup lang="ts">
/** One's own password, asked again before what cannot be undone. */
defineProps<{ id: string }>();
const password = defineModel<string>({ required: true });
</script>

<template>
  <div class="max-w-xs">
    <label class="label" :for="id">Your password</label>
    <input :id="id" v-model="password" type="password" class="field" required autocomplete="current-password" />
  </div>
</template>
