<script setup lang="ts">
import { computed, nextTick, onMounted, reactive, ref, watch } from 'vue';
import { RouterLink, useRoute, useRouter } from 'vue-router';
import TautLine from '../../drawing/TautLine.vue';
import { ApiError, Told } from '../../data/call.js';
import { behindTheDoor } from '../../behind-the-door.js';
import { useAction } from '../../data/action.js';
import { waitingHere } from '../../data/outbox.js';
import { useSession } from '../../data/session.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { signInPage as wording } from '../../../words/pages/door.js';

const session = useSession();
const router = useRouter();
const route = useRoute();
const form = reactive({ email: '', password: '', name: '', code: '' });
/** The account has a second factor, and the password was right. */
const asksCode = ref(false);
const codeField = ref<HTMLInputElement | null>(null);
watch(asksCode, async () => {
  await nextTick();
  codeField.value?.focus();
});
const first = computed(() => session.state?.needsOwner === true);
const { busy, error, run } = useAction();
/** How many things wait on this device for whoever kept them: a count, nobody's name. */
const waiting = ref(0);
onMounted(async () => {
  waiting.value = await waitingHere();
  // What every page behind the door needs comes while the password is typed.
  void behindTheDoor().catch(() => undefined);
});

async function enter(): Promise<void> {
  const wasFirst = first.value;
  const ok = await run(async () => {
    if (wasFirst) return session.createOwner({ ...form });
    try {
      await session.signIn(form.email, form.password, form.code);
    } catch (problem) {
      if (!(problem instanceof ApiError) || !problem.of('code')) throw problem;
      // The first time it is no error: it is what comes next.
      if (asksCode.value) throw new Told(wording.theCode);
      asksCode.value = true;
      throw new Told(wording.nowTheCode);
    }
  });
  // Whoever opens a studio is led through its first steps.
  const then = wasFirst ? '/start' : String(route.query.then ?? '/');
  if (ok) await router.push(then.startsWith('/') && !then.startsWith('//') ? then : '/');
}
async function enterDemo(): Promise<void> {
  Object.assign(form, session.state!.demo);
  await enter();
}
</script>

<template>
  <div class="mx-auto grid max-w-4xl items-center gap-8 py-8 md:grid-cols-2 md:py-20">
    <div>
      <TautLine wide :slack="0.05" :error="0.05" label="" aria-hidden="true" />
      <h1 class="mt-4 text-4xl">{{ wording.uprightAnchor }}</h1>
      <p class="mt-3 text-lg">{{ wording.watchAHold }}</p>
      <p class="text-soft mt-4">{{ wording.itHelpsACoach }}</p>
    </div>
    <form class="card space-y-3" @submit.prevent="enter">
      <h2>{{ first ? wording.openThisStudio : wording.signIn }}</h2>
      <p v-if="waiting && !first" role="status" class="note">
        {{
          wording.signInToSend(
            waiting,
            waiting === 1 ? wording.itWaits : wording.theyWait,
            waiting === 1 ? wording.it : wording.them,
          )
        }}
      </p>
      <template v-if="first">
        <p>{{ wording.theProgramPrinted }}</p>
        <div>
          <label class="label" for="code">{{ wording.oneTimeCode }}</label><input
            id="code"
            v-model="form.code"
            class="field"
            required
            autocomplete="one-time-code"
          />
        </div>
        <div>
          <label class="label" for="name">{{ wording.yourName }}</label><input
            id="name"
            v-model="form.name"
            class="field"
            required
            autocomplete="name"
          />
        </div>
      </template>
      <div>
        <label class="label" for="email">{{ anywhere.eMail }}</label><input
          id="email"
          v-model="form.email"
          type="email"
          class="field"
          required
          autocomplete="username"
        />
      </div>
      <div>
        <label class="label" for="password">{{ wording.password }}</label>
        <input
          id="password"
          v-model="form.password"
          type="password"
          class="field"
          required
          :minlength="first ? 10 : 1"
          :autocomplete="first ? 'new-password' : 'current-password'"
        />
      </div>
      <div v-if="asksCode">
        <label class="label" for="second">{{ wording.codeFromYourDevice }}</label>
        <input
          id="second"
          ref="codeField"
          v-model="form.code"
          class="field figures"
          required
          autocomplete="one-time-code"
          maxlength="40"
        />
      </div>
      <p v-if="error" role="alert" class="note">{{ error }}</p>
      <p v-if="!session.state" role="alert" class="note">
        {{ wording.theStudiosServerCannot }}
        <button type="button" class="link" @click="session.load()">{{ anywhere.tryAgain }}</button>
      </p>
      <button class="btn btn-main w-full" :disabled="busy">
        {{ first ? wording.makeMeTheOwner : wording.signIn }}
      </button>
      <RouterLink v-if="!first" to="/wall" class="link inline-block min-h-[44px] content-center">{{
        wording.showAClass
      }}</RouterLink>
      <div v-if="session.state?.demo" class="border-rule space-y-2 border-t pt-3">
        <p class="text-soft">
          {{ wording.demoAMadeUp }} <b>{{ session.state.demo.email }}</b>{{ wording.passwordInSentence }}
          <b>{{ session.state.demo.password }}</b>.
        </p>
        <button type="button" class="btn w-full" :disabled="busy" @click="enterDemo">{{ wording.enterTheDemo }}</button>
      </div>
    </form>
  </div>
</template>
