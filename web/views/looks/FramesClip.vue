<script setup lang="ts">
/** The clip of a look: added where there is permission, or deleted for good. */
import { Film } from '@lucide/vue';
import { ref } from 'vue';
import type { Look } from '../../../api/observations.js';
import type { Person } from '../../../api/people.js';
import SureButton from '../../components/SureButton.vue';
import { useAction } from '../../data/action.js';
import { clipsGoing, removeClip, sendPlain } from '../../data/clips.js';
import { useSession } from '../../data/session.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { framesClip as wording } from '../../../words/pages/looks.js';

const props = defineProps<{ look: Look; person: Person | null }>();
const emit = defineEmits<{ shown: [file: File | null] }>();
const { busy, error, run } = useAction();
const session = useSession();
const chooser = ref<HTMLInputElement | null>(null);
const here = ref<File | null>(null);
function choose(event: Event): void {
  const input = event.target as HTMLInputElement;
  here.value = input.files?.[0] ?? null;
  input.value = '';
  emit('shown', here.value);
}
const keep = (): Promise<boolean> =>
  run(async () => {
    await sendPlain(props.look.personId, here.value!, { from: 0, to: null }, props.look.id);
    here.value = null;
    emit('shown', null);
  });
</script>

<template>
  <section class="card" aria-labelledby="own-clip">
    <h2 id="own-clip">{{ wording.theClip }}</h2>
    <template v-if="look.clipId">
      <p class="text-soft mt-1">{{ wording.itIsKept }}</p>
      <SureButton
        v-if="session.isCoach"
        class="mt-2"
        :label="wording.deleteTheClip"
        :says="wording.theClipIsDeleted"
        :sure="wording.deleteIt"
        :busy="busy"
        @do="run(() => removeClip(look.clipId!))"
      />
    </template>
    <p v-else-if="clipsGoing.includes(look.id)" role="status" class="mt-1">{{ wording.itIsBeingSent }}</p>
    <template v-else>
      <p class="text-soft mt-1">
        {{ here ? wording.shownFromThisDevice : wording.thePointsAreHere }}
      </p>
      <input
        ref="chooser"
        type="file"
        accept="video/mp4,video/quicktime,video/webm,.mov,.mp4,.webm"
        class="sr-only"
        tabindex="-1"
        :aria-label="wording.clipOfThisLook"
        @change="choose"
      />
      <div class="mt-2 flex flex-wrap gap-2">
        <button class="btn" @click="chooser?.click()">
          <Film :size="18" aria-hidden="true" /> {{ wording.chooseTheClip }}
        </button>
        <button v-if="here && person?.allows.clips" class="btn btn-main" :disabled="busy" @click="keep">
          {{ busy ? anywhere.keeping : wording.keepIt }}
        </button>
      </div>
      <p v-if="here && !person?.allows.clips" class="note mt-2 text-sm">{{ wording.noPermissionToKeep }}</p>
    </template>
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
  </section>
</template>
