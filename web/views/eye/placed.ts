/** Points on a picture as a record, and the order in which a placing check shows its pictures. */
import { OBSERVATION_FORMAT, type Observation } from '../../../core/formats/observation.js';
import type { PictureItem } from '../../../core/formats/eye.js';
import type { Handles } from '../bench/use-points.js';

/** A picture's record while points are laid on it. */
export const observationOf = (
  item: Pick<PictureItem, 'family' | 'rung' | 'athlete'>,
  handles: Handles,
): Observation => {
  const { 'floor-a': a, 'floor-b': b, ...points } = handles;
  return {
    format: OBSERVATION_FORMAT,
    version: 1,
    position: item.family,
    rung: item.rung,
    view: 'side',
    athlete: item.athlete,
    ...(a && b ? { floor: [[...a], [...b]] } : {}),
    frames: [{ t: 0, points: points as Observation['frames'][number]['points'] }],
  };
};

/**
 * Which picture each step of a check shows: all once, then all again in another order, so that none is remembered from a moment ago.
 * @example stepsOf(3) // => [0, 1, 2, 1, 0, 2]
 */
export function stepsOf(pictures: number): number[] {
  const once = Array.from({ length: pictures }, (_, i) => i);
  // Backwards from the middle: none follows itself where there are three or more.
  const middle = Math.floor(pictures / 2);
  const again = once.map((i) => (middle - i + pictures) % pictures);
  return [...once, ...again];
}
