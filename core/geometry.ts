/** Plane geometry on `[x, y]` pairs. Angles are in degrees; positive turns are counter-clockwise when y points up. */

export type Point = readonly [x: number, y: number];
export type Degrees = number;
export type Metres = number;
export type Pixels = number;
export type Seconds = number;

const RAD = Math.PI / 180;

/** Degrees to radians. */
export const radians = (degrees: Degrees): number => degrees * RAD;
/** Radians to degrees. */
export const degrees = (rad: number): Degrees => rad / RAD;

export const add = (a: Point, b: Point): Point => [a[0] + b[0], a[1] + b[1]];
export const subtract = (a: Point, b: Point): Point => [a[0] - b[0], a[1] - b[1]];
export const scale = (a: Point, k: number): Point => [a[0] * k, a[1] * k];
export const dot = (a: Point, b: Point): number => a[0] * b[0] + a[1] * b[1];
/** z of the cross product a × b: positive when b lies counter-clockwise of a (y up). */
export const cross = (a: Point, b: Point): number => a[0] * b[1] - a[1] * b[0];
export const length = (a: Point): number => Math.hypot(a[0], a[1]);
export const distance = (a: Point, b: Point): number => length(subtract(a, b));
/** Point a fraction `k` of the way from `a` to `b`. */
export const between = (a: Point, b: Point, k: number): Point => [a[0] + (b[0] - a[0]) * k, a[1] + (b[1] - a[1]) * k];

/** `a` turned by `angle` degrees, counter-clockwise when y points up. */
export function rotate(a: Point, angle: Degrees): Point {
  const c = Math.cos(angle * RAD);
  const s = Math.sin(angle * RAD);
  return [a[0] * c - a[1] * s, a[0] * s + a[1] * c];
}

/** Unit vector at `angle` degrees from the x axis. */
export const unit = (angle: Degrees): Point => [Math.cos(angle * RAD), Math.sin(angle * RAD)];

/** Signed turn from `a` to `b`, in degrees, −180 to 180. Zero-length vectors give 0. */
export const turn = (a: Point, b: Point): Degrees => degrees(Math.atan2(cross(a, b), dot(a, b)));

/** Unsigned angle at `vertex` between the directions to `a` and to `b`, 0–180°. */
export const angleAt = (a: Point, vertex: Point, b: Point): Degrees =>
  Math.abs(turn(subtract(a, vertex), subtract(b, vertex)));

/** Distance of `p` from the line through `a` and `b`; positive on the left of a→b (y up). NaN when a = b. */
export function signedDistanceToLine(p: Point, a: Point, b: Point): number {
  const line = subtract(b, a);
  return cross(line, subtract(p, a)) / length(line);
}

/** `value` kept within `low` and `high`. */
export const clamp = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));
