/** How far somebody is in a position, by the ladder: what chooses within the range of a dose. */
import type { Catalog } from '../catalog/index.js';
import { ladderOf, placeKey, rungsOnLadder } from '../catalog/ladders.js';
import type { CautionId, Rung } from '../formats/catalog.js';
import { LEVELS, type Level } from '../formats/dose.js';
import { gateFor, gateStatus } from './gates.js';
import type { LoggedHold } from './holds.js';

/** From this share of a ladder's versions on, counted from the bottom, somebody is strong. Assumption. */
const STRONG_FROM = 0.5;

/**
 * Level at a version's ladder: beginner where no gate of it stands, strong where one in its upper half does, trained between.
 * A beginner's caution keeps the first level, an illness of late takes one level off.
 * @param holds of this person, any order
 * @param today the hall's day: gates expire
 */
export function levelAt(
  catalog: Catalog,
  rung: Rung,
  holds: readonly LoggedHold[],
  { cap, cautions = [], today }: { cap: number; cautions?: readonly CautionId[]; today?: string },
): Level {
  const ladder = ladderOf(catalog, rung);
  if (!ladder || cautions.includes('heavier-or-beginner')) return 'beginner';
  const way = rungsOnLadder(catalog, ladder).filter((r) => !ladder.sideways.includes(placeKey(r)));
  const highest = way.findLastIndex((r) => {
    const own = holds.filter((h) => h.place === placeKey(r));
    return own.length > 0 && gateStatus(gateFor(ladder, r, cap, cautions), own, today).passed;
  });
  const level = highest < 0 ? 0 : (highest + 1) / way.length > STRONG_FROM ? 2 : 1;
  return LEVELS[Math.max(0, level - (cautions.includes('recent-illness') ? 1 : 0))]!;
}
