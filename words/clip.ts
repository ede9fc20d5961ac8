/** What is said of clips: why one cannot be read, what was found on it. */
import type { FoundProblem } from '../core/clip/detected.js';
import type { Drift } from '../core/hold/hold.js';
import { measureDefinition } from '../core/measure/measures.js';

/** Why nothing can be told of who was found on a picture or clip, and what to do. */
export const FOUND_WORDS: Readonly<Record<FoundProblem, string>> = {
  nobody: 'Nobody was found. Lay the figure by hand, or film it larger and lighter.',
  several: 'More than one person is here, or a mirror. The largest was taken: say who is meant.',
  half: 'Only part of the person can be seen: what is hidden is guessed. Place it by hand, or film anew with all of the person in view.',
  'cut-off': 'The person is cut off by the edge: points out there are guessed.',
};
export const NO_DETECTOR = 'This device cannot find people by itself. Everything works by hand.';

/** Why a clip cannot be read. @param codec how it is packed, as the file says */
export function clipProblemText(
  problem: 'empty' | 'not-a-clip' | 'no-picture' | 'codec' | 'damaged' | 'too-large' | 'too-long',
  { codec, seconds, megabytes }: { codec?: string; seconds: number; megabytes: number },
): string {
  switch (problem) {
    case 'empty':
      return 'This file is empty. Copy it from the phone again.';
    case 'not-a-clip':
      return 'This is no clip that can be read. MP4, MOV and WebM can.';
    case 'no-picture':
      return 'This file has sound and no picture.';
    case 'codec':
      return `This clip is packed as ${codec ? codec.toUpperCase() : 'something unknown'}, which this browser cannot unpack. Set the phone’s camera to “most compatible” (H.264), or export the clip as MP4 with H.264.`;
    case 'damaged':
      return 'This file is damaged: no picture of it can be shown.';
    case 'too-large':
      return `This clip is larger than ${megabytes} MB. Film it smaller, or cut it.`;
    case 'too-long':
      return `This clip is longer than ${seconds / 60} minutes. Choose where it begins and ends.`;
  }
}
export const breaksOffText = (at: number): string =>
  `The file breaks off after ${at.toFixed(1)} s. What came before was read.`;

/** Why a device's camera cannot be used. @param name of the browser's error */
export const cameraProblemText = (name: string): string =>
  name === 'NotAllowedError'
    ? 'The browser was not allowed to use the camera. Allow it in the address bar, or choose a file.'
    : 'No camera was found on this device. Choose a file, or use the simulated camera.';
/** What a drift would have come to; empty where none leads over a limit. */
export function driftText(drift: readonly Pick<Drift, 'measure' | 'crossesAt'>[]): string {
  const first = drift.find((d) => d.crossesAt !== null);
  return first
    ? `${measureDefinition(first.measure).name} drifts: had it gone on, it would have gone at ${Math.round(first.crossesAt!)} s.`
    : '';
}

/** What moves in a rep, as the start of a sentence. */
export const MOTION_NAMES: Readonly<Record<string, string>> = {
  hip: 'Hips bend by',
  knee: 'Knees bend by',
  shoulder: 'Shoulders move by',
  elbow: 'Elbows bend by',
  trunk: 'Trunk turns by',
  thigh: 'Thighs turn by',
  rise: 'Hips travel',
  push: 'Shoulders travel',
};
/** A phase that is off by less is what people do, s. Assumption. */
const OFF_TEMPO = 0.4;
/** How the reps' tempo was against the asked one. @param asked seconds up, pause, down @param off done − asked @param within what a phase may be off by the clip’s own error, s */
export function offTempoText(
  asked: readonly [number, number, number],
  off: { up: number; pause: number; down: number },
  within: number,
): string {
  const is = [
    ['up', off.up],
    ['pause', off.pause],
    ['down', off.down],
  ] as const;
  const told = is
    .filter(([, by]) => Math.abs(by) >= Math.max(OFF_TEMPO, within))
    .map(
      ([name, by]) =>
        `${name} ${Math.abs(by).toFixed(1)} s too ${name === 'pause' ? (by > 0 ? 'long' : 'short') : by > 0 ? 'slow' : 'fast'}`,
    );
  const tempo = `Tempo ${asked.join(' · ')}`;
  return told.length > 0 ? `${tempo}: ${told.join(', ')}.` : `${tempo} kept.`;
}
