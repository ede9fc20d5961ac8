/** Has a clip read by the workers; what is found arrives as it is found. */
import type { Seconds } from '../../core/geometry.js';
import { detectorPort, NoDetector } from './detector.js';
import type { ClipAsked, ClipSaid, Region } from './messages.js';

export interface Reading {
  /** Ends it; nothing more is said. */
  stop: () => void;
}
/**
 * @param on called with everything that the worker says, and with `by-hand` where the detector cannot start
 */
export function readClip(
  file: Blob,
  { from, to, region, close = false }: { from: Seconds; to: Seconds | null; region: Region | null; close?: boolean },
  on: (said: ClipSaid | { is: 'by-hand' }) => void,
): Reading {
  const worker = new Worker(new URL('./clip.worker.ts', import.meta.url), { type: 'module' });
  let over = false;
  const stop = (): void => {
    over = true;
    worker.terminate();
  };
  worker.onmessage = ({ data }: MessageEvent<ClipSaid>) => {
    if (over) return;
    on(data);
    if (data.is === 'done' || data.is === 'problem') stop();
  };
  worker.onerror = () => {
    if (!over) on({ is: 'problem', problem: 'damaged' });
    stop();
  };
  void detectorPort()
    .catch((error: unknown) => {
      if (!(error instanceof NoDetector)) throw error;
      if (!over) on({ is: 'by-hand' });
      return null;
    })
    .then((detector) => {
      if (over) return;
      const asked: ClipAsked = { is: 'read', file, from, to, region, close, detector };
      worker.postMessage(asked, detector ? [detector] : []);
    });
  return { stop };
}
