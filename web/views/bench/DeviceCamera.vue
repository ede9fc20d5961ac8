<script setup lang="ts">
/** The device's own camera through the browser. */
import { onBeforeUnmount, onMounted, ref } from 'vue';
import { cameraProblemText } from '../../../words/clip.js';
import { snapshot } from './snapshot.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { deviceCamera as wording } from '../../../words/pages/bench.js';

const emit = defineEmits<{ taken: [file: File]; cancel: [] }>();
const video = ref<HTMLVideoElement | null>(null);
const problem = ref('');
let stream: MediaStream | null = null;

onMounted(async () => {
  try {
    stream = await navigator.mediaDevices.getUserMedia({
      video: { facingMode: 'environment', width: { ideal: 1920 } },
    });
    video.value!.srcObject = stream;
  } catch (error) {
    problem.value = cameraProblemText((error as DOMException).name);
  }
});
onBeforeUnmount(() => stream?.getTracks().forEach((track) => track.stop()));

async function take(): Promise<void> {
  const v = video.value!;
  emit('taken', await snapshot(v, v.videoWidth, v.videoHeight, 'image/jpeg'));
}
</script>

<template>
  <p v-if="problem" role="alert" class="note">{{ problem }}</p>
  <video v-else ref="video" autoplay playsinline muted class="bg-sunk max-h-[60vh] w-full rounded-lg"></video>
  <div class="mt-2 flex gap-2">
    <button v-if="!problem" class="btn btn-main" @click="take">{{ wording.takeThePicture }}</button>
    <button class="btn" @click="$emit('cancel')">{{ anywhere.anotherSource }}</button>
  </div>
</template>
