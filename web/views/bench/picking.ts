/** Which point a finger or a pointer means. */
import type { Point } from '../../../core/geometry.js';

/** How far off a press may be, px on the screen: a thumb hides what it aims at, a pen and a mouse do not. */
export const reachOf = (pointerType: string): number =>
  pointerType === 'touch' ? 34 : pointerType === 'pen' ? 22 : 16;

interface Asked<Name> {
  /** Points and the press, in px on the screen. */
  points: readonly { name: Name; at: Point }[];
  press: Point;
  chosen: Name | null;
  /** `touch`, `pen` or `mouse`, as a pointer event names it. */
  pointerType: string;
}

const within = <Name>({ points, press, pointerType }: Asked<Name>): { name: Name; far: number }[] =>
  points
    .map(({ name, at }) => ({ name, far: Math.hypot(at[0] - press[0], at[1] - press[1]) }))
    .filter(({ far }) => far <= reachOf(pointerType))
    .sort((a, b) => a.far - b.far);

/**
 * The point that a drag moves: under a finger the chosen one, if it is within reach, for ankle and heel lie closer together than a
 * thumb can tell; else the nearest.
 * @returns null where none is within reach
 */
export function pointForDrag<Name>(asked: Asked<Name>): Name | null {
  const near = within(asked);
  const chosen = asked.pointerType === 'mouse' ? undefined : near.find((p) => p.name === asked.chosen);
  return (chosen ?? near[0])?.name ?? null;
}

/**
 * The point that a tap chooses: the nearest; tapped where the chosen one lies, the next within reach, so that every point of a crowd can
 * be had.
 * @returns null where none is within reach
 */
export function pointForTap<Name>(asked: Asked<Name>): Name | null {
  const near = within(asked);
  const at = near.findIndex((p) => p.name === asked.chosen);
  // From the chosen one the tap goes on to the next of the crowd, and from the last to the nearest.
  return (at === -1 ? near[0] : near[(at + 1) % near.length])?.name ?? null;
}
