/** A day's items as blocks of the clock that classes run by. */
import type { ClassBlock, Pace } from '../formats/class.js';
import { beat, setSeconds, type PlannedItem } from './item.js';

export type SessionItem = Omit<PlannedItem, 'why'>;
/** Out for six counts, in for three. */
const BREATH = { in: 3, out: 6 } as const;

/** How an item is paced: by seconds, breaths, or reps with their tempo. */
function paceOf(item: SessionItem): Pace {
  if (item.breaths !== null) return { is: 'breaths', breaths: item.breaths, ...BREATH };
  if (item.reps === null) return { is: 'seconds' };
  const hold = item.hold ?? 0;
  const { tempo, reps } = item;
  if (Array.isArray(tempo))
    // What takes less than a second is no tempo to beat.
    return tempo[0] + tempo[1] + tempo[2] + hold >= 1
      ? { is: 'reps', reps, up: tempo[0], pause: tempo[1] + hold, down: tempo[2] }
      : { is: 'seconds' };
  const moving = beat({ ...item, hold: 0 });
  const up = tempo === 'with-breath' ? BREATH.in : moving / 2;
  return { is: 'reps', reps, up, pause: hold, down: moving - up };
}

/**
 * Blocks of a session, one an item in its order: sets as rounds, a split set as one that steps down, sides one after the other.
 * @example sessionBlocks([]) // => []
 */
export const sessionBlocks = (items: readonly SessionItem[]): ClassBlock[] =>
  items.map((item): ClassBlock => ({
    id: item.item,
    move: item.item,
    work: Math.max(1, setSeconds(item)),
    rest: item.rest,
    rounds: item.sets,
    sides: item.sides,
    pace: paceOf(item),
    stepDown: item.split?.hard ?? null,
  }));
