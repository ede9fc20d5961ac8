<script setup lang="ts">
/** A switch with its label beside it. */
import { Switch, SwitchGroup, SwitchLabel } from '@headlessui/vue';

defineProps<{ modelValue: boolean }>();
defineEmits<{ 'update:modelValue': [on: boolean] }>();
</script>

<template>
  <SwitchGroup as="div" class="flex min-h-[44px] items-center gap-3">
    <Switch
      :model-value="modelValue"
      class="switch"
      :class="{ 'switch-on': modelValue }"
      @update:model-value="(on: boolean) => $emit('update:modelValue', on)"
    >
      <span aria-hidden="true" class="switch-knob" :class="{ 'switch-knob-on': modelValue }"></span>
    </Switch>
    <SwitchLabel class="flex-1"><slot></slot></SwitchLabel>
  </SwitchGroup>
</template>
