<script setup lang="ts">
/** What is seen, as files: the frame with its line as PNG or SVG, the whole clip with the line on it. */
import { ImageDown, PenTool, Video, Waypoints } from '@lucide/vue';
import { ref } from 'vue';
import type { Look } from '../../../api/observations.js';
import { writeCoco } from '../../../core/clip/coco.js';
import type { Stroke } from '../../drawing/overlay.js';
import { drawable, pngOf, svgFileOf } from '../../drawing/take-out.js';
import { saveBlob, saveFile } from '../../components/save-file.js';
import { framesOut as wording } from '../../../words/pages/looks.js';

const props = defineProps<{
  look: Look;
  drawnAt: (t: number) => Stroke[];
  at: number;
  video: HTMLVideoElement | null;
  src: string | null;
}>();
const size = (): { width: number; height: number } => {
  const { width, height } = props.look.observation.picture ?? { width: 1280, height: 720 };
  // Codecs want even sides.
  return { width: 2 * Math.round(width / 2), height: 2 * Math.round(height / 2) };
};
const name = (ending: string): string => `look-${props.look.day}${ending}`;
const problem = ref('');
const done = ref<number | null>(null);
let ended: AbortController | null = null;

async function picture(): Promise<CanvasImageSource | null> {
  if (props.src && props.video && props.video.readyState >= 2) return props.video;
  if (!props.look.mediaId || props.look.observation.frames.length > 1) return null;
  const answer = await fetch(`/api/media/${props.look.mediaId}`);
  return answer.ok ? createImageBitmap(await answer.blob()) : null;
}
async function attempt(make: () => Promise<void>): Promise<void> {
  problem.value = '';
  try {
    await make();
  } catch {
    problem.value = wording.thisDeviceCould;
  }
}
const png = (): Promise<void> =>
  attempt(async () => saveBlob(name('.png'), await pngOf(await picture(), size(), props.drawnAt(props.at))));
const svg = (): Promise<void> =>
  attempt(async () => saveBlob(name('.svg'), await svgFileOf(await picture(), size(), props.drawnAt(props.at))));
const points = (): void =>
  saveFile(name('-keypoints.json'), JSON.stringify(writeCoco(props.look.observation.frames, null)));
const clip = (): Promise<void> =>
  attempt(async () => {
    ended = new AbortController();
    done.value = 0;
    try {
      const file = await (await fetch(props.src!)).blob();
      const { drawnOn } = await import('../../clip/repack.js');
      const made = await drawnOn(
        file,
        { from: 0, to: null },
        size(),
        async (context, t) => void context.drawImage(await drawable(size(), props.drawnAt(t)), 0, 0),
        (share) => (done.value = share),
        ended.signal,
      );
      if (made) saveBlob(name(made.type === 'video/webm' ? '.webm' : '.mp4'), made.blob);
    } finally {
      done.value = null;
    }
  });
</script>

<template>
  <section class="card" aria-labelledby="out">
    <h2 id="out">{{ wording.takeItOut }}</h2>
    <div v-if="done !== null" class="mt-2">
      <progress class="w-full" :value="done" max="1" :aria-label="wording.drawn"></progress>
      <button class="btn" @click="ended?.abort()">{{ wording.stop }}</button>
    </div>
    <div v-else class="mt-2 flex flex-wrap gap-2">
      <button class="btn" @click="png"><ImageDown :size="18" aria-hidden="true" /> {{ wording.picturePng }}</button>
      <button class="btn" @click="svg"><PenTool :size="18" aria-hidden="true" /> {{ wording.drawingSvg }}</button>
      <button class="btn" @click="points">
        <Waypoints :size="18" aria-hidden="true" /> {{ wording.pointsCocoOrder }}
      </button>
      <button v-if="src && look.observation.frames.length > 1" class="btn" @click="clip">
        <Video :size="18" aria-hidden="true" /> {{ wording.clipWithTheLine }}
      </button>
    </div>
    <p v-if="problem" role="alert" class="note mt-2">{{ problem }}</p>
    <p class="text-soft mt-1 text-sm">{{ wording.aFileThatLeaves }}</p>
  </section>
</template>
