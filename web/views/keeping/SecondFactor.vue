<script setup lang="ts">
/** A code beside the password: begun, confirmed by a first code, taken away with the password. */
import { Printer } from '@lucide/vue';
import { computed, ref } from 'vue';
import { secondKeepSchema, type SecondBegun } from '../../../api/accounts.js';
import FormField from '../../components/FormField.vue';
import { saveFile } from '../../components/save-file.js';
import { useAction } from '../../data/action.js';
import { useZodForm } from '../../data/form.js';
import { beginSecond, dropSecond, keepSecond } from '../../data/keeping.js';
import { useSession } from '../../data/session.js';
import PasswordForm from './PasswordForm.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { secondFactor as wording } from '../../../words/pages/keeping.js';

const session = useSession();
const { busy, error, run } = useAction();
const begun = ref<SecondBegun | null>(null);
const ending = ref(false);
/** Shown once. */
const codes = ref<string[] | null>(null);
const on = computed(() => session.account?.second === true);
const picture = computed(() => begun.value && `data:image/svg+xml;utf8,${encodeURIComponent(begun.value.picture)}`);
const spaced = computed(() => begun.value?.secret.match(/.{1,4}/g)?.join(' ') ?? '');

const begin = (): Promise<boolean> => run(async () => (begun.value = await beginSecond()));
const form = useZodForm({
  blank: () => ({ code: '' }),
  asInput: (typed) => typed,
  schema: secondKeepSchema,
  keep: async ({ code }) => (codes.value = await keepSecond(code)),
});
async function confirm(event: Event): Promise<void> {
  if (!(await form.submit(event))) return;
  begun.value = null;
  form.refill({ code: '' });
  await session.load();
}
async function ended(): Promise<void> {
  [ending.value, codes.value] = [false, null];
  await session.load();
}
const asText = (): string => wording.codesForWhen(codes.value!.join('\r\n'));
</script>

<template>
  <section class="card" aria-labelledby="second">
    <h2 id="second">{{ wording.aCodeBeside }}</h2>
    <p v-if="on" role="status">
      <b>{{ wording.inUse }}</b> {{ wording.atSignInYou }}
    </p>
    <p v-else class="text-soft">{{ wording.whoeverLearnsYourPassword }}</p>
    <template v-if="codes">
      <p class="note mt-2">{{ wording.keepTheseApart }}</p>
      <ul class="figures mt-2 grid grid-cols-1 gap-x-4 sm:grid-cols-2" :aria-label="wording.codesForALost">
        <li v-for="c in codes" :key="c" class="py-1 text-lg">{{ c }}</li>
      </ul>
      <div class="mt-2 flex flex-wrap gap-2">
        <button class="btn btn-main" @click="saveFile('codes.txt', asText(), 'text/plain')">
          <Printer :size="18" aria-hidden="true" /> {{ wording.saveThem }}
        </button>
        <button class="btn" @click="codes = null">{{ wording.iHaveThem }}</button>
      </div>
    </template>
    <form v-else-if="begun" class="mt-2 space-y-3" novalidate @submit.prevent="confirm">
      <p>{{ wording.scanThis }}</p>
      <img :src="picture!" :alt="wording.theSecret" class="h-56 w-56 rounded bg-white p-2" />
      <p class="figures break-all">{{ spaced }}</p>
      <FormField
        id="second-code"
        v-model="form.typed.code"
        class="max-w-xs"
        path="code"
        :label="wording.theCode"
        inputmode="numeric"
        autocomplete="one-time-code"
        required
        maxlength="8"
      />
      <p v-if="form.error.value" role="alert" class="note">{{ form.error.value }}</p>
      <div class="flex flex-wrap gap-2">
        <button class="btn btn-main" :disabled="form.busy.value">{{ wording.takeItIntoUse }}</button>
        <button type="button" class="btn" @click="begun = null">{{ anywhere.cancel }}</button>
      </div>
    </form>
    <template v-else-if="on">
      <button v-if="!ending" class="btn mt-2" @click="ending = true">{{ anywhere.takeItAway }}</button>
      <PasswordForm
        v-else
        id="second-password"
        class="mt-2"
        :does="anywhere.takeItAway"
        :leave="anywhere.keepIt"
        :keep="dropSecond"
        @done="ended"
        @leave="ending = false"
      />
    </template>
    <template v-else>
      <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
      <button class="btn btn-main mt-2" :disabled="busy" @click="begin">{{ wording.begin }}</button>
    </template>
  </section>
</template>
