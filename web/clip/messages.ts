/** What the page and the two workers that read clips say to each other. Points in px of the picture as it is seen. */
import type { DetectedPerson } from '../../core/clip/detected.js';
import type { RawFrame } from '../../core/clip/raw.js';
import type { Pixels, Seconds } from '../../core/geometry.js';

/** A part of the picture, px: only who is in it is looked for. */
export interface Region {
  x: Pixels;
  y: Pixels;
  width: Pixels;
  height: Pixels;
}

export type DetectorAsked =
  | { is: 'start'; files: string }
  /** Asked by another worker through a port of its own. */
  | { is: 'port'; port: MessagePort }
  | { is: 'detect'; id: number; image: ImageBitmap };
export type DetectorSaid =
  | { is: 'started' }
  | { is: 'failed'; why: string }
  /** Points as shares of the image. */
  | { is: 'found'; id: number; people: DetectedPerson[] };

export interface ClipAsked {
  is: 'read';
  file: Blob;
  from: Seconds;
  /** Null: to its end. */
  to: Seconds | null;
  region: Region | null;
  /** Looked at closely: people are looked for on ten frames a second. */
  close: boolean;
  /** The detector's port; null: it could not start, and the clip is followed by hand and tracking alone. */
  detector: MessagePort | null;
}
export interface ClipFacts {
  width: Pixels;
  height: Pixels;
  length: Seconds;
  /** Frames a second, as filmed. */
  rate: number;
}
/** Why a clip cannot be read. */
export type ClipProblem = 'empty' | 'not-a-clip' | 'no-picture' | 'codec' | 'damaged' | 'too-large' | 'too-long';
export type ClipSaid =
  | { is: 'facts'; facts: ClipFacts }
  /** Frames after those that were said before, and how many people were found on them at most. */
  | { is: 'frames'; frames: RawFrame[]; upTo: Seconds; people: number }
  /** The file breaks off; what came before stands. */
  | { is: 'breaks-off'; at: Seconds }
  | { is: 'done' }
  | { is: 'problem'; problem: ClipProblem; codec?: string };
