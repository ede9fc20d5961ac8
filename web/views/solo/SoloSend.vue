<script setup lang="ts">
/** A clip or a picture for the coach, by the same link: with who says that it may be kept, where nobody has said so. */
import { Film } from '@lucide/vue';
import { computed, ref, shallowRef } from 'vue';
import { SENT_IN, type SoloSheet } from '../../../api/programmes.js';
import PickOne from '../../components/PickOne.vue';
import { useAction } from '../../data/action.js';
import { sendIn } from '../../data/solo.js';
import { soloSend as wording } from '../../../words/pages/solo.js';

const props = defineProps<{ secret: string; may: NonNullable<SoloSheet['sendIn']>; coach: string }>();
const emit = defineEmits<{ sent: [] }>();
const chooser = ref<HTMLInputElement | null>(null);
const file = shallowRef<File | null>(null);
let id = '';
const note = ref('');
const givenBy = ref('');
const relation = ref<'self' | 'guardian'>(props.may.minor ? 'guardian' : 'self');
const stated = ref(false);
const doing = ref('');
const done = ref(false);
const { busy, error, run } = useAction();
const full = computed(() => props.may.waiting >= SENT_IN.waiting);
const ready = computed(
  () => file.value !== null && (props.may.allowed || (stated.value && givenBy.value.trim() !== '')),
);
function choose(of: File | undefined): void {
  if (!of) return;
  [file.value, id, done.value] = [of, crypto.randomUUID(), false];
}
const send = (): Promise<boolean> =>
  run(async () => {
    const consent = props.may.allowed ? null : { givenBy: givenBy.value.trim(), relation: relation.value };
    try {
      await sendIn(
        props.secret,
        { id, file: file.value!, note: note.value, consent },
        (words) => (doing.value = words),
      );
    } finally {
      doing.value = '';
    }
    // The permission was for that one.
    [file.value, note.value, done.value, stated.value] = [null, '', true, false];
    emit('sent');
  });
</script>

<template>
  <section class="card" aria-labelledby="solo-send">
    <h2 id="solo-send">{{ wording.aClip(coach) }}</h2>
    <p v-if="may.withdrawn" class="text-soft">{{ wording.takenBack(coach, may.minor) }}</p>
    <p v-else-if="full" class="text-soft">{{ wording.ofYourClipsWait(may.waiting) }}</p>
    <template v-else>
      <p class="text-soft text-sm">{{ wording.fromTheSide }}</p>
      <input
        ref="chooser"
        type="file"
        accept="video/mp4,video/quicktime,video/webm,image/jpeg,image/png,image/webp,.mov,.mp4,.webm"
        class="sr-only"
        tabindex="-1"
        :aria-label="wording.clipOrPicture"
        @change="
          choose(($event.target as HTMLInputElement).files?.[0]);
          ($event.target as HTMLInputElement).value = '';
        "
      />
      <button class="btn mt-2 w-full" :disabled="busy" @click="chooser?.click()">
        <Film :size="20" aria-hidden="true" /> {{ file ? file.name : wording.filmItOrChoose }}
      </button>
      <form v-if="file" class="mt-3 space-y-3" @submit.prevent="send">
        <div>
          <label class="label" for="solo-note">{{ wording.whatToLookAt }}</label><input
            id="solo-note"
            v-model="note"
            class="field"
            maxlength="300"
          />
        </div>
        <template v-if="!may.allowed">
          <div>
            <label class="label" for="solo-by">{{ may.minor ? wording.guardiansName : wording.yourName }}</label><input
              id="solo-by"
              v-model="givenBy"
              class="field"
              maxlength="80"
              autocomplete="name"
              required
            />
          </div>
          <PickOne
            v-if="!may.minor"
            id="solo-relation"
            :label="wording.iAm"
            :choices="[
              { id: 'self', name: wording.thePersonInIt },
              { id: 'guardian', name: wording.theirGuardian },
            ]"
            :model-value="relation"
            @update:model-value="relation = $event as typeof relation"
          />
          <label class="flex min-h-[44px] items-center gap-3"
            ><input v-model="stated" type="checkbox" class="h-6 w-6 shrink-0" /> {{ wording.thisOneMay }}</label
          >
        </template>
        <button class="btn btn-main w-full" :disabled="busy || !ready">{{ wording.sendIt }}</button>
      </form>
      <p v-if="doing" role="status" class="mt-2">
        <progress class="mr-2 align-middle" aria-hidden="true"></progress>{{ doing }}
      </p>
      <p v-if="done" role="status" class="note mt-2">{{ wording.itIsWithNow(coach) }}</p>
      <p v-if="error" role="alert" class="note mt-2">{{ wording.itIsStillHere(error) }}</p>
    </template>
  </section>
</template>
