<script setup lang="ts">
/** What this device does when the target is reached. */
import { Switch, SwitchGroup, SwitchLabel } from '@headlessui/vue';
import { SIGNALS, useChosenSignals, type Signal } from './use-signals.js';
import { signalChoice as wording } from '../../../words/pages/bench.js';

const chosen = useChosenSignals();
const names = Object.keys(SIGNALS) as Signal[];
</script>

<template>
  <details class="text-sm">
    <summary class="min-h-[44px] content-center font-semibold">{{ wording.atTheTarget }}</summary>
    <SwitchGroup v-for="name in names" :key="name" as="div" class="flex min-h-[44px] items-center gap-3">
      <Switch
        v-model="chosen[name]"
        class="border-soft relative h-8 w-14 shrink-0 rounded-full border-2"
        :class="chosen[name] ? 'bg-rope' : 'bg-sunk'"
      >
        <span
          aria-hidden="true"
          class="bg-paper border-soft absolute top-0.5 h-6 w-6 rounded-full border-2"
          :class="chosen[name] ? 'right-0.5' : 'left-0.5'"
        ></span>
      </Switch>
      <SwitchLabel class="text-base">{{ SIGNALS[name] }}</SwitchLabel>
    </SwitchGroup>
  </details>
</template>
