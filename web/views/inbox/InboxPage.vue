<script setup lang="ts">
/** Clips that wait to be looked at: dropped here for somebody, played, looked at on the bench, or let go. */
import { Film } from '@lucide/vue';
import { useDropZone } from '@vueuse/core';
import { computed, ref } from 'vue';
import { RouterLink } from 'vue-router';
import { CLIP_BYTES, STILL, type WaitingClip } from '../../../api/clips.js';
import LoadState from '../../components/LoadState.vue';
import PersonPicker from '../../components/PersonPicker.vue';
import SureButton from '../../components/SureButton.vue';
import { useAction } from '../../data/action.js';
import { wordsOf } from '../../data/call.js';
import { clipAddress, removeClip, sendPlain, useInbox } from '../../data/clips.js';
import { agoText } from '../../data/names.js';
import { usePerson } from '../../data/people.js';
import { useSession } from '../../data/session.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { inboxPage as wording } from '../../../words/pages/inbox.js';

const inbox = useInbox();
const session = useSession();
const clips = computed(() => inbox.value.value?.clips ?? []);
const { busy, error, run } = useAction();
const who = ref('');
const person = usePerson(() => who.value || null);
const allowed = computed(() => person.value.value?.allows.clips === true);
const zone = ref<HTMLElement | null>(null);
const chooser = ref<HTMLInputElement | null>(null);
const { isOverDropZone } = useDropZone(zone, { onDrop: (files) => void take(files ?? []) });
/** What became of the files of this visit. */
const said = ref<{ name: string; problem: string | null }[]>([]);
const sending = ref('');
const playing = ref<string | null>(null);

async function one(file: File): Promise<string | null> {
  if (file.size === 0) return wording.itIsEmpty;
  if (file.size > CLIP_BYTES) return wording.itIsLargerThan(CLIP_BYTES / 1024 ** 2);
  try {
    await sendPlain(who.value, file, { from: 0, to: null }, null);
    return null;
  } catch (problem) {
    return wordsOf(problem);
  }
}
async function take(files: readonly File[]): Promise<void> {
  if (!allowed.value || sending.value) return;
  said.value = [];
  for (const file of files) {
    sending.value = file.name;
    said.value = [...said.value, { name: file.name, problem: await one(file) }];
  }
  sending.value = '';
}
const sizeText = (clip: WaitingClip): string => `${Math.max(0.1, clip.bytes / 1024 ** 2).toFixed(1)} MB`;
</script>

<template>
  <h1>{{ wording.inbox }}</h1>
  <p class="text-soft">{{ wording.clipsAndPictures }}</p>
  <div class="mt-4 columns grid items-start gap-4 lg:grid-cols-[3fr_2fr]">
    <section class="card" aria-labelledby="waiting">
      <h2 id="waiting">{{ wording.waiting }}</h2>
      <LoadState
        :loading="inbox.loading.value"
        :error="inbox.error.value"
        :empty="clips.length === 0 ? wording.nothingWaitsClips : undefined"
        @retry="inbox.load()"
      />
      <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
      <ul class="divide-rule divide-y">
        <li v-for="clip in clips" :key="clip.id" class="py-3">
          <div class="flex flex-wrap items-center gap-2">
            <div class="min-w-56 flex-1">
              <RouterLink :to="`/people/${clip.personId}`" class="text-lg font-semibold hover:underline">{{
                clip.personName
              }}</RouterLink>
              <p class="text-soft text-sm break-words">
                {{ clip.name }} · {{ sizeText(clip) }} · {{ agoText(clip.addedAt) }},
                {{ clip.byLink ? wording.sentInByLink(clip.by) : clip.by }}
              </p>
              <p v-if="clip.note">{{ clip.note }}</p>
            </div>
            <button
              class="btn"
              :aria-expanded="playing === clip.id"
              @click="playing = playing === clip.id ? null : clip.id"
            >
              {{ playing === clip.id ? anywhere.close : clip.type === STILL ? wording.show : wording.play }}
            </button>
            <RouterLink
              :to="`/bench?person=${clip.personId}&${clip.type === STILL ? 'still' : 'clip'}=${clip.id}`"
              class="btn btn-main"
              >{{ anywhere.look }}</RouterLink
            >
            <SureButton
              v-if="session.isCoach"
              :label="anywhere.letItGo"
              :says="wording.isDeletedForGood(clip.name)"
              :sure="wording.deleteIt"
              :busy="busy"
              @do="run(() => removeClip(clip.id))"
            />
          </div>
          <img
            v-if="playing === clip.id && clip.type === STILL"
            :src="clipAddress(clip.id)"
            :alt="wording.sentInFor(clip.personName)"
            class="mt-2 max-h-[60vh] rounded-md"
          />
          <video
            v-else-if="playing === clip.id"
            :src="clipAddress(clip.id)"
            controls
            muted
            playsinline
            autoplay
            class="mt-2 max-h-[60vh] w-full rounded-md"
          ></video>
        </li>
      </ul>
    </section>
    <section
      ref="zone"
      class="card"
      :class="{ '!border-rope border-2': isOverDropZone && allowed }"
      aria-labelledby="drop"
    >
      <h2 id="drop">{{ wording.putClipsIn }}</h2>
      <PersonPicker id="inbox-who" v-model="who" class="mt-2" :label="wording.whose" />
      <p v-if="who && person.value.value && !allowed" class="note mt-2">
        {{ wording.noPermissionToKeep(person.value.value.name) }}
        <RouterLink :to="`/people/${who}`" class="link">{{ wording.recordIt }}</RouterLink>
      </p>
      <input
        ref="chooser"
        type="file"
        multiple
        accept="video/mp4,video/quicktime,video/webm,.mov,.mp4,.webm"
        class="sr-only"
        tabindex="-1"
        :aria-label="wording.clipsToPutIn"
        @change="
          take([...(($event.target as HTMLInputElement).files ?? [])]);
          ($event.target as HTMLInputElement).value = '';
        "
      />
      <button class="btn mt-2" :disabled="!allowed || sending !== ''" @click="chooser?.click()">
        <Film :size="18" aria-hidden="true" /> {{ wording.chooseClipsOrDrop }}
      </button>
      <p v-if="sending" role="status" class="mt-2">{{ wording.sending(sending) }}</p>
      <ul v-if="said.length" class="mt-2 space-y-1">
        <li v-for="(s, i) in said" :key="i" :class="{ note: s.problem }" :role="s.problem ? 'alert' : undefined">
          <b>{{ s.name }}</b>{{ s.problem ? `: ${s.problem}` : wording.waitsNow }}
        </li>
      </ul>
      <p class="text-soft mt-2 text-sm">{{ wording.soundAndThePlace }}</p>
    </section>
  </div>
</template>
