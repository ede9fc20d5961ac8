<script setup lang="ts">
/** A gate between two ladders with how this person stands; a coach changes it for the hall, or restores the shipped one. */
import { computed, reactive, ref } from 'vue';
import type { CrossStatus } from '../../../core/ladder/gates.js';
import { putEntry, removeEntry, studio } from '../../data/catalogue.js';
import { useAction } from '../../data/action.js';
import { placeName } from '../../data/names.js';
import { secondsText } from '../../../words/numbers.js';
import { useSession } from '../../data/session.js';

const props = defineProps<{ status: CrossStatus }>();
const session = useSession();
const { busy, error, run } = useAction();
const open = ref(false);
const form = reactive({ sets: 1, seconds: 30, off: false });
const gate = computed(() => props.status.gate);
const own = computed(() => studio.entries.some((e) => e.kind === 'crossGates' && e.key === gate.value.id));
const name = computed(() => placeName(gate.value.from));
function start(): void {
  const { sets, seconds } = gate.value;
  Object.assign(form, { sets, seconds, off: false });
  open.value = true;
}
async function keep(): Promise<void> {
  const says = `${name.value.toLowerCase()}, ${form.sets > 1 ? `${form.sets} × ` : ''}${form.seconds} s clean`;
  const body = { ...gate.value, sets: form.sets, seconds: form.seconds, says, ...(form.off ? { off: true } : {}) };
  if (await run(() => putEntry('crossGates', gate.value.id, body))) open.value = false;
}
const restore = (): Promise<boolean> => run(() => removeEntry('crossGates', gate.value.id));
</script>

<template>
  <li>
    {{ status.passed ? '✓' : '○' }} asks for {{ gate.says }}
    <span class="text-soft figures">({{ name }}, best {{ secondsText(status.best) }})</span>
    <template v-if="session.isCoach && !open">
      <button class="link ml-2 min-h-[44px]" :aria-label="`Change the gate: ${gate.says}`" @click="start">
        Change
      </button>
      <button v-if="own" class="link ml-2 min-h-[44px]" :disabled="busy" @click="restore">
        Restore the shipped gate
      </button>
    </template>
    <form v-if="open" class="mt-1 flex flex-wrap items-end gap-2" @submit.prevent="keep">
      <div>
        <label class="label" :for="`g-sets-${gate.id}`">Sets</label>
        <input
          :id="`g-sets-${gate.id}`"
          v-model.number="form.sets"
          type="number"
          min="1"
          max="10"
          class="field figures !w-20"
          required
        />
      </div>
      <div>
        <label class="label" :for="`g-s-${gate.id}`">Clean, s</label>
        <input
          :id="`g-s-${gate.id}`"
          v-model.number="form.seconds"
          type="number"
          min="1"
          max="600"
          class="field figures !w-24"
          required
        />
      </div>
      <label class="flex min-h-[44px] items-center gap-2">
        <input v-model="form.off" type="checkbox" class="h-6 w-6 accent-[var(--rope)]" /> Out of force
      </label>
      <button class="btn btn-main" :disabled="busy">Keep the gate</button>
      <button type="button" class="btn" @click="open = false">Cancel</button>
    </form>
    <p v-if="error" role="alert" class="note mt-1">{{ error }}</p>
  </li>
</template>
