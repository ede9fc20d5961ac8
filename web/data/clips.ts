/** Clips that the studio keeps: sent after a look, or waiting in the inbox. */
import { STILL, type Clip, type ClipType, type WaitingClip } from '../../api/clips.js';
import { shallowRef, watch } from 'vue';
import type { Seconds } from '../../core/geometry.js';
import { call, OfflineError, Told, wordsOf } from './call.js';
import { useOutbox } from './outbox.js';
import { outdated, useRead, type Read } from './query.js';
import { say } from './said.js';
import { clips as wording } from '../../words/pages/data.js';

export const useInbox = (wanted: () => boolean = () => true): Read<{ clips: WaitingClip[] }> =>
  useRead('clips.inbox', () => (wanted() ? {} : null));

/** Where a clip is played from. */
export const clipAddress = (id: string): string => `/api/clips/${id}/content`;

/** Announces a clip and sends its content. @throws ApiError, OfflineError */
async function sendClip(
  personId: string,
  { blob, type }: { blob: Blob; type: ClipType },
  of: { name: string; lookId: string | null; note?: string },
): Promise<Clip> {
  const clip = await call('clips.add', {
    params: { id: personId },
    body: { id: crypto.randomUUID(), type, bytes: blob.size, ...of },
  });
  try {
    return await call('clips.content', { params: { id: clip.id }, file: blob });
  } finally {
    outdated('clips.inbox', 'looks.get');
  }
}
/**
 * A part of a clip packed anew, without sound and place.
 * @throws Told where this device cannot pack it
 */
export async function plainClip(
  file: File,
  part: { from: Seconds; to: Seconds | null },
  on?: (done: number) => void,
): Promise<{ blob: Blob; type: ClipType }> {
  const { CannotPack, withoutExtras } = await import('../clip/repack.js');
  return withoutExtras(file, part, on).catch((error: unknown) => {
    throw error instanceof CannotPack ? new Told(wording.thisIsNoClip) : error;
  });
}
/** Longest side of a picture that is sent in, px. */
const STILL_SIDE = 2400;
/**
 * A picture encoded anew, upright and without what a phone writes into it.
 * @throws Told where it cannot be read
 */
export async function plainStill(file: File): Promise<{ blob: Blob; type: typeof STILL }> {
  const image = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => {
    throw new Told(wording.thisPictureCannot);
  });
  const scale = Math.min(1, STILL_SIDE / Math.max(image.width, image.height));
  const canvas = new OffscreenCanvas(Math.round(image.width * scale), Math.round(image.height * scale));
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  image.close();
  return { blob: await canvas.convertToBlob({ type: STILL, quality: 0.9 }), type: STILL };
}
/**
 * Packs a clip anew, a part of it, without sound and place, and sends it.
 * @param lookId the look that it shows; null: it waits in the inbox
 * @throws ApiError, OfflineError, Told where this device cannot pack it
 */
export async function sendPlain(
  personId: string,
  file: File,
  part: { from: Seconds; to: Seconds | null },
  lookId: string | null,
): Promise<void> {
  const plain = await plainClip(file, part);
  await sendClip(personId, plain, { name: file.name.slice(0, 120) || wording.clip, lookId });
}
/** A clip's content, as a file of its name. @throws OfflineError, Told where it is not there */
export async function fetchClip({ id, name, type }: Pick<Clip, 'id' | 'name' | 'type'>): Promise<File> {
  const answer = await fetch(clipAddress(id)).catch(() => {
    throw new OfflineError();
  });
  if (!answer.ok) throw new Told(wording.thisClip);
  return new File([await answer.blob()], name, { type });
}
/** Says which look a clip shows: it leaves the inbox. */
export async function giveClip(id: string, lookId: string): Promise<void> {
  await call('clips.change', { params: { id }, body: { lookId } });
  outdated('clips.inbox', 'looks.get');
}
export async function removeClip(id: string): Promise<void> {
  await call('clips.remove', { params: { id } });
  outdated('clips.inbox', 'looks.get');
}

/** Looks whose clip is on its way: it is sent when its look is, while this page is open. */
export const clipsGoing = shallowRef<readonly string[]>([]);

/** Resolved when a look is with the server. @throws Told where the server does not take it */
function sent(lookId: string): Promise<void> {
  const outbox = useOutbox();
  return new Promise((done, fail) => {
    const stop = watch(
      () => outbox.items.find((i) => i.name === 'looks.add' && i.ask.body.id === lookId),
      (waits) => {
        if (waits && !waits.refused) return;
        queueMicrotask(() => stop());
        if (waits) fail(new Told(wording.theServerDoes));
        else done();
      },
      { immediate: true },
    );
  });
}

/** A page that is closed while a clip is on its way is asked about. */
const askFirst = (event: Event): void => event.preventDefault();

/** Keeps a clip with its look as soon as the look is with the server: cut to a part, without sound; or one of the inbox. */
export async function keepWithLook(
  personId: string,
  lookId: string,
  clip: { file: File; part: { from: Seconds; to: Seconds | null } } | { id: string },
): Promise<void> {
  clipsGoing.value = [...clipsGoing.value, lookId];
  window.addEventListener('beforeunload', askFirst);
  try {
    await sent(lookId);
    if ('id' in clip) return await giveClip(clip.id, lookId);
    await sendPlain(personId, clip.file, clip.part, lookId);
  } catch (error) {
    say(wording.theLookIsKept(wordsOf(error)));
  } finally {
    clipsGoing.value = clipsGoing.value.filter((id) => id !== lookId);
    if (clipsGoing.value.length === 0) window.removeEventListener('beforeunload', askFirst);
  }
}
