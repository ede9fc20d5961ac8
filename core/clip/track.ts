/**
 * Follows points from one picture to the next: pyramidal Lucas–Kanade (Bouguet 2000, "Pyramidal implementation of the Lucas Kanade feature
 * tracker"), with a check forward and back for points that were lost.
 */
import { distance, type Pixels, type Point } from '../geometry.js';

/** A grey picture: one value a pixel, 0–255, row by row. */
export interface Grey {
  width: Pixels;
  height: Pixels;
  data: Float32Array;
}
/** The picture, and it at half its size again and again. */
export type Pyramid = readonly Grey[];

/** Half the window that is compared, px of each level. */
const HALF = 7;
const LEVELS = 3;
const ROUNDS = 12;
/** A step shorter than this settles it, px. */
const SETTLED = 0.02;
/** Least texture within the window, mean squared grey a pixel: below it nothing tells where a point went. Assumption. */
const TEXTURE = 1.5;
/** There and back again must end within this, px. */
const BACK = 1;

/** Grey of a picture of bytes, red green blue alpha. @throws RangeError where the sizes disagree */
export function greyOf(rgba: ArrayLike<number>, width: Pixels, height: Pixels): Grey {
  if (rgba.length !== 4 * width * height)
    throw new RangeError(`${rgba.length} bytes are no ${width} × ${height} picture`);
  const data = new Float32Array(width * height);
  // Luma weights of ITU-R BT.601.
  for (let i = 0, p = 0; i < data.length; i += 1, p += 4)
    data[i] = 0.299 * rgba[p]! + 0.587 * rgba[p + 1]! + 0.114 * rgba[p + 2]!;
  return { width, height, data };
}

/** Half the size, each pixel the mean of four. */
function halved({ width, height, data }: Grey): Grey {
  const [w, h] = [width >> 1, height >> 1];
  const small = new Float32Array(w * h);
  for (let y = 0; y < h; y += 1) {
    let p = 2 * y * width;
    for (let x = 0; x < w; x += 1, p += 2)
      small[y * w + x] = (data[p]! + data[p + 1]! + data[p + width]! + data[p + width + 1]!) / 4;
  }
  return { width: w, height: h, data: small };
}

export function pyramidOf(grey: Grey, levels = LEVELS): Pyramid {
  const all = [grey];
  while (all.length < levels && Math.min(all.at(-1)!.width, all.at(-1)!.height) >= 8 * HALF)
    all.push(halved(all.at(-1)!));
  return all;
}

/** Grey between pixels; the edge goes on beyond the picture. */
function at({ width, height, data }: Grey, x: number, y: number): number {
  const [cx, cy] = [Math.min(Math.max(x, 0), width - 1.001), Math.min(Math.max(y, 0), height - 1.001)];
  const [ix, iy] = [cx | 0, cy | 0];
  const [fx, fy] = [cx - ix, cy - iy];
  const p = iy * width + ix;
  const top = data[p]! + (data[p + 1]! - data[p]!) * fx;
  const low = data[p + width]! + (data[p + width + 1]! - data[p + width]!) * fx;
  return top + (low - top) * fy;
}

const SIZE = 2 * HALF + 1;
const patch = new Float32Array(SIZE * SIZE);
const slopeX = new Float32Array(SIZE * SIZE);
const slopeY = new Float32Array(SIZE * SIZE);

/**
 * Where a point of one picture lies in the next, on one level.
 * @param guess where it may lie
 * @returns null where the picture has no texture there
 */
function settle(from: Grey, to: Grey, point: Point, guess: Point): Point | null {
  let [xx, xy, yy] = [0, 0, 0];
  for (let j = 0, k = 0; j < SIZE; j += 1)
    for (let i = 0; i < SIZE; i += 1, k += 1) {
      const [x, y] = [point[0] + i - HALF, point[1] + j - HALF];
      patch[k] = at(from, x, y);
      const [gx, gy] = [(at(from, x + 1, y) - at(from, x - 1, y)) / 2, (at(from, x, y + 1) - at(from, x, y - 1)) / 2];
      slopeX[k] = gx;
      slopeY[k] = gy;
      xx += gx * gx;
      xy += gx * gy;
      yy += gy * gy;
    }
  const det = xx * yy - xy * xy;
  const least = (xx + yy - Math.sqrt((xx - yy) ** 2 + 4 * xy * xy)) / 2;
  if (least / (SIZE * SIZE) < TEXTURE) return null;
  let [gx, gy] = guess;
  for (let round = 0; round < ROUNDS; round += 1) {
    let [bx, by] = [0, 0];
    for (let j = 0, k = 0; j < SIZE; j += 1)
      for (let i = 0; i < SIZE; i += 1, k += 1) {
        const off = patch[k]! - at(to, gx + i - HALF, gy + j - HALF);
        bx += off * slopeX[k]!;
        by += off * slopeY[k]!;
      }
    const [dx, dy] = [(yy * bx - xy * by) / det, (xx * by - xy * bx) / det];
    gx += dx;
    gy += dy;
    if (Math.hypot(dx, dy) < SETTLED) break;
  }
  return [gx, gy];
}

/** Through all levels, the coarsest first; null where the finest has no texture. */
function through(from: Pyramid, to: Pyramid, point: Point): Point | null {
  const top = Math.min(from.length, to.length) - 1;
  let [dx, dy] = [0, 0];
  let found: Point | null = null;
  for (let level = top; level >= 0; level -= 1) {
    const k = 2 ** level;
    const here: Point = [point[0] / k, point[1] / k];
    found = settle(from[level]!, to[level]!, here, [here[0] + dx, here[1] + dy]);
    if (found) [dx, dy] = [found[0] - here[0], found[1] - here[1]];
    if (level > 0) [dx, dy] = [2 * dx, 2 * dy];
  }
  return found;
}

/**
 * Where points of one picture lie in the next.
 * @param points px of the pyramids' first level
 * @returns px; null for a point that left the picture, that nothing marks, or that does not come back to where it was
 */
export function track(from: Pyramid, to: Pyramid, points: readonly Point[]): (Point | null)[] {
  const { width, height } = to[0]!;
  return points.map((point) => {
    const found = through(from, to, point);
    if (!found || found[0] < 0 || found[1] < 0 || found[0] >= width || found[1] >= height) return null;
    const back = through(to, from, found);
    return back && distance(back, point) <= BACK ? found : null;
  });
}
