<script setup lang="ts">
/** A gate between two ladders with how this person stands; a coach changes it for the hall, or restores the shipped one. */
import { computed, ref } from 'vue';
import { crossGateSchema } from '../../../core/formats/catalog.js';
import type { CrossStatus } from '../../../core/ladder/gates.js';
import { putEntry, removeEntry, studio } from '../../data/catalogue.js';
import FormField from '../../components/FormField.vue';
import { useAction } from '../../data/action.js';
import { useZodForm } from '../../data/form.js';
import { placeName } from '../../data/names.js';
import { secondsText } from '../../../words/numbers.js';
import { useSession } from '../../data/session.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { crossGateItem as wording } from '../../../words/pages/ladders.js';

const props = defineProps<{ status: CrossStatus }>();
const session = useSession();
const { busy, error, run } = useAction();
const open = ref(false);
const gate = computed(() => props.status.gate);
const own = computed(() => studio.entries.some((e) => e.kind === 'crossGates' && e.key === gate.value.id));
const name = computed(() => placeName(gate.value.from));
const blank = () => ({ sets: gate.value.sets, seconds: gate.value.seconds, off: false });
const form = useZodForm({
  blank,
  asInput: ({ sets, seconds, off }) => ({
    ...gate.value,
    sets,
    seconds,
    says: wording.sClean(name.value.toLowerCase(), sets > 1 ? `${sets} × ` : '', seconds),
    ...(off ? { off: true } : {}),
  }),
  schema: crossGateSchema,
  keep: (record) => putEntry('crossGates', record.id, record),
});
function start(): void {
  form.refill(blank());
  open.value = true;
}
async function keep(event: Event): Promise<void> {
  if (await form.submit(event)) open.value = false;
}
const restore = (): Promise<boolean> => run(() => removeEntry('crossGates', gate.value.id));
</script>

<template>
  <li>
    {{ wording.asksFor(status.passed ? '✓' : '○', gate.says) }}
    <span class="text-soft figures">{{ wording.best(name, secondsText(status.best)) }}</span>
    <template v-if="session.isCoach && !open">
      <button class="link ml-2 min-h-[44px]" :aria-label="wording.changeTheGate(gate.says)" @click="start">
        {{ anywhere.change }}
      </button>
      <button v-if="own" class="link ml-2 min-h-[44px]" :disabled="busy" @click="restore">
        {{ wording.restoreTheShippedGate }}
      </button>
    </template>
    <form v-if="open" class="mt-1 flex flex-wrap items-end gap-2" novalidate @submit.prevent="keep">
      <FormField
        :id="`g-sets-${gate.id}`"
        v-model="form.typed.sets"
        class="w-24"
        path="sets"
        :label="anywhere.sets"
        type="number"
        required
      />
      <FormField
        :id="`g-s-${gate.id}`"
        v-model="form.typed.seconds"
        class="w-28"
        path="seconds"
        :label="wording.cleanS"
        type="number"
        required
      />
      <label class="flex min-h-[44px] items-center gap-2">
        <input v-model="form.typed.off" type="checkbox" class="h-6 w-6 accent-[var(--rope)]" /> {{ wording.outOfForce }}
      </label>
      <button class="btn btn-main" :disabled="form.busy.value">{{ wording.keepTheGate }}</button>
      <button type="button" class="btn" @click="open = false">{{ anywhere.cancel }}</button>
      <p v-if="form.error.value" role="alert" class="note basis-full">{{ form.error.value }}</p>
    </form>
    <p v-if="error" role="alert" class="note mt-1">{{ error }}</p>
  </li>
</template>
