/** Where the head is on a picture, for making a face unknowable. */
import type { Point } from '../geometry.js';
import type { Landmarks } from '../landmarks.js';

export interface PictureBox {
  /** Shares of the picture's width and height, from the top left, 0–1. */
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Shoulder to hip as a share of stature: 0.818 − 0.530 (Drillis & Contini 1966, segment lengths). */
const TRUNK = 0.288;
/** Half a side of a box that holds a head turned any way with its hair, as a share of stature: the head's length is 0.13, and the ear is not its middle. */
const REACH = 0.1;

const middle = (a: Point | undefined, b: Point | undefined): Point | undefined =>
  a && b ? [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2] : (a ?? b);

/**
 * A box round the head, cut at the picture's edges.
 * @param points in px; the ear (or both, or the nose), and shoulder and hip for the scale
 * @param size of the picture, px
 * @returns null without the points that it takes, or where the head is off the picture
 * @example headBox({ ear: [100, 50], shoulder: [130, 60], hip: [188, 60] }, { width: 400, height: 200 })?.x // => 0.199653
 */
export function headBox(points: Landmarks, { width, height }: { width: number; height: number }): PictureBox | null {
  const head = points.ear ?? middle(points['ear-l'], points['ear-r']) ?? points.nose;
  const shoulder = points.shoulder ?? middle(points['shoulder-l'], points['shoulder-r']);
  const hip = points.hip ?? middle(points['hip-l'], points['hip-r']);
  if (!head || !shoulder || !hip) return null;
  const reach = (REACH * Math.hypot(hip[0] - shoulder[0], hip[1] - shoulder[1])) / TRUNK;
  const [left, right] = [Math.max(0, head[0] - reach), Math.min(width, head[0] + reach)];
  const [top, bottom] = [Math.max(0, head[1] - reach), Math.min(height, head[1] + reach)];
  if (right <= left || bottom <= top) return null;
  return { x: left / width, y: top / height, width: (right - left) / width, height: (bottom - top) / height };
}
