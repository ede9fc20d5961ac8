<script setup lang="ts">
/** Lets everything of a person go: the name is typed first; a receipt is left. */
import { Eraser, Save } from '@lucide/vue';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import type { Person } from '../../../api/people.js';
import type { Receipt } from '../../../api/backups.js';
import { receiptLines } from '../../../words/backups.js';
import ModalFrame from '../../components/ModalFrame.vue';
import { saveFile } from '../../components/save-file.js';
import { useAction } from '../../data/action.js';
import { studio } from '../../data/catalogue.js';
import { erasePerson } from '../../data/keeping.js';
import { dayText } from '../../data/names.js';
import { forgetAbout } from '../../data/query.js';
import { hush } from '../../data/said.js';
import { erasePerson as wording } from '../../../words/pages/keeping.js';

const props = defineProps<{ person: Pick<Person, 'id' | 'name'> }>();
const router = useRouter();
const { busy, error, run } = useAction();
const open = ref(false);
const typed = ref('');
const receipt = ref<Receipt | null>(null);
const lines = computed(() => receipt.value && receiptLines(studio.defaults.name ?? '', receipt.value, dayText));
const fits = computed(() => typed.value.trim() === props.person.name);

function begin(): void {
  [typed.value, error.value, open.value] = ['', null, true];
}
const erase = (): Promise<boolean> =>
  run(async () => {
    receipt.value = await erasePerson(props.person.id, typed.value.trim());
    hush();
  });
async function close(): Promise<void> {
  if (busy.value) return;
  open.value = false;
  if (!receipt.value) return;
  await router.push('/people');
  await forgetAbout(props.person.id);
}
</script>

<template>
  <button class="btn" @click="begin"><Eraser :size="18" aria-hidden="true" /> {{ wording.erase }}</button>
  <ModalFrame :open="open" :title="lines ? wording.erased : wording.eraseWithName(person.name)" @close="close">
    <template v-if="lines">
      <div role="status">
        <p v-for="line in lines" :key="line">{{ line }}</p>
      </div>
      <div class="flex flex-wrap gap-2">
        <button
          class="btn btn-main"
          @click="saveFile(`receipt-${receipt!.number}.txt`, `${lines.join('\r\n')}\r\n`, 'text/plain')"
        >
          <Save :size="18" aria-hidden="true" /> {{ wording.saveTheReceipt }}
        </button>
        <button class="btn" @click="close">{{ wording.toThePeople }}</button>
      </div>
    </template>
    <form v-else class="space-y-3" @submit.prevent="erase">
      <p>{{ wording.everythingGoesForGood }}</p>
      <p>
        {{ wording.keepWhatYourLocal }}
        <a class="link" :href="`/api/people/${person.id}/everything.zip`" download>{{
          wording.takeEverythingOutFirst
        }}</a>
      </p>
      <div>
        <label class="label" for="erase-name">{{ wording.typeTheName(person.name) }}</label>
        <input id="erase-name" v-model="typed" class="field" required autocomplete="off" />
      </div>
      <p v-if="error" role="alert" class="note">{{ error }}</p>
      <div class="flex flex-wrap gap-2">
        <button class="btn btn-stop" :disabled="busy || !fits">
          {{ busy ? wording.erasing : wording.eraseForGood }}
        </button>
        <button type="button" class="btn" :disabled="busy" @click="close">{{ wording.keepThem }}</button>
      </div>
    </form>
  </ModalFrame>
</template>
